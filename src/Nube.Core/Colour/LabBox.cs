namespace Nube.Core.Colour;

/// <summary>A box of colours in L*a*b*.</summary>
/// <param name="Low">The corner with the least L, a and b.</param>
/// <param name="High">The corner with the greatest.</param>
public readonly record struct LabBox(Lab Low, Lab High)
{
    /// <summary>A number that is not above the CIEDE2000 difference of a colour to any colour in this box.</summary>
    /// <remarks>
    /// With the symbols of Sharma, Wu, Dalal 2005: as |c h| is at most (c2 + h2) / 2, the formula is at least
    /// sqrt(l2 + (1 - |RT| / 2)(c2 + h2)). SC is the greatest of the chroma and hue weights, and dC'2 + dH'2 = da'2 +
    /// db2 is at least da2 + db2. Lightness, chroma and hue of the box bound SL, SC and RT.
    /// </remarks>
    public double LeastDifference(Lab wish)
    {
        var (dL, da, db) = (
            Outside(wish.L, Low.L, High.L),
            Outside(wish.A, Low.A, High.A),
            Outside(wish.B, Low.B, High.B)
        );
        var l50 = Math.Max(Math.Abs((wish.L + Low.L) / 2 - 50), Math.Abs((wish.L + High.L) / 2 - 50));
        var sL = 1 + 0.015 * l50 * l50 / Math.Sqrt(20 + l50 * l50);

        var (farA, farB) = (Math.Max(Math.Abs(Low.A), Math.Abs(High.A)), Math.Max(Math.Abs(Low.B), Math.Abs(High.B)));
        var stretch = MostStretch(wish);
        var mostMeanChroma = (Length(stretch * wish.A, wish.B) + Length(stretch * farA, farB)) / 2;
        var sC = 1 + 0.045 * mostMeanChroma;
        var rT = BoundFor(wish).MostTurnSine * 2 * Math.Sqrt(DifferenceBound.Saturation(mostMeanChroma));
        return Math.Sqrt(dL * dL / (sL * sL) + (1 - rT / 2) * (da * da + db * db) / (sC * sC));
    }

    /// <summary>
    /// A bound on the differences of a colour to each colour in this box, from the hues that their means can have.
    /// </summary>
    public DifferenceBound BoundFor(Lab wish)
    {
        if (MeanHues(wish) is not var (from, to))
            return DifferenceBound.AnyHue(wish);

        // T changes by at most 0.17 + 2 0.24 + 3 0.32 + 4 0.20 a radian.
        var middle = (from + to) / 2;
        var t = DifferenceBound.T(middle) + 2.41 * (to - from) / 2 * Math.PI / 180;
        var toBlue = Math.IEEERemainder(275 - middle, 360);
        var away = Math.Max(0, Math.Abs(toBlue) - (to - from) / 2) / 25;
        var turn = 30 * Math.Exp(-away * away);
        return new DifferenceBound(wish, Math.Min(t, DifferenceBound.GreatestT), Math.Sin(2 * turn * Math.PI / 180));
    }

    /// <summary>Between which degrees the mean hue lies, as the formula takes it; null when it can be any.</summary>
    private (double From, double To)? MeanHues(Lab wish)
    {
        if (wish.Chroma == 0)
            return null;
        var (least, greatest) = (180.0, -180.0);
        foreach (var a in (ReadOnlySpan<double>)[Low.A, High.A])
        {
            foreach (var b in (ReadOnlySpan<double>)[Low.B, High.B])
            {
                var turned = Math.IEEERemainder(new Lab(0, a, b).Hue - wish.Hue, 360);
                (least, greatest) = (Math.Min(least, turned), Math.Max(greatest, turned));
            }
        }
        // Greys have every hue, and nearly opposite hues their mean on either side; it is never further away than 90.
        if ((Low.A <= 0 && High.A >= 0 && Low.B <= 0 && High.B >= 0) || least < -130 || greatest > 130)
            (least, greatest) = (-180, 180);
        // h' is from a' = (1 + G) a, so it may be off from h by atan(s tan x) - x with s = 1 + G, at its greatest this:
        var s = MostStretch(wish);
        var shift = Math.Asin((s - 1) / (s + 1)) * 180 / Math.PI;
        return (wish.Hue + least / 2 - shift, wish.Hue + greatest / 2 + shift);
    }

    /// <summary>Greatest 1 + G of the formula, by which a' exceeds a: G falls as the mean chroma rises.</summary>
    private double MostStretch(Lab wish)
    {
        var leastMeanChroma = (wish.Chroma + Length(Outside(0, Low.A, High.A), Outside(0, Low.B, High.B))) / 2;
        return 1 + 0.5 * (1 - Math.Sqrt(DifferenceBound.Saturation(leastMeanChroma)));
    }

    private static double Outside(double value, double low, double high) =>
        value < low ? low - value
        : value > high ? value - high
        : 0;

    private static double Length(double a, double b) => Math.Sqrt(a * a + b * b);
}

/// <summary>A quick bound on the CIEDE2000 differences of a wish to colours whose hues are known about.</summary>
/// <param name="Wish">The one colour.</param>
/// <param name="MostT">Greatest value of the formula's T for the mean hues.</param>
/// <param name="MostTurnSine">Greatest value of its sin(2 dTheta) for the mean hues, 0 to sin 60.</param>
/// <remarks>
/// Lightness and chroma are taken as the formula takes them. Hue comes without an angle, as dH'2 = da'2 + db2 - dC'2,
/// weighed by the greatest SH; the term with RT is taken as if it lowered the difference.
/// </remarks>
public readonly record struct DifferenceBound(Lab Wish, double MostT, double MostTurnSine)
{
    /// <summary>Above T for every hue: 1 + 0.17 + 0.24 + 0.32 + 0.20.</summary>
    public const double GreatestT = 1.93;

    private readonly double wishChroma = Wish.Chroma;

    /// <summary>The bound for colours of any hue.</summary>
    public static DifferenceBound AnyHue(Lab wish) => new(wish, GreatestT, Math.Sin(Math.PI / 3));

    /// <summary>The square of a number that is not above the difference to this colour.</summary>
    public double LeastSquared(Lab colour)
    {
        var meanChroma = (wishChroma + Math.Sqrt(colour.A * colour.A + colour.B * colour.B)) / 2;
        var stretch = 1 + 0.5 * (1 - Math.Sqrt(Saturation(meanChroma)));
        double a1 = stretch * Wish.A,
            a2 = stretch * colour.A;
        double c1 = Math.Sqrt(a1 * a1 + Wish.B * Wish.B),
            c2 = Math.Sqrt(a2 * a2 + colour.B * colour.B);
        var (dL, dC, da, db) = (colour.L - Wish.L, c2 - c1, a2 - a1, colour.B - Wish.B);
        var dH2 = Math.Max(0, da * da + db * db - dC * dC);

        var l50 = (colour.L + Wish.L) / 2 - 50;
        var mean = (c1 + c2) / 2;
        var l = dL / (1 + 0.015 * l50 * l50 / Math.Sqrt(20 + l50 * l50));
        var c = dC / (1 + 0.045 * mean);
        var h = Math.Sqrt(dH2) / (1 + 0.015 * mean * MostT);
        var rT = MostTurnSine * 2 * Math.Sqrt(Saturation(mean));
        // c2 + h2 - RT |c| h falls with RT h at first: where a smaller h would give less, that is taken.
        return l * l + (h < rT * Math.Abs(c) / 2 ? c * c * (1 - rT * rT / 4) : c * c + h * h - rT * Math.Abs(c) * h);
    }

    /// <summary>T of a mean hue in degrees.</summary>
    internal static double T(double hue) =>
        1
        - 0.17 * Math.Cos((hue - 30) * Math.PI / 180)
        + 0.24 * Math.Cos(2 * hue * Math.PI / 180)
        + 0.32 * Math.Cos((3 * hue + 6) * Math.PI / 180)
        - 0.20 * Math.Cos((4 * hue - 63) * Math.PI / 180);

    /// <summary>C^7 / (C^7 + 25^7).</summary>
    internal static double Saturation(double chroma)
    {
        var c = chroma / 25;
        var c7 = c * c * c * c * c * c * c;
        return c7 / (c7 + 1);
    }
}
