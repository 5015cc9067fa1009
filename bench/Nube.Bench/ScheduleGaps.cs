using System.Diagnostics;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
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

    /// <summary>
    /// Gaps on images that nothing was set on: 6 to 40 areas of any size, each touching some around it, in 3 to 9 mixes of
    /// 1 to 3 layers. Seeds from 1 are for setting the search, those from 1001 for reporting.
    /// </summary>
    /// <param name="firstSeed">The first seed.</param>
    /// <param name="images">How many.</param>
    public static void Unseen(int firstSeed = 1001, int images = 16)
    {
        foreach (var turns in new[] { Turns.Steady, Turns.Soonest })
        {
            foreach (var cards in new[] { 6, 12 })
            {
                var seen = Enumerable.Range(firstSeed, images).Select(seed => Searched(seed, cards, turns)).ToList();
                double Middle(Func<Plan, double> of) => seen.Select(of).Order().ElementAt(images / 2);
                Console.WriteLine(
                    FormattableString.Invariant(
                        $"{images} unseen images x {cards} cards, {turns}: gap to the bound {Middle(Gap):0.0} % in the median, {seen.Max(Gap):0.0} % at worst; {Middle(plan => plan.FinishSeconds) / 60:0.0} min, {seen.Average(plan => plan.CountChanges()):0.0} changes, {seen.Average(Waits):0.0} waits"
                    )
                );
            }
        }
    }

    private static double Waits(Plan plan) => plan.Steps.Count(step => step.Wait is not null);

    private static Plan Searched(int seed, int cards, Turns turns)
    {
        var random = new Random(seed);
        var count = random.Next(6, 41);
        var mixes = random.Next(3, 10);
        // Areas in a lattice a little pushed about, so that each touches two to six others.
        var columns = (int)Math.Ceiling(Math.Sqrt(count));
        var touching = new List<(int One, int Other)>();
        for (var one = 0; one < count; one++)
        {
            if ((one + 1) % columns != 0 && one + 1 < count && random.Next(4) > 0)
                touching.Add((one + 1, one + 2));
            if (one + columns < count && random.Next(4) > 0)
                touching.Add((one + 1, one + columns + 1));
            if ((one + 1) % columns != 0 && one + columns + 1 < count && random.Next(3) == 0)
                touching.Add((one + 1, one + columns + 2));
        }
        var areas = Enumerable
            .Range(1, count)
            .Select(area =>
            {
                var mix = random.Next(mixes);
                return FlatAreas.Area(
                    area,
                    20 * Math.Exp(3.4 * random.NextDouble()),
                    mix,
                    new Strength(4),
                    1 + mix % 2,
                    random.Next(2),
                    layer => 92.0 - 5 * mix - 9 * layer,
                    Paper
                );
            })
            .ToList();
        var options = new PlanOptions { Turns = turns };
        var pace = new Pace(cards, Hand.Ordinary, Paper, Air.OrdinaryRoom, options);
        var plan = Scheduler.PlanRun(
            PassBuilder.Passes(areas, touching, pace: pace),
            touching,
            cards,
            Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary,
            options
        );
        return Scheduler.Improve(plan, touching, Hand.Ordinary, SearchEffort.Usual);
    }

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
