using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>What an area can look like on a card with nothing on it but its own colours, however strong.</summary>
internal sealed class OwnColours
{
    private const double Least = 0.25, // of the load that was planned
        Most = 4;
    private const int Steps = 17; // loads, in even ratios

    /// <summary>CIELAB from all that an area's colours can be: there, something else lies.</summary>
    public const double Foreign = 10;

    private const double Dark = 1e-3; // of the paper's light: less is no measure of how light goes

    /// <summary>Parts of areas that paints lie on.</summary>
    public static readonly ImmutableArray<CellPart> Parts = [CellPart.Light, CellPart.Middle, CellPart.Shadow];

    private static readonly ImmutableArray<double> Strengths =
    [
        .. Enumerable
            .Range(0, Steps)
            .Select(step => Math.Log(Least) + (Math.Log(Most) - Math.Log(Least)) * step / (Steps - 1)),
    ];

    private readonly CardToEye eye;
    private readonly ImmutableDictionary<CellPart, ImmutableArray<RelativeLight>> byStrength;
    private readonly ImmutableArray<Lab> all;

    private readonly ImmutableArray<double> onPaper;

    private OwnColours(
        CardToEye eye,
        ImmutableDictionary<CellPart, ImmutableArray<RelativeLight>> byStrength,
        ImmutableArray<double> onPaper
    ) =>
        (this.eye, this.byStrength, this.onPaper, all) = (
            eye,
            byStrength,
            onPaper,
            [.. byStrength.Values.SelectMany(zone => zone).Select(eye.ColourOf)]
        );

    /// <summary>Those of an area.</summary>
    /// <param name="expected">What is to lie there.</param>
    /// <param name="eye">The card.</param>
    public static OwnColours Of(AreaExpected expected, CardToEye eye)
    {
        var zones = Strengths.Select(expected.At).ToList();
        ImmutableArray<RelativeLight> Of(Func<ZoneLight, Xyz> zone) => [.. zones.Select(one => eye.LightOf(zone(one)))];
        return new OwnColours(
            eye,
            ImmutableDictionary.CreateRange(
                new Dictionary<CellPart, ImmutableArray<RelativeLight>>
                {
                    [CellPart.Light] = Of(one => one.Light),
                    [CellPart.Middle] = Of(one => one.Middle),
                    [CellPart.Shadow] = Of(one => one.Shadow),
                }
            ),
            expected.OnPaper
        );
    }

    /// <summary>How far a colour is from all of them, CIELAB.</summary>
    public double Misses(Lab colour) => Math.Sqrt(all.Min(one => one.SquaredDistance(colour)));

    /// <summary>Its tone as it was read, with an area's colour over it: light that passes two layers is weakened by both, in each
    /// band of the spectrum (Beer and Lambert).</summary>
    /// <param name="tone">Its tone.</param>
    /// <param name="over">What lies over it.</param>
    /// <param name="toneOver">The tone of that on bare paper.</param>
    /// <param name="strength">How much of that, 1 for as much as in its own area.</param>
    public Lab Under(RelativeLight tone, OwnColours over, RelativeLight toneOver, double strength) =>
        IsOwn(tone) && over.IsOwn(toneOver)
            ? AsLightGoes(
                tone,
                LightOf(band => onPaper[band]),
                LightOf(band => onPaper[band] * Math.Pow(over.onPaper[band], strength))
            )
            : eye.ColourOf(
                new RelativeLight(
                    tone.R * Math.Pow(toneOver.R, strength),
                    tone.G * Math.Pow(toneOver.G, strength),
                    tone.B * Math.Pow(toneOver.B, strength)
                )
            );

    /// <summary>A tone that was read, and what it would be with more or less of its own colours.</summary>
    /// <param name="tone">The tone.</param>
    /// <param name="part">Of which of <see cref="Parts"/>.</param>
    public IEnumerable<Lab> AtOtherStrengths(RelativeLight tone, CellPart part)
    {
        if (!IsOwn(tone))
            return Strengths.Select(strength =>
            {
                var load = Math.Exp(strength);
                return eye.ColourOf(
                    new RelativeLight(Math.Pow(tone.R, load), Math.Pow(tone.G, load), Math.Pow(tone.B, load))
                );
            });
        var (ways, there) = (byStrength[part], eye.ColourOf(tone));
        var like = ways.MinBy(way => eye.ColourOf(way).SquaredDistance(there));
        return ways.Select(way => AsLightGoes(tone, like, way));
    }

    /// <summary>What is not what was planned has no spectrum that anybody knows: how its light goes has to do.</summary>
    private bool IsOwn(RelativeLight tone) => Misses(eye.ColourOf(tone)) <= Foreign;

    /// <summary>The colour of a tone that changes as much as some light does.</summary>
    private Lab AsLightGoes(RelativeLight tone, RelativeLight from, RelativeLight to)
    {
        return eye.ColourOf(
            new RelativeLight(Gone(tone.R, from.R, to.R), Gone(tone.G, from.G, to.G), Gone(tone.B, from.B, to.B))
        );

        static double Gone(double tone, double from, double to) => tone * to / Math.Max(Dark, from);
    }

    private static RelativeLight LightOf(Func<int, double> band)
    {
        var (r, g, b) = Srgb.LightOfXyz(SpectralColour.ToXyz(Spectrum.From(band)));
        return new RelativeLight(Math.Max(0, r), Math.Max(0, g), Math.Max(0, b));
    }
}
