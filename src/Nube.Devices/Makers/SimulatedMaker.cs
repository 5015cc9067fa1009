using System.Collections.Immutable;
using MathNet.Numerics.Distributions;
using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Planning;

namespace Nube.Devices.Makers;

/// <summary>What a maker did at the bench.</summary>
/// <param name="Taps">All taps, oldest first.</param>
/// <param name="End">When the last step was done.</param>
/// <param name="LeftOut">Numbers of steps that were tapped as done and were not.</param>
/// <param name="WetStarts">How often colour was laid on or beside what was wet still: it bleeds.</param>
public sealed record Worked(ImmutableArray<Tap> Taps, DateTimeOffset End, ImmutableHashSet<int> LeftOut, int WetStarts);

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

    /// <summary>How long water takes in this maker's room, against what is reckoned.</summary>
    public double Room { get; } = Math.Exp(Normal.Sample(new Random(seed), 0, RoomError));

    /// <summary>How much of a load this hand lays on an area, against what it should.</summary>
    public double StrengthOn(int area) =>
        Math.Exp(Normal.Sample(new Random(HashCode.Combine(seed, area)), 0, StrengthError));

    /// <summary>Works a plan to its end as the bench leads.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="before">What was done before.</param>
    /// <param name="start">When it goes on.</param>
    public Worked Follow(
        Plan plan,
        IReadOnlyCollection<(int One, int Other)> touching,
        ImmutableArray<Tap> before,
        DateTimeOffset start
    )
    {
        ArgumentNullException.ThrowIfNull(plan);
        var random = new Random(HashCode.Combine(seed, before.Length));
        var (taps, now, wetStarts) = (before.ToList(), start, 0);
        var leftOut = ImmutableHashSet.CreateBuilder<int>();
        var dryAt = new Dictionary<(int Card, int Area), DateTimeOffset>();
        var beside = touching
            .Concat(touching.Select(pair => (pair.Other, pair.One)))
            .ToLookup(pair => pair.Item1, pair => pair.Item2);
        Pass? last = null;
        while (BenchLog.At(plan, touching, taps, now) is { Current: { } current } bench)
        {
            if (bench.Holdup is { } holdup)
            {
                if (bench.Meanwhile is { } meanwhile)
                    taps.Add(new Tap(TapKind.Take, meanwhile, now, ""));
                else
                    now = holdup.ReadyAt.AddSeconds(1); // a moment is told in whole ticks
                continue;
            }
            var step = plan.Steps[current - 1];
            var pass = plan.PassOf(step);
            if (IsWet(step.Card, pass))
            {
                if (random.NextDouble() < LooksFirst)
                {
                    taps.Add(new Tap(TapKind.StillWet, current, now, ""));
                    now = now.AddSeconds(LooksAgainSeconds);
                    continue;
                }
                wetStarts++;
            }
            var takes = Hand.Ordinary.SetupSeconds(last, pass) + Hand.Ordinary.PaintSeconds(pass);
            now = now.AddSeconds(takes * Math.Exp(Normal.Sample(random, 0, SpeedError)));
            taps.Add(new Tap(TapKind.Done, current, now, ""));
            last = pass;
            if (random.NextDouble() < Forgets)
            {
                leftOut.Add(current);
                continue;
            }
            if (pass.Leaves == Leaves.Water)
            {
                foreach (var area in pass.Areas)
                    dryAt[(step.Card, area)] = now + plan.TimesOf(pass, area).Dry * Room;
            }
        }
        return new Worked([.. taps], now, leftOut.ToImmutable(), wetStarts);

        bool IsWet(int card, Pass pass) =>
            pass
                .Areas.SelectMany(area => beside[area].Append(area))
                .Any(area => dryAt.TryGetValue((card, area), out var dry) && dry > now);
    }
}
