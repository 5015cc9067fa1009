namespace Nube.Core.Colour;

/// <summary>The CIEDE2000 colour difference.</summary>
/// <remarks>
/// G. Sharma, W. Wu, E. N. Dalal, "The CIEDE2000 color-difference formula: implementation notes, supplementary
/// test data, and mathematical observations", Color Research and Application 30 (2005), 21-30. Symbols as there,
/// with kL = kC = kH = 1. About 1 is the smallest difference that a trained eye sees side by side.
/// </remarks>
public static class Ciede2000
{
    private const double Degrees = Math.PI / 180;
    private const double Pow25To7 = 6103515625; // 25^7

    /// <summary>The difference of two colours, 0 or more; symmetric.</summary>
    public static double Difference(Lab one, Lab two)
    {
        // Step 1: C', h'
        var meanChroma = (one.Chroma + two.Chroma) / 2;
        var c7 = Pow7(meanChroma);
        var g = 0.5 * (1 - Math.Sqrt(c7 / (c7 + Pow25To7)));
        double a1 = (1 + g) * one.A,
            a2 = (1 + g) * two.A;
        double c1 = Math.Sqrt(a1 * a1 + one.B * one.B),
            c2 = Math.Sqrt(a2 * a2 + two.B * two.B);
        double h1 = Hue(a1, one.B),
            h2 = Hue(a2, two.B);

        // Step 2: dL', dC', dH'
        var dL = two.L - one.L;
        var dC = c2 - c1;
        var dh = 0.0;
        if (c1 * c2 != 0)
        {
            dh = h2 - h1;
            if (dh > 180)
                dh -= 360;
            else if (dh < -180)
                dh += 360;
        }
        var dH = 2 * Math.Sqrt(c1 * c2) * Math.Sin(dh / 2 * Degrees);

        // Step 3: the weights
        var meanL = (one.L + two.L) / 2;
        var meanC = (c1 + c2) / 2;
        double meanH;
        if (c1 * c2 == 0)
            meanH = h1 + h2;
        else if (Math.Abs(h1 - h2) <= 180)
            meanH = (h1 + h2) / 2;
        else if (h1 + h2 < 360)
            meanH = (h1 + h2 + 360) / 2;
        else
            meanH = (h1 + h2 - 360) / 2;

        var t =
            1
            - 0.17 * Math.Cos((meanH - 30) * Degrees)
            + 0.24 * Math.Cos(2 * meanH * Degrees)
            + 0.32 * Math.Cos((3 * meanH + 6) * Degrees)
            - 0.20 * Math.Cos((4 * meanH - 63) * Degrees);
        var bend = (meanH - 275) / 25;
        var dTheta = 30 * Math.Exp(-bend * bend);
        var meanC7 = Pow7(meanC);
        var rC = 2 * Math.Sqrt(meanC7 / (meanC7 + Pow25To7));
        var l50 = (meanL - 50) * (meanL - 50);
        var sL = 1 + 0.015 * l50 / Math.Sqrt(20 + l50);
        var sC = 1 + 0.045 * meanC;
        var sH = 1 + 0.015 * meanC * t;
        var rT = -Math.Sin(2 * dTheta * Degrees) * rC;

        var (l, c, h) = (dL / sL, dC / sC, dH / sH);
        return Math.Sqrt(Math.Max(0, l * l + c * c + h * h + rT * c * h));
    }

    private static double Pow7(double value)
    {
        var square = value * value;
        return square * square * square * value;
    }

    private static double Hue(double a, double b)
    {
        if (a == 0 && b == 0)
            return 0;
        var hue = Math.Atan2(b, a) / Degrees;
        return hue < 0 ? hue + 360 : hue;
    }
}
