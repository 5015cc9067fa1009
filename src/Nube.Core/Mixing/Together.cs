using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>A wash among others.</summary>
/// <param name="Mix">The mix.</param>
/// <param name="Strength">Its strength.</param>
/// <param name="Layers">Its layers.</param>
/// <param name="Dilution">How the hand dilutes that lays it.</param>
public sealed record LaidWash(PaintOptics Mix, Strength Strength, int Layers, Dilution Dilution)
{
    /// <summary>Load of all layers.</summary>
    public double Load => Layers * Dilution.LoadOf(Strength);
}

/// <summary>A colour that stands out of its set.</summary>
/// <param name="Place">Its place in the set.</param>
/// <param name="TooStrong">It stands out by chroma; else by depth.</param>
/// <param name="Water">The strength at which one layer falls into line, or null where even the thinnest does
/// not.</param>
/// <param name="Then">The colour that it has then.</param>
public sealed record StandOut(int Place, bool TooStrong, Strength? Water, Lab Then);

/// <summary>Two colours that turn to mud where they overlap.</summary>
/// <param name="One">Place of the one.</param>
/// <param name="Other">Place of the other.</param>
/// <param name="Overlap">The colour where they overlap.</param>
public sealed record MudPair(int One, int Other, Lab Overlap);

/// <summary>How the colours of one card go together.</summary>
/// <remarks>
/// One colour shouting over the rest, and neighbours that make mud, are common complaints (common practice, no source);
/// the measures are this project's own.
/// </remarks>
public static class Together
{
    private const double Beyond = 2.5; // times the middle deviation
    private const double LeastChroma = 18,
        LeastDepth = 14; // beyond the middle, in chroma and in L*, to be called standing out
    private const double MudShare = 0.65; // of the mean chroma of the two
    private const double MudFrom = 15; // chroma of both, that there is something to lose

    /// <summary>Colours that stand out, with the water that brings them into line.</summary>
    public static ImmutableArray<StandOut> Loud(IReadOnlyList<LaidWash> washes, Spectrum paper)
    {
        ArgumentNullException.ThrowIfNull(washes);
        if (washes.Count < 3)
            return []; // out of two, neither is the odd one
        var colours = washes.Select(wash => Look(wash.Mix, wash.Load, paper)).ToList();
        var (chroma, mostChroma) = Limit([.. colours.Select(c => c.Chroma)], LeastChroma);
        var (depth, mostDepth) = Limit([.. colours.Select(c => 100 - c.L)], LeastDepth);
        return
        [
            .. Enumerable
                .Range(0, washes.Count)
                .Where(place => colours[place].Chroma > mostChroma || 100 - colours[place].L > mostDepth)
                .Select(place =>
                {
                    var (mix, load) = (washes[place].Mix, washes[place].Load);
                    var fitting = Strength
                        .Ladder.Select(water => (Water: (Strength?)water, Load: washes[place].Dilution.LoadOf(water)))
                        .Where(thinner => thinner.Load < load)
                        .Select(thinner => (thinner.Water, Then: Look(mix, thinner.Load, paper)))
                        .FirstOrDefault(thinner =>
                            thinner.Then.Chroma <= mostChroma && 100 - thinner.Then.L <= mostDepth
                        );
                    return new StandOut(
                        place,
                        colours[place].Chroma > mostChroma,
                        fitting.Water,
                        fitting.Water is null ? colours[place] : fitting.Then
                    );
                }),
        ];
    }

    /// <summary>Pairs that lose their colour where one lies over the other.</summary>
    public static ImmutableArray<MudPair> Mud(IReadOnlyList<LaidWash> washes, Spectrum paper)
    {
        ArgumentNullException.ThrowIfNull(washes);
        var pairs = ImmutableArray.CreateBuilder<MudPair>();
        for (var one = 0; one < washes.Count; one++)
        {
            for (var other = one + 1; other < washes.Count; other++)
            {
                var (a, b) = (washes[one], washes[other]);
                var (chroma, otherChroma) = (Look(a.Mix, a.Load, paper).Chroma, Look(b.Mix, b.Load, paper).Chroma);
                if (Math.Min(chroma, otherChroma) < MudFrom)
                    continue;
                var overlap = SpectralColour.ToLab(
                    KubelkaMunk.Over(KubelkaMunk.Over(paper, a.Mix, a.Load), b.Mix, b.Load)
                );
                if (overlap.Chroma < MudShare * (chroma + otherChroma) / 2)
                    pairs.Add(new MudPair(one, other, overlap));
            }
        }
        return pairs.ToImmutable();
    }

    private static Lab Look(PaintOptics mix, double load, Spectrum paper) =>
        SpectralColour.ToLab(KubelkaMunk.Over(paper, mix, load));

    /// <summary>
    /// The middle, and what lies far beyond it: some times the middle deviation, and at least so much.
    /// </summary>
    private static (double Middle, double Most) Limit(List<double> values, double least)
    {
        var middle = Median(values);
        return (
            middle,
            middle + Math.Max(least, Beyond * Median(values.ConvertAll(value => Math.Abs(value - middle))))
        );
    }

    private static double Median(List<double> values)
    {
        var sorted = values.Order().ToList();
        return (sorted[(sorted.Count - 1) / 2] + sorted[sorted.Count / 2]) / 2;
    }
}
