using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>
/// A finished run in the book. Half of what was looked at of its cards came so near what was to be, CIEDE2000; null for
/// nothing.
/// </summary>
public sealed record BookEntry(
    Guid Id,
    string Name,
    int Cards,
    DateTimeOffset FinishedAt,
    Core.Colour.Srgb PaperColour,
    ImageView? Image,
    IReadOnlyList<AreaFill> Look,
    string? LookUrl,
    IReadOnlyList<string> Colours,
    double? CameWithin
);

/// <summary>Finished runs.</summary>
public static class Book
{
    /// <summary>Maps the place.</summary>
    public static void MapBook(this IEndpointRouteBuilder api) => api.MapGet("/book", Read).WithTags("Book");

    private static async Task<Ok<List<BookEntry>>> Read(
        string? search,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var ids = await db
            .Runs.Where(run => run.FinishedAt != null)
            .OrderByDescending(run => run.FinishedAt)
            .Select(run => run.Id)
            .ToListAsync(cancel);
        var entries = new List<BookEntry>();
        foreach (var id in ids)
        {
            var run = await runs.Load(id, cancel);
            var palette = Colours.Palette(run, palettes);
            var used = run
                .Colours.Select(c => c.Recipe)
                .Concat(run.InHand.CardWork.SelectMany(work => work.Recipes))
                .SelectMany(recipe => recipe.Colourants)
                .Distinct()
                .Order()
                .Select(colourant => run.Palette[colourant].Colourant!.NameWithPigment)
                .ToList();
            var words = string.Join(
                ' ',
                used.Append(run.Run.Name)
                    .Append(run.Paper?.Name)
                    .Concat(run.InHand.Image?.Names.Values ?? [])
                    .Concat(run.InHand.Image?.Notes.Values ?? [])
            );
            if (
                !string.IsNullOrWhiteSpace(search) && !words.Contains(search.Trim(), StringComparison.OrdinalIgnoreCase)
            )
                continue;
            entries.Add(
                new BookEntry(
                    run.Run.Id,
                    run.Run.Name,
                    run.Run.Cards,
                    run.Run.FinishedAt!.Value,
                    run.Paper?.Colour ?? Core.Colour.Srgb.Parse("#fbfaf7"),
                    ImageView.Of(run.InHand.Image, run.Ink, run.InInches),
                    Looks.Finished(run, palette),
                    run.Run.Plan is { } made ? Looks.Finished(made.Plan, await runs.Stills(run.Run, cancel)) : null,
                    used,
                    CameOut.Within(await CameOut.Pictures(db, id, cancel))
                )
            );
        }
        return TypedResults.Ok(entries);
    }
}
