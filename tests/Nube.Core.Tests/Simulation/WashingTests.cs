using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Simulation;

namespace Nube.Core.Tests.Simulation;

/// <summary>Water and pigment on a sheet, against closed forms and against the plan's own drying.</summary>
public class WashingTests(ITestOutputHelper output)
{
    private static readonly Paper ColdPressed = GenericCatalogue.Papers.First(paper =>
        paper.Name.StartsWith("Cold pressed", StringComparison.Ordinal)
    );
    private static readonly Air Room = new(20, 0.5, 0);
    private static readonly double Leaves = Evaporation.From(Room).Rate;
    private static readonly PigmentFlow Fine = new(0.06, 0.02, 0.75, 1),
        Coarse = new(0.20, 0.30, 0.25, 0.55),
        Afloat = new(0, 0, 0, 1); // pigment that does not sink

    private static float[] Disc(CellGrid grid, double radiusMm)
    {
        var field = new float[grid.Count];
        for (var y = 0; y < grid.Height; y++)
        {
            for (var x = 0; x < grid.Width; x++)
            {
                var (dx, dy) = (x + 0.5 - grid.Width / 2.0, y + 0.5 - grid.Height / 2.0);
                field[y * grid.Width + x] = Math.Sqrt(dx * dx + dy * dy) * grid.CellMm <= radiusMm ? 1 : 0;
            }
        }
        return field;
    }

    [Fact]
    public void Nothing_is_lost_and_nothing_is_won()
    {
        var grid = new CellGrid(203, 141, 0.25); // no multiple of what goes together
        var sheet = new WetSheet(PaperField.Of(ColdPressed, grid, 7), [Fine, Coarse]);
        var field = Disc(grid, 14);
        sheet.Lay(field, 30, 0, 0.3, 0.2);
        var (water, first, second) = (sheet.Water, sheet.Pigment(0), sheet.Pigment(1));
        Washing.GoOn(sheet, 90, Leaves);
        sheet.Lay(Disc(grid, 4), 40, 0, 0, 0.5); // a drop into it
        var added = 40 * Disc(grid, 4).Sum();
        second += 0.5 * Disc(grid, 4).Sum();
        Washing.GoOn(sheet, 3600, Leaves);
        Assert.Equal(1, (sheet.Water + sheet.Evaporated) / (water + added), 1e-5);
        Assert.Equal(1, sheet.Pigment(0) / first, 1e-5);
        Assert.Equal(1, sheet.Pigment(1) / second, 1e-5);
        Assert.InRange(sheet.Water / (water + added), 0, 0.02); // dry
        Assert.All(sheet.Film, film => Assert.True(film >= 0));
        for (var at = 0; at < grid.Count; at++)
            Assert.True(sheet.LoadAt(0, at % grid.Width, at / grid.Width) > -1e-6);
    }

    [Fact]
    public void Pigment_spreads_in_standing_water_as_a_point_does()
    {
        // c = M / (4 pi D t) exp(-r2 / 4 D t) (J. Crank, "The Mathematics of Diffusion", 2nd ed., eq. 3.4 in the plane).
        const double d = 0.0204, // mm2/s, in a film of 40 g/m2
            seconds = 18;
        var grid = new CellGrid(65, 65, 0.125);
        var sheet = new WetSheet(PaperField.Even(grid, 0, 100), [Afloat]);
        var all = new float[grid.Count];
        Array.Fill(all, 1);
        sheet.Lay(all, 40, 0, 0);
        var point = new float[grid.Count];
        point[32 * 65 + 32] = 1;
        sheet.Lay(point, 0, 0, 1);
        for (var step = 0; step < 4 * seconds; step++)
            Washing.GoOn(sheet, 0.25, 0);
        foreach (var cells in new[] { 0, 4, 8, 12 })
        {
            var r = cells * grid.CellMm;
            var exact = grid.CellMm2 / (4 * Math.PI * d * seconds) * Math.Exp(-r * r / (4 * d * seconds));
            output.WriteLine($"{r} mm: {sheet.LoadAt(0, 32 + cells, 32)} of {exact}");
            Assert.Equal(1, sheet.LoadAt(0, 32 + cells, 32) / exact, 0.06);
            // The same in every direction.
            Assert.Equal(1, sheet.LoadAt(0, 32, 32 - cells) / sheet.LoadAt(0, 32 + cells, 32), 0.02);
        }
    }

    /// <summary>Alike all over, nothing flows: each cell dries as the plan says that a wash does.</summary>
    [Theory]
    [InlineData(20)]
    [InlineData(40)]
    [InlineData(80)]
    public void It_dries_when_the_plan_says(double laid)
    {
        var grid = new CellGrid(24, 24, 0.5);
        var sheet = new WetSheet(PaperField.Even(grid, ColdPressed.Cobb60, ColdPressed.HoldsWater), []);
        var all = new float[grid.Count];
        Array.Fill(all, 1);
        sheet.Lay(all, laid, 0);
        var curve = new DryingCurve(laid, ColdPressed, Room);
        var times = curve.Times();
        foreach (var until in new[] { times.Shining, times.Damp, times.Dry, times.BoneDry })
        {
            Washing.GoOn(sheet, Math.Max(0, until.TotalSeconds - sheet.Seconds), Leaves);
            var seconds = until.TotalSeconds;
            output.WriteLine(
                $"{seconds:0} s: {sheet.FilmAt(12, 12):0.00} + {sheet.InPaperAt(12, 12):0.00}, "
                    + $"plan {curve.FilmAt(seconds):0.00} of {curve.WaterAt(seconds):0.00}"
            );
            Assert.Equal(curve.FilmAt(seconds), sheet.FilmAt(12, 12), 0.02 * laid);
            Assert.Equal(curve.WaterAt(seconds), sheet.FilmAt(12, 12) + sheet.InPaperAt(12, 12), 0.02 * laid);
        }
    }

    [Fact]
    public void A_dam_lets_nothing_through()
    {
        var grid = new CellGrid(80, 40, 0.25);
        var dams = new bool[grid.Count];
        for (var y = 0; y < grid.Height; y++)
            dams[y * grid.Width + 40] = true;
        var sheet = new WetSheet(PaperField.Of(ColdPressed, grid, 3), [Fine], dams);
        var all = new float[grid.Count];
        Array.Fill(all, 1);
        sheet.Lay(all, 20, 0, 0); // both sides wet, colour on one
        var left = new float[grid.Count];
        for (var at = 0; at < grid.Count; at++)
            left[at] = at % grid.Width < 40 ? 1 : 0;
        sheet.Lay(left, 60, 0, 1);
        Washing.GoOn(sheet, 1200, Leaves);
        for (var y = 0; y < grid.Height; y++)
        {
            for (var x = 40; x < grid.Width; x++)
                Assert.Equal(0, sheet.LoadAt(0, x, y));
        }
    }

    [Fact]
    public void A_wash_keeps_its_edge_on_dry_paper_and_runs_over_damp_paper()
    {
        var grid = new CellGrid(120, 120, 0.25);
        double Beyond(double dampBefore)
        {
            var sheet = new WetSheet(PaperField.Of(ColdPressed, grid, 5), [Fine]);
            var all = new float[grid.Count];
            Array.Fill(all, 1);
            sheet.Lay(all, dampBefore, 0, 0);
            Washing.GoOn(sheet, 20, Leaves);
            sheet.Lay(Disc(grid, 5), 40, 0, 1);
            Washing.GoOn(sheet, 1800, Leaves);
            var (outside, field) = (0.0, Disc(grid, 5.5));
            for (var at = 0; at < grid.Count; at++)
                outside += field[at] > 0 ? 0 : sheet.LoadAt(0, at % grid.Width, at / grid.Width);
            return outside / sheet.Pigment(0);
        }
        Assert.InRange(Beyond(0), 0, 1e-6);
        Assert.InRange(Beyond(40), 0.05, 0.9);
    }

    /// <summary>
    /// Dark rims: 1.2 to 2 times the middle within the first millimetre (C. J. Curtis and others, "Computer-generated
    /// watercolor", SIGGRAPH 1997, show them; how much is common practice, no source).
    /// </summary>
    [Fact]
    public void A_wash_dries_with_a_dark_rim()
    {
        var grid = new CellGrid(120, 120, 0.25);
        var sheet = new WetSheet(PaperField.Of(ColdPressed, grid, 5), [Fine]);
        sheet.Lay(Disc(grid, 12), 30, 0, 0.4);
        Washing.GoOn(sheet, 3600, Leaves);
        var (rim, middle) = (MeanBetween(sheet, 11, 12), MeanBetween(sheet, 0, 8));
        output.WriteLine($"rim {rim:0.000}, middle {middle:0.000}, {rim / middle:0.00} times");
        Assert.InRange(rim / middle, 1.2, 2);
    }

    /// <summary>
    /// Clean water on a wash that is damp runs back: it takes colour along to a dark front and leaves it pale inside. On a
    /// wash that shines it only thins, on a dry one it does next to nothing (C. J. Curtis and others, SIGGRAPH 1997, show
    /// the damp one; the rest is common practice, no source).
    /// </summary>
    [Theory]
    [InlineData(40, 1.0, 1.15, 0.1, 0.6)]
    [InlineData(300, 1.2, 3, 0.5, 0.95)]
    [InlineData(700, 1.2, 3, 0.5, 0.97)]
    [InlineData(7200, 1.0, 1.12, 0.9, 1.01)]
    public void Clean_water_runs_back_over_damp_paint(
        double after,
        double frontAtLeast,
        double frontAtMost,
        double insideAtLeast,
        double insideAtMost
    )
    {
        var grid = new CellGrid(120, 120, 0.25);
        var all = new float[grid.Count];
        Array.Fill(all, 1);
        WetSheet Painted(double drop)
        {
            var sheet = new WetSheet(PaperField.Of(ColdPressed, grid, 13), [Fine]);
            sheet.Lay(all, 35, 0.3, 0.25);
            Washing.GoOn(sheet, after, Leaves);
            sheet.Lay(Disc(grid, 2), drop, 0.3, 0);
            Washing.GoOn(sheet, 7200, Leaves);
            return sheet;
        }
        var (with, without) = (Painted(80), Painted(0));
        List<double> rings =
        [
            .. Enumerable
                .Range(2, 24)
                .Select(ring =>
                    MeanBetween(with, ring / 2.0, ring / 2.0 + 0.5) / MeanBetween(without, ring / 2.0, ring / 2.0 + 0.5)
                ),
        ];
        output.WriteLine($"after {after} s: {string.Join(" ", rings.Select(ring => $"{ring:0.00}"))}");
        Assert.InRange(rings.Max(), frontAtLeast, frontAtMost);
        Assert.InRange(MeanBetween(with, 0, 2) / MeanBetween(without, 0, 2), insideAtLeast, insideAtMost);
    }

    /// <summary>
    /// A drop of colour spreads the less the drier the clean water is that it falls into (C. J. Curtis and others, SIGGRAPH
    /// 1997, section 2; common practice besides).
    /// </summary>
    [Fact]
    public void Wet_in_wet_spreads_less_the_drier_it_is()
    {
        var grid = new CellGrid(120, 120, 0.25);
        var all = new float[grid.Count];
        Array.Fill(all, 1);
        double Width(double after)
        {
            var sheet = new WetSheet(PaperField.Of(ColdPressed, grid, 21), [Fine]);
            sheet.Lay(all, 60, 0, 0);
            Washing.GoOn(sheet, after, Leaves);
            sheet.Lay(Disc(grid, 2), 15, 0, 1);
            Washing.GoOn(sheet, 7200, Leaves);
            var (sum, squares) = (0.0, 0.0);
            for (var at = 0; at < grid.Count; at++)
            {
                var (x, y) = (at % grid.Width, at / grid.Width);
                var load = sheet.LoadAt(0, x, y);
                var (across, down) = ((x + 0.5 - grid.Width / 2.0) * 0.25, (y + 0.5 - grid.Height / 2.0) * 0.25);
                (sum, squares) = (sum + load, squares + load * (across * across + down * down));
            }
            return Math.Sqrt(squares / sum);
        }
        var curve = new DryingCurve(60, ColdPressed, Room).Times();
        double[] delays =
        [
            10,
            0.4 * curve.Shining.TotalSeconds,
            (curve.Damp.TotalSeconds + curve.Dry.TotalSeconds) / 2,
            curve.Dry.TotalSeconds,
        ];
        List<double> widths = [.. delays.Select(Width)];
        output.WriteLine(string.Join(", ", delays.Zip(widths, (s, mm) => $"after {s:0} s {mm:0.00} mm")));
        Assert.Equal(widths.OrderDescending(), widths);
        Assert.True(widths[0] > 1.5 * widths[2]);
        Assert.Equal(2 / Math.Sqrt(2), widths[^1], 0.2); // on dry paper it stays what was laid: a disc
    }

    /// <summary>A flat wash, rim and grain and all, is on average the colour that a recipe promises.</summary>
    [Theory]
    [InlineData("PB29", 4)]
    [InlineData("PV19", 2)]
    [InlineData("PY65", 8)]
    [InlineData("PBr7", 4)]
    public void A_flat_wash_has_the_colour_that_was_promised(string pigment, int water)
    {
        var paint = GenericCatalogue.WaterColours.First(one => one.ColourIndex == pigment);
        var grid = new CellGrid(120, 120, 0.25);
        var fine = PaperField.Of(ColdPressed, grid.OnSmallerCells(), 9);
        var sheet = new WetSheet(fine.OnLargerCells(), [PigmentFlow.Of(paint)]);
        var field = Disc(grid, 13);
        var load = new Strength(water).LoadOfOneLayer;
        sheet.Lay(field, 30, 0, load);
        Washing.GoOn(sheet, 3600, Leaves);
        var (optics, ground) = (paint.Optics(), ColdPressed.Reflectance());
        var seen = new CardSeen(fine, ground, [optics]);
        seen.Look(sheet.InWork(), sheet, [CellBox.Of(grid)]);
        var painted = Disc(grid.OnSmallerCells(), 13)
            .Index()
            .Where(cell => cell.Item > 0)
            .Select(cell => new Srgb(Code(cell.Index, 2), Code(cell.Index, 1), Code(cell.Index, 0)).ToXyz())
            .ToList();
        var mean = Lab.FromXyz(
            new Xyz(painted.Average(cell => cell.X), painted.Average(cell => cell.Y), painted.Average(cell => cell.Z))
        );
        var promised = SpectralColour.ToLab(KubelkaMunk.Over(ground, optics, load));
        output.WriteLine($"{pigment}: {Ciede2000.Difference(promised, mean):0.00}");
        Assert.InRange(Ciede2000.Difference(promised, mean), 0, 1);

        double Code(int cell, int channel) => seen.Pixels.Span[3 * cell + channel] / 255.0;
    }

    [Fact]
    public void A_granulating_pigment_lies_in_the_valleys_and_a_fine_one_hardly()
    {
        var grid = new CellGrid(160, 160, 0.125);
        var paper = PaperField.Of(ColdPressed, grid, 11);
        var sheet = new WetSheet(paper, [Fine, Coarse]);
        var all = new float[grid.Count];
        Array.Fill(all, 1);
        sheet.Lay(all, 40, 0, 0.3, 0.3);
        Washing.GoOn(sheet, 3600, Leaves);
        var (fine, coarse) = (WithValleys(0), WithValleys(1));
        output.WriteLine(
            $"correlation with valleys: fine {fine:0.00}, coarse {coarse:0.00}; uneven {Uneven(0):0.000}, {Uneven(1):0.000}"
        );
        Assert.True(coarse > 0.5 && Uneven(1) > 1.4 * Uneven(0));

        List<double> Loads(int pigment) =>
            [.. Enumerable.Range(0, grid.Count).Select(at => sheet.LoadAt(pigment, at % 160, at / 160))];

        double Uneven(int pigment) =>
            MathNet.Numerics.Statistics.Statistics.StandardDeviation(Loads(pigment)) / Loads(pigment).Average();

        double WithValleys(int pigment)
        {
            var loads = Loads(pigment);
            var valleys = paper.Valley.Span.ToArray().Select(valley => (double)valley).ToList();
            return MathNet.Numerics.Statistics.Correlation.Pearson(loads, valleys);
        }
    }

    [Fact]
    public void The_same_seed_gives_the_same_bits_on_one_thread_and_on_two()
    {
        float[] On(int threads)
        {
            var grid = new CellGrid(90, 70, 0.25);
            var sheet = new WetSheet(PaperField.Of(ColdPressed, grid, 5), [Fine, Coarse]);
            sheet.Lay(Disc(grid, 8), 30, 0, 0.3, 0.3);
            var few = new ConcurrentExclusiveSchedulerPair(TaskScheduler.Default, threads).ConcurrentScheduler;
            Task.Factory.StartNew(
                    () => Washing.GoOn(sheet, 400, Leaves),
                    TestContext.Current.CancellationToken,
                    TaskCreationOptions.None,
                    few
                )
                .Wait(TestContext.Current.CancellationToken);
            return [.. sheet.Film, .. sheet.InPaper, .. sheet.Loose[0], .. sheet.Loose[1], .. sheet.Bound[1]];
        }
        Assert.Equal(On(1), On(2));
    }

    private static double MeanBetween(WetSheet sheet, double fromMm, double toMm)
    {
        var grid = sheet.Paper.Grid;
        var (sum, count) = (0.0, 0);
        float[] outer = Disc(grid, toMm),
            inner = Disc(grid, fromMm);
        for (var at = 0; at < grid.Count; at++)
        {
            if (outer[at] == 0 || inner[at] > 0)
                continue;
            sum += sheet.LoadAt(0, at % grid.Width, at / grid.Width);
            count++;
        }
        return sum / count;
    }
}
