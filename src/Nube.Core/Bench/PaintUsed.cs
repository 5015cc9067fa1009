using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Bench;

/// <summary>How much of a colourant, and how much water, went onto the cards.</summary>
/// <param name="Colourant">Its place in the run's palette.</param>
/// <param name="Millilitres">Volume as it comes from the pan when wetted, ml; an estimate.</param>
public sealed record PaintUsed(int Colourant, double Millilitres);

/// <summary>How much of a mix to put on the palette for all cards.</summary>
/// <param name="Mix">The mix.</param>
/// <param name="Millilitres">Volume with allowance, ml.</param>
/// <param name="Drops">The same in drops.</param>
public sealed record MixAmount(PaintMix Mix, double Millilitres, int Drops);

/// <summary>A mix counted out in drops.</summary>
/// <param name="Millilitres">Volume that is needed, with allowance, ml.</param>
/// <param name="ColourDrops">Drops of each colourant, as it comes from the pan when wetted or from the tube thinned to
/// ink.</param>
/// <param name="WaterDrops">Drops of water.</param>
public sealed record Prepared(double Millilitres, ImmutableArray<int> ColourDrops, int WaterDrops);

/// <summary>Amounts of paint.</summary>
public static class Amounts
{
    /// <summary>Volume of a drop of water, ml. Common practice, no source.</summary>
    public const double MillilitresPerDrop = 0.05;

    /// <summary>
    /// What is mixed for what is laid: as much again stays in the brush and on the palette. From memory.
    /// </summary>
    public const double Allowance = 2;

    /// <summary>Less than this cannot be mixed on a palette: four drops, ml. This project's own.</summary>
    public const double LeastMix = 0.2;

    /// <summary>"about 3 drops"; null for less than a drop, which nobody measures.</summary>
    public static string? InDrops(double millilitres)
    {
        var drops = Math.Round(millilitres / MillilitresPerDrop);
        return drops switch
        {
            < 1 => null,
            1 => "about 1 drop",
            _ => FormattableString.Invariant($"about {drops:0} drops"),
        };
    }

    private const double Hair = 1e-9; // of a drop: what rounding may add

    /// <summary>What passes have used, by place in the palette; each of them counts for one card.</summary>
    public static ImmutableArray<PaintUsed> Used(IEnumerable<Pass> done)
    {
        ArgumentNullException.ThrowIfNull(done);
        return
        [
            .. done.SelectMany(pass =>
                    pass.Mixes.SelectMany(mix =>
                        mix.Parts.Select(part =>
                            (
                                part.Colourant,
                                Millilitres: Laid(pass)
                                    * FromBelow.OfMix(pass)
                                    * mix.Strength.LoadOfOneLayer
                                    * part.Parts
                                    / mix.Parts.Sum(p => p.Parts)
                            )
                        )
                    )
                )
                .GroupBy(use => use.Colourant)
                .Select(group => new PaintUsed(group.Key, group.Sum(use => use.Millilitres)))
                .OrderBy(use => use.Colourant),
        ];
    }

    /// <summary>What to mix before starting, in the order of the passes.</summary>
    public static ImmutableArray<MixAmount> ToMix(Plan plan)
    {
        ArgumentNullException.ThrowIfNull(plan);
        return
        [
            .. plan
                .Passes.Where(IsPrepared)
                .SelectMany(
                    pass => pass.Mixes.Where(mix => mix.Parts.Length > 0),
                    (pass, mix) => (Mix: mix, Laid: Laid(pass))
                )
                .GroupBy(laid => laid.Mix)
                .Select(group =>
                {
                    var millilitres = Math.Max(LeastMix, Allowance * plan.Cards * group.Sum(laid => laid.Laid));
                    return new MixAmount(
                        group.Key,
                        millilitres,
                        (int)Math.Ceiling(millilitres / MillilitresPerDrop - Hair)
                    );
                }),
        ];
    }

    /// <summary>
    /// What to put on the palette for so much surface, so that the mix never has to be matched again.
    /// </summary>
    /// <param name="mm2">Surface on one card, mm2.</param>
    /// <param name="cards">Cards, 1 or more.</param>
    /// <param name="layers">Layers, 1 or more.</param>
    /// <param name="strength">Colour to water.</param>
    /// <param name="parts">Parts of each colourant.</param>
    /// <param name="water">How wet the brush is.</param>
    public static Prepared ToPrepare(
        double mm2,
        int cards,
        int layers,
        Strength strength,
        IReadOnlyList<int> parts,
        BrushWater water = BrushWater.Wash
    )
    {
        ArgumentNullException.ThrowIfNull(parts);
        var millilitres = Allowance * mm2 * 1e-6 * water.GramsPerSquareMetre() * cards * layers;
        var colour = millilitres * strength.LoadOfOneLayer;
        // Drops are counted whole; the smallest part decides, and the rest keeps its proportion.
        var unit = Math.Max(1, (int)Math.Ceiling(colour / parts.Sum() / MillilitresPerDrop - 1e-9));
        return new Prepared(
            millilitres,
            [.. parts.Select(part => part * unit)],
            parts.Sum() * unit * strength.WaterParts
        );
    }

    /// <summary>What is put on a palette before it is painted; the rest comes from its pen, pencil or pad.</summary>
    public static bool IsPrepared(Pass pass) =>
        pass.Sheet is { Tool: Methods.Tool.Brush, Leaves: Leaves.Water } && pass.Stroke != Methods.Stroke.LeadWash;

    /// <summary>
    /// Volume of each of its mixes that a pass lays on one card, ml: water has 1 g/ml. Nothing where no water is left:
    /// pencils and markers are not counted in ml.
    /// </summary>
    private static double Laid(Pass pass) =>
        pass.Leaves == Leaves.Water
            ? pass.PaintedMm2
                * 1e-6
                * pass.Water.GramsPerSquareMetre()
                / Math.Max(1, pass.Mixes.Count(mix => mix.Parts.Length > 0))
            : 0;
}
