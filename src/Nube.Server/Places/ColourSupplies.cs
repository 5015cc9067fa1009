using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <content>Which paper, ink and colours a run works with.</content>
public static partial class Colours
{
    private static async Task<Ok<ColoursView>> Choose(
        Guid id,
        Supplies given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        await gate.Open(await runs.Piece(id, cancel), OnTheBench, cancel);
        var supplied = await Supply(id, given, db, runs, palettes, clock.GetUtcNow(), cancel);
        return TypedResults.Ok(await ColourViews.View(supplied, db, palettes, cancel));
    }

    /// <summary>Gives a piece its supplies; its wishes get the best recipes of these.</summary>
    internal static async Task<RunWithSupplies> Supply(
        Guid id,
        Supplies given,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        var there = await runs.Piece(id, cancel);
        var piece = there.InHand;
        var palette = given.Palette.IsDefault ? [] : given.Palette.Distinct().ToImmutableArray();
        if (palette.Length > StartingSupplies.MostColours)
            throw TroubleException.Unusable($"Choose at most {StartingSupplies.MostColours} colours to mix from.");
        var wanted = palette.Cast<Guid?>().Append(given.Paper).Append(given.StampingInk).OfType<Guid>().ToHashSet();
        var kinds = await db
            .Stash.Where(item => wanted.Contains(item.Id))
            .ToDictionaryAsync(item => item.Id, item => item.Kind, cancel);
        if (wanted.Any(item => !kinds.ContainsKey(item)))
            throw TroubleException.Unusable("Some of these are not in your stash any more. Choose again.");
        if (
            (given.Paper is { } paper && kinds[paper] != StashKind.Paper)
            || (given.StampingInk is { } ink && kinds[ink] != StashKind.StampingInk)
            || palette.Any(colourant => kinds[colourant] != StashKind.Colourant)
        )
            throw TroubleException.Unusable("A paper, an ink and colours were expected in their own places.");
        (piece.PaperId, piece.StampingInkId) = (given.Paper, given.StampingInk);
        (there.Run.Palette, there.Run.ChangedAt) = (palette, now);

        // Recipes hold for a palette and a paper: every wish gets its best one anew. Without a palette the wishes wait.
        // Where nothing suits a wish, all stays as it was.
        // As a part of something larger it is kept with that, or not at all.
        await using var whole = db.Database.CurrentTransaction is null
            ? await db.Database.BeginTransactionAsync(cancel)
            : null;
        await db.SaveChangesAsync(cancel);
        var loaded = await runs.Piece(id, cancel);
        if (loaded.Run.Design is { } design)
            loaded.Run.Design = PieceWorks.Anew(design, loaded, palettes);
        if (Palette(loaded, palettes) is { } onPaper)
        {
            piece.CardWork =
            [
                .. piece
                    .CardWork.Where(work => onPaper.CanUse(work.Wish.Method))
                    .Select(work => Choosing.Best(onPaper, work.Wish)),
            ];
            // What is done to the whole card first: its backgrounds are what areas are coloured on.
            var unders = Unders(loaded, palettes);
            // Details last: they are coloured on what is around them.
            var details = loaded.Details;
            var kept = piece.Colours;
            piece.Colours = [.. kept.Where(c => !details.Contains(c.Wish.Area)).Select(Again)];
            piece.Colours = [.. piece.Colours, .. kept.Where(c => details.Contains(c.Wish.Area)).Select(Again)];
            await db.SaveChangesAsync(cancel);

            // Where a method's colour is not there any more, the area gets the usual one of what is.
            ChosenColour Again(ChosenColour colour)
            {
                // What is around a detail has its new recipe by now.
                var under = details.Contains(colour.Wish.Area)
                    ? Under(colour.Wish.Area, loaded, palettes)
                    : unders(colour.Wish.Area);
                return NamedPlace.Still(there, loaded, under, colour)
                    ?? Chosen(
                        loaded,
                        under,
                        colour.Wish with
                        {
                            Method = Choosing.Possible(under, loaded.Schools, colour.Wish),
                            Exactly = false,
                        }
                    );
            }
        }
        if (whole is not null)
            await whole.CommitAsync(cancel);
        return loaded;
    }
}
