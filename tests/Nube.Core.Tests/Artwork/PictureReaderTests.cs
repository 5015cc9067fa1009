using System.Buffers.Binary;
using System.IO.Hashing;
using System.Text;
using Nube.Core.Artwork;
using SkiaSharp;

namespace Nube.Core.Tests.Artwork;

/// <summary>Bad input gets a clear sentence; nothing reaches out of a drawing.</summary>
public class PictureReaderTests
{
    private static readonly PictureSize Wide = new(100, null);

    private static string Trouble(byte[] file, PictureSize? size = null) =>
        Assert.Throws<PictureTroubleException>(() => PictureReader.Read(file, size ?? Wide)).Message;

    private static byte[] Png(int width, int height, int encodedRows = int.MaxValue)
    {
        using var bitmap = new SKBitmap(width, Math.Min(height, encodedRows));
        bitmap.Erase(SKColors.White);
        return bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }

    [Fact]
    public void An_empty_file_is_said_to_be_empty() => Assert.Contains("empty", Trouble([]), StringComparison.Ordinal);

    [Fact]
    public void A_file_that_is_no_picture_is_said_to_be_none() =>
        Assert.Contains(
            "not an SVG, PNG, JPEG, WebP or TIFF",
            Trouble(Encoding.UTF8.GetBytes("Dear diary, ...")),
            StringComparison.Ordinal
        );

    [Fact]
    public void A_damaged_picture_is_said_to_be_damaged()
    {
        var file = Png(400, 300);
        Assert.Contains("damaged", Trouble(file[..(file.Length / 2)]), StringComparison.Ordinal);
        Assert.Contains("damaged", Trouble(file[..20]), StringComparison.Ordinal);
    }

    [Fact]
    public void A_huge_header_is_refused_before_anything_is_decoded()
    {
        var file = Png(30, 30);
        // Width and height stand at bytes 16 and 20; the checksum of the header follows its 13 bytes (PNG, ISO/IEC
        // 15948).
        BinaryPrimitives.WriteInt32BigEndian(file.AsSpan(16), 30_000);
        BinaryPrimitives.WriteInt32BigEndian(file.AsSpan(20), 30_000);
        BinaryPrimitives.WriteUInt32BigEndian(file.AsSpan(29), Crc32.HashToUInt32(file.AsSpan(12, 17)));
        Assert.Contains("30000 x 30000", Trouble(file), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0, null)]
    [InlineData(-3, null)]
    [InlineData(5000, null)]
    [InlineData(null, 0)]
    [InlineData(null, 1e9)]
    [InlineData(null, null)]
    public void A_size_that_cannot_be_is_refused(object? width, object? dots) =>
        Assert.NotEmpty(
            Trouble(
                Png(60, 40),
                new PictureSize(
                    width is null ? null : Convert.ToDouble(width),
                    dots is null ? null : Convert.ToDouble(dots)
                )
            )
        );

    [Fact]
    public void A_drawing_of_a_million_elements_is_refused()
    {
        var text = new StringBuilder("<svg xmlns='http://www.w3.org/2000/svg' width='100mm' height='100mm'>");
        for (var i = 0; i < 1_000_000; i++)
            text.Append("<path d='M0 0'/>");
        Assert.Contains(
            "100,000 elements",
            Trouble(Encoding.UTF8.GetBytes(text.Append("</svg>").ToString())),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_drawing_nested_without_end_is_refused()
    {
        var text = string.Concat(Enumerable.Repeat("<g>", 5000)) + string.Concat(Enumerable.Repeat("</g>", 5000));
        Assert.Contains("groups inside one another", Trouble(Drawings.Svg(100, 100, text)), StringComparison.Ordinal);
    }

    [Fact]
    public void Entities_are_not_opened()
    {
        var file = Encoding.UTF8.GetBytes(
            "<!DOCTYPE svg [<!ENTITY a SYSTEM 'file:///etc/passwd'>]><svg xmlns='http://www.w3.org/2000/svg'><text>&a;</text></svg>"
        );
        Assert.Contains("entities", Trouble(file), StringComparison.Ordinal);
    }

    [Fact]
    public void Copies_that_multiply_without_end_are_refused()
    {
        var text = new StringBuilder("<defs><g id='c0'><circle r='1'/></g>");
        for (var i = 1; i < 12; i++)
            text.Append($"<g id='c{i}'>")
                .Append(string.Concat(Enumerable.Repeat($"<use href='#c{i - 1}'/>", 10)))
                .Append("</g>");
        Assert.Contains(
            "copies its parts",
            Trouble(Drawings.Svg(100, 100, text.Append("</defs><use href='#c11'/>").ToString())),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "copy of itself",
            Trouble(Drawings.Svg(100, 100, "<g id='a'><use href='#a'/></g>")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_drawing_that_is_all_ink_is_refused_with_the_likely_reason()
    {
        // A lost fill="none": a rectangle that was an outline covers everything.
        var art = PictureReader.Read(Drawings.Svg(100, 5, "<rect width='100' height='5' fill='#000'/>"), Wide);
        Assert.Contains(
            "fill=\"none\"",
            Assert.Throws<PictureTroubleException>(() => LineExtraction.From(art)).Message,
            StringComparison.Ordinal
        );
        var nearly = PictureReader.Read(Drawings.Svg(100, 50, "<rect width='99' height='49.5' fill='#000'/>"), Wide);
        Assert.Throws<PictureTroubleException>(() => LineExtraction.From(nearly));
    }

    [Theory]
    [InlineData(0.90)]
    [InlineData(0.94)]
    public void A_drawing_that_is_ink_but_for_a_window_ends(double ink)
    {
        // The widest "line" there can be; the search for gaps looks no farther than the picture.
        var side = 100 * Math.Sqrt(1 - ink);
        var art = LineExtraction.From(
            PictureReader.Read(
                Drawings.Svg(
                    100,
                    100,
                    string.Create(
                        System.Globalization.CultureInfo.InvariantCulture,
                        $"<path fill-rule='evenodd' fill='#000' d='M0 0H100V100H0ZM30 30h{side}v{side}h-{side}Z'/>"
                    )
                ),
                Wide
            )
        );
        Assert.Single(AreaFinder.FindAreas(art, GapRule.Gappy).Areas);
    }

    [Theory]
    [InlineData(
        "<filter id='f'><feTurbulence baseFrequency='0.001' numOctaves='255'/><feMorphology radius='500'/></filter><g filter='url(#f)'>",
        "</g>"
    )]
    [InlineData(
        "<filter id='f'><feGaussianBlur stdDeviation='900'/></filter><g style='opacity:1;filter:url(#f);stroke-width:2'>",
        "</g>"
    )]
    [InlineData("<style>.a{filter:blur(99px);stroke-width:2}</style><g class='a'>", "</g>")]
    public void Filters_are_left_out_with_a_remark_and_the_lines_are_drawn(string before, string after)
    {
        var picture = PictureReader.Read(
            Drawings.Svg(60, 60, before + Drawings.Circle(30, 30, 20) + after),
            new PictureSize(null, null)
        );
        Assert.Contains("Filters", Assert.Single(picture.Remarks), StringComparison.Ordinal);
        Assert.Single(AreaFinder.FindAreas(LineExtraction.From(picture)).Areas);
    }

    [Fact(Timeout = 60_000)]
    public async Task A_name_given_to_fifty_thousand_parts_is_the_first_ones()
    {
        var same = string.Concat(Enumerable.Repeat("<g id='a'/>", 50_000));
        var file = Drawings.Svg(
            60,
            60,
            $"<defs><g id='a'>{Drawings.Circle(30, 30, 20)}</g></defs>{same}<use href='#a'/>"
        );
        var art = await Task.Run(
            () => LineExtraction.From(PictureReader.Read(file, new PictureSize(null, null))),
            TestContext.Current.CancellationToken
        );
        Assert.Single(AreaFinder.FindAreas(art).Areas);
    }

    [Fact]
    public void What_takes_for_ever_to_draw_is_refused_with_its_limit()
    {
        string Many(string one, int times) => string.Concat(Enumerable.Repeat(one, times));
        Assert.Contains(
            "500 see-through",
            Trouble(Drawings.Svg(100, 100, Many("<g opacity='0.5'><circle r='9'/></g>", 501))),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "500 see-through",
            Trouble(
                Drawings.Svg(
                    100,
                    100,
                    "<defs><mask id='m'><rect width='9' height='9'/></mask></defs>"
                        + Many("<circle r='9' mask='url(#m)'/>", 501)
                )
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "300,000 points",
            Trouble(Drawings.Svg(100, 100, $"<path d='M0 0{Many("l1 1", 300_000)}'/>")),
            StringComparison.Ordinal
        );
        // A marker of a thousand points on a path of a thousand: it is drawn at each of them.
        Assert.Contains(
            "300,000 points",
            Trouble(
                Drawings.Svg(
                    100,
                    100,
                    $"<defs><marker id='k'><path d='M0 0{Many("l1 1", 1000)}'/></marker></defs><path marker-mid='url(#k)' d='M0 0{Many("l1 1", 1000)}'/>"
                )
            ),
            StringComparison.Ordinal
        );
        // Masks in masks, each used ten times by the next.
        var nested = string.Concat(
            Enumerable
                .Range(0, 9)
                .Select(i => $"<mask id='m{i + 1}'>{Many($"<circle r='9' mask='url(#m{i})'/>", 10)}</mask>")
        );
        Assert.Contains(
            "more than",
            Trouble(
                Drawings.Svg(
                    100,
                    100,
                    $"<defs><mask id='m0'><circle r='9'/></mask>{nested}</defs><circle r='9' mask='url(#m9)'/>"
                )
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "copy of itself",
            Trouble(
                Drawings.Svg(
                    100,
                    100,
                    "<mask id='a'><rect width='9' height='9' mask='url(#b)'/></mask><mask id='b'><rect width='9' height='9' mask='url(#a)'/></mask><circle r='9' mask='url(#a)'/>"
                )
            ),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_tiff_that_claims_more_than_is_in_it_is_refused_before_memory_is_set_aside()
    {
        // Little endian, one directory of eight entries (TIFF 6.0, section 2): 4000 x 4000, one strip of 1.6 GB that is
        // not there.
        using var file = new MemoryStream();
        using (var writer = new BinaryWriter(file, Encoding.ASCII, leaveOpen: true))
        {
            writer.Write("II*\0"u8);
            writer.Write(8);
            (ushort Tag, ushort Type, int Value)[] entries =
            [
                (256, 4, 4000),
                (257, 4, 4000),
                (258, 3, 8),
                (259, 3, 1),
                (262, 3, 1),
                (273, 4, 200),
                (277, 3, 1),
                (278, 4, 4000),
                (279, 4, 1_600_000_000),
            ];
            writer.Write((ushort)entries.Length);
            foreach (var (tag, type, value) in entries)
            {
                writer.Write(tag);
                writer.Write(type);
                writer.Write(1);
                writer.Write(value);
            }
            writer.Write(0);
            writer.Write(new byte[3200]);
        }
        var before = GC.GetAllocatedBytesForCurrentThread();
        Assert.Contains("claims more than is in it", Trouble(file.ToArray()), StringComparison.Ordinal);
        Assert.True(GC.GetAllocatedBytesForCurrentThread() - before < 64_000_000);
    }

    [Fact]
    public void What_reaches_out_of_a_drawing_is_left_out_and_the_rest_is_drawn()
    {
        var file = Drawings.Svg(
            60,
            60,
            """
            <script>while(true){}</script>
            <style>@import url(http://127.0.0.1:9/a.css);</style>
            <image href="http://127.0.0.1:9/a.png" width="60" height="60"/>
            <image href="file:///etc/passwd" width="60" height="60"/>
            <rect width="60" height="60" style="fill:url(http://127.0.0.1:9/b)" onload="alert(1)" stroke="none"/>
            """ + Drawings.Circle(30, 30, 20)
        );
        Assert.Single(Drawings.Find(file).Areas);
    }

    [Fact]
    public void A_drawing_that_is_not_well_formed_names_its_line() =>
        Assert.Contains(
            "line 2",
            Trouble(Encoding.UTF8.GetBytes("<svg xmlns='http://www.w3.org/2000/svg'>\n<g></svg>")),
            StringComparison.Ordinal
        );

    [Fact]
    public void A_drawing_brings_its_own_size()
    {
        var picture = PictureReader.Read(
            Drawings.Svg(80, 40, Drawings.Circle(20, 20, 10)),
            new PictureSize(null, null)
        );
        Assert.Equal(80, picture.WidthMm, 9);
        Assert.Equal(40, picture.HeightMm, 0.1); // whole pixels
        Assert.True(picture.IsDrawn);
    }

    [Fact]
    public void Six_hundred_dots_per_inch_are_worked_at_three_hundred()
    {
        var picture = PictureReader.Read(Png(1200, 600), new PictureSize(null, 600));
        Assert.Equal((600, 300), (picture.Width, picture.Height));
        Assert.Equal(50.8, picture.WidthMm, 6);
    }
}
