using System.Collections.Immutable;

namespace Nube.Core.Artwork;

/// <summary>A picture in greys, as it is measured.</summary>
/// <param name="Width">Pixels across, 1 or more.</param>
/// <param name="Height">Pixels down, 1 or more.</param>
/// <param name="PixelsPerMm">Scale.</param>
/// <param name="Pixels">Row by row from the top left, 0 black to 255 white; not to be changed.</param>
/// <param name="IsDrawn">Drawn by a program: no noise, no uneven light.</param>
public sealed record GreyPicture(int Width, int Height, double PixelsPerMm, byte[] Pixels, bool IsDrawn)
{
    /// <summary>What the maker should know about how it was read, in sentences.</summary>
    public ImmutableArray<string> Remarks { get; init; } = [];

    /// <summary>Width, mm.</summary>
    public double WidthMm => Width / PixelsPerMm;

    /// <summary>Height, mm.</summary>
    public double HeightMm => Height / PixelsPerMm;
}

/// <summary>The size that a maker gives a picture.</summary>
/// <param name="WidthMm">Width in mm, if that is known.</param>
/// <param name="DotsPerInch">Resolution of the scan, if that is known.</param>
public sealed record PictureSize(double? WidthMm, double? DotsPerInch)
{
    /// <summary>Widest picture, mm: the long side of A3 (ISO 216).</summary>
    public const double WidestMm = 420;

    /// <summary>Narrowest picture, mm.</summary>
    public const double NarrowestMm = 5;

    /// <summary>The width of a picture of so many pixels, mm.</summary>
    /// <exception cref="PictureTroubleException">No size is given, or it is out of bounds.</exception>
    public double WidthOf(int pixels)
    {
        double width;
        if (WidthMm is { } millimetres)
            width = millimetres;
        else if (DotsPerInch is { } dots)
        {
            if (!(dots is >= 30 and <= 4800))
                throw new PictureTroubleException("Dots per inch must be between 30 and 4800.");
            width = pixels / dots * Lengths.MillimetresPerInch;
        }
        else
            throw new PictureTroubleException("Say how large the picture is: its width, or dots per inch.");
        if (!(width is >= NarrowestMm and <= WidestMm))
        {
            throw new PictureTroubleException(
                $"The picture would be {width:0.#} mm wide. Give a width between {NarrowestMm:0} and {WidestMm:0} mm."
            );
        }
        return width;
    }
}
