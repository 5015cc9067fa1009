using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Light;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>A card that was found in a picture, laid flat: one pixel for each cell of the areas' masks.</summary>
/// <param name="Picture">As the picture has it, with some paper around the card's own picture.</param>
/// <param name="Margin">Pixels of that paper on each side.</param>
public sealed record CardFlat(ColourPicture Picture, int Margin)
{
    /// <summary>Paper around the card's picture that is looked at, too, mm: what is bare there tells the light.</summary>
    public const double MarginMm = 4;

    private const int Finer = 2; // points of the scan on a cell, across and down, that are averaged

    /// <summary>Pixels on a mm: one for each cell of a mask.</summary>
    public const double PixelsPerMm = 1 / AreaMask.CellMm;

    /// <summary>Lays a card flat.</summary>
    /// <param name="picture">The scan or photo.</param>
    /// <param name="place">Where the card is in it.</param>
    /// <param name="widthMm">Width of the card's picture, mm.</param>
    /// <param name="heightMm">Height of the card's picture, mm.</param>
    public static CardFlat Of(ColourPicture picture, CardPlace place, double widthMm, double heightMm)
    {
        ArgumentNullException.ThrowIfNull(picture);
        ArgumentNullException.ThrowIfNull(place);
        var margin = (int)Math.Round(MarginMm * PixelsPerMm);
        var (width, height) = (
            (int)Math.Ceiling(widthMm * PixelsPerMm) + 2 * margin,
            (int)Math.Ceiling(heightMm * PixelsPerMm) + 2 * margin
        );
        var (across, down) = (width * Finer, height * Finer);
        var (columns, rows) = (new float[across * down], new float[across * down]);
        Parallel.For(0, down, row =>
        {
            for (var column = 0; column < across; column++)
            {
                var at = place.At(
                    ((column + 0.5) / Finer - margin) / PixelsPerMm,
                    ((row + 0.5) / Finer - margin) / PixelsPerMm
                );
                (columns[row * across + column], rows[row * across + column]) = ((float)at.X, (float)at.Y);
            }
        });
        using var from = Mat.FromPixelData(picture.Height, picture.Width, MatType.CV_8UC4, picture.Rgba);
        using var x = Mat.FromPixelData(down, across, MatType.CV_32FC1, columns);
        using var y = Mat.FromPixelData(down, across, MatType.CV_32FC1, rows);
        using var fine = new Mat();
        Cv2.Remap(from, fine, x, y, InterpolationFlags.Linear, BorderTypes.Replicate);
        using var flat = new Mat();
        Cv2.Resize(fine, flat, new Size(width, height), 0, 0, InterpolationFlags.Area);
        return new CardFlat(new ColourPicture(width, height, flat.AsSpan<byte>().ToArray()), margin);
    }
}
