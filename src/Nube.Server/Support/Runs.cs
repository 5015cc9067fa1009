using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Data.Mapping;

namespace Nube.Server.Support;

/// <summary>A run with the supplies that it is coloured with.</summary>
/// <param name="Run">The run.</param>
/// <param name="Paper">Its paper, if chosen.</param>
/// <param name="Ink">The ink of its outline, if chosen.</param>
/// <param name="Palette">Its colourants, in the order in which recipes count them.</param>
/// <param name="Room">The air of the maker's room.</param>
/// <param name="HasScene">Its image is composed of several stamps, or is to be.</param>
public sealed record RunWithSupplies(
    Run Run, Paper? Paper, StampingInk? Ink, IReadOnlyList<StashItem> Palette, Air Room, bool HasScene)
{
    /// <summary>The image, or a sentence that it is missing.</summary>
    public RunImage Image => Run.Image ?? throw TroubleException.Conflict("Bring in an image first.");

    /// <summary>Colours of areas that are there and painted; those of areas joined away or marked are kept for later but not used.</summary>
    public IReadOnlyList<ChosenColour> Colours
    {
        get
        {
            var there = Run.Image?.Areas.Select(area => area.Id).Where(area => !Run.Image.StaysBare(area)).ToHashSet() ?? [];
            return [.. Run.Colours.Where(colour => there.Contains(colour.Wish.Area))];
        }
    }

    /// <summary>Pairs of areas that run together when both are wet: they touch, and no dam is between them.</summary>
    public IEnumerable<(int One, int Other)> Touching => Image.Dams.RunTogether(Image.Touching).Select(t => (t.One, t.Other));

    /// <summary>What clashes among the supplies, and the cautions that go with them.</summary>
    public ImmutableArray<Remark> Remarks()
    {
        if (Paper is null || Ink is null) return [Cautions.Pigments];
        var used = Colours.SelectMany(colour => colour.Recipe.Parts.Select(part => part.Colourant)).ToHashSet();
        var colourants = Palette.Index().Where(item => used.Count == 0 || used.Contains(item.Index)).Select(item => item.Item.Colourant!);
        return
        [
            .. Cautions.ForSupplies(Paper, Ink, Run.Image?.Dams.Lines ?? DamLines.None, colourants)
                .Select(remark => remark.Rule is { } rule && Run.Silenced.TryGetValue(rule, out var reason) ? remark with { Silenced = reason } : remark)
                .OrderBy(remark => remark.Silenced is not null),
        ];
    }

    /// <summary>Changes when anything changes that a plan depends on.</summary>
    public string Basis()
    {
        var text = JsonSerializer.Serialize(
            new { Run.Cards, Paper, Palette = Palette.Select(p => p.Colourant), Colours, Run.Image?.Touching, Run.Image?.Dams, Run.Image?.Light.Rule, Run.Image?.Light.Own, Room },
            Jsonb.Options);
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)));
    }
}

/// <summary>Loads runs of the maker at work.</summary>
public sealed class RunLoader(NubeDb db, MakerAtWork maker)
{
    /// <summary>A run with image, plan and supplies.</summary>
    public async Task<RunWithSupplies> Load(Guid id, CancellationToken cancel)
    {
        var run = await db.Runs.Include(r => r.Image).Include(r => r.Plan).SingleOrDefaultAsync(r => r.Id == id, cancel)
            ?? throw TroubleException.Gone("This run is not there any more. It may have been deleted in another window.");
        var wanted = run.Palette.Cast<Guid?>().Append(run.PaperId).Append(run.StampingInkId).ToList();
        var items = await db.Stash.Where(item => wanted.Contains(item.Id)).ToDictionaryAsync(item => item.Id, cancel);
        var room = await db.Users.Where(m => m.Id == maker.MakerId).Select(m => m.Room).SingleAsync(cancel);
        return new RunWithSupplies(
            run,
            run.PaperId is { } paper ? items[paper].Paper : null,
            run.StampingInkId is { } ink ? items[ink].StampingInk : null,
            [.. run.Palette.Where(items.ContainsKey).Select(colourant => items[colourant])],
            room,
            await db.Scenes.AnyAsync(scene => scene.RunId == id, cancel));
    }

    /// <summary>The taps of a run, oldest first.</summary>
    public async Task<List<Core.Bench.Tap>> Taps(Guid run, CancellationToken cancel) =>
        await db.Taps.Where(t => t.RunId == run).OrderBy(t => t.Arrival).Select(t => t.Tap).ToListAsync(cancel);
}
