using System.Collections.Immutable;
using MathNet.Numerics.Distributions;
using Nube.Core.Colour;
using Nube.Core.Optics;
using Nube.Core.Swatches;

namespace Nube.Devices.Swatches;

/// <summary>A patch as it was really painted.</summary>
/// <param name="Patch">The box.</param>
/// <param name="Paint">With what.</param>
/// <param name="Load">The load that the hand really laid; 0 when the box was forgotten.</param>
/// <param name="Ground">What is under it.</param>
public sealed record PaintedPatch(Patch Patch, TruePaint Paint, double Load, Spectrum Ground);

/// <summary>What goes wrong while a sheet is painted.</summary>
/// <param name="Forgotten">Boxes left empty, as row and column.</param>
/// <param name="Swapped">Rows in which the second and the third wash changed places.</param>
/// <param name="Bleeding">Rows whose bar runs into the paper.</param>
/// <param name="Blotted">Marks under a blot, by their place from 0 to 7.</param>
public sealed record Slips(
    ImmutableArray<(int Row, int Column)> Forgotten,
    ImmutableArray<int> Swapped,
    ImmutableArray<int> Bleeding,
    ImmutableArray<int> Blotted
)
{
    /// <summary>Nothing goes wrong.</summary>
    public static Slips None { get; } = new([], [], [], []);
}

/// <summary>A swatch sheet that was painted by a simulated hand.</summary>
/// <param name="Sheet">What was printed.</param>
/// <param name="Paper">Reflectance of the paper.</param>
/// <param name="Black">Reflectance of what was printed black.</param>
/// <param name="Patches">What was painted.</param>
/// <param name="Slips">What went wrong.</param>
public sealed record PaintedSheet(
    SwatchSheet Sheet,
    Spectrum Paper,
    Spectrum Black,
    ImmutableArray<PaintedPatch> Patches,
    Slips Slips
)
{
    private const double StrengthError = 0.12; // standard deviation of ln load: a practised hand, counting drops (from memory)
    private const double PrintedBlack = 0.04;

    /// <summary>Paints a sheet.</summary>
    /// <param name="sheet">What was printed.</param>
    /// <param name="paints">A paint for each row.</param>
    /// <param name="paper">Reflectance of the paper.</param>
    /// <param name="slips">What goes wrong.</param>
    /// <param name="seed">Start of the hand's errors.</param>
    /// <param name="dilution">How the hand dilutes: what is laid is what was told to this power.</param>
    public static PaintedSheet By(
        SwatchSheet sheet,
        IReadOnlyList<TruePaint> paints,
        Spectrum paper,
        Slips slips,
        int seed,
        double dilution = 1
    )
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(paints);
        ArgumentNullException.ThrowIfNull(slips);
        var random = new Random(seed);
        // Printed black is a little warm, and not black.
        var black = Spectrum.From(band => PrintedBlack * (0.9 + 0.2 * band / Spectrum.Bands));
        return new PaintedSheet(
            sheet,
            paper,
            black,
            [
                .. sheet
                    .Patches()
                    .Select(patch =>
                    {
                        var error = Math.Exp(Normal.Sample(random, 0, StrengthError));
                        var strength =
                            slips.Swapped.Contains(patch.Row) && patch.Column is (1 or 2)
                                ? SwatchSheet.Washes[3 - patch.Column]
                                : patch.Strength;
                        var load = slips.Forgotten.Contains((patch.Row, patch.Column))
                            ? 0
                            : Math.Pow(strength.LoadOfOneLayer, dilution) * error;
                        return new PaintedPatch(patch, paints[patch.Row], load, patch.OverBlack ? black : paper);
                    }),
            ],
            slips
        );
    }
}
