using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>How far paints and device may be off, CIEDE2000, in two of three cases.</summary>
internal readonly record struct Sureness(double OfPaints, double OfDevice)
{
    /// <summary>Variance of both together.</summary>
    public double Variance => OfPaints * OfPaints + OfDevice * OfDevice;
}

/// <summary>An area with all the colours that it can have come out as.</summary>
internal sealed class AreaAndWays
{
    // Set on the trial cards and devices.
    private const double Odd = 5, // CIEDE2000: an area so far from what it can be counts half in telling the device
        Believed = 3; // times what both together leave open: from there on the reading alone counts more and more
    private const double Honest = 1.75; // times what variances alone say: devices err alike on like colours
    private const double Freedom = 3; // degrees of freedom of strengths: few slips, but there are some
    private const double WrongBrew = 8; // twice the logarithm of the odds against having taken a certain other brew: 1 in 55
    private const int Steps = 48; // strengths that are tried on each side
    private const double StepOfStrength = 0.025;

    private readonly AreaRead read;
    private readonly RelativeLight paper;
    private readonly Lab[] byStep;

    public AreaAndWays(AreaRead read, AreaExpected expected, RelativeLight paper)
    {
        (this.read, Expected, this.paper) = (read, expected, paper);
        byStep = [.. Enumerable.Range(-Steps, 2 * Steps + 1).Select(step => Lab.FromXyz(At(step * StepOfStrength)))];
    }

    /// <summary>What was to be expected of it.</summary>
    public AreaExpected Expected { get; }

    private Xyz At(double strength) => Mean(Expected.At(strength));

    private Xyz Mean(ZoneLight light) =>
        light.Mean(read.LightShare, 1 - read.LightShare - read.ShadowShare, read.ShadowShare);

    /// <summary>The strength, as a logarithm, that explains what was read best, if the hand is like this otherwise.</summary>
    public double Nearest(DeviceBySight device, double hand, Sureness sure)
    {
        var seen = Seen(device, read.Whole);
        return Enumerable
            .Range(0, byStep.Length)
            .Select(step => (Strength: (step - Steps) * StepOfStrength, Colour: byStep[step]))
            .MinBy(way => Against(way.Colour, seen, way.Strength - hand, sure))
            .Strength;
    }

    /// <summary>The area whose colour, as strong as this hand is, explains what was read better than its own does.</summary>
    public int? LikeAnother(
        IEnumerable<AreaAndWays> areas,
        DeviceBySight device,
        double strength,
        double hand,
        Sureness sure
    )
    {
        var seen = Seen(device, read.Whole);
        var own = Against(Lab.FromXyz(At(strength)), seen, strength - hand, sure);
        var (area, other) = areas
            .Where(other => other != this)
            .Select(other =>
                (other.Expected.Area, Against: Against(Lab.FromXyz(Mean(other.Expected.At(hand))), seen, 0, sure))
            )
            .DefaultIfEmpty((Area: 0, Against: double.PositiveInfinity))
            .MinBy(other => other.Against);
        return other + WrongBrew < own ? area : null;
    }

    /// <summary>Twice the logarithm of the odds against such a colour with such a strength, as far as they tell ways apart.</summary>
    private double Against(Lab colour, Lab seen, double offHand, Sureness sure) =>
        Math.Pow(Ciede2000.Difference(colour, seen), 2) / sure.Variance + OddsAgainst(offHand / Expected.Errs.Spread);

    /// <summary>
    /// Twice the logarithm of the odds against such a strength: small ones count as those of a normal distribution, but a
    /// hand that slipped is not held to be like the others (K. L. Lange, R. J. A. Little, J. M. G. Taylor, "Robust
    /// statistical modeling using the t distribution", J. Am. Stat. Assoc. 84 (1989), 881-896).
    /// </summary>
    private static double OddsAgainst(double deviations) =>
        (Freedom + 1) * Math.Log(1 + deviations * deviations / Freedom);

    /// <summary>How much a strength so many deviations off counts in telling the hand: slips the less, the farther off.</summary>
    public static double WeightOf(double deviations) => (Freedom + 1) / (Freedom + deviations * deviations);

    public SeenAndHeld Held(DeviceBySight device, double strength)
    {
        var held = At(strength);
        var apart = Ciede2000.Difference(Lab.FromXyz(held), Seen(device, read.Whole));
        var (r, g, b) = Srgb.LightOfXyz(held);
        return new SeenAndHeld(
            read.Whole,
            new RelativeLight(r / paper.R, g / paper.G, b / paper.B),
            1 / (1 + Math.Pow(apart / Odd, 2))
        );
    }

    public AreaColour Colour(DeviceBySight device, double strength, double byDevice, double sureOfHand, Sureness sure)
    {
        var (ways, held, meant) = (Expected.At(strength), At(strength), Expected.MeantAt(byDevice));
        var seen = Seen(device, read.Whole);
        var (colour, sureOfColour) = Drawn(seen, held, sure);
        // What was meant is known no better than how much of the hand is the device's.
        var stronger = Lab.FromXyz(Mean(Expected.MeantAt(byDevice + sureOfHand)));
        var howSure = Math.Sqrt(
            Math.Pow(sureOfColour, 2) + Math.Pow(Ciede2000.Difference(Lab.FromXyz(Mean(meant)), stronger), 2)
        );
        return new AreaColour(
            read.Area,
            colour,
            Zone(CellPart.Light, read.Light, ways.Light),
            Zone(CellPart.Middle, read.Middle, ways.Middle),
            Zone(CellPart.Shadow, read.Shadow, ways.Shadow),
            Lab.FromXyz(Mean(meant)),
            Lab.FromXyz(held),
            Math.Exp(strength),
            Ciede2000.Difference(Lab.FromXyz(held), seen),
            howSure
        )
        {
            LightStep = Step(CellPart.Light, read.Light, CellPart.Middle, read.Middle),
            ShadowStep = Step(CellPart.Middle, read.Middle, CellPart.Shadow, read.Shadow),
            SureOfStrength = SureOf(strength, sure),
            OfMeant = Expected.OfMeant,
            Asked = new ZoneColours(Lab.FromXyz(meant.Light), Lab.FromXyz(meant.Middle), Lab.FromXyz(meant.Shadow)),
        };

        double? Step(CellPart lighter, RelativeLight? ofLighter, CellPart darker, RelativeLight? ofDarker) =>
            !Expected.Varies
            && read.Apart.Contains(lighter)
            && read.Apart.Contains(darker)
            && ofLighter is { } light
            && ofDarker is { } dark
                ? Seen(device, light).L - Seen(device, dark).L
                : null;

        Lab? Zone(CellPart part, RelativeLight? zone, Xyz way)
        {
            if (zone is not { } there)
                return null;
            var own = Seen(device, there);
            // What the whole of the area was read wrongly by, its parts were, too: how far they differ is as it was
            // read. Where a part was pulled into others all over, what it can be tells more.
            return read.Apart.Contains(part)
                ? new Lab(own.L + colour.L - seen.L, own.A + colour.A - seen.A, own.B + colour.B - seen.B)
                : Drawn(own, way, sure).Colour;
        }
    }

    /// <summary>
    /// How far its strength may be off, as a logarithm: colour tells of it the more, the more it changes with the load; and
    /// the hand is known (two normals, each by its precision).
    /// </summary>
    private double SureOf(double strength, Sureness sure)
    {
        const int around = 4; // steps on each side that a slope is told by
        var middle = Math.Clamp(Steps + (int)Math.Round(strength / StepOfStrength), around, 2 * Steps - around);
        var slope =
            Ciede2000.Difference(byStep[middle - around], byStep[middle + around]) / (2 * around * StepOfStrength);
        return 1 / Math.Sqrt(1 / (Expected.Errs.Spread * Expected.Errs.Spread) + slope * slope / sure.Variance);
    }

    /// <summary>A reading, drawn towards what the paints there can be.</summary>
    private static (Lab Colour, double Sure) Drawn(Lab seen, Xyz way, Sureness sure)
    {
        var held = Lab.FromXyz(way);
        var both = Math.Sqrt(sure.Variance);
        var share = sure.OfPaints * sure.OfPaints / (both * both);
        var beyond = Math.Clamp(Ciede2000.Difference(held, seen) / (Believed * both) - 1, 0, 1);
        var reading = share + (1 - share) * beyond;
        return (
            new Lab(
                held.L + reading * (seen.L - held.L),
                held.A + reading * (seen.A - held.A),
                held.B + reading * (seen.B - held.B)
            ),
            Honest * (sure.OfPaints * sure.OfDevice / both * (1 - beyond) + sure.OfDevice * beyond)
        );
    }

    private Lab Seen(DeviceBySight device, RelativeLight light) => device.Colour(light, paper);
}
