using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>How far a prediction from swatches is to be trusted.</summary>
/// <remarks>
/// What the fit leaves open is only a part of it: a device that sees otherwise than the eye errs the same way in every
/// patch, and no patch tells. So the bound is what stays open times a factor, learned such that nine of ten predictions
/// of washes, mixes, glazes and washes on kraft lie within. For the meter that is on 120 simulated sheets. For pictures
/// it is on 80 invented devices each (sensors, lamps, tone curves, flare, noise; seeds 0 to 79), half of them with
/// invented paints, half with paints near the catalogue's; there 91 of 100 were held, as each device errs in a way of
/// its own. Where absorption has a steep edge a device errs more, so the factor grows with steepness until a meter has
/// read the paint. On devices that were kept out it holds as docs/science.md shows; on one maker's own device it may
/// hold less or more.
/// </remarks>
public static class HowSure
{
    private const double SteepFrom = 0.6,
        GentleBelow = 0.2; // ln K from one band of 10 nm to the next, at its steepest
    private const double SteepTimes = 1.25,
        GentleTimes = 0.67;
    private const double LeastK = 0.02; // below it K is not seen, and its slope says nothing

    /// <summary>CIEDE2000 within which nine of ten predictions lie.</summary>
    public static double Bound(FittedSwatches fitted, SwatchSource source)
    {
        ArgumentNullException.ThrowIfNull(fitted);
        return fitted.Spread * Factor(source) * (source == SwatchSource.Meter ? 1 : ByEdge(Steepness(fitted.Optics)));
    }

    /// <summary>The steepest edge of a paint: of ln K, from one band of 10 nm to the next.</summary>
    public static double Steepness(PaintOptics paint)
    {
        ArgumentNullException.ThrowIfNull(paint);
        double LogK(int band) => Math.Log(Math.Max(LeastK, paint.Absorption[band]));
        return Enumerable.Range(0, Spectrum.Bands - 1).Max(band => Math.Abs(LogK(band + 1) - LogK(band)));
    }

    private static double ByEdge(double steepness) =>
        steepness < GentleBelow ? GentleTimes
        : steepness < SteepFrom ? 1
        : SteepTimes;

    private static double Factor(SwatchSource source) =>
        source switch
        {
            SwatchSource.Meter => 1.05,
            SwatchSource.Scan => 1.31,
            SwatchSource.Photo => 1.55,
            SwatchSource.ScanAndPhoto => 1.30,
            SwatchSource.PhotoWithChart => 1.37,
            SwatchSource.ScanAndPhotoWithChart => 1.20,
            _ => throw new ArgumentOutOfRangeException(
                nameof(source),
                source,
                "Two colours picked by eye have no bound."
            ),
        };
}
