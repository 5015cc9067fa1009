using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Stamping;

/// <summary>The ink that a print looks most like.</summary>
/// <param name="Ink">Its place among those that were compared.</param>
/// <param name="Load">Its load, 1 for a full layer.</param>
/// <param name="Difference">CIEDE2000 between the print and such a layer.</param>
public sealed record PrintedWith(int Ink, double Load, double Difference)
{
    private const int LastSeen = 5; // of the prints from one inking

    /// <summary>Which print from one full inking carries about as much, from 1.</summary>
    public int Generation =>
        Math.Clamp((int)Math.Round(1 + Math.Log(Load) / Math.Log(Generations.RelativeLoad(2))), 1, LastSeen);
}

/// <summary>How strong a print in colour is.</summary>
public static class PrintStrength
{
    /// <summary>From here on a print does not look like an ink any more, CIEDE2000. This project's own.</summary>
    public const double MostDifference = 6;

    // Palest and strongest print that are looked for, loads, and by how much each is stronger than the one before.
    private const double Palest = 0.02,
        Strongest = 1.6,
        Step = 1.25;
    private const int Halvings = 12; // of the golden section: closer than 1 % of a load

    /// <summary>
    /// The share of the light that a print takes away from white paper, 0 to 1: 1 - Y / Yn (luminous absorptance, CIE 15).
    /// </summary>
    /// <param name="onWhite">How it looks on white paper.</param>
    public static double LightTaken(Srgb onWhite) =>
        Math.Clamp(1 - onWhite.ToXyz().Y / new Srgb(1, 1, 1).ToXyz().Y, 0, 1);

    /// <summary>The ink that it looks most like, at the load that comes nearest; null where it looks like none.</summary>
    /// <param name="onWhite">How the print looks on white paper.</param>
    /// <param name="inks">Inks, as K and S.</param>
    public static PrintedWith? Nearest(Srgb onWhite, IReadOnlyList<PaintOptics> inks)
    {
        ArgumentNullException.ThrowIfNull(inks);
        var seen = onWhite.ToLab();
        return inks.Select((ink, place) => BestLoad(seen, ink, place))
            .Where(with => with.Difference <= MostDifference)
            .MinBy(with => with.Difference);
    }

    private static PrintedWith BestLoad(Lab seen, PaintOptics ink, int place)
    {
        var paper = ReflectanceReconstruction.From(new Srgb(1, 1, 1));
        double Difference(double load) =>
            Ciede2000.Difference(seen, SpectralColour.ToLab(KubelkaMunk.Over(paper, ink, load)));
        var ladder = new List<double>();
        for (var load = Palest; load <= Strongest; load *= Step)
            ladder.Add(load);
        var near = ladder.MinBy(Difference);
        // Between its neighbours there is one least difference: golden section.
        var (low, high) = (near / Step, near * Step);
        var golden = (Math.Sqrt(5) - 1) / 2;
        for (var halving = 0; halving < Halvings; halving++)
        {
            var (one, other) = (high - golden * (high - low), low + golden * (high - low));
            if (Difference(one) < Difference(other))
                high = other;
            else
                low = one;
        }
        var best = (low + high) / 2;
        return new PrintedWith(place, best, Difference(best));
    }
}
