using Nube.Core.Artwork;
using Nube.Core.Colour;

namespace Nube.Core.Swatches;

/// <summary>The colour of a bare paper, photographed beside plain white or read with a meter.</summary>
public static class PaperColour
{
    // This project's own.
    private const double Looked = 0.02; // radius of a place that is looked at, of the longer side
    private const double UnevenFrom = 0.15; // standard deviation as a share of the mean: print, a fold, a shadow's edge
    private const double BurntOutFrom = 0.965; // linear light, 251 of 255
    private const double TooDarkBelow = 0.08; // linear light
    private const double Lighter = 1.05; // than white paper is no paper but a white that was not the white

    /// <summary>
    /// The paper's colour by a photo in which a sheet of plain white paper lies beside it in the same light: channel by
    /// channel what it sends back against the white, which is taken as <see cref="SwatchFit.NeutralPaper"/>.
    /// </summary>
    /// <remarks>Diagonal adaptation (J. von Kries, 1902) in linear sRGB; it takes off light and exposure, not what a
    /// camera sees otherwise than the eye.</remarks>
    /// <param name="photo">The photo.</param>
    /// <param name="paper">A place on the paper, as shares of the photo.</param>
    /// <param name="white">A place on the white sheet.</param>
    /// <exception cref="PictureTroubleException">The places tell nothing; the message says why.</exception>
    public static Srgb InPhoto(ColourPicture photo, PicturePoint paper, PicturePoint white)
    {
        ArgumentNullException.ThrowIfNull(photo);
        var (own, light) = (Look(photo, paper, "the paper"), Look(photo, white, "the white sheet"));
        if (light.Max() > BurntOutFrom)
            throw new PictureTroubleException(
                "The white sheet is burnt out in this photo: nothing can be compared with it. Take it a little darker."
            );
        var against = own.Zip(light, (one, other) => one / other).ToList();
        if (against.Max() > Lighter)
            throw new PictureTroubleException(
                "The paper is lighter than what is marked as white. Mark the white sheet, in the same light."
            );
        if (light.Min() < TooDarkBelow)
            throw new PictureTroubleException("The white sheet is too dark in this photo. Take it in more light.");
        double Encoded(int channel) => Srgb.Encode(Math.Min(1, against[channel] * SwatchFit.NeutralPaper));
        return new Srgb(Encoded(0), Encoded(1), Encoded(2));
    }

    /// <summary>The paper's colour by the mean of all spectra that a meter read on it, under D65.</summary>
    /// <exception cref="PictureTroubleException">The text holds no spectra.</exception>
    public static Srgb Measured(string readings)
    {
        var read = CgatsText.Read(readings);
        return Srgb.FromLab(
            SpectralColour.ToLab(Spectrum.From(band => read.Average(one => one.Reflectance.Values[band])))
        );
    }

    /// <summary>Linear light of a place, 0 to 1, red, green and blue.</summary>
    private static double[] Look(ColourPicture photo, PicturePoint place, string what)
    {
        var radius = Math.Max(2, (int)(Looked * Math.Max(photo.Width, photo.Height)));
        var (middleX, middleY) = ((int)(place.X * photo.Width), (int)(place.Y * photo.Height));
        var pixels = (
            from y in Enumerable.Range(middleY - radius, 2 * radius + 1)
            from x in Enumerable.Range(middleX - radius, 2 * radius + 1)
            where x >= 0 && y >= 0 && x < photo.Width && y < photo.Height
            let at = 4 * (y * photo.Width + x)
            select new[] { Linear(photo, at), Linear(photo, at + 1), Linear(photo, at + 2) }
        ).ToList();
        if (pixels.Count == 0)
            throw new PictureTroubleException($"Mark {what} inside the photo.");
        var grey = pixels.ConvertAll(pixel => pixel.Average());
        var mean = grey.Average();
        if (Math.Sqrt(grey.Average(value => (value - mean) * (value - mean))) > UnevenFrom * mean)
            throw new PictureTroubleException(
                $"The place on {what} is not even. Mark a bare one, without print or shadow."
            );
        return [.. Enumerable.Range(0, 3).Select(channel => pixels.Average(pixel => pixel[channel]))];
    }

    private static double Linear(ColourPicture photo, int at) => Srgb.Decode(photo.Rgba[at] / 255.0);
}
