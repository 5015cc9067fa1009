using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Swatches;

namespace Nube.Core.Bench;

/// <summary>What was seen of a stroke: how long it took against an ordinary hand.</summary>
/// <param name="Stroke">The stroke.</param>
/// <param name="Water">How wet the brush was.</param>
/// <param name="SumOfLogs">Sum of the natural logarithms of time taken / time of an ordinary hand.</param>
/// <param name="Times">How often it was seen.</param>
public sealed record StrokeEvidence(Stroke Stroke, BrushWater Water, double SumOfLogs, int Times);

/// <summary>What was seen of drying on a paper in the maker's room.</summary>
/// <param name="Paper">The paper's name.</param>
/// <param name="SumOfLogs">Sum of the natural logarithms of time until dry / time by the formula.</param>
/// <param name="Times">How often it was seen.</param>
public sealed record DryingEvidence(string Paper, double SumOfLogs, int Times);

/// <summary>How a hand diluted on a swatch sheet.</summary>
/// <param name="Sheet">The sheet.</param>
/// <param name="Seen">What its rows say together.</param>
public sealed record SheetDilution(Guid Sheet, DilutionSeen Seen);

/// <summary>How a hand diluted on the cards of a run that were looked at.</summary>
/// <param name="Run">The run.</param>
/// <param name="Seen">What its cards say together, and how far the device may be off.</param>
public sealed record RunDilution(Guid Run, DilutionSeen Seen);

/// <summary>What bench, swatch sheets and checked cards have taught about a maker's hand and room.</summary>
/// <remarks>
/// A factor is the mean of logarithms drawn towards 1 as if an ordinary hand had been seen <see cref="PriorTimes"/>
/// times: the posterior mean of a normal with known spread under a normal prior (A. Gelman et al.,
/// "Bayesian Data Analysis", 2.5), with the prior as wide as what is seen spreads, over <see cref="PriorTimes"/>.
/// </remarks>
/// <param name="Strokes">By stroke and wetness.</param>
/// <param name="Drying">By paper.</param>
public sealed record Learned(ImmutableArray<StrokeEvidence> Strokes, ImmutableArray<DryingEvidence> Drying)
{
    private const double SpreadByDevice = 0.03; // of an exponent, from one scanner or phone to another: invented devices

    /// <summary>
    /// How many observations the prior counts for. This project's own: one run of a few cards outweighs it.
    /// </summary>
    public const double PriorTimes = 3;

    /// <summary>Nothing yet.</summary>
    public static Learned Nothing { get; } = new([], []);

    /// <summary>The maker's hand.</summary>
    public Hand Hand() =>
        Planning.Hand.Ordinary with
        {
            Learned =
            [
                .. Strokes.Select(seen => new LearnedSpeed(
                    seen.Stroke,
                    seen.Water,
                    Factor(seen.SumOfLogs, seen.Times)
                )),
            ],
        };

    /// <summary>The factor on drying times on a paper; 1 where nothing was seen.</summary>
    public double DryingFactor(string paper) =>
        Drying.FirstOrDefault(seen => seen.Paper == paper) is { } seen ? Factor(seen.SumOfLogs, seen.Times) : 1;

    /// <summary>By swatch sheet, how the hand diluted on it.</summary>
    public ImmutableArray<SheetDilution> Sheets { get; init; } = [];

    /// <summary>By run, how the hand diluted on its cards.</summary>
    public ImmutableArray<RunDilution> Runs { get; init; } = [];

    /// <summary>By run, what else its cards tell of the hand.</summary>
    public ImmutableArray<HandOfRun> Hands { get; init; } = [];

    /// <summary>How the maker's hand lays colour.</summary>
    [JsonIgnore]
    public LayingHand LayingHand => HandOfRun.After(Hands, new LayingHand(Dilution));

    /// <summary>
    /// How the maker's hand dilutes: the mean of what its sheets and cards say and of an ordinary hand, each by its precision. To
    /// two digits, so that a colour changes only with a hand that is seen to be another.
    /// </summary>
    [JsonIgnore]
    public Dilution Dilution
    {
        get
        {
            var prior = 1 / (Beforehand.SpreadOfDilution * Beforehand.SpreadOfDilution);
            var (weighted, precision) = (prior, prior);
            foreach (var (_, seen) in Sheets.Where(sheet => sheet.Seen.Precision > 0))
            {
                var own = 1 / (1 / seen.Precision + SpreadByDevice * SpreadByDevice);
                weighted += own * seen.Weighted / seen.Precision;
                precision += own;
            }
            return new Dilution(
                Math.Round(
                    (weighted + Runs.Sum(run => run.Seen.Weighted)) / (precision + Runs.Sum(run => run.Seen.Precision)),
                    2
                )
            );
        }
    }

    /// <summary>With what a sheet says of the hand, instead of what it said before.</summary>
    public Learned With(SheetDilution sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return this with { Sheets = [.. Sheets.Where(one => one.Sheet != sheet.Sheet), sheet] };
    }

    /// <summary>With what the cards of a run say of the hand, instead of what they said before.</summary>
    public Learned With(RunDilution run)
    {
        ArgumentNullException.ThrowIfNull(run);
        return run.Seen.Precision <= 0 ? this : this with { Runs = [.. Runs.Where(one => one.Run != run.Run), run] };
    }

    /// <summary>With what else the cards of a run say of the hand, instead of what they said before.</summary>
    public Learned With(HandOfRun run)
    {
        ArgumentNullException.ThrowIfNull(run);
        return this with { Hands = [.. Hands.Where(one => one.Run != run.Run), run] };
    }

    /// <summary>With what was seen on another run.</summary>
    public Learned With(Learned seen)
    {
        ArgumentNullException.ThrowIfNull(seen);
        return new Learned(
            [
                .. Strokes
                    .Concat(seen.Strokes)
                    .GroupBy(one => (one.Stroke, one.Water))
                    .OrderBy(group => group.Key)
                    .Select(group => new StrokeEvidence(
                        group.Key.Stroke,
                        group.Key.Water,
                        group.Sum(one => one.SumOfLogs),
                        group.Sum(one => one.Times)
                    )),
            ],
            [
                .. Drying
                    .Concat(seen.Drying)
                    .GroupBy(one => one.Paper)
                    .OrderBy(group => group.Key, StringComparer.Ordinal)
                    .Select(group => new DryingEvidence(
                        group.Key,
                        group.Sum(one => one.SumOfLogs),
                        group.Sum(one => one.Times)
                    )),
            ]
        )
        {
            Sheets = Sheets,
            Runs = Runs,
            Hands = Hands,
        };
    }

    /// <inheritdoc />
    public bool Equals(Learned? other) =>
        other is not null
        && Strokes.SequenceEqual(other.Strokes)
        && Drying.SequenceEqual(other.Drying)
        && Sheets.SequenceEqual(other.Sheets)
        && Runs.SequenceEqual(other.Runs)
        && Hands.SequenceEqual(other.Hands);

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Strokes.Length, Drying.Length);

    private static double Factor(double sumOfLogs, int times) => Math.Exp(sumOfLogs / (times + PriorTimes));
}

/// <summary>Reads from a run's taps how fast its maker was and how soon things dried.</summary>
public static class Learning
{
    // A tap that comes much too early or late is a tap for several steps at once, or a cup of tea. This project's own.
    private const double LeastRatio = 0.2,
        MostRatio = 5;

    /// <summary>What a run's taps teach.</summary>
    /// <param name="plan">The plan that was followed.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="taps">All taps, oldest first.</param>
    /// <param name="paper">The paper's name.</param>
    public static Learned From(
        Plan plan,
        IReadOnlyCollection<(int One, int Other)> touching,
        IReadOnlyList<Tap> taps,
        string paper
    )
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(taps);
        var strokes = new List<StrokeEvidence>();
        var drying = new List<DryingEvidence>();
        var reckoned = Math.Log(plan.Options.DryingFactor); // as a logarithm of what the formula says
        var stillWet = new Dictionary<int, double>(); // by card, the least that its last wash takes, as a logarithm
        Tap? before = null;
        for (var i = 0; i < taps.Count; i++)
        {
            var tap = taps[i];
            if (tap.Step < 1 || tap.Step > plan.Steps.Length)
                continue;
            var step = plan.Steps[tap.Step - 1];
            var pass = plan.PassOf(step);
            if (tap.IsDone)
            {
                if (before is not null)
                {
                    // The hands began when the last step was done or a finger found it dry. What waited for the clock
                    // to say so teaches nothing: it may have begun before.
                    var earlier = taps.Take(i).ToList();
                    var free = earlier.Max(one => one.At);
                    var holdup = BenchLog
                        .At(plan, touching, [.. earlier, new Tap(TapKind.Take, tap.Step, free, "")], free)
                        .Holdup;
                    var ordinary = Hand.Ordinary.PaintSeconds(pass) + Hand.Ordinary.SetupSeconds(PassOf(before), pass);
                    if (
                        (holdup is null || holdup.ReadyAt <= free)
                        && Ratio((tap.At - free).TotalSeconds, ordinary) is { } log
                    )
                        strokes.Add(new StrokeEvidence(pass.Stroke, pass.Water, log, 1));
                }
                before = tap;
                NoMoreIsKnownOf(step.Card);
            }
            else if (
                tap.Kind is TapKind.DryNow or TapKind.DryHere or TapKind.StillWet
                && WettestWash(step.Card, tap.Kind == TapKind.DryHere ? NearTo(pass) : null, taps.Take(i)) is { } wash
            )
            {
                var air = taps.Take(i).LastOrDefault(one => one.Kind == TapKind.Air)?.AirFactor ?? 1;
                var byFormula =
                    air
                    * plan.TimesOf(plan.PassOf(plan.Steps[wash.Step - 1])).Dry.TotalSeconds
                    / plan.Options.DryingFactor;
                if (Ratio((tap.At - wash.At).TotalSeconds, byFormula) is not { } log)
                    continue;
                if (tap.Kind is TapKind.DryNow or TapKind.DryHere)
                {
                    drying.Add(new DryingEvidence(paper, log, 1));
                    stillWet.Remove(step.Card);
                }
                // What is wet although it should be dry takes at least as long as it has taken; when a finger finds it
                // dry later, that counts instead. Where a finger may have found it dry before its time and did not, it
                // took as long as was reckoned, or only quick washes would count. What is wet sooner teaches nothing.
                else if (log >= Math.Log(RoomFelt.Soonest) + reckoned)
                    stillWet[step.Card] = Math.Max(log, reckoned);
            }
        }
        foreach (var card in stillWet.Keys.ToList())
            NoMoreIsKnownOf(card);
        return Learned.Nothing.With(new Learned([.. strokes], [.. drying]));

        void NoMoreIsKnownOf(int card)
        {
            if (stillWet.Remove(card, out var atLeast))
                drying.Add(new DryingEvidence(paper, atLeast, 1));
        }

        Pass PassOf(Tap of) => plan.PassOf(plan.Steps[of.Step - 1]);

        // Where a finger feels whether a pass can begin.
        HashSet<int> NearTo(Pass next) =>
            [
                .. next.Areas,
                .. touching.Where(pair => next.Areas.Contains(pair.One)).Select(pair => pair.Other),
                .. touching.Where(pair => next.Areas.Contains(pair.Other)).Select(pair => pair.One),
            ];

        // The wash of a card, or of some of its areas, that would have dried last.
        Tap? WettestWash(int card, HashSet<int>? among, IEnumerable<Tap> earlier) =>
            earlier
                .Where(tap => tap.IsDone && plan.Steps[tap.Step - 1].Card == card && PassOf(tap).Leaves == Leaves.Water)
                .Where(tap => among is null || PassOf(tap).Areas.Any(among.Contains))
                .MaxBy(tap => tap.At + plan.TimesOf(PassOf(tap)).Dry);

        static double? Ratio(double taken, double expected) =>
            expected > 0 && taken / expected is >= LeastRatio and <= MostRatio ? Math.Log(taken / expected) : null;
    }
}
