using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Checking;

/// <summary>What brings the colour of an area nearer to what it was to be.</summary>
public enum CorrectionKind
{
    /// <summary>Nothing: it is near enough, or nothing at hand brings it much nearer.</summary>
    Leave,

    /// <summary>Thin layers over what lies there.</summary>
    Glaze,

    /// <summary>Colour is taken away, as far as paper and pigments let go.</summary>
    Lift,

    /// <summary>Colour is taken away, and thin layers come over what is left.</summary>
    LiftAndGlaze,
}

/// <summary>What is to be done to an area, and what comes of it.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="Area">The area.</param>
/// <param name="Acts">What is done, in its order; nothing where it is left.</param>
/// <param name="After">The mean colour that comes of it.</param>
/// <param name="Before">How far the area is from what it was to be, CIEDE2000.</param>
/// <param name="Remains">How far it is then.</param>
public sealed record Correction(
    CorrectionKind Kind,
    int Area,
    ImmutableArray<Act> Acts,
    Lab After,
    double Before,
    double Remains
)
{
    /// <summary>How much of the difference it closes, 0 to 1.</summary>
    public double Closes => Before <= 0 ? 0 : Math.Max(0, 1 - Remains / Before);
}

/// <summary>Finds what to do about an area that came out otherwise than it was to.</summary>
/// <remarks>
/// What lies there is what was done, at the strength that the card shows; each thing that could be done is laid on it by the
/// same rules by which plans are seen (<see cref="Laying"/>), and what comes out is weakened as the card is against that. The
/// best is taken, each layer being held against what it brings.
/// </remarks>
public static class Corrections
{
    /// <summary>Differences that are left alone, CIEDE2000: nobody sees them without another card beside (common practice, no
    /// source).</summary>
    public const double Tolerated = 3;

    private const double LeastClosed = 0.3; // of the difference: less costs more than it brings. This project's own.
    private const double PerLayer = 0.4; // CIEDE2000 that a layer has to bring, for the time that it dries. This project's own.
    private const double PerLift = 1.5; // the same of lifting, which roughens the paper. This project's own.
    private const int MostLayers = 3; // of a glaze; more wear the paper
    private const double MostScaled = 2; // times by which a card's light may differ from what lies there as far as it is known

    /// <summary>What to do about the colour of an area.</summary>
    /// <param name="seen">What it came out as.</param>
    /// <param name="mask">Where its light and shadow are.</param>
    /// <param name="done">What was done to its card, in its order.</param>
    /// <param name="paints">The colourants at hand, on the card's paper.</param>
    public static Correction Of(AreaColour seen, AreaMask mask, IReadOnlyCollection<Pass> done, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(seen);
        ArgumentNullException.ThrowIfNull(mask);
        ArgumentNullException.ThrowIfNull(done);
        ArgumentNullException.ThrowIfNull(paints);
        var before = Ciede2000.Difference(seen.Colour, seen.Expected);
        var leave = new Correction(CorrectionKind.Leave, seen.Area, [], seen.Colour, before, before);
        if (before < Tolerated)
            return leave;
        var there = ColourFindings.IsBare(seen, paints.Paper.Colour.ToLab())
            ? Surface.Before(paints, seen.Area)
            : AreaExpected.After(done, paints, seen.Strength).Areas[seen.Area];
        var (light, shadow) = (mask.ShareOf(CellPart.Light, CellPart.White), mask.ShareOf(CellPart.Shadow));
        var unexplained = Ratio(seen.Colour.ToXyz(), Mean(there));
        var best = Ways(seen.Area, done, paints)
            .Select(way =>
            {
                var mean = Mean(Laying.Lay(there, way.Acts, paints));
                var after = Lab.FromXyz(
                    new Xyz(mean.X * unexplained.X, mean.Y * unexplained.Y, mean.Z * unexplained.Z)
                );
                return leave with
                {
                    Kind = way.Kind,
                    Acts = way.Acts,
                    After = after,
                    Remains = Ciede2000.Difference(after, seen.Expected),
                };
            })
            .MinBy(way => way.Remains + way.Acts.Sum(act => act.Kind == ActKind.Lift ? PerLift : PerLayer * act.Times));
        return best is null || best.Closes < LeastClosed ? leave : best;

        Xyz Mean(Surface surface) => ZoneLight.Of(surface).Mean(light, 1 - light - shadow, shadow);
    }

    /// <summary>All that can be done about an area.</summary>
    private static IEnumerable<(CorrectionKind Kind, ImmutableArray<Act> Acts)> Ways(
        int area,
        IReadOnlyCollection<Pass> done,
        Paints paints
    )
    {
        ImmutableArray<PaintMix> laid =
        [
            .. done.Where(pass => pass.Areas.Contains(area))
                .SelectMany(pass => OldPasses.ActsOf(pass))
                .Where(act => act.Kind == ActKind.Lay)
                .SelectMany(act => act.Mixes)
                .Where(mix => !mix.Parts.IsEmpty)
                .Distinct(),
        ];
        // On dry pencil water is another craft.
        if (laid.IsEmpty)
            yield break;
        ImmutableArray<PaintMix> glazes =
        [
            .. laid.SelectMany(mix =>
                    Strength
                        .Ladder.Where(strength => strength.WaterParts >= mix.Strength.WaterParts)
                        .Select(strength => mix with { Strength = strength })
                )
                .Concat(
                    Enumerable
                        .Range(0, paints.Colourants.Count)
                        .Where(place => paints.Colourants[place].Medium.MixesWithWater())
                        .SelectMany(place =>
                            Strength.Ladder.Skip(1).Select(strength => Paints.Plain(place) with { Strength = strength })
                        )
                )
                .Distinct(),
        ];
        foreach (var glaze in glazes)
        {
            for (var layers = 1; layers <= MostLayers; layers++)
                yield return (CorrectionKind.Glaze, [Act.Lay(glaze, Zone.Whole, layers)]);
        }
        var lifted = Staining.Lifted(
            [.. laid.SelectMany(mix => mix.Parts).Select(part => (paints.Colourants[part.Colourant], part.Parts))],
            paints.Paper
        );
        foreach (var share in new[] { lifted / 2, lifted })
        {
            var lift = Act.Lift(Zone.Whole, share);
            yield return (CorrectionKind.Lift, [lift]);
            foreach (var glaze in glazes)
                yield return (CorrectionKind.LiftAndGlaze, [lift, Act.Lay(glaze, Zone.Whole)]);
        }
    }

    private static Xyz Ratio(Xyz of, Xyz to) => new(Ratio(of.X, to.X), Ratio(of.Y, to.Y), Ratio(of.Z, to.Z));

    private static double Ratio(double of, double to) =>
        Math.Clamp(of / Math.Max(to, 1e-6), 1 / MostScaled, MostScaled);
}
