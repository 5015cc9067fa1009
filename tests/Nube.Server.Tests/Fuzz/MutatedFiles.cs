using System.Buffers.Binary;
using System.Globalization;
using System.IO.Hashing;
using System.Text;
using BitMiracle.LibTiff.Classic;
using Nube.Core.Colour;
using Nube.Core.Swatches;
using Nube.Data.Entities;
using Nube.Server.Support;
using SkiaSharp;

namespace Nube.Fuzz;

/// <summary>
/// Good files of every kind that comes in from outside, and what damage and malice make of them; the same for the same
/// seed.
/// </summary>
internal sealed class MutatedFiles(int seed)
{
    private const int MostChanges = 6;
    private static readonly byte[][] OddNumbers =
    [
        [0, 0, 0, 0],
        [0xff, 0xff, 0xff, 0xff],
        [0x7f, 0xff, 0xff, 0xff],
        [0, 0, 0, 1],
        [0x80, 0, 0, 0],
        [0xff, 0xff, 0xff, 0x7f],
        [0, 0x10, 0, 0],
    ];

    private static readonly string[] OddPieces =
    [
        "1e999",
        "-1",
        "NaN",
        "99999999999",
        "0.00000001",
        "url(#a)",
        "#a",
        "javascript:alert(1)",
        "none",
        "100%",
        "\0",
        "\ud83c\udf50",
        "]]>",
        "<!--",
        "&#0;",
        "&a;",
        " opacity=\"0.5\"",
        " filter=\"url(#a)\"",
        " mask=\"url(#a)\"",
        " id=\"a\"",
        " transform=\"scale(1e9)\"",
        " stroke-dasharray=\"0.0001\"",
        " stroke-width=\"1e9\"",
        "<use href=\"#a\"/>",
        "<g opacity=\"0.9\">",
        "<mask id=\"a\"><rect width=\"9\" height=\"9\"/></mask>",
        "<filter id=\"a\"><feTurbulence baseFrequency=\"0.01\" numOctaves=\"99\"/></filter>",
        "<pattern id=\"a\" width=\"0.001\" height=\"0.001\"><circle r=\"1\"/></pattern>",
        "<text font-size=\"1e6\">x</text>",
        "<image href=\"file:///etc/passwd\"/>",
        "\"colours\":null",
        "[[[[[[[[",
        "{}",
        ",,,,,,",
        "\"\"\"",
        "NUMBER_OF_SETS 99999999",
        "BEGIN_DATA",
        "END_DATA_FORMAT",
        "\t\t\t\t",
    ];

    private readonly Random random = new(seed);

    /// <summary>Kinds of file with good ones of each.</summary>
    public static IReadOnlyDictionary<string, byte[][]> Good { get; } =
        new Dictionary<string, byte[][]>
        {
            ["svg"] =
            [
                Svg(
                    """<rect x="5" y="5" width="40" height="30"/><circle cx="25" cy="20" r="9"/><path d="M5 20H16M34 20H45"/>"""
                ),
                Svg(
                    """<defs><g id="a"><path d="M0 0C3 -4 8 -4 9 0S3 6 0 0Z"/></g><mask id="m"><rect width="50" height="40" fill="#fff"/></mask></defs><use href="#a" x="9" y="9"/><use href="#a" x="25" y="20"/><g mask="url(#m)" opacity="0.8"><ellipse cx="30" cy="12" rx="8" ry="5"/></g>"""
                ),
                Demo("watering-can.svg"),
            ],
            ["png"] =
            [
                Encoded(SKEncodedImageFormat.Png, SKColorType.Rgba8888),
                Encoded(SKEncodedImageFormat.Png, SKColorType.Gray8),
            ],
            ["jpeg"] =
            [
                Encoded(SKEncodedImageFormat.Jpeg, SKColorType.Rgba8888),
                Encoded(SKEncodedImageFormat.Jpeg, SKColorType.Gray8),
            ],
            ["webp"] = [Encoded(SKEncodedImageFormat.Webp, SKColorType.Rgba8888)],
            ["tiff"] =
            [
                Tiff(Compression.NONE, false),
                Tiff(Compression.LZW, false),
                Tiff(Compression.ADOBE_DEFLATE, true),
                Tiff(Compression.PACKBITS, false),
            ],
            ["cgats"] = [Encoding.UTF8.GetBytes(Readings()), Encoding.UTF8.GetBytes(Chart())],
            ["csv"] = [Encoding.UTF8.GetBytes(PaletteFile.Csv(Colours))],
            ["json"] =
            [
                Encoding.UTF8.GetBytes(
                    """{"colours":[{"name":"Plum","colour":"#6b1233"},{"name":"Sky","colour":"#9ec4d8"}]}"""
                ),
                Encoding.UTF8.GetBytes(
                    """{"$type":"color","a":{"$value":{"colorSpace":"srgb","components":[0.1,0.5,0.9]}},"b":{"$value":"#aabbcc"}}"""
                ),
            ],
        };

    private static KeptColour[] Colours =>
        [
            new("Plum", Srgb.Parse("#6b1233")),
            new("Sky, pale", Srgb.Parse("#9ec4d8")),
            new("=1+1", Srgb.Parse("#101010")),
        ];

    /// <summary>The next file: its kind and content.</summary>
    public (string Kind, byte[] Content) Next()
    {
        var kind = Good.Keys.ElementAt(random.Next(Good.Count));
        var content = Pick(Good[kind]);
        if (random.Next(20) == 0)
            return (kind, content);
        var isText = kind is "svg" or "cgats" or "csv" or "json";
        for (var changes = random.Next(1, MostChanges + 1); changes > 0 && content.Length > 0; changes--)
            content = isText && random.Next(3) > 0 ? ChangedText(content) : Changed(content, kind);
        if (kind == "png" && random.Next(3) > 0)
            MendChecks(content);
        return (kind, content);
    }

    private byte[] Changed(byte[] file, string kind)
    {
        var (at, length) = (random.Next(file.Length), random.Next(1, 40));
        var end = Math.Min(file.Length, at + length);
        switch (random.Next(8))
        {
            case 0:
                return file[..at];
            case 1:
                return [.. file[..at], .. file[end..]];
            case 2:
                return [.. file[..end], .. file[at..]];
            case 3:
                return [.. file[..at], .. Pick(OddNumbers), .. file[Math.Min(file.Length, at + 4)..]];
            // Sizes and counts stand at the start.
            case 4 when file.Length > 64:
                return [.. file[..(at % 60)], .. Pick(OddNumbers), .. file[(at % 60 + 4)..]];
            case 5:
                return [.. file[..at], .. Pick(Good[kind])[^Math.Min(length * 10, Good[kind][0].Length / 2)..]];
            default:
                var copy = file.ToArray();
                copy[at] ^= (byte)(1 << random.Next(8));
                return copy;
        }
    }

    private byte[] ChangedText(byte[] file)
    {
        var text = Encoding.UTF8.GetString(file);
        // Where something begins: that is where odd things do most.
        var places = Enumerable
            .Range(0, text.Length)
            .Where(at => text[at] is '<' or ' ' or '"' or ',' or '\n' or '{' or ':')
            .DefaultIfEmpty(0)
            .ToList();
        var at = Pick(places);
        var piece = Pick(OddPieces);
        var times = random.Next(12) == 0 ? random.Next(200, 3000) : 1;
        text = random.Next(3) switch
        {
            0 => text[..at] + string.Concat(Enumerable.Repeat(piece, times)) + text[at..],
            1 => text[..at] + piece + text[Math.Min(text.Length, at + random.Next(1, 20))..],
            _ => text[..at]
                + string.Concat(
                    Enumerable.Repeat(text[at..Math.Min(text.Length, at + random.Next(1, 200))], Math.Min(times, 200))
                )
                + text[at..],
        };
        return Encoding.UTF8.GetBytes(text);
    }

    /// <summary>
    /// Puts the checks of a PNG's chunks right again (ISO/IEC 15948, 5.3), so that what is in them is looked at.
    /// </summary>
    private static void MendChecks(byte[] png)
    {
        const int signature = 8,
            frame = 12;
        for (var at = signature; at + frame <= png.Length; )
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(png.AsSpan(at));
            if (length > png.Length - at - frame)
                return;
            BinaryPrimitives.WriteUInt32BigEndian(
                png.AsSpan(at + 8 + (int)length),
                Crc32.HashToUInt32(png.AsSpan(at + 4, 4 + (int)length))
            );
            at += frame + (int)length;
        }
    }

    private T Pick<T>(IReadOnlyList<T> from) => from[random.Next(from.Count)];

    private static byte[] Svg(string body) =>
        Encoding.UTF8.GetBytes(
            $"""<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="40mm" viewBox="0 0 50 40"><g fill="none" stroke="#000" stroke-width="0.5">{body}</g></svg>"""
        );

    private static byte[] Demo(string name) => Server.Demo.DemoBook.Resource(name);

    private static SKBitmap Drawn(SKColorType type)
    {
        var bitmap = new SKBitmap(240, 180, type, SKAlphaType.Opaque);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.White);
        using var pen = new SKPaint
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 3,
            Color = SKColors.Black,
        };
        canvas.DrawRect(20, 20, 200, 140, pen);
        canvas.DrawCircle(120, 90, 40, pen);
        canvas.DrawLine(20, 90, 80, 90, pen);
        return bitmap;
    }

    private static byte[] Encoded(SKEncodedImageFormat format, SKColorType type)
    {
        using var bitmap = Drawn(type);
        using var data = bitmap.Encode(format, 85);
        return data.ToArray();
    }

    private static byte[] Tiff(Compression compression, bool tiled)
    {
        using var bitmap = Drawn(SKColorType.Gray8);
        using var file = new MemoryStream();
        using (var tiff = BitMiracle.LibTiff.Classic.Tiff.ClientOpen("picture", "w", file, new KeptOpen()))
        {
            tiff.SetField(TiffTag.IMAGEWIDTH, bitmap.Width);
            tiff.SetField(TiffTag.IMAGELENGTH, bitmap.Height);
            tiff.SetField(TiffTag.SAMPLESPERPIXEL, 1);
            tiff.SetField(TiffTag.BITSPERSAMPLE, 8);
            tiff.SetField(TiffTag.PHOTOMETRIC, Photometric.MINISBLACK);
            tiff.SetField(TiffTag.COMPRESSION, compression);
            if (tiled)
            {
                const int side = 64;
                tiff.SetField(TiffTag.TILEWIDTH, side);
                tiff.SetField(TiffTag.TILELENGTH, side);
                var tile = new byte[side * side];
                Array.Fill(tile, byte.MaxValue);
                for (var y = 0; y < bitmap.Height; y += side)
                {
                    for (var x = 0; x < bitmap.Width; x += side)
                        tiff.WriteTile(tile, x, y, 0, 0);
                }
            }
            else
            {
                tiff.SetField(TiffTag.ROWSPERSTRIP, 16);
                for (var y = 0; y < bitmap.Height; y++)
                    tiff.WriteScanline(bitmap.GetPixelSpan().Slice(y * bitmap.RowBytes, bitmap.Width).ToArray(), y);
            }
        }
        return file.ToArray();
    }

    /// <summary>The memory stream is read after the file is closed.</summary>
    private sealed class KeptOpen : TiffStream
    {
        public override void Close(object clientData) { }
    }

    private static string Readings() =>
        CgatsText.Write(
            [.. Enumerable.Range(1, 5).Select(row => new MeterReading($"A{row}", Spectrum.Flat(0.1 * row)))],
            "2026-01-01T00:00:00Z"
        );

    private static string Chart() =>
        ChartText.Write(
            new ColourChart(
                "Made up",
                4,
                [.. Enumerable.Range(0, 24).Select(patch => new Lab(20 + 3 * patch, patch - 12, 12 - patch))]
            )
        );
}
