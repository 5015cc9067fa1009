using System.Collections.Immutable;
using BenchmarkDotNet.Attributes;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Planning;

namespace Nube.Bench;

/// <summary>
/// The whole plan for 12 areas in 3 passes each on 6 cards, every area with a mix of its own. Target: 300 ms.
/// </summary>
public class PlanBenchmarks
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];
    private readonly (int, int)[] touching =
    [
        .. Enumerable.Range(1, 11).Select(i => (i, i + 1)),
        (1, 12),
        (2, 7),
        (4, 9),
    ];

    [Benchmark]
    public Plan TwelveAreasSixCards()
    {
        var areas = Enumerable
            .Range(1, 12)
            .Select(i =>
                FlatAreas.Area(i, 60 + 90 * (i % 5), i, new Strength(4), 2, 1, layer => 90.0 - i - 9 * layer, Paper)
            )
            .ToList();
        return Scheduler.PlanRun(
            PassBuilder.Passes(
                areas,
                touching,
                pace: new Pace(6, Hand.Ordinary, Paper, Air.OrdinaryRoom, PlanOptions.None)
            ),
            touching,
            6,
            Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary
        );
    }
}
