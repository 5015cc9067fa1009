using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

public class LengthsTests
{
    [Theory]
    [InlineData("108 mm", 108)]
    [InlineData("10.8cm", 108)]
    [InlineData("10,8 cm", 108)]
    [InlineData("4 1/4 in", 107.95)]
    [InlineData("4.25\"", 107.95)]
    [InlineData("1/2 inch", 12.7)]
    [InlineData(" 5 inches ", 127)]
    public void Lengths_are_read_as_makers_write_them(string text, double millimetres) =>
        Assert.Equal(millimetres, Lengths.ParseMillimetres(text)!.Value, 9);

    [Theory]
    [InlineData("")]
    [InlineData(null)]
    [InlineData("0 mm")]
    [InlineData("-4 in")]
    [InlineData("4 1/0 in")]
    [InlineData("4")]
    [InlineData("four inches")]
    public void What_is_no_length_is_none(string? text) => Assert.Null(Lengths.ParseMillimetres(text));

    [Fact]
    public void A_length_without_end_is_none_at_once()
    {
        Assert.Null(Lengths.ParseMillimetres(new string(' ', 20_000_000) + "x"));
        Assert.Null(Lengths.ParseMillimetres("4" + new string(' ', 38) + "x"));
        Assert.Equal(108, Lengths.ParseMillimetres("108" + new string(' ', 20) + "mm")!.Value, 9);
    }

    [Theory]
    [InlineData(107.95, "4 1/4 in")]
    [InlineData(12.7, "1/2 in")]
    [InlineData(127, "5 in")]
    [InlineData(108.5, "4 1/4 in")]
    public void Inches_are_written_in_fractions_to_the_sixteenth(double millimetres, string text) =>
        Assert.Equal(text, Lengths.InInches(millimetres));

    [Theory]
    [InlineData(107.95, LengthUnit.AsMade, "4 1/4 in")]
    [InlineData(99, LengthUnit.AsMade, "99 mm")]
    [InlineData(99.25, LengthUnit.AsMade, "99.25 mm")]
    // 254 mm are ten inches as well: whole millimetres stay such.
    [InlineData(254, LengthUnit.AsMade, "254 mm")]
    [InlineData(254, LengthUnit.Inches, "10 in")]
    [InlineData(99, LengthUnit.Inches, "3.898 in")]
    [InlineData(107.95, LengthUnit.Millimetres, "107.95 mm")]
    [InlineData(-3.175, LengthUnit.Inches, "-1/8 in")]
    public void A_length_is_said_so_that_it_can_be_written_back(double mm, LengthUnit unit, string said)
    {
        Assert.Equal(said, Lengths.Exactly(mm, unit));
        if (mm > 0)
            Assert.InRange(Lengths.ParseMillimetres(said)!.Value, mm - 0.013, mm + 0.013);
    }
}
