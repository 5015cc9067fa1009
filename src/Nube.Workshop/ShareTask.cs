using System.Collections.Immutable;
using BitMiracle.LibTiff.Classic;
using SkiaSharp;

namespace Nube.Workshop;

/// <summary>As what looks are shared.</summary>
public enum SharedAs
{
    /// <summary>A film: an animated WebP.</summary>
    Film,

    /// <summary>The finished card: a PNG that prints true to size.</summary>
    Card,

    /// <summary>Every look: a TIFF with a page for each (TIFF 6.0, 1992).</summary>
    Pages,
}

/// <summary>Puts looks of a card together for others, with the stamped lines on them. The file is empty.</summary>
/// <param name="As">As what.</param>
/// <param name="Looks">The looks, WebP, in their order.</param>
/// <param name="Lines">The lines.</param>
public sealed record ShareLooks(SharedAs As, ImmutableArray<byte[]> Looks, StampedLines Lines) : WorkshopTask<Shared>
{
    private const int EachMilliseconds = 900,
        LastMilliseconds = 3000;
    private const int Quality = 85;
    private const double MmPerInch = 25.4;

    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.Long;

    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Soon;

    private protected override Shared Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var pictures = (As == SharedAs.Card ? Looks[^1..] : Looks).Select(WithLines).ToList();
        try
        {
            return As switch
            {
                SharedAs.Film => new Shared(Film(pictures)),
                SharedAs.Card => new Shared(Png(pictures[0])),
                _ => new Shared(Tiff(pictures)),
            };
        }
        finally
        {
            foreach (var picture in pictures)
                picture.Dispose();
        }
    }

    private SKBitmap WithLines(byte[] look)
    {
        var picture = SKBitmap.Decode(look);
        Lines.Draw(picture);
        return picture;
    }

    private static byte[] Film(List<SKBitmap> pictures)
    {
        var frames = pictures
            .Select(
                (picture, at) =>
                    new SKWebpEncoderFrame(
                        picture.PeekPixels(),
                        TimeSpan.FromMilliseconds(at == pictures.Count - 1 ? LastMilliseconds : EachMilliseconds)
                    )
            )
            .ToArray();
        using var film = SKWebpEncoder.EncodeAnimated(
            frames,
            new SKWebpEncoderOptions(SKWebpEncoderCompression.Lossy, Quality)
        );
        return film?.ToArray() ?? throw new InvalidOperationException("The film could not be written.");
    }

    private byte[] Png(SKBitmap picture)
    {
        using var data = picture.Encode(SKEncodedImageFormat.Png, 100);
        return PngSize.With(data.AsSpan(), picture.Width / Lines.WidthMm);
    }

    private byte[] Tiff(List<SKBitmap> pictures)
    {
        using var stream = new MemoryStream();
        using (var tiff = BitMiracle.LibTiff.Classic.Tiff.ClientOpen("looks", "w", stream, new TiffStream()))
        {
            foreach (var (page, picture) in pictures.Index())
            {
                tiff.SetField(TiffTag.SUBFILETYPE, FileType.PAGE);
                tiff.SetField(TiffTag.PAGENUMBER, page, pictures.Count);
                tiff.SetField(TiffTag.IMAGEWIDTH, picture.Width);
                tiff.SetField(TiffTag.IMAGELENGTH, picture.Height);
                tiff.SetField(TiffTag.BITSPERSAMPLE, 8);
                tiff.SetField(TiffTag.SAMPLESPERPIXEL, 3);
                tiff.SetField(TiffTag.PLANARCONFIG, PlanarConfig.CONTIG);
                tiff.SetField(TiffTag.PHOTOMETRIC, Photometric.RGB);
                tiff.SetField(TiffTag.COMPRESSION, Compression.ADOBE_DEFLATE);
                tiff.SetField(TiffTag.RESOLUTIONUNIT, ResUnit.INCH);
                tiff.SetField(TiffTag.XRESOLUTION, picture.Width / Lines.WidthMm * MmPerInch);
                tiff.SetField(TiffTag.YRESOLUTION, picture.Width / Lines.WidthMm * MmPerInch);
                tiff.SetField(TiffTag.ROWSPERSTRIP, picture.Height);
                var row = new byte[3 * picture.Width];
                for (var y = 0; y < picture.Height; y++)
                {
                    for (var x = 0; x < picture.Width; x++)
                    {
                        var pixel = picture.GetPixel(x, y);
                        (row[3 * x], row[3 * x + 1], row[3 * x + 2]) = (pixel.Red, pixel.Green, pixel.Blue);
                    }
                    tiff.WriteScanline(row, y);
                }
                tiff.WriteDirectory();
            }
            tiff.Flush();
            return stream.ToArray();
        }
    }
}

/// <summary>What can be shared.</summary>
/// <param name="Content">The file.</param>
public sealed record Shared(byte[] Content);
