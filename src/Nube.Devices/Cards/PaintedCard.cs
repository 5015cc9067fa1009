using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Devices.Swatches;

namespace Nube.Devices.Cards;

/// <summary>A card as it really lies there: paper, what was stamped on it, and what somebody painted.</summary>
/// <param name="WidthMm">Width of its picture, mm.</param>
/// <param name="HeightMm">Height of its picture, mm.</param>
/// <param name="MarginMm">Bare paper around the picture on all sides, mm.</param>
/// <param name="PixelsPerMm">Points of the rasters.</param>
/// <param name="Materials">What can lie at a point, as reflectance.</param>
/// <param name="What">At each point of the picture, which of them, row by row.</param>
/// <param name="Line">How much of a point the stamped line covers, 0 to 255, as far as it still shows.</param>
/// <param name="Ink">How much light comes back from under the stamped line, of what would without it.</param>
public sealed record PaintedCard(
    double WidthMm,
    double HeightMm,
    double MarginMm,
    double PixelsPerMm,
    ImmutableArray<Spectrum> Materials,
    ushort[] What,
    byte[] Line,
    Spectrum Ink
)
{
    /// <summary>Points across.</summary>
    public int Across => (int)Math.Round(WidthMm * PixelsPerMm);

    /// <summary>Points down.</summary>
    public int Down => (int)Math.Round(HeightMm * PixelsPerMm);

    /// <summary>Place of the bare paper among the materials.</summary>
    public const int Paper = 0;

    /// <summary>Linear light of all materials and of the ink, as a device has it.</summary>
    internal CardLight SeenBy(SheetConditions device)
    {
        var (ink, white) = (Exposure.Seen(device, Ink), Exposure.Seen(device, Spectrum.Flat(1)));
        return new CardLight(
            [.. Materials.Select(material => Exposure.Seen(device, material))],
            [.. ink.Zip(white, (through, all) => through / all)]
        );
    }
}

/// <summary>Linear light of a card's materials as a device has it, and what its stamped line lets through.</summary>
internal sealed record CardLight(double[][] Materials, double[] Ink);
