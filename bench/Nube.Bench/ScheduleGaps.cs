using System.Diagnostics;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Planning;

namespace Nube.Bench;

/// <summary>
/// How near plans come to the proven bound: greedy at once, after the search, and strictly colour by colour. Targets:
/// within 3 % for 12 areas x 3 passes x 6 cards and 1 % for 40 x 2 x 6 after 2 CPU-s; 10 % better than colour by colour
/// at six cards.
/// </summary>
internal static class ScheduleGaps
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];

    /// <summary>Prints a table.</summary>
    public static void Run()
    {
        foreach (var cards in new[] { 1, 3, 6 })
        {
            var (plan, ring) = Ring(cards);
            var better = Scheduler.Improve(plan, ring, Hand.Ordinary, SearchEffort.Usual);
            Console.WriteLine(
                FormattableString.Invariant(
                    $"a ring of 12 areas x 3 passes x {cards} cards, 12 mixes: bound {better.AtLeastSeconds / 60:0.0} min, greedy +{Gap(plan):0.0} %, after the search +{Gap(better):0.0} %"
                )
            );
        }
        foreach (
            var (areas, layers, cards, mixes) in new[]
            {
                (12, 3, 6, 12),
                (12, 3, 6, 5),
                (40, 2, 6, 40),
                (40, 2, 6, 10),
                (12, 3, 1, 12),
                (12, 3, 3, 12),
                (12, 3, 3, 5),
                (40, 2, 1, 10),
                (40, 2, 3, 10),
                (60, 3, 24, 12),
            }
        )
        {
            Greedy(areas, layers, 1, mixes);
            var watch = Stopwatch.StartNew();
            var (plan, touching) = Greedy(areas, layers, cards, mixes);
            var timed = watch.Elapsed.TotalMilliseconds;
            watch.Restart();
            using var self = Process.GetCurrentProcess();
            var cpu = self.TotalProcessorTime;
            var better = Scheduler.Improve(plan, touching, Hand.Ordinary, SearchEffort.Usual);
            self.Refresh();
            Console.WriteLine(
                FormattableString.Invariant(
                    $"{areas} areas x {layers} passes x {cards} cards, {mixes} mixes, {plan.Passes.Length} passes in {timed:0} ms: bound {better.AtLeastSeconds / 60:0.0} min, greedy +{Gap(plan):0.0} %, after the search +{Gap(better):0.0} % ({watch.Elapsed.TotalSeconds:0.0} s, {(self.TotalProcessorTime - cpu).TotalSeconds:0.0} CPU-s), colour by colour +{100 * (ColourByColour(plan, touching) / plan.AtLeastSeconds - 1):0} %; hands wait {(better.FinishSeconds - better.HandsSeconds) / 60:0.0} min, {better.CountChanges()} changes take {better.Steps.Where(step => step.Rinse).Sum(step => step.SetupSeconds) / 60:0.0} min"
                )
            );
        }
    }

    /// <summary>The image of <see cref="PlanBenchmarks"/>: a ring of areas, two of which are joined across.</summary>
    private static (Plan Plan, (int, int)[] Touching) Ring(int cards)
    {
        (int, int)[] touching = [.. Enumerable.Range(1, 11).Select(i => (i, i + 1)), (1, 12), (2, 7), (4, 9)];
        var areas = Enumerable
            .Range(1, 12)
            .Select(i =>
                FlatAreas.Area(i, 60 + 90 * (i % 5), i, new Strength(4), 2, 1, layer => 90.0 - i - 9 * layer, Paper)
            )
            .ToList();
        return (
            Scheduler.PlanRun(
                PassBuilder.Passes(
                    areas,
                    touching,
                    pace: new Pace(cards, Hand.Ordinary, Paper, Air.OrdinaryRoom, PlanOptions.None)
                ),
                touching,
                cards,
                Paper,
                Air.OrdinaryRoom,
                Hand.Ordinary
            ),
            touching
        );
    }

    private static double Gap(Plan plan) => 100 * (plan.FinishSeconds / plan.AtLeastSeconds - 1);

    private static (Plan Plan, (int, int)[] Touching) Greedy(int count, int layers, int cards, int mixes)
    {
        var random = new Random(count * 100 + layers * 10 + cards);
        // A band of areas, each touching the next and now and then one farther on, as outlined images do.
        var touching = Enumerable
            .Range(1, count - 1)
            .Select(i => (i, i + 1))
            .Concat(Enumerable.Range(1, count / 3).Select(i => (i * 2, Math.Min(count, i * 2 + 3 + random.Next(3)))))
            .Where(t => t.Item1 != t.Item2)
            .Distinct()
            .ToArray();
        var areas = Enumerable
            .Range(1, count)
            .Select(i =>
                FlatAreas.Area(
                    i,
                    60 + random.Next(500),
                    i % mixes,
                    new Strength(4),
                    layers - 1,
                    1,
                    layer => 92.0 - 3 * (i % mixes) - 9 * layer,
                    Paper
                )
            )
            .ToList();
        return (
            Scheduler.PlanRun(
                PassBuilder.Passes(
                    areas,
                    touching,
                    pace: new Pace(cards, Hand.Ordinary, Paper, Air.OrdinaryRoom, PlanOptions.None)
                ),
                touching,
                cards,
                Paper,
                Air.OrdinaryRoom,
                Hand.Ordinary
            ),
            touching
        );
    }

    /// <summary>When all is done if each pass is painted on all cards before the next, light to dark.</summary>
    private static double ColourByColour(Plan plan, (int One, int Other)[] touching)
    {
        var dry = new Dictionary<(int, int), double>();
        var free = 0.0;
        Pass? last = null;
        foreach (var pass in plan.Passes)
        {
            var near = pass
                .Areas.Concat(touching.Where(t => pass.Areas.Contains(t.One)).Select(t => t.Other))
                .Concat(touching.Where(t => pass.Areas.Contains(t.Other)).Select(t => t.One))
                .ToList();
            for (var card = 1; card <= plan.Cards; card++)
            {
                var setup =
                    last is not null && last.Mix == pass.Mix
                        ? Hand.Ordinary.NextCardSeconds
                        : Hand.Ordinary.NextMixSeconds;
                var start = near.Select(area => dry.GetValueOrDefault((card, area))).Append(free + setup).Max();
                free =
                    start
                    + pass.Areas.Length * Hand.Ordinary.SecondsPerArea
                    + pass.PaintedMm2 * Hand.Ordinary.SecondsPerMm2;
                foreach (var area in pass.Areas)
                    dry[(card, area)] = free + plan.TimesOf(pass, area).Dry.TotalSeconds;
                last = pass;
            }
        }
        return free;
    }
}
