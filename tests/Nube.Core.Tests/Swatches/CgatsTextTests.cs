using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Core.Tests.Swatches;

/// <summary>CGATS.17 / ISO 28178 text, in and out.</summary>
public class CgatsTextTests
{
    private static readonly List<MeterReading> Readings =
    [
        new("PAPER", Spectrum.From(band => 0.85 + 0.001 * band)),
        new("1A", Spectrum.From(band => 0.1 + 0.8 / (1 + Math.Exp(20 - band)))),
    ];

    [Fact]
    public void What_is_written_is_read_again()
    {
        var read = CgatsText.Read(CgatsText.Write(Readings, "2026-09-12T10:00:00Z"));
        Assert.Equal(Readings.Select(reading => reading.Sample), read.Select(reading => reading.Sample));
        foreach (var (wrote, got) in Readings.Zip(read))
            Assert.All(Enumerable.Range(0, Spectrum.Bands), band =>
                Assert.Equal(wrote.Reflectance[band], got.Reflectance[band], 1e-5)
            );
    }

    // The layout that ISO 28178 shows: keywords, a data format, a table; here in per cent, by 20 nm, in another order.
    [Fact]
    public void Per_cent_other_wavelengths_and_other_orders_of_fields_are_read()
    {
        var nm = Enumerable.Range(0, 17).Select(i => 400 + 20 * i).ToList();
        var text = $"""
            CGATS.17
            ORIGINATOR "a measuring program"
            INSTRUMENTATION "hand-held, 0/45"
            # a remark
            NUMBER_OF_FIELDS 19
            BEGIN_DATA_FORMAT
            {string.Join(' ', nm.AsEnumerable().Reverse().Select(w => $"nm{w}"))} SAMPLE_ID LAB_L
            END_DATA_FORMAT
            NUMBER_OF_SETS 1
            BEGIN_DATA
            {string.Join(' ', nm.AsEnumerable().Reverse().Select(w => $"{(w - 380) / 10.0:0.0}"))} "2 C" 50.0
            END_DATA
            """;
        var reading = Assert.Single(CgatsText.Read(text));
        Assert.Equal("2 C", reading.Sample);
        Assert.Equal(0.02, reading.Reflectance[2], 1e-9); // 400 nm
        Assert.Equal(0.03, reading.Reflectance[3], 1e-9); // 410 nm, between two
        Assert.Equal(0.02, reading.Reflectance[0], 1e-9); // 380 nm, beyond the first
        Assert.Equal(0.34, reading.Reflectance[35], 1e-9); // 730 nm, beyond the last
    }

    [Theory]
    [InlineData("", "BEGIN_DATA_FORMAT")]
    [InlineData(
        "BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 50 0 0\nEND_DATA",
        "colours alone are not enough"
    )]
    [InlineData("BEGIN_DATA_FORMAT\nSAMPLE_ID\nEND_DATA_FORMAT", "BEGIN_DATA and END_DATA")]
    public void What_is_no_such_file_is_said(string text, string why)
    {
        var trouble = Assert.Throws<PictureTroubleException>(() => CgatsText.Read(text));
        Assert.Contains(why, trouble.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_damaged_table_is_said_with_its_line()
    {
        var text = CgatsText.Write(Readings, "2026-09-12T10:00:00Z");
        var cut = Assert.Throws<PictureTroubleException>(() =>
            CgatsText.Read(text.Replace("1A\t0.1", "1A\t0.1\t0.1", StringComparison.Ordinal))
        );
        Assert.Contains("has 38 values where 37 are named", cut.Message, StringComparison.Ordinal);
        var letters = Assert.Throws<PictureTroubleException>(() =>
            CgatsText.Read(text.Replace("1A\t0.1", "1A\tO.1", StringComparison.Ordinal))
        );
        Assert.Contains("is not a number", letters.Message, StringComparison.Ordinal);
    }
}
