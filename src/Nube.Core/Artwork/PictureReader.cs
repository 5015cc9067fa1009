using OpenCvSharp;
using SkiaSharp;

namespace Nube.Core.Artwork;

/// <summary>Kinds of picture file that can be read.</summary>
public enum PictureKind
{
    /// <summary>Scalable Vector Graphics.</summary>
    Svg,

    /// <summary>Portable Network Graphics.</summary>
    Png,

    /// <summary>JPEG.</summary>
    Jpeg,

    /// <summary>WebP.</summary>
    WebP,

    /// <summary>Tagged Image File Format.</summary>
    Tiff,
}

/// <summary>Reads picture files into greys at the resolution that is worked at.</summary>
/// <remarks>
/// The kind is told from the first bytes, never from the file's name. Sizes are checked in the header before a pixel is
/// decoded.
/// </remarks>
public static class PictureReader
{
    /// <summary>Largest file, bytes.</summary>
    public const int MostBytes = 40 * 1024 * 1024;

    /// <summary>Most pixels: a letter sheet at 600 dots per inch, and a little.</summary>
    public const long MostPixels = 36_000_000;

    /// <summary>Resolution that is worked at, pixels per mm: 300 dots per inch.</summary>
    public const double WorkPixelsPerMm = 300 / Lengths.MillimetresPerInch;

    /// <summary>Most pixels that are worked on: a letter sheet at 300 dots per inch, and a little.</summary>
    internal const double MostWorkPixels = 9_000_000;

    private const double MostColourPixels = 4_000_000; // each takes some fifty bytes while it is looked at

    /// <summary>The kind of a file by its first bytes.</summary>
    /// <exception cref="PictureTroubleException">It is none that can be read.</exception>
    public static PictureKind Sniff(ReadOnlySpan<byte> file)
    {
        if (file.IsEmpty)
            throw new PictureTroubleException("The file is empty.");
        if (file.Length > MostBytes)
            throw new PictureTroubleException(
                "The file is larger than 40 MB. Scan at 300 dots per inch, or save it as JPEG."
            );
        if (file.StartsWith<byte>([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))
            return PictureKind.Png;
        if (file.StartsWith<byte>([0xff, 0xd8, 0xff]))
            return PictureKind.Jpeg;
        if (file.Length > 12 && file[..4].SequenceEqual("RIFF"u8) && file[8..12].SequenceEqual("WEBP"u8))
            return PictureKind.WebP;
        if (file.StartsWith("II*\0"u8) || file.StartsWith("MM\0*"u8))
            return PictureKind.Tiff;
        if (SvgReader.LooksLikeSvg(file))
            return PictureKind.Svg;
        throw new PictureTroubleException(
            "This file is not an SVG, PNG, JPEG, WebP or TIFF picture. Save the image in one of these and try again."
        );
    }

    /// <summary>Reads a picture.</summary>
    /// <param name="file">The whole file.</param>
    /// <param name="size">The size that the maker gave; an SVG may do without.</param>
    /// <exception cref="PictureTroubleException">The file or the size cannot be used.</exception>
    public static GreyPicture Read(byte[] file, PictureSize size)
    {
        ArgumentNullException.ThrowIfNull(file);
        ArgumentNullException.ThrowIfNull(size);
        return Sniff(file) == PictureKind.Svg ? SvgReader.Read(file, size) : ReadPixels(file, size);
    }

    /// <summary>Reads a PNG or JPEG in colour, upright, as sRGB.</summary>
    /// <param name="file">The whole file.</param>
    /// <param name="enough">Pixels of the longer side that are enough: a JPEG that has twice as many or more is halved
    /// while it is decoded, which is much quicker.</param>
    /// <exception cref="PictureTroubleException">The file cannot be used.</exception>
    public static ColourPicture ReadColours(byte[] file, int enough = int.MaxValue)
    {
        ArgumentNullException.ThrowIfNull(file);
        if (Sniff(file) == PictureKind.Svg)
            throw new PictureTroubleException(
                "This is a drawing, not a scan or a photo. Choose a PNG or JPEG picture."
            );
        using var codec = Open(file);
        var longer = Math.Max(codec.Info.Width, codec.Info.Height);
        var halvings = 0;
        while (longer >> (halvings + 1) >= enough)
            halvings++;
        using var bitmap = Decode(codec, codec.GetScaledDimensions(1f / (1 << halvings)));
        if (codec.EncodedOrigin is SKEncodedOrigin.TopLeft or SKEncodedOrigin.Default)
            return new ColourPicture(bitmap.Width, bitmap.Height, bitmap.GetPixelSpan().ToArray());
        var (width, height) = IsTurned(codec) ? (bitmap.Height, bitmap.Width) : (bitmap.Width, bitmap.Height);
        using var upright = new SKBitmap(
            new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul, SKColorSpace.CreateSrgb())
        );
        using (var canvas = new SKCanvas(upright))
        using (var image = SKImage.FromBitmap(bitmap))
        {
            Turn(canvas, codec.EncodedOrigin, width, height);
            canvas.DrawImage(image, 0, 0, SKSamplingOptions.Default);
        }
        return new ColourPicture(width, height, upright.GetPixelSpan().ToArray());
    }

    /// <summary>
    /// Scale of a picture in colour: what is enough, or less where that would be more pixels than can be looked at in time.
    /// </summary>
    internal static double ScaleOfColours(double enough, double widthMm, double heightMm) =>
        Math.Min(enough, Math.Sqrt(MostColourPixels / (widthMm * heightMm)));

    /// <summary>Reads a picture in colour at its size; clear paper is white.</summary>
    /// <param name="file">The whole file.</param>
    /// <param name="size">The size that the maker gave; an SVG may do without.</param>
    /// <param name="pixelsPerMm">Scale that is enough.</param>
    /// <exception cref="PictureTroubleException">The file or the size cannot be used.</exception>
    public static SizedPicture ReadColours(byte[] file, PictureSize size, double pixelsPerMm)
    {
        ArgumentNullException.ThrowIfNull(file);
        ArgumentNullException.ThrowIfNull(size);
        if (Sniff(file) == PictureKind.Svg)
            return SvgReader.ReadColours(file, size, pixelsPerMm);
        var picture = ReadColours(file);
        var widthMm = size.WidthOf(picture.Width);
        using var read = Mat.FromPixelData(picture.Height, picture.Width, MatType.CV_8UC4, picture.Rgba);
        using var shrunk = new Mat();
        var scale = ScaleOfColours(pixelsPerMm, widthMm, widthMm * picture.Height / picture.Width);
        var shrink = Math.Min(1, scale / (picture.Width / widthMm));
        Cv2.Resize(read, shrunk, default, shrink, shrink, InterpolationFlags.Area);
        shrunk.GetArray(out Vec4b[] pixels);
        var rgba = new byte[4 * pixels.Length];
        for (var at = 0; at < pixels.Length; at++)
        {
            // Colours are multiplied with their cover.
            var (pixel, bare) = (pixels[at], 255 - pixels[at].Item3);
            (rgba[4 * at], rgba[4 * at + 1]) = ((byte)(pixel.Item0 + bare), (byte)(pixel.Item1 + bare));
            (rgba[4 * at + 2], rgba[4 * at + 3]) = ((byte)(pixel.Item2 + bare), byte.MaxValue);
        }
        return new SizedPicture(
            new ColourPicture(shrunk.Width, shrunk.Height, rgba),
            shrunk.Width / widthMm,
            IsDrawn: false
        );
    }

    /// <summary>Pixels across and down of an upright picture, from its header.</summary>
    /// <exception cref="PictureTroubleException">The file is a drawing, or cannot be used.</exception>
    public static (int Width, int Height) SizeOf(byte[] file)
    {
        ArgumentNullException.ThrowIfNull(file);
        if (Sniff(file) == PictureKind.Svg)
            throw new PictureTroubleException("A drawing says its size itself; give a width if it is another.");
        using var codec = Open(file);
        return UprightSize(codec);
    }

    private static GreyPicture ReadPixels(byte[] file, PictureSize size)
    {
        using var codec = Open(file);
        var (width, height) = UprightSize(codec);
        var widthMm = size.WidthOf(width);
        using var bitmap = Decode(codec, codec.Info.Size);

        // Clear paper is white paper; a turned phone picture is turned upright; more than 300 dpi is averaged down.
        var scale = Math.Min(
            1,
            Math.Min(WorkPixelsPerMm / (width / widthMm), Math.Sqrt(MostWorkPixels / ((double)width * height)))
        );
        var (workWidth, workHeight) = (
            Math.Max(1, (int)Math.Round(width * scale)),
            Math.Max(1, (int)Math.Round(height * scale))
        );
        using var upright = new SKBitmap(
            new SKImageInfo(workWidth, workHeight, SKColorType.Gray8, SKAlphaType.Opaque, SKColorSpace.CreateSrgb())
        );
        using (var canvas = new SKCanvas(upright))
        using (var image = SKImage.FromBitmap(bitmap))
        {
            canvas.Clear(SKColors.White);
            canvas.Scale((float)workWidth / width, (float)workHeight / height);
            Turn(canvas, codec.EncodedOrigin, width, height);
            canvas.DrawImage(
                image,
                0,
                0,
                new SKSamplingOptions(SKFilterMode.Linear, scale < 1 ? SKMipmapMode.Linear : SKMipmapMode.None)
            );
        }
        return new GreyPicture(workWidth, workHeight, workWidth / widthMm, Rows(upright), IsDrawn: false);
    }

    /// <summary>
    /// Opens a file of pixels, a TIFF as the PNG that it becomes, and checks the size that it claims, before anything
    /// is decoded.
    /// </summary>
    private static SKCodec Open(byte[] file)
    {
        if (Sniff(file) == PictureKind.Tiff)
            file = PictureFile.Cleaned(file);
        var codec = SKCodec.Create(new SKMemoryStream(file))
            ?? throw new PictureTroubleException("The picture file is damaged and cannot be opened.");
        try
        {
            CheckSize(codec.Info.Width, codec.Info.Height);
            return codec;
        }
        catch
        {
            codec.Dispose();
            throw;
        }
    }

    /// <summary>Refuses a size that is claimed and too large, before anything is decoded.</summary>
    internal static void CheckSize(int width, int height)
    {
        if ((long)width * height > MostPixels)
        {
            throw new PictureTroubleException(
                $"The picture has {width} x {height} pixels, more than a letter sheet at 600 dots per inch. Scan it smaller."
            );
        }
    }

    private static bool IsTurned(SKCodec codec) =>
        codec.EncodedOrigin
            is SKEncodedOrigin.LeftTop
                or SKEncodedOrigin.RightTop
                or SKEncodedOrigin.RightBottom
                or SKEncodedOrigin.LeftBottom;

    private static (int Width, int Height) UprightSize(SKCodec codec) =>
        IsTurned(codec) ? (codec.Info.Height, codec.Info.Width) : (codec.Info.Width, codec.Info.Height);

    private static SKBitmap Decode(SKCodec codec, SKSizeI size)
    {
        var decoded = new SKImageInfo(
            size.Width,
            size.Height,
            SKColorType.Rgba8888,
            SKAlphaType.Premul,
            SKColorSpace.CreateSrgb()
        );
        var bitmap = new SKBitmap();
        if (!bitmap.TryAllocPixels(decoded))
        {
            bitmap.Dispose();
            throw new PictureTroubleException("The picture is too large to open.");
        }
        if (codec.GetPixels(decoded, bitmap.GetPixels()) == SKCodecResult.Success)
            return bitmap;
        bitmap.Dispose();
        throw new PictureTroubleException(
            "The picture file is damaged: only a part of it can be read. Save or scan it again."
        );
    }

    /// <summary>The pixels of a Gray8 bitmap without the padding of its rows.</summary>
    internal static byte[] Rows(SKBitmap grey)
    {
        var pixels = new byte[grey.Width * grey.Height];
        var span = grey.GetPixelSpan();
        for (var row = 0; row < grey.Height; row++)
            span.Slice(row * grey.RowBytes, grey.Width).CopyTo(pixels.AsSpan(row * grey.Width));
        return pixels;
    }

    /// <summary>EXIF orientation (CIPA DC-008, tag 274) as a transform onto an upright sheet.</summary>
    private static void Turn(SKCanvas canvas, SKEncodedOrigin origin, int width, int height)
    {
        var matrix = origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, width, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, width, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, width, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, width, -1, 0, height, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, height, 0, 0, 1),
            _ => SKMatrix.Identity,
        };
        canvas.Concat(in matrix);
    }
}
