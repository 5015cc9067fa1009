using System.Collections.Immutable;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Mixing;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Printing;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A kept colour with the best recipe for it; null when there is nothing to mix from.</summary>
public sealed record KeptColourView(string Name, Srgb Colour, RecipeView? Recipe);

/// <summary>The colours that are kept.</summary>
public sealed record KeptList(ImmutableArray<KeptColour> Colours);

/// <summary>Colours that a maker keeps to come back to, and the files that they come from and go to.</summary>
internal static class KeptColours
{
    private const int MostText = 1_000_000; // letters

    public static void MapKeptColours(this IEndpointRouteBuilder mix)
    {
        mix.MapGet("/kept", List);
        mix.MapPut("/kept", Keep);
        mix.MapPost("/kept/file", BringIn).RequireRateLimiting(Image.UploadLimit).DisableAntiforgery();
        mix.MapGet("/kept/{file}", Save);
    }

    private static async Task<Ok<List<KeptColourView>>> List(
        Guid? paper,
        NubeDb db,
        MakerAtWork maker,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var kept = await Of(maker, db, cancel);
        if (paper is not { } on)
            return TypedResults.Ok(
                kept.Kept.Select(colour => new KeptColourView(colour.Name, colour.Colour, null)).ToList()
            );
        var (_, items) = await MixPlace.Chosen([], db, cancel);
        var palette = palettes.Get(
            [.. items.Select(item => item.Colourant!)],
            await MixPlace.PaperOf(on, db, cancel),
            await db.Dilution(cancel)
        );
        return TypedResults.Ok(
            kept.Kept.AsParallel()
                .AsOrdered()
                .Select(colour => new KeptColourView(
                    colour.Name,
                    colour.Colour,
                    ColourViews.RecipeOf(
                        items,
                        palette.Optics,
                        palette.Paper,
                        palette.Index.Dilution,
                        palette.Index.Nearest(colour.Colour.ToLab(), 1)[0]
                    )
                ))
                .ToList()
        );
    }

    private static async Task<NoContent> Keep(KeptList given, NubeDb db, MakerAtWork maker, CancellationToken cancel)
    {
        var colours = given.Colours.IsDefault ? [] : given.Colours;
        if (colours.Length > PaletteFile.MostColours)
            throw TroubleException.Unusable($"At most {PaletteFile.MostColours} colours are kept.");
        if (colours.Any(colour => colour.Name.Length is 0 or > 80))
            throw TroubleException.Unusable("Give each colour a name of at most 80 letters.");
        (await Of(maker, db, cancel)).Kept = colours;
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<int>> BringIn(IFormFile file, NubeDb db, MakerAtWork maker, CancellationToken cancel)
    {
        if (file.Length > MostText)
            throw TroubleException.Unusable("This file is too large for a palette.");
        using var reader = new StreamReader(file.OpenReadStream());
        var colours = PaletteFile.Read(await reader.ReadToEndAsync(cancel));
        var at = await Of(maker, db, cancel);
        var all = at.Kept.Concat(colours).Distinct().ToImmutableArray();
        if (all.Length > PaletteFile.MostColours)
            throw TroubleException.Unusable(
                $"With these there would be {all.Length} kept colours; at most {PaletteFile.MostColours} are kept. Let some go first."
            );
        at.Kept = all;
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(colours.Length);
    }

    private static async Task<FileContentHttpResult> Save(
        string file,
        NubeDb db,
        MakerAtWork maker,
        CancellationToken cancel
    )
    {
        var kept = (await Of(maker, db, cancel)).Kept;
        if (kept.IsEmpty)
            throw TroubleException.Conflict("No colours are kept yet.");
        var white = Srgb.Parse("#fbfaf7");
        return file switch
        {
            "colours.csv" => Text(PaletteFile.Csv(kept), "text/csv"),
            "colours.json" => Text(PaletteFile.Json(kept), "application/json"),
            "colours.tokens.json" => Text(PaletteFile.Tokens(kept), "application/json"),
            "colours.png" => TypedResults.File(PalettePage.Png(kept, white), "image/png", file),
            "colours.pdf" => TypedResults.File(PalettePage.Pdf(kept, white), "application/pdf", file),
            _ => throw TroubleException.Gone("Colours are saved as CSV, JSON, design tokens, PNG or PDF."),
        };

        FileContentHttpResult Text(string text, string type) =>
            TypedResults.File(Encoding.UTF8.GetBytes(text), type, file);
    }

    private static Task<Maker> Of(MakerAtWork maker, NubeDb db, CancellationToken cancel) =>
        db.Users.SingleAsync(user => user.Id == maker.MakerId, cancel);
}
