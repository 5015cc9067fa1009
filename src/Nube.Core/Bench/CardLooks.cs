using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Mixing;
using Nube.Core.Planning;
using Nube.Core.Stamping;

namespace Nube.Core.Bench;

/// <summary>A step that was done with another mix than planned.</summary>
/// <param name="Step">Its number.</param>
/// <param name="Mix">What was taken.</param>
/// <param name="Area">The area on which it differs most.</param>
/// <param name="Planned">What the area was to look like after it.</param>
/// <param name="Really">What it looks like.</param>
/// <param name="Difference">CIEDE2000 between them, of the zone where it is largest; null for drops and lines, whose
/// own colours are given.</param>
public sealed record Otherwise(
    int Step,
    PaintMix Mix,
    int Area,
    ZoneColours Planned,
    ZoneColours Really,
    double? Difference
);

/// <summary>What cards look like after what was really done to them.</summary>
/// <remarks>
/// The acts of the steps that are done, laid in the order in which they were (<see cref="CardFold"/>): with the mix
/// that was taken where it was another than planned, and paler where a print is a later one from the same inking.
/// </remarks>
public static class CardLooks
{
    /// <summary>What lies on each card now; nothing for what is still bare.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="bench">The bench.</param>
    /// <param name="paints">The run's colourants on its paper.</param>
    public static ImmutableArray<CardSurface> Of(Plan plan, BenchState bench, Paints paints)
    {
        var cards = Enumerable.Repeat(CardSurface.Bare, plan?.Cards ?? 0).ToArray();
        foreach (var (step, _, after) in Course(plan!, bench, paints))
            cards[step.Card - 1] = after;
        return [.. cards];
    }

    /// <summary>The steps that were done with another mix, in their order, and what that made of the card.</summary>
    public static ImmutableArray<Otherwise> Otherwise(Plan plan, BenchState bench, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(bench);
        if (bench.Instead.IsEmpty)
            return [];
        var planned = Course(plan, bench with { Instead = ImmutableDictionary<int, PaintMix>.Empty }, paints)
            .ToDictionary(done => done.Step.Number, done => done.After);
        return
        [
            .. Course(plan, bench, paints)
                .Where(done => bench.Instead.ContainsKey(done.Step.Number))
                .Select(done =>
                {
                    var (number, pass, taken) = (done.Step.Number, done.Pass, bench.Instead[done.Step.Number]);
                    if (pass.Zone == Zone.Details)
                        return new Otherwise(number, taken, pass.Areas[0], ByItself(pass.Mix), ByItself(taken), null);
                    var most = pass
                        .Areas.Where(done.After.Areas.ContainsKey)
                        .Select(area =>
                            (
                                Area: area,
                                Planned: planned[number].Areas[area].Colours(),
                                Really: done.After.Areas[area].Colours()
                            )
                        )
                        .MaxBy(area => Difference(area.Planned, area.Really));
                    return new Otherwise(
                        number,
                        taken,
                        most.Area,
                        most.Planned,
                        most.Really,
                        Difference(most.Planned, most.Really)
                    );
                }),
        ];

        ZoneColours ByItself(PaintMix mix)
        {
            var bare = Surface.Bare(paints);
            return (mix.Parts.IsEmpty ? bare : Laying.Lay(bare, Act.Lay(mix, Zone.Whole), paints)).Colours();
        }
    }

    /// <summary>Step by step as they were done: the step, its pass as planned, its card after it.</summary>
    private static IEnumerable<(PlannedStep Step, Pass Pass, CardSurface After)> Course(
        Plan plan,
        BenchState bench,
        Paints paints
    )
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(bench);
        var fold = new CardFold(paints, plan.Pieces);
        var cards = new CardSurface[plan.Cards];
        foreach (var number in bench.Done)
        {
            var step = plan.Steps[number - 1];
            var pass = plan.PassOf(step);
            var share = bench.Prints.TryGetValue(number, out var print) ? Generations.RelativeLoad(print.Print) : 1;
            var after = fold.After(
                cards[step.Card - 1] ?? CardSurface.Bare,
                pass,
                bench.Instead.GetValueOrDefault(number),
                share
            );
            cards[step.Card - 1] = after;
            yield return (step, pass, after);
        }
    }

    private static double Difference(ZoneColours one, ZoneColours other) =>
        new[] { (one.Light, other.Light), (one.Middle, other.Middle), (one.Shadow, other.Shadow) }.Max(zone =>
            Ciede2000.Difference(zone.Item1.ToLab(), zone.Item2.ToLab())
        );
}
