using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Simulation;

namespace Nube.Core.Tests.Simulation;

/// <summary>Water in the paper seeps sideways, against closed forms.</summary>
public class SeepingTests(ITestOutputHelper output)
{
    private const double CellMm = 0.25;
    private static readonly CellGrid Strip = new(240, 16, CellMm);

    /// <summary>A strip of blotting paper, under standing water at its left end; the film itself stays there.</summary>
    private static WetSheet UnderWater(double seeps, int columns, double holds)
    {
        var even = PaperField.Even(Strip, 1000, holds);
        var resists = even.Resistance.ToArray();
        for (var at = 0; at < resists.Length; at++)
            resists[at] = at % Strip.Width < columns ? 1 : 1e9f;
        var sheet = new WetSheet(even with { Seeps = seeps, Resistance = resists }, []);
        sheet.Lay(Columns(0, columns), 10_000, 0);
        return sheet;
    }

    private static float[] Columns(int from, int to)
    {
        var columns = new float[Strip.Count];
        for (var at = 0; at < columns.Length; at++)
            columns[at] = at % Strip.Width >= from && at % Strip.Width < to ? 1 : 0;
        return columns;
    }

    /// <summary>Where the water in the pores ends, mm from the wet end, to a share of a cell.</summary>
    private static double Front(WetSheet sheet, int from, double holds)
    {
        // The profile falls to its end in a straight line: it is drawn on from where there is still some.
        var x = from;
        while (sheet.InPaperAt(x + 1, 8) > 0.1 * holds)
            x++;
        var falls = sheet.InPaperAt(x - 2, 8) - sheet.InPaperAt(x, 8);
        return (x + 0.5 - from + 2 * sheet.InPaperAt(x, 8) / falls) * CellMm;
    }

    /// <summary>
    /// Beside standing water the front goes with the square root of time (E. W. Washburn, "The dynamics of capillary
    /// flow", Phys. Rev. 17 (1921), 273-283), and as far as the paper's own figure says.
    /// </summary>
    [Fact]
    public void The_front_beside_standing_water_goes_with_the_square_root_of_time()
    {
        const double seeps = 0.5,
            holds = 200;
        var sheet = UnderWater(seeps, 20, holds);
        var fronts = new List<(double Seconds, double Mm)>();
        foreach (var seconds in (int[])[30, 60, 120, 240, 480])
        {
            while (sheet.Seconds < seconds)
                Washing.GoOn(sheet, 0.5, 0);
            fronts.Add((seconds, Front(sheet, 20, holds)));
        }
        // The end fills in the first seconds: what is looked at is how the square of the way grows after that.
        foreach (var (before, after) in fronts.Zip(fronts.Skip(1)))
        {
            var grows = (after.Mm * after.Mm - before.Mm * before.Mm) / (after.Seconds - before.Seconds);
            output.WriteLine($"{after.Seconds} s: {after.Mm:0.00} mm, grows by {grows:0.000} mm2/s");
            Assert.Equal(1, grows / seeps, 0.06);
        }
        var power = Math.Log(fronts[^1].Mm / fronts[1].Mm) / Math.Log(fronts[^1].Seconds / fronts[1].Seconds);
        output.WriteLine($"with the power {power:0.000} of time");
        Assert.Equal(0.5, power, 0.03);
    }

    /// <summary>
    /// A little water that seeps apart on its own goes as the closed form says (G. I. Barenblatt, 1952): its front with
    /// the cube root of time, 9 M D / (2 C) to the power of a third, M the water of half a line.
    /// </summary>
    [Fact]
    public void A_line_of_water_seeps_apart_by_the_closed_form()
    {
        const double seeps = 1,
            holds = 200,
            seconds = 600;
        var sheet = new WetSheet(PaperField.Even(Strip, 1000, holds) with { Seeps = seeps }, []);
        sheet.Lay(Columns(116, 124), 150, 0);
        var laid = sheet.Water;
        while (sheet.Seconds < seconds)
            Washing.GoOn(sheet, 5, 0);
        Assert.Equal(1, (sheet.Water + sheet.Evaporated) / laid, 1e-5);
        // ds/dt = d/dx (D s / C ds/dx) has s = C / (6 D t) (r2 - x2), with r3 = 9 M D t / (2 C).
        var diffusivity = seeps / (1.6161 * 1.6161);
        var water = 150 * 8 * CellMm; // g/m2 mm
        var r = Math.Cbrt(9 * water * diffusivity * seconds / (2 * holds));
        for (var x = 120; x < 120 + (int)(0.9 * r / CellMm); x++)
        {
            var mm = (x + 0.5 - 120) * CellMm;
            var closed = holds / (6 * diffusivity * seconds) * (r * r - mm * mm);
            Assert.Equal(1, sheet.InPaperAt(x, 8) / closed, 0.08);
        }
        output.WriteLine($"front by the closed form {r:0.00} mm");
        Assert.Equal(0, sheet.InPaperAt(120 + (int)(1.25 * r / CellMm), 8), 0.5);
    }

    /// <summary>
    /// Beside a wash sized paper stays dry; paper that drinks much is damp some way beyond it; none is behind a dam.
    /// </summary>
    [Fact]
    public void Only_paper_that_drinks_much_is_damp_beyond_the_edge_of_a_wash()
    {
        var evaporation = Evaporation.From(new Air(20, 0.5, 0)).Rate;
        double Furthest(Paper paper, bool dam)
        {
            var dams = new bool[Strip.Count];
            for (var y = 0; y < Strip.Height; y++)
                dams[y * Strip.Width + 40] = dam;
            var sheet = new WetSheet(PaperField.Of(paper, Strip, 3), [], dams);
            sheet.Lay(Columns(0, 40), 60, 0);
            var furthest = 0.0;
            for (var minute = 0; minute < 30; minute++)
            {
                Washing.GoOn(sheet, 60, evaporation);
                var x = 40;
                while (sheet.InPaperAt(x, 8) > 0.5)
                    x++;
                furthest = Math.Max(furthest, (x - 40) * CellMm);
            }
            output.WriteLine($"{paper.Name}{(dam ? ", a dam" : "")}: {furthest:0.00} mm, {paper.Seeps:0.0000} mm2/s");
            return furthest;
        }
        var sized = GenericCatalogue.Papers.First(one => one.Name.StartsWith("Cold pressed", StringComparison.Ordinal));
        var blotter = sized with { Name = "Blotter", Cobb60 = 250 };
        Assert.Equal(0, Furthest(sized, false));
        Assert.InRange(Furthest(blotter, false), 0.5, 5);
        Assert.Equal(0, Furthest(blotter, true));
    }
}
