namespace Nube.Core.Swatches;

/// <summary>How far a prediction from swatches is to be trusted.</summary>
/// <remarks>
/// What the fit leaves open is only a part of it: a device that sees otherwise than the eye errs the same way in every
/// patch, and no patch tells. So the bound is what stays open times a factor that was learned for each source on
/// simulated sheets (24 of 12 paints, for the meter 120, for photos 44; seeds 1000, 20000, 40000, for photos 80000 and
/// 90000 too; with a chart 100 and 50 from ten seeds) such that nine of ten predictions of washes, mixes, glazes and
/// washes on kraft lie within. On other sheets it holds as docs/science.md shows.
/// </remarks>
public static class HowSure
{
    /// <summary>CIEDE2000 within which nine of ten predictions lie.</summary>
    public static double Bound(FittedSwatches fitted, SwatchSource source)
    {
        ArgumentNullException.ThrowIfNull(fitted);
        return fitted.Spread * Factor(source);
    }

    private static double Factor(SwatchSource source) =>
        source switch
        {
            SwatchSource.Meter => 1.05,
            SwatchSource.Scan => 0.70,
            SwatchSource.Photo => 1.03,
            SwatchSource.ScanAndPhoto => 0.83,
            SwatchSource.PhotoWithChart => 0.96,
            SwatchSource.ScanAndPhotoWithChart => 0.80,
            _ => throw new ArgumentOutOfRangeException(
                nameof(source),
                source,
                "Two colours picked by eye have no bound."
            ),
        };
}
