using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Checking;

/// <summary>What an area should look like, zone by zone, and what it would if all of it had been stronger or weaker.</summary>
/// <param name="Area">The area.</param>
/// <param name="ByStrength">Its light, middle and shadow at each of <see cref="Strengths"/>.</param>
public sealed record AreaExpected(int Area, ImmutableArray<ZoneLight> ByStrength)
{
    /// <summary>It is not to be even: a gradient, or what comes through openings, lies on it.</summary>
    public bool Varies { get; init; }

    /// <summary>
    /// How much of the paper's light comes back from its middle as planned, 0 to 1 in each band of a <see cref="Spectrum"/>.
    /// </summary>
    public ImmutableArray<double> OnPaper { get; init; } = [];

    /// <summary>How far the hand that coloured it errs with what lies there.</summary>
    public HandErrs Errs { get; init; } = HandErrs.Ordinary;

    /// <summary>It was coloured with a mix of two colours or more.</summary>
    public bool Mixed { get; init; }

    /// <summary>Loads against those that were planned, from a quarter to four times, in even ratios.</summary>
    public static ImmutableArray<double> Strengths { get; } =
    [.. Enumerable.Range(0, 9).Select(step => Math.Pow(2, (step - 4) / 2.0))];

    private const int AsPlanned = 4; // place of 1 among them

    /// <summary>How much of what is meant was laid on purpose, above 0 to 1; 1 where it was mended since.</summary>
    public double OfMeant { get; init; } = 1;

    /// <summary>
    /// What it was meant to look like at each of <see cref="Strengths"/>, where that is not what lies there: it was mended
    /// since, or less was laid on purpose. Empty for the same.
    /// </summary>
    public ImmutableArray<ZoneLight> MeantByStrength { get; init; } = [];

    /// <summary>The areas after what was done to a card.</summary>
    /// <param name="done">What was done to it.</param>
    public static ImmutableArray<AreaExpected> Of(WorkDone done)
    {
        ArgumentNullException.ThrowIfNull(done);
        var (mended, ofMeant) = (done.Mended, done.OfMeant);
        var lying = Strengths.Select(done.Lying).ToList();
        var meant = mended.IsEmpty && ofMeant.IsEmpty ? lying : [.. Strengths.Select(done.Meant)];
        return
        [
            .. meant[0]
                .Areas.Keys.Where(area => area > Pass.Panel)
                .Select(area => (Area: area, Laid: LaidOnArea.Of(area, done)))
                .Select(one => new AreaExpected(one.Area, Of(lying, one.Area))
                {
                    Errs = one.Laid is { } laid ? done.Paints.Hand.With(laid.Medium) : HandErrs.Ordinary,
                    Mixed = one.Laid is { Mixed: true },
                    Varies = lying[0].Areas[one.Area] is { Gradient: not null } or { Through: not null },
                    OnPaper = Through(lying[AsPlanned].Areas[one.Area]),
                    OfMeant = mended.Contains(one.Area) ? 1 : ofMeant.GetValueOrDefault(one.Area, 1),
                    MeantByStrength =
                        mended.Contains(one.Area) || ofMeant.ContainsKey(one.Area) ? Of(meant, one.Area) : [],
                }),
        ];

        static ImmutableArray<double> Through(Surface area)
        {
            var (middle, paper) = (area.Middle.Reflectance(), area.Paper);
            return [.. Enumerable.Range(0, Spectrum.Bands).Select(band => middle[band] / paper[band])];
        }

        static ImmutableArray<ZoneLight> Of(IEnumerable<CardSurface> cards, int area) =>
            [.. cards.Select(card => ZoneLight.Of(card.Areas[area]))];
    }

    /// <summary>At any strength, between those that were worked out.</summary>
    /// <param name="logStrength">Logarithm of the load against what was planned.</param>
    public ZoneLight At(double logStrength) => At(ByStrength, logStrength);

    /// <summary>What it was meant to look like by a hand so strong.</summary>
    /// <param name="logStrength">Logarithm of the load against what was planned.</param>
    public ZoneLight MeantAt(double logStrength) =>
        At(MeantByStrength.IsEmpty ? ByStrength : MeantByStrength, logStrength);

    private static ZoneLight At(ImmutableArray<ZoneLight> byStrength, double logStrength)
    {
        var at = Math.Clamp(2 * logStrength / Math.Log(2) + 4, 0, Strengths.Length - 1);
        var step = Math.Min((int)at, Strengths.Length - 2);
        return ZoneLight.Between(byStrength[step], byStrength[step + 1], at - step);
    }
}

/// <summary>The light that an area sends from its light, middle and shadow, as tristimulus values.</summary>
/// <param name="Light">Where the light falls.</param>
/// <param name="Middle">Between.</param>
/// <param name="Shadow">Away from the light.</param>
public readonly record struct ZoneLight(Xyz Light, Xyz Middle, Xyz Shadow)
{
    /// <summary>Of what lies there.</summary>
    public static ZoneLight Of(Surface surface)
    {
        ArgumentNullException.ThrowIfNull(surface);
        return new ZoneLight(
            SpectralColour.ToXyz(surface.Light.Reflectance()),
            SpectralColour.ToXyz(surface.Middle.Reflectance()),
            SpectralColour.ToXyz(surface.Shadow.Reflectance())
        );
    }

    /// <summary>Some of the way from one to another.</summary>
    public static ZoneLight Between(ZoneLight one, ZoneLight other, double share)
    {
        Xyz Of(Xyz from, Xyz to) =>
            new(from.X + share * (to.X - from.X), from.Y + share * (to.Y - from.Y), from.Z + share * (to.Z - from.Z));
        return new ZoneLight(Of(one.Light, other.Light), Of(one.Middle, other.Middle), Of(one.Shadow, other.Shadow));
    }

    /// <summary>The mean over parts of the area that have these shares, together 1.</summary>
    public Xyz Mean(double light, double middle, double shadow) =>
        new(
            light * Light.X + middle * Middle.X + shadow * Shadow.X,
            light * Light.Y + middle * Middle.Y + shadow * Shadow.Y,
            light * Light.Z + middle * Middle.Z + shadow * Shadow.Z
        );
}
