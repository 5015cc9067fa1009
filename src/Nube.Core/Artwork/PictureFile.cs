using System.Buffers.Binary;
using BitMiracle.LibTiff.Classic;
using SkiaSharp;

namespace Nube.Core.Artwork;

/// <summary>
/// Picture files made ready to be kept: nothing in them but the picture, in a form that every browser shows.
/// </summary>
/// <remarks>
/// A phone writes into a JPEG where and when it was taken (CIPA DC-008, "Exif"). Of that only the orientation is kept.
/// TIFF and WebP become PNG, upright. What is left is pixels: SVG, PNG or JPEG.
/// </remarks>
public static class PictureFile
{
    /// <summary>A file without what is not the picture.</summary>
    /// <exception cref="PictureTroubleException">The file is none that can be read, is damaged, or too
    /// large.</exception>
    public static byte[] Cleaned(byte[] file)
    {
        ArgumentNullException.ThrowIfNull(file);
        return PictureReader.Sniff(file) switch
        {
            PictureKind.Jpeg => CleanJpeg(file),
            PictureKind.Png => CleanPng(file),
            PictureKind.WebP => FromWebP(file),
            PictureKind.Tiff => FromTiff(file),
            _ => file,
        };
    }

    /// <summary>
    /// Copies a JPEG (ITU-T T.81, annex B) up to the end of its picture, without application and comment segments; of
    /// Exif a block with the orientation alone stays. Phones append further pictures, each with a place of its own:
    /// those go too.
    /// </summary>
    private static byte[] CleanJpeg(byte[] file)
    {
        const byte end = 0xd9,
            scan = 0xda;
        using var codec = SKCodec.Create(new SKMemoryStream(file))
            ?? throw new PictureTroubleException("The picture file is damaged and cannot be opened.");
        using var clean = new MemoryStream();
        clean.Write(file.AsSpan(0, 2));
        if (codec.EncodedOrigin is not (SKEncodedOrigin.TopLeft or SKEncodedOrigin.Default))
            clean.Write(ExifOfOrientation((byte)codec.EncodedOrigin));
        var at = 2;
        while (at + 2 <= file.Length)
        {
            if (file[at] != 0xff)
                throw Damaged();
            var marker = file[at + 1];
            if (marker == end)
            {
                clean.Write([0xff, end]);
                break;
            }
            if (marker == 0xff)
            {
                at++; // a fill byte
                continue;
            }
            if (at + 4 > file.Length)
                throw Damaged();
            var length = 2 + BinaryPrimitives.ReadUInt16BigEndian(file.AsSpan(at + 2));
            if (at + length > file.Length)
                throw Damaged();
            if (marker == scan)
                length = ScanEnd(file, at + length) - at;
            if (IsPicture(marker, file.AsSpan(at, length)))
                clean.Write(file.AsSpan(at, length));
            at += length;
        }
        // A picture that was cut off has no end, and gets none: else its damage could not be seen any more.
        return clean.ToArray();
    }

    /// <summary>
    /// Where the coded data of a scan end: at the next marker that is neither a stuffed byte nor a restart.
    /// </summary>
    private static int ScanEnd(byte[] file, int at)
    {
        while (at + 1 < file.Length && (file[at] != 0xff || file[at + 1] is 0 or >= 0xd0 and <= 0xd7))
            at++;
        return at + 1 < file.Length ? at : file.Length;
    }

    /// <summary>
    /// Tables, frames and scans are; of what programs add, the density, the colour profile and the mark that tells CMYK
    /// from its inverse.
    /// </summary>
    private static bool IsPicture(byte marker, ReadOnlySpan<byte> segment)
    {
        const byte jfif = 0xe0,
            profile = 0xe2,
            adobe = 0xee,
            lastApplication = 0xef,
            comment = 0xfe;
        return marker switch
        {
            jfif or adobe => true,
            profile => segment[4..].StartsWith("ICC_PROFILE\0"u8),
            > jfif and <= lastApplication or comment => false,
            _ => true,
        };
    }

    private static PictureTroubleException Damaged() =>
        new("The picture file is damaged: only a part of it can be read. Save or scan it again.");

    /// <summary>An Exif segment with nothing but the orientation (tag 274).</summary>
    private static byte[] ExifOfOrientation(byte value) =>
        [
            0xff,
            0xe1,
            0,
            34,
            (byte)'E',
            (byte)'x',
            (byte)'i',
            (byte)'f',
            0,
            0,
            (byte)'M',
            (byte)'M',
            0,
            42,
            0,
            0,
            0,
            8, // TIFF, big endian, first directory at 8
            0,
            1,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            value,
            0,
            0, // one entry: tag 274, a short, one of them
            0,
            0,
            0,
            0, // no other directory
        ];

    /// <summary>Copies a PNG but for its texts, times and Exif.</summary>
    private static byte[] CleanPng(byte[] file)
    {
        const int signature = 8,
            frame = 12; // length, name and check of a chunk
        using var clean = new MemoryStream();
        clean.Write(file.AsSpan(0, Math.Min(signature, file.Length)));
        var at = signature;
        while (at + frame <= file.Length)
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(file.AsSpan(at));
            if (length > file.Length - at - frame)
                throw Damaged();
            var name = System.Text.Encoding.ASCII.GetString(file, at + 4, 4);
            if (name is not ("tEXt" or "iTXt" or "zTXt" or "eXIf" or "tIME"))
                clean.Write(file.AsSpan(at, (int)length + frame));
            at += (int)length + frame;
            if (name == "IEND")
                break;
        }
        return clean.ToArray();
    }

    private static byte[] FromWebP(byte[] file)
    {
        var picture = PictureReader.ReadColours(file);
        return Png(picture.Width, picture.Height, picture.Rgba, SKAlphaType.Premul);
    }

    private static byte[] FromTiff(byte[] file)
    {
        try
        {
            return DecodeTiff(file);
        }
        catch (Exception error) when (error is not PictureTroubleException)
        {
            // The decoder trusts what a file says of itself, and stumbles over one that lies.
            throw new PictureTroubleException("The TIFF file is damaged and cannot be opened.", error);
        }
    }

    private static byte[] DecodeTiff(byte[] file)
    {
        using var stream = new MemoryStream(file);
        using var tiff = Tiff.ClientOpen("picture", "r", stream, new TiffStream())
            ?? throw new PictureTroubleException("The TIFF file is damaged and cannot be opened.");
        var (width, height) = (
            tiff.GetField(TiffTag.IMAGEWIDTH)?[0].ToInt() ?? 0,
            tiff.GetField(TiffTag.IMAGELENGTH)?[0].ToInt() ?? 0
        );
        if (width <= 0 || height <= 0)
            throw new PictureTroubleException("The TIFF file says no size. Save it again, or as PNG.");
        PictureReader.CheckSize(width, height);
        CheckStrips(tiff, file.Length);
        var pixels = new int[width * height];
        if (!tiff.ReadRGBAImageOriented(width, height, pixels, Orientation.TOPLEFT, true))
            throw new PictureTroubleException(
                "This kind of TIFF cannot be read, or the file is damaged. Save it as PNG and try again."
            );
        var rgba = new byte[4 * pixels.Length];
        for (var at = 0; at < pixels.Length; at++)
            BinaryPrimitives.WriteInt32LittleEndian(rgba.AsSpan(4 * at), pixels[at]);
        return Png(width, height, rgba, SKAlphaType.Premul);
    }

    /// <summary>
    /// Refuses a TIFF that claims more than is in it (TIFF 6.0, sections 3 and 15): the decoder sets aside what a file
    /// claims before it looks whether it is there.
    /// </summary>
    private static void CheckStrips(Tiff tiff, long length)
    {
        const int mostSamples = 8,
            mostBits = 32; // CMYK with covers, at most in floating point
        int Field(TiffTag tag, int usual) => tiff.GetField(tag)?[0].ToInt() ?? usual;
        var (samples, bits) = (Field(TiffTag.SAMPLESPERPIXEL, 1), Field(TiffTag.BITSPERSAMPLE, 1));
        if (samples is < 1 or > mostSamples || bits is < 1 or > mostBits)
            throw new PictureTroubleException("This kind of TIFF cannot be read. Save it as PNG and try again.");
        var tiled = tiff.IsTiled();
        if (tiled)
            PictureReader.CheckSize(Field(TiffTag.TILEWIDTH, 0), Field(TiffTag.TILELENGTH, 0));
        var pieces = tiled ? tiff.NumberOfTiles() : tiff.NumberOfStrips();
        for (var piece = 0; piece < pieces; piece++)
        {
            // Strips and tiles are counted in the same table.
            var claimed = tiff.RawStripSize(piece);
            if (claimed < 0 || claimed > length)
                throw new PictureTroubleException(
                    "The TIFF file is damaged: it claims more than is in it. Save or scan it again."
                );
        }
    }

    private static byte[] Png(int width, int height, byte[] rgba, SKAlphaType alpha)
    {
        using var bitmap = new SKBitmap(
            new SKImageInfo(width, height, SKColorType.Rgba8888, alpha, SKColorSpace.CreateSrgb())
        );
        rgba.CopyTo(bitmap.GetPixelSpan());
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }
}
