using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Materials;

namespace Nube.Core.Checking;

/// <summary>Sums of squares by which it is told how far a hand errs with a kind of colourant.</summary>
/// <param name="Loads">Of how far loads were off from the hand's own strength, as logarithms.</param>
/// <param name="Variations">Of coefficients of variation within areas.</param>
/// <param name="Mixes">Of how far mixes were off from all that a stronger or weaker hand would have left, CIEDE2000.</param>
/// <param name="Singles">The same of colours as they come: what the reading and what is known of the paints leave
/// open.</param>
public sealed record HandErrsSeen(SquaresSeen Loads, SquaresSeen Variations, SquaresSeen Mixes, SquaresSeen Singles)
{
    /// <summary>Nothing was seen.</summary>
    public static HandErrsSeen Nothing { get; } = new(default, default, default, default);

    // How many areas the belief beforehand counts for: this project's own, about one card.
    private const double Beforehand = 15;

    // CIEDE2000 that colours as they come lie beside all that a stronger or weaker hand would have left: of the trial cards.
    private const double SinglesBeforehand = 2;

    // How much of what mixes are off by is seen: the device, told from the same areas, takes some of it for its own way to see.
    // Of the trial cards whose mixes are 1.2, 3.5 and 5.8 off.
    private const double SeenOfMixing = 0.65;

    // Steps in which errors are told, so that a recipe changes only with a hand that is seen to be another.
    private const double StepOfSpread = 0.05,
        StepOfUnevenness = 0.01,
        StepOfMixing = 0.5;

    /// <summary>
    /// How far the hand errs: variances that are drawn towards an ordinary hand's as if that had been seen on a card (the mean of
    /// a scaled inverse chi-squared distribution; A. Gelman et al., "Bayesian Data Analysis", 2.6). What mixes are off by
    /// beside what colours as they come are, is the mixing.
    /// </summary>
    /// <param name="ordinary">How far ordinary hands err.</param>
    public HandErrs Errs(HandErrs ordinary)
    {
        ArgumentNullException.ThrowIfNull(ordinary);
        var singles = Variance(Singles, SinglesBeforehand);
        var mixes = Variance(
            Mixes,
            Math.Sqrt(Math.Pow(SinglesBeforehand, 2) + Math.Pow(SeenOfMixing * ordinary.Mixing, 2))
        );
        return new HandErrs(
            Step(Math.Sqrt(Variance(Loads, ordinary.Spread)), StepOfSpread),
            Step(Math.Sqrt(Variance(Variations, ordinary.Unevenness)), StepOfUnevenness),
            Step(Math.Sqrt(Math.Max(0, mixes - singles)) / SeenOfMixing, StepOfMixing)
        );

        static double Variance(SquaresSeen seen, double beforehand) =>
            (Beforehand * beforehand * beforehand + seen.Sum) / (Beforehand + seen.Count);

        static double Step(double of, double step) => Math.Max(step, Math.Round(Math.Round(of / step) * step, 2));
    }

    /// <summary>What both tell.</summary>
    public HandErrsSeen With(HandErrsSeen other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return new HandErrsSeen(
            Loads.With(other.Loads),
            Variations.With(other.Variations),
            Mixes.With(other.Mixes),
            Singles.With(other.Singles)
        );
    }
}

/// <summary>A sum of squares.</summary>
/// <param name="Sum">The sum.</param>
/// <param name="Count">Of how many.</param>
public readonly record struct SquaresSeen(double Sum, int Count)
{
    /// <summary>With one more.</summary>
    public SquaresSeen With(double deviation) => new(Sum + deviation * deviation, Count + 1);

    /// <summary>Both together.</summary>
    public SquaresSeen With(SquaresSeen other) => new(Sum + other.Sum, Count + other.Count);
}
