using System.Text;
using BitMiracle.LibTiff.Classic;
using Nube.Core.Artwork;
using SkiaSharp;

namespace Nube.Core.Tests.Artwork;

/// <summary>Files made ready to be kept: the picture stays, what a phone wrote about its owner goes.</summary>
public class PictureFileTests
{
    private static byte[] Encoded(SKEncodedImageFormat format)
    {
        using var bitmap = new SKBitmap(
            new SKImageInfo(40, 24, SKColorType.Rgba8888, SKAlphaType.Opaque, SKColorSpace.CreateSrgb())
        );
        for (var y = 0; y < 24; y++)
        {
            for (var x = 0; x < 40; x++)
                bitmap.SetPixel(x, y, x < 20 ? new SKColor(200, 60, 40) : new SKColor(30, 90, 200));
        }
        using var data = bitmap.Encode(format, 100);
        return data.ToArray();
    }

    /// <summary>An Exif segment with an orientation and a GPS directory, as CIPA DC-008 lays it out.</summary>
    private static byte[] WithExif(byte[] jpeg, byte orientation)
    {
        byte[] tiff =
        [
            (byte)'M',
            (byte)'M',
            0,
            42,
            0,
            0,
            0,
            8,
            0,
            2,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            orientation,
            0,
            0, // orientation
            0x88,
            0x25,
            0,
            4,
            0,
            0,
            0,
            1,
            0,
            0,
            0,
            38, // where the GPS directory is
            0,
            0,
            0,
            0,
            0,
            1,
            0,
            1,
            0,
            2,
            0,
            0,
            0,
            2,
            (byte)'N',
            0,
            0,
            0,
            0,
            0,
            0,
            0, // latitude is north
            .. "SECRET-PLACE"u8,
        ];
        var length = 2 + 6 + tiff.Length;
        return
        [
            .. jpeg[..2],
            0xff,
            0xe1,
            (byte)(length >> 8),
            (byte)length,
            .. "Exif\0\0"u8,
            .. tiff,
            0xff,
            0xfe,
            0,
            12,
            .. "a comment!"u8,
            .. jpeg[2..],
        ];
    }

    [Theory]
    [InlineData(1)]
    [InlineData(6)]
    [InlineData(3)]
    public void A_jpeg_loses_its_place_and_comment_and_keeps_which_way_is_up(byte orientation)
    {
        var given = WithExif(Encoded(SKEncodedImageFormat.Jpeg), orientation);
        var clean = PictureFile.Cleaned(given);
        var text = Encoding.Latin1.GetString(clean);
        Assert.DoesNotContain("SECRET-PLACE", text, StringComparison.Ordinal);
        Assert.DoesNotContain("a comment!", text, StringComparison.Ordinal);
        var (before, after) = (PictureReader.ReadColours(given), PictureReader.ReadColours(clean));
        Assert.Equal((before.Width, before.Height), (after.Width, after.Height));
        Assert.Equal(orientation == 6 ? 24 : 40, after.Width);
        Assert.Equal(before.Rgba, after.Rgba);
    }

    // Multi-picture files (CIPA DC-007): whole pictures after the end of the first, named by an APP2 segment.
    [Fact]
    public void Pictures_behind_the_picture_go_with_their_places_and_a_colour_profile_stays()
    {
        var jpeg = Encoded(SKEncodedImageFormat.Jpeg);
        byte[] mpf = [0xff, 0xe2, 0, 22, .. "MPF\0SECRET-PLACE-INDEX"u8[..20]];
        byte[] given = [.. jpeg[..2], .. mpf, .. jpeg[2..], .. WithExif(jpeg, 1)];
        var clean = PictureFile.Cleaned(given);
        Assert.DoesNotContain("SECRET-PLACE", Encoding.Latin1.GetString(clean), StringComparison.Ordinal);
        Assert.Equal(jpeg, clean); // and with it the profile that was in it, scans and all
        Assert.Contains("ICC_PROFILE", Encoding.Latin1.GetString(clean), StringComparison.Ordinal);
    }

    [Fact]
    public void A_jpeg_that_was_cut_off_is_still_seen_to_be_damaged()
    {
        var jpeg = Encoded(SKEncodedImageFormat.Jpeg);
        var clean = PictureFile.Cleaned(jpeg[..^60]);
        Assert.Equal(jpeg[..^60], clean);
        Assert.Contains(
            "damaged",
            Assert.Throws<PictureTroubleException>(() => PictureReader.ReadColours(clean)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_png_loses_its_texts()
    {
        var png = Encoded(SKEncodedImageFormat.Png);
        byte[] chunk = [0, 0, 0, 19, .. "tEXtPlace\0SECRET-PLACE!"u8, 1, 2, 3, 4];
        byte[] given = [.. png[..33], .. chunk, .. png[33..]]; // after the header chunk
        var clean = PictureFile.Cleaned(given);
        Assert.DoesNotContain("SECRET-PLACE", Encoding.Latin1.GetString(clean), StringComparison.Ordinal);
        Assert.Equal(png, clean);
    }

    [Fact]
    public void WebP_becomes_png_with_the_same_pixels()
    {
        var webp = Encoded(SKEncodedImageFormat.Webp);
        Assert.Equal(PictureKind.WebP, PictureReader.Sniff(webp));
        var clean = PictureFile.Cleaned(webp);
        Assert.Equal(PictureKind.Png, PictureReader.Sniff(clean));
        Assert.Equal(PictureReader.ReadColours(webp).Rgba, PictureReader.ReadColours(clean).Rgba);
    }

    // TIFF 6.0 (1992): written by the reference library's managed port, in greys, in 16 bits, in CMYK, and turned.
    [Theory]
    [InlineData("grey 8")]
    [InlineData("grey 16")]
    [InlineData("cmyk 8")]
    [InlineData("turned")]
    public void Tiff_becomes_png(string kind)
    {
        var clean = PictureFile.Cleaned(WriteTiff(kind, 30, 20));
        Assert.Equal(PictureKind.Png, PictureReader.Sniff(clean));
        var picture = PictureReader.ReadColours(clean);
        Assert.Equal((30, 20), (picture.Width, picture.Height));
        // The left half is dark, or, stored from the bottom right, lies on the left again once set right.
        Assert.InRange(picture.Rgba[4 * (10 * 30 + 5)], 0, 60);
        Assert.InRange(picture.Rgba[4 * (10 * 30 + 25)], 195, 255);
    }

    [Fact]
    public void A_tiff_that_claims_to_be_huge_or_is_cut_off_is_said()
    {
        var tiff = WriteTiff("grey 8", 30, 20);
        Assert.Throws<PictureTroubleException>(() => PictureFile.Cleaned(tiff[..40]));
        Assert.Contains(
            "more than a letter sheet",
            Assert.Throws<PictureTroubleException>(() => PictureFile.Cleaned(WriteTiff("huge", 30, 20))).Message,
            StringComparison.Ordinal
        );
    }

    private static byte[] WriteTiff(string kind, int width, int height)
    {
        var file = new MemoryStream();
        if (kind == "huge")
            width = 60_000;
        using (var tiff = Tiff.ClientOpen("picture", "w", file, new TiffStream()))
        {
            var (samples, bits) = (kind == "cmyk 8" ? 4 : 1, kind == "grey 16" ? 16 : 8);
            tiff.SetField(TiffTag.IMAGEWIDTH, width);
            tiff.SetField(TiffTag.IMAGELENGTH, kind == "huge" ? 60_000 : height);
            tiff.SetField(TiffTag.SAMPLESPERPIXEL, samples);
            tiff.SetField(TiffTag.BITSPERSAMPLE, bits);
            tiff.SetField(TiffTag.PHOTOMETRIC, samples == 4 ? Photometric.SEPARATED : Photometric.MINISBLACK);
            tiff.SetField(TiffTag.PLANARCONFIG, PlanarConfig.CONTIG);
            tiff.SetField(TiffTag.ROWSPERSTRIP, 1);
            tiff.SetField(TiffTag.COMPRESSION, Compression.LZW);
            tiff.SetField(TiffTag.ORIENTATION, kind == "turned" ? Orientation.BOTRIGHT : Orientation.TOPLEFT);
            for (var y = 0; y < height; y++)
            {
                var row = new byte[width * samples * bits / 8];
                for (var x = 0; x < width; x++)
                {
                    var dark = kind == "turned" ? x >= width / 2 : x < width / 2;
                    for (var i = 0; i < samples * bits / 8; i++)
                        row[x * samples * bits / 8 + i] = (byte)(
                            samples == 4 ? (i == 3 && dark ? 230 : 0)
                            : dark ? 20
                            : 235
                        );
                }
                tiff.WriteScanline(row, y);
            }
            tiff.WriteDirectory();
        }
        return file.ToArray();
    }
}
