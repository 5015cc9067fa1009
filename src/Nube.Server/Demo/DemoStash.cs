using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Swatches;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Places;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Demo;

/// <summary>
/// What the makers of the harvest swap say about their things, with a swatch sheet that waits to be used. Made up.
/// </summary>
internal static class DemoStash
{
    private static readonly ImmutableArray<(string Name, string KeptAt, double Left, bool UseUp, string Note)> Told =
    [
        ("Yellow ochre", "Blue tin, lid", 0.55, false, "Dries lighter than it mixes."),
        ("Rose", "Blue tin, first row", 0.15, false, ""),
        ("Umber", "Blue tin, second row", 0.8, true, "From the seed table's raffle."),
        ("Phthalo green", "Blue tin, second row", 0.4, false, "A little goes far."),
    ];

    private static readonly ImmutableArray<string> FromCatalogue =
    [
        "Cobalt blue",
        "Moss ink pad",
        "Rust ink pad",
        "Scarlet pencil",
        "Leaf green pencil",
        "Umber pencil",
        "Warm yellow pencil",
        "Sand pencil",
        "Sienna pencil",
        "Crimson pencil",
        "Dark green pencil",
        "Sunflower alcohol marker",
        "Honey alcohol marker",
        "Sky alcohol marker",
        "Denim alcohol marker",
        "Fern alcohol marker",
        "Cocoa alcohol marker",
        "Dark green oil pencil",
        "Apricot blending ink",
        "Rust blending ink",
        "Opaque white",
        "White gel pen",
        "Sage card",
    ];

    private static readonly ImmutableArray<KeptColour> Kept =
    [
        new("Damson skin", Srgb.Parse("#5b3f6b")),
        new("Marrow flower", Srgb.Parse("#eeb63c")),
        new("Wet slate", Srgb.Parse("#6a7480")),
        new("Runner bean", Srgb.Parse("#5f8440")),
    ];

    public static async Task Write(
        Maker owner,
        NubeDb db,
        FileStore files,
        Apprentices apprentices,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var stash = await db.Stash.OrderBy(item => item.Id).ToListAsync(cancel);
        foreach (var (name, keptAt, left, useUp, note) in Told)
        {
            var item = stash.Single(one => one.Name == name);
            (item.KeptAt, item.Left, item.UseUp, item.Note) = (keptAt, left, useUp, note);
        }
        var now = clock.GetUtcNow();
        StashItem New(int place, StashKind kind) =>
            new()
            {
                Id = Guid.CreateVersion7(now.AddMilliseconds(place)),
                MakerId = owner.Id,
                Kind = kind,
                CreatedAt = now,
            };
        foreach (var (place, name) in FromCatalogue.Index())
        {
            var colourant = GenericCatalogue.Colourants.FirstOrDefault(known => known.Name == name);
            var item = New(place, colourant is null ? StashKind.Paper : StashKind.Colourant);
            (item.Colourant, item.Left) = (colourant, colourant?.Medium.Holds() is null ? null : 1);
            item.Paper = colourant is null ? GenericCatalogue.Papers.Single(known => known.Name == name) : null;
            db.Stash.Add(item);
        }
        var (glue, solvent) = (New(40, StashKind.Supply), New(41, StashKind.Supply));
        glue.Supply = new Supply("Clear liquid glue", SupplyKind.Adhesive, Wet: true);
        solvent.Supply = new Supply("Odourless solvent and stumps", SupplyKind.Solvent, Wet: false);
        db.Stash.AddRange(glue, solvent);
        owner.Kept = Kept;

        var rows = stash.Where(item => item.Kind == StashKind.Colourant).Take(6).ToList();
        var sheet = new Sheet
        {
            MakerId = owner.Id,
            Number = 1,
            Size = SheetSize.A4,
            Rows = [.. rows.Select(item => item.Id)],
            CreatedAt = now,
        };
        await SheetReadings.TakeWithStandIn(sheet, rows, SwatchSource.Scan, files, apprentices, cancel);
        db.Sheets.Add(sheet);
        await db.SaveChangesAsync(cancel);
    }
}
