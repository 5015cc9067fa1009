using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>How much faster or slower than an ordinary hand a maker does a stroke.</summary>
/// <param name="Stroke">The stroke.</param>
/// <param name="Water">How wet the brush is.</param>
/// <param name="Factor">On the time, above 0; 1 for an ordinary hand.</param>
public sealed record LearnedSpeed(Stroke Stroke, BrushWater Water, double Factor);

/// <summary>How fast a maker works.</summary>
/// <param name="SecondsPerArea">To aim, start and finish an area, s.</param>
/// <param name="SecondsPerMm2">To paint a wash, s per mm2.</param>
/// <param name="NextCardSeconds">To take the next card with the same mix, s.</param>
/// <param name="NextMixSeconds">To rinse and load another mix, s.</param>
/// <param name="LighterMixSeconds">The same when the next mix is lighter, so that the brush must be cleaner, s.</param>
public sealed record Hand(
    double SecondsPerArea,
    double SecondsPerMm2,
    double NextCardSeconds,
    double NextMixSeconds,
    double LighterMixSeconds
)
{
    private const double Lighter = 1; // L* by which the next mix must be lighter for the brush to be cleaner; this project's own

    /// <summary>
    /// An ordinary hand. From memory: six cards of a small image take about half an hour of colouring.
    /// </summary>
    public static Hand Ordinary { get; } = new(5, 0.03, 4, 20, 35);

    /// <summary>What the bench has taught about this maker; empty for an ordinary hand.</summary>
    public ImmutableArray<LearnedSpeed> Learned { get; init; } = [];

    /// <summary>To do a pass on one card, s.</summary>
    public double PaintSeconds(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        var areas = pass.WholeCard ? 1 : pass.Areas.Length;
        return pass.TakesSeconds
            + FactorOf(pass)
                * (
                    areas * (SecondsPerArea + (pass.Tips - 1) * StrokeTable.Of(pass.Sheet.Tool).TakeSeconds)
                    + pass.Times * (pass.PaintedMm2 * SecondsPerMm2 * pass.Sheet.Effort + pass.Sheet.Seconds)
                );
    }

    /// <summary>To make ready for a pass after another, s.</summary>
    /// <param name="last">What was done before; null at the start.</param>
    /// <param name="next">What comes.</param>
    public double SetupSeconds(Pass? last, Pass next)
    {
        ArgumentNullException.ThrowIfNull(next);
        var tool = next.Sheet.Tool;
        if (last is not null && last.Sheet.Tool == tool)
        {
            if (SameOnTool(last, next))
                return NextCardSeconds;
            if (tool != Tool.Brush)
                return StrokeTable.Of(tool).ChangeSeconds;
            return IsLighter(next, last) ? LighterMixSeconds : NextMixSeconds;
        }
        return tool == Tool.Brush ? NextMixSeconds : StrokeTable.Of(tool).TakeSeconds;
    }

    /// <summary>The tool can go on as it is: the same mixes are on it; clean water beside them changes nothing.</summary>
    public static bool SameOnTool(Pass last, Pass next)
    {
        ArgumentNullException.ThrowIfNull(last);
        ArgumentNullException.ThrowIfNull(next);
        return last.Sheet.Tool == next.Sheet.Tool && last.Colours.SequenceEqual(next.Colours);
    }

    /// <summary>Its mix is so much lighter than another's that the brush must be cleaner for it.</summary>
    public static bool IsLighter(Pass pass, Pass than)
    {
        ArgumentNullException.ThrowIfNull(pass);
        ArgumentNullException.ThrowIfNull(than);
        return (pass.MixLightness ?? pass.Lightness) > (than.MixLightness ?? than.Lightness) + Lighter;
    }

    private double FactorOf(Pass pass) =>
        Learned.FirstOrDefault(speed => speed.Stroke == pass.Stroke && speed.Water == pass.Water)?.Factor ?? 1;
}
