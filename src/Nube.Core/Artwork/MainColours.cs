using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Artwork;

/// <summary>The colours that a picture is made of: a palette to colour with.</summary>
/// <remarks>The <see cref="ColourGroups"/> of its pixels. Paper and black lines are left out: nobody wishes for
/// them.</remarks>
public static class MainColours
{
    /// <summary>Most colours: as many as there are number keys.</summary>
    public const int Most = 9;

    // This project's own.
    private const int Samples = 40_000; // pixels looked at
    private const double LeastShare = 0.003; // of the picture: less is a speck
    private const double PaperFrom = 86,
        LineUpTo = 22,
        Grey = 14; // L* and chroma of paper and of black lines

    /// <summary>The colours of a picture, those that catch the eye first.</summary>
    /// <param name="picture">The picture.</param>
    public static ImmutableArray<Srgb> Of(ColourPicture picture)
    {
        ArgumentNullException.ThrowIfNull(picture);
        var pixels = Sampled(picture);
        var kept = ColourGroups.Of(pixels, 2 * Most).Where(colour => colour.Share >= LeastShare);
        // Small bright things count as much as large dull ones.
        return
        [
            .. kept.OrderByDescending(colour => Math.Sqrt(colour.Share) * (Grey + colour.Lab.Chroma))
                .Take(Most)
                .Select(colour => Srgb.FromLab(colour.Lab)),
        ];
    }

    /// <summary>Pixels at even distances, without paper, lines and what is clear.</summary>
    private static List<Lab> Sampled(ColourPicture picture)
    {
        var step = Math.Max(1, (int)Math.Sqrt((double)picture.Width * picture.Height / Samples));
        var pixels = new List<Lab>();
        for (var y = 0; y < picture.Height; y += step)
        {
            for (var x = 0; x < picture.Width; x += step)
            {
                var at = 4 * (y * picture.Width + x);
                if (picture.Rgba[at + 3] < 128)
                    continue;
                var lab = new Srgb(
                    picture.Rgba[at] / 255.0,
                    picture.Rgba[at + 1] / 255.0,
                    picture.Rgba[at + 2] / 255.0
                ).ToLab();
                if (lab.Chroma >= Grey || lab is { L: > LineUpTo and < PaperFrom })
                    pixels.Add(lab);
            }
        }
        return pixels;
    }
}
