using System.Collections.Immutable;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Random;
using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Planning;

namespace Nube.Devices.Makers;

/// <summary>What a maker did at the bench.</summary>
/// <param name="Taps">All taps, oldest first.</param>
/// <param name="End">When the last step was done.</param>
/// <param name="LeftOut">Numbers of steps that were tapped as done and were not.</param>
/// <param name="WetStarts">How often colour was laid on or beside what was wet still: it bleeds.</param>
public sealed record Worked(ImmutableArray<Tap> Taps, DateTimeOffset End, ImmutableHashSet<int> LeftOut, int WetStarts)
{
    /// <summary>Nothing was done yet.</summary>
    public static Worked Nothing { get; } = new([], DateTimeOffset.MinValue, [], 0);
}

/// <summary>Stands in for a beginner: lays too much or too little, is quicker or slower, forgets, and is impatient now and then.</summary>
/// <remarks>
/// The errors are this project's own guess of a beginner's. The room dries faster or slower than is reckoned, which the
/// maker feels with a finger before most steps.
/// </remarks>
/// <param name="seed">Which beginner.</param>
public sealed class SimulatedMaker(int seed)
{
    private const double StrengthError = 0.3, // standard deviation of ln load, from area to area
        SpeedError = 0.25, // the same of the time that a stroke takes
        RoomError = 0.15; // the same of the time that water takes, against what is reckoned
    private const double Forgets = 0.01, // share of steps
        LooksFirst = 0.95; // share of steps before which a finger feels whether it is dry
    private const double LooksAgainSeconds = 60;
    private const int Apart = 100_003; // more than there are areas, so that no two draws share a seed

    /// <summary>How long water takes in this maker's room, against what is reckoned.</summary>
    public double Room { get; } = Math.Exp(Normal.Sample(Of(seed, 0), 0, RoomError));

    /// <summary>How much of a load this hand lays on an area, against what it should.</summary>
    public double StrengthOn(int area) => Math.Exp(Normal.Sample(Of(seed, area), 0, StrengthError));

    /// <summary>Works a plan to its end as the bench leads.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="before">What was done before; it may be wet still.</param>
    /// <param name="start">When it goes on.</param>
    public Worked Follow(
        Plan plan,
        IReadOnlyCollection<(int One, int Other)> touching,
        Worked before,
        DateTimeOffset start
    )
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(before);
        var random = Of(seed, -1 - before.Taps.Length);
        var (taps, now, wetStarts) = (before.Taps.ToList(), start, 0);
        var leftOut = ImmutableHashSet.CreateBuilder<int>();
        var lies = new Dictionary<(int Card, int Area), (Pass Pass, DateTimeOffset DryAt)>();
        var beside = touching
            .Concat(touching.Select(pair => (pair.Other, pair.One)))
            .ToLookup(pair => pair.Item1, pair => pair.Item2);
        foreach (var tap in before.Taps.Where(tap => tap.IsDone && !before.LeftOut.Contains(tap.Step)))
            Lay(plan.Steps[tap.Step - 1], tap.At);
        Pass? last = null;
        var prepared = 0; // the step for which brush and colour are ready
        while (BenchLog.At(plan, touching, taps, now) is { Current: { } current } bench)
        {
            if (bench.Holdup is { } holdup)
            {
                if (bench.Meanwhile is { } meanwhile)
                    taps.Add(new Tap(TapKind.Take, meanwhile, now, ""));
                else
                {
                    // Brush and colour are made ready while it dries; then a finger feels when the bench asks for it.
                    var (ready, setUp) = (holdup.ReadyAt.AddSeconds(1), now.AddSeconds(SetupOf(current)));
                    (now, prepared) = (Later(holdup.FeelFrom ?? ready, setUp), current); // a moment is told in whole ticks
                    if (now >= ready)
                        continue;
                    if (random.NextDouble() < LooksFirst)
                        taps.Add(new Tap(IsWetFor(current) ? TapKind.StillWet : TapKind.DryHere, current, now, ""));
                    else
                        now = now.AddSeconds(LooksAgainSeconds);
                }
                continue;
            }
            var step = plan.Steps[current - 1];
            var pass = plan.PassOf(step);
            if (IsWetFor(current))
            {
                if (random.NextDouble() < LooksFirst)
                {
                    taps.Add(new Tap(TapKind.StillWet, current, now, ""));
                    now = now.AddSeconds(LooksAgainSeconds);
                    continue;
                }
                wetStarts++;
            }
            var takes = SetupOf(current) + Hand.Ordinary.PaintSeconds(pass);
            now = now.AddSeconds(takes * Math.Exp(Normal.Sample(random, 0, SpeedError)));
            taps.Add(new Tap(TapKind.Done, current, now, ""));
            last = pass;
            if (random.NextDouble() < Forgets)
            {
                leftOut.Add(current);
                continue;
            }
            Lay(step, now);
        }
        return new Worked([.. taps], now, leftOut.ToImmutable(), wetStarts);

        void Lay(PlannedStep step, DateTimeOffset at)
        {
            var pass = plan.PassOf(step);
            if (pass.Leaves != Leaves.Water)
                return;
            foreach (var area in pass.Areas)
                lies[(step.Card, area)] = (pass, at + plan.TimesOf(pass, area).Dry * Room);
        }

        static DateTimeOffset Later(DateTimeOffset one, DateTimeOffset other) => one > other ? one : other;

        double SetupOf(int step) =>
            step == prepared ? 0 : Hand.Ordinary.SetupSeconds(last, plan.PassOf(plan.Steps[step - 1]));

        // The same colour that flows together is still one.
        bool IsWetFor(int number)
        {
            var (card, pass) = (plan.Steps[number - 1].Card, plan.PassOf(plan.Steps[number - 1]));
            return pass.Areas.Any(area => Wet(card, area) is not null)
                || pass.Leaves == Leaves.Water
                    && pass.Areas.SelectMany(area => beside[area])
                        .Any(area => Wet(card, area) is { } there && there.Mix != pass.Mix);
        }

        Pass? Wet(int card, int area) =>
            lies.TryGetValue((card, area), out var what) && what.DryAt > now ? what.Pass : null;
    }

    private static Xoshiro256StarStar Of(int seed, int what) => new(unchecked(seed * Apart + what));
}
