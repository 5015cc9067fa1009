using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Swatches;
using Nube.Devices.Cards;

namespace Nube.Devices.Swatches;

/// <summary>
/// A colour chart that can lie beside a sheet: eighteen painted colours and six greys, with its known values.
/// </summary>
/// <remarks>Its patches are paints, as a real chart's are, and not smooth curves: sensors see them otherwise than the
/// eye.</remarks>
public static class StandInChart
{
    private const int Across = 6,
        Colours = 18,
        FirstPaint = 7000;
    private const double Patch = 12,
        Gap = 2,
        Beside = 14,
        Above = 60; // mm

    private const double BetweenPatches = 0.88; // reflectance

    private static readonly double[] Greys = [0.90, 0.59, 0.36, 0.19, 0.09, 0.04]; // reflectance

    /// <summary>Reflectance of each patch.</summary>
    public static ImmutableArray<Spectrum> Reflectances { get; } =
    [
        .. Enumerable
            .Range(0, Colours)
            .Select(i =>
                TruePaint
                    .Invented(FirstPaint + i)
                    .Even(
                        Spectrum.Flat(0.9),
                        i % 3 == 0 ? 0.7
                            : i % 3 == 1 ? 0.3
                            : 0.12
                    )
            ),
        .. Greys.Select(Spectrum.Flat),
    ];

    /// <summary>What its maker says of it, to a tenth.</summary>
    public static ColourChart Chart { get; } =
        new(
            "The stand-in's chart",
            Across,
            [
                .. Reflectances
                    .Select(SpectralColour.ToLab)
                    .Select(lab => new Lab(Math.Round(lab.L, 1), Math.Round(lab.A, 1), Math.Round(lab.B, 1))),
            ]
        );

    /// <summary>The chart by itself, cut out to the edges of its outer patches: it can lie beside cards.</summary>
    public static PaintedCard AsCard()
    {
        const double pixelsPerMm = 6,
            step = Patch + Gap,
            rim = 4; // mm
        var (width, height) = (step * Chart.Columns - Gap, step * Chart.Rows - Gap);
        var (across, down) = ((int)Math.Round(width * pixelsPerMm), (int)Math.Round(height * pixelsPerMm));
        var what = new ushort[across * down];
        for (var at = 0; at < what.Length; at++)
        {
            var (x, y) = (at % across / pixelsPerMm, at / across / pixelsPerMm);
            if (x % step < Patch && y % step < Patch)
                what[at] = (ushort)(1 + (int)(y / step) * Chart.Columns + (int)(x / step));
        }
        return new PaintedCard(
            width,
            height,
            rim,
            pixelsPerMm,
            [Spectrum.Flat(BetweenPatches), .. Reflectances],
            what,
            new byte[what.Length],
            Spectrum.Flat(0)
        );
    }

    /// <summary>How far the picture goes on to the right of the sheet, mm.</summary>
    public static double Room => Beside + Across * (Patch + Gap);

    /// <summary>The patches, in mm from the sheet's top left corner.</summary>
    public static ImmutableArray<SheetRectangle> Boxes(SwatchSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return
        [
            .. Enumerable
                .Range(0, Chart.Known.Length)
                .Select(i => new SheetRectangle(
                    sheet.Width + Beside + i % Across * (Patch + Gap),
                    Above + i / Across * (Patch + Gap),
                    Patch,
                    Patch
                )),
        ];
    }
}
