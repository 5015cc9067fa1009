using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>A tint for the shadow of something white.</summary>
/// <param name="Colourant">Its place in the palette.</param>
/// <param name="Water">With how much water.</param>
/// <param name="Predicted">The tint on the paper.</param>
/// <param name="Cool">It is a blue or a violet beside the bare paper.</param>
public sealed record WhiteTint(int Colourant, Strength Water, Lab Predicted, bool Cool);

/// <summary>
/// Shading white things: a pale blue, violet or the colour of what stands beside them, never a heavy grey.
/// </summary>
/// <remarks>Common practice, no source. How much paler than the paper is this project's own.</remarks>
public static class WhiteObjects
{
    private const double Depth = 7; // L* below the paper: seen as shadow, still white
    private const double CoolFrom = 230,
        CoolTo = 320; // degrees: blues and violets
    private const double LeastChroma = 3; // below it a tint is a grey; this project's own

    /// <summary>One part colour to so many parts water, thinner than a wash that is meant to be a colour.</summary>
    public static ImmutableArray<Strength> ThinWashes { get; } = [new(8), new(16), new(32), new(64)];

    /// <summary>
    /// A tint of each colourant, blues and violets first, the rest as a stand-in for what is beside the white thing.
    /// </summary>
    public static ImmutableArray<WhiteTint> Tints(IReadOnlyList<PaintOptics> palette, Spectrum paper, Dilution dilution)
    {
        ArgumentNullException.ThrowIfNull(palette);
        var bare = SpectralColour.ToLab(paper);
        var wanted = bare.L - Depth;
        return
        [
            .. palette
                .Select(
                    (paint, place) =>
                        ThinWashes
                            .Select(water =>
                                Tint(
                                    place,
                                    water,
                                    SpectralColour.ToLab(KubelkaMunk.Over(paper, paint, dilution.LoadOf(water))),
                                    bare
                                )
                            )
                            .MinBy(tint => Math.Abs(tint.Predicted.L - wanted))!
                )
                .OrderBy(tint => tint.Cool ? 0 : 1)
                .ThenBy(tint => Math.Abs(tint.Predicted.L - wanted)),
        ];
    }

    /// <summary>
    /// A pale tint is seen against its paper, which is a little yellow: its hue is the direction away from it.
    /// </summary>
    private static WhiteTint Tint(int colourant, Strength water, Lab predicted, Lab bare)
    {
        var away = new Lab(predicted.L, predicted.A - bare.A, predicted.B - bare.B);
        return new WhiteTint(
            colourant,
            water,
            predicted,
            away.Chroma >= LeastChroma && away.Hue is >= CoolFrom and <= CoolTo
        );
    }
}
