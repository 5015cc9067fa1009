using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Core.Acts;

/// <summary>How a maker's hand lays colour: how strong it is, and how far it errs with each kind of colourant.</summary>
/// <param name="Dilution">How it dilutes.</param>
/// <param name="Touch">What each touch of its pencil leaves, against an ordinary hand: 1 for as much.</param>
public sealed record LayingHand(Dilution Dilution, double Touch = 1)
{
    /// <summary>A hand that does as it is told, as far as ordinary hands do.</summary>
    public static LayingHand Ordinary { get; } = new(Dilution.AsTold);

    /// <summary>How far it errs with paint from pans and tubes.</summary>
    public HandErrs Paint { get; init; } = HandErrs.Ordinary;

    /// <summary>How far it errs with ink and markers that water thins.</summary>
    public HandErrs Ink { get; init; } = HandErrs.Ordinary;

    /// <summary>How far it errs with pencils.</summary>
    public HandErrs Pencil { get; init; } = HandErrs.OrdinaryPencil;

    /// <summary>How far it errs with a medium; an ordinary hand's, where cards tell nothing of it.</summary>
    public HandErrs With(Medium medium) =>
        medium switch
        {
            _ when medium.IsPaint() => Paint,
            _ when medium.IsTakenAsItIs() => Ink,
            _ when medium.IsPencil() => Pencil,
            _ => HandErrs.Ordinary,
        };

    /// <summary>With such a medium it is seen to be another than ordinary hands.</summary>
    public bool IsKnownWith(Medium medium) => With(medium) != Ordinary.With(medium);
}

/// <summary>How far a hand errs, in two of three cases.</summary>
/// <param name="Spread">From area to area, as a logarithm of the load.</param>
/// <param name="Unevenness">Within an area, the coefficient of variation of the load.</param>
/// <param name="Mixing">CIEDE2000 that a mix of two colours or more comes out off, beside how much of it lies there.</param>
public sealed record HandErrs(double Spread, double Unevenness, double Mixing)
{
    /// <summary>
    /// What is believed of a hand before its cards were looked at: hands of the trial cards, which are guessed, read as cards
    /// are (docs/science.md, "What cards tell of a hand").
    /// </summary>
    public static HandErrs Ordinary { get; } = new(0.25, 0.06, 1);

    /// <summary>The same with pencils, whose grain is seen as unevenness.</summary>
    public static HandErrs OrdinaryPencil { get; } = Ordinary with { Unevenness = 0.08 };

    /// <summary>
    /// How far all layers together may be off, as a logarithm of the load: streaks of single layers even each other out, a
    /// mix that is too strong is so in all of them.
    /// </summary>
    /// <param name="layers">How many, 1 or more.</param>
    public double OfLoad(int layers)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(layers, 1);
        return Math.Sqrt(Spread * Spread + Unevenness * Unevenness / layers);
    }

    /// <summary>How far a colour comes out off by this hand, CIEDE2000, in two of three cases.</summary>
    /// <param name="planned">The colour as planned.</param>
    /// <param name="stronger">The same where the load is off by <see cref="OfLoad"/>.</param>
    /// <param name="mixed">It is a mix of two colours or more.</param>
    public double Off(Lab planned, Lab stronger, bool mixed)
    {
        var byLoad = Ciede2000.Difference(planned, stronger);
        return Math.Sqrt(byLoad * byLoad + (mixed ? Mixing * Mixing : 0));
    }
}
