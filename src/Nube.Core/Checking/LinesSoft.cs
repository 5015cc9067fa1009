using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Stamped lines as they are held against themselves, turned or shifted: so soft that they need not be drawn evenly.</summary>
internal static class LinesSoft
{
    // Set on the trial cards.
    private const double BlurMm = 0.6; // hands draw no two petals, and no two stripes, the same

    /// <summary>Scale.</summary>
    public const double PixelsPerMm = 3;

    /// <summary>Correlation of lines with themselves from which on a card may lie so.</summary>
    public const double Alike = 0.4;

    /// <summary>The lines, with the paper around them that <see cref="LinesSeen"/> takes.</summary>
    public static Mat Of(LineArt lines)
    {
        using var seen = LinesSeen.Of(lines, PixelsPerMm);
        var soft = new Mat();
        Cv2.GaussianBlur(seen, soft, new Size(0, 0), BlurMm * PixelsPerMm);
        return soft;
    }
}
