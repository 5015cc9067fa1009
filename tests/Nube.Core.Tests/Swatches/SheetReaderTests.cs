using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Optics;
using Nube.Core.Swatches;
using Nube.Devices.Swatches;

namespace Nube.Core.Tests.Swatches;

/// <summary>Finding a sheet in all the ways it may lie, and noticing what went wrong on it.</summary>
public class SheetReaderTests
{
    private static readonly Spectrum Paper = ReflectanceReconstruction.From(Srgb.Parse("#f7f4ec"));
    private static readonly SwatchSheet Sheet = new(SheetSize.A4, 2, 4);
    private static readonly List<TruePaint> Paints =
    [
        .. Enumerable
            .Range(0, 4)
            .Select(row => TruePaint.Invented(500 + row) with { Granulation = row == 3 ? 0.35 : 0.02 }),
    ];

    // 150 dots per inch keep the tests quick, and are what a hurried maker scans at.
    private static readonly SheetConditions Scan = SheetConditions.Scan with { PixelsPerMm = 150 / 25.4 };

    private static PaintedSheet Painted(Slips? slips = null, SwatchSheet? sheet = null) =>
        PaintedSheet.By(sheet ?? Sheet, Paints, Paper, slips ?? Slips.None, 7);

    private static SheetReading Read(PaintedSheet painted, SheetConditions conditions) =>
        SheetReader.Read(PictureReader.ReadColours(SheetScanner.Take(painted, conditions, 11)), painted.Sheet);

    /// <summary>
    /// Largest CIEDE2000 between what was read of the washes and what is read when the sheet lies straight in even
    /// light: what the device itself sees wrongly is the same in both, a misplaced box is not.
    /// </summary>
    private static double Worst(PaintedSheet painted, SheetReading reading)
    {
        var straight = Read(painted with { Slips = Slips.None }, Scan with { TurnDegrees = 0, LightFallOff = 0 });
        return reading
            .Patches.Zip(straight.Patches)
            .Where(pair => pair.First.Patch.Strength.WaterParts >= 1)
            .Max(pair =>
                Ciede2000.Difference(
                    pair.First.Light.OnPaper(SheetEvidence.NeutralPaper),
                    pair.Second.Light.OnPaper(SheetEvidence.NeutralPaper)
                )
            );
    }

    [Theory]
    [InlineData(0.8, 0, 0.06)]
    [InlineData(180, 0, 0.06)] // upside down
    [InlineData(90, 0, 0.06)] // on its side
    [InlineData(-14, 0.12, 0.35)] // held askew from below, by a window
    public void A_sheet_is_read_however_it_lies(double turn, double keystone, double fallOff)
    {
        var painted = Painted();
        var reading = Read(painted, Scan with { TurnDegrees = turn, Keystone = keystone, LightFallOff = fallOff });
        Assert.Equal(8, reading.MarksFound);
        Assert.Equal(turn, Math.Abs(turn) == 180 ? Math.Abs(reading.TurnDegrees) : reading.TurnDegrees, 2.0);
        Assert.InRange(Worst(painted, reading), 0, 1.5);
        Assert.Empty(reading.BarBleeds);
        Assert.Equal(0.035, reading.Black, 0.01);
    }

    [Fact]
    public void Three_blotted_marks_do_no_harm_and_too_few_are_said()
    {
        var painted = Painted(Slips.None with { Blotted = [0, 3, 6] });
        var reading = Read(painted, Scan);
        Assert.Equal(5, reading.MarksFound);
        Assert.InRange(Worst(painted, reading), 0, 1.5);

        var hidden = Painted(Slips.None with { Blotted = [0, 1, 2, 4, 5, 6] });
        var trouble = Assert.Throws<PictureTroubleException>(() => Read(hidden, Scan));
        Assert.Contains("Only 2 of the sheet's eight marks", trouble.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Another_sheet_is_told_from_this_one()
    {
        var file = SheetScanner.Take(Painted(sheet: Sheet with { Series = 3 }), Scan, 1);
        var trouble = Assert.Throws<PictureTroubleException>(() =>
            SheetReader.Read(PictureReader.ReadColours(file), Sheet)
        );
        Assert.Contains("another of your swatch sheets", trouble.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_picture_without_a_sheet_or_too_small_is_said()
    {
        var blank = new ColourPicture(600, 800, [.. Enumerable.Repeat((byte)240, 600 * 800 * 4)]);
        Assert.Contains(
            "No swatch sheet",
            Assert.Throws<PictureTroubleException>(() => SheetReader.Read(blank, Sheet)).Message,
            StringComparison.Ordinal
        );
        var far = Assert.Throws<PictureTroubleException>(() => Read(Painted(), Scan with { PixelsPerMm = 2.6 }));
        Assert.Contains("too small", far.Message, StringComparison.Ordinal);
        Assert.Throws<PictureTroubleException>(() => PictureReader.ReadColours([1, 2, 3]));
    }

    [Fact]
    public void Slips_of_the_hand_are_noticed_and_said()
    {
        var reading = Read(Painted(new Slips([(0, 2)], [1], [2], [])), Scan with { PixelsPerMm = 300 / 25.4 });
        var rows = SheetEvidence.Of(reading, default, new HashSet<(int, int)>());

        Assert.Equal(OddityKind.NotPainted, Assert.Single(rows[0].Oddities).Kind);
        Assert.DoesNotContain(rows[0].Evidence, one => one.Patch == 2);
        Assert.StartsWith("1:4 is not painted", rows[0].Oddities[0].Sentence, StringComparison.Ordinal);

        Assert.Equal([1, 2], Assert.Single(rows[1].Oddities, oddity => oddity.Kind == OddityKind.Swapped).Columns);
        Assert.Equal(new Strength(4), rows[1].Evidence.Single(one => one.Patch == 1).Strength);

        Assert.Contains(rows[2].Oddities, oddity => oddity.Kind == OddityKind.BarBled);
        Assert.DoesNotContain(rows[2].Evidence, one => one.OverBlack);

        Assert.True(rows[3].Granulates);
        Assert.All(rows[..3], row => Assert.False(row.Granulates));
    }

    [Fact]
    public void A_box_that_the_maker_leaves_out_is_not_used()
    {
        var rows = SheetEvidence.Of(Read(Painted(), Scan), default, new HashSet<(int, int)> { (1, 0), (1, 4) });
        Assert.Equal([1, 2, 3], rows[1].Evidence.Select(one => one.Patch));
        Assert.Equal(5, rows[0].Evidence.Length);
    }

    [Fact]
    public void The_same_picture_gives_the_same_reading_and_the_same_sheet_the_same_picture()
    {
        var painted = Painted();
        Assert.Equal(SheetScanner.Take(painted, Scan, 5), SheetScanner.Take(painted, Scan, 5));
        var (one, two) = (Read(painted, Scan), Read(painted, Scan));
        Assert.Equal(one.Patches.Select(patch => patch.Light), two.Patches.Select(patch => patch.Light));
    }
}
