using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A colour that is printed on some areas, and how strong.</summary>
/// <param name="Areas">The areas.</param>
/// <param name="Colour">How it looks on white paper.</param>
/// <param name="LightTaken">Share of the light that it takes away, 0 to 1.</param>
/// <param name="InWords">The same in a sentence, with the ink of the stash that it looks like.</param>
public sealed record PrintedColourView(ImmutableArray<int> Areas, Srgb Colour, double LightTaken, string InWords);

/// <summary>What was read of a print in colour.</summary>
internal static class ImagePrints
{
    private static readonly string[] Nth = ["first", "second", "third", "fourth", "fifth"];

    public static void MapImagePrints(this IEndpointRouteBuilder image) => image.MapGet("/prints", Prints);

    /// <summary>What a form says is on the paper; lines where it says nothing.</summary>
    public static PictureShows Shown(string? given) =>
        string.IsNullOrWhiteSpace(given) ? PictureShows.Lines
        : Enum.TryParse(given, ignoreCase: true, out PictureShows shows) && Enum.IsDefined(shows) ? shows
        : throw TroubleException.Unusable("Say whether lines, lines with colour in them, or a print is on the paper.");

    private static async Task<Ok<IReadOnlyList<PrintedColourView>>> Prints(
        Guid id,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        if (run.Printed.IsEmpty)
            return TypedResults.Ok<IReadOnlyList<PrintedColourView>>([]);
        var inks = (await db.Stash.Where(item => item.Colourant != null).ToListAsync(cancel))
            .Where(item => item.Colourant!.Medium is Medium.BlendingInk or Medium.InkPad)
            .OrderBy(item => item.Colourant!.Name, StringComparer.Ordinal)
            .ToList();
        var optics = inks.ConvertAll(ink => palettes.Optics(ink.Colourant!));
        return TypedResults.Ok<IReadOnlyList<PrintedColourView>>([
            .. run
                .Image.Print.ByColour()
                .Select(print =>
                {
                    var (colour, areas) = print;
                    var with = PrintStrength.Nearest(colour, optics);
                    var sentence = InWords(colour, with, with is null ? "" : inks[with.Ink].Colourant!.Name);
                    return new PrintedColourView(areas, colour, PrintStrength.LightTaken(colour), sentence);
                }),
        ]);
    }

    private static string InWords(Srgb colour, PrintedWith? with, string ink)
    {
        var taken = FormattableString.Invariant($"Takes {100 * PrintStrength.LightTaken(colour):0} % of the light");
        return with is null
            ? $"{taken}."
            : FormattableString.Invariant(
                $"{taken}; looks like {ink} at {with.Load:0.00} of a full print, as a {Nth[with.Generation - 1]} print would."
            );
    }
}
