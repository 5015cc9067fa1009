using System.Collections.Immutable;
using System.Text.Json;
using Nube.Core;
using Nube.Core.Cards.Cutting;

namespace Nube.Core.Tests.Cards.Cutting;

/// <summary>Parts are cut from sheets: few sheets, off-cuts first, each cut from edge to edge.</summary>
public class CutSheetsTests(ITestOutputHelper output)
{
    private const double Inch = 25.4;
    private static readonly SheetOwned Letter = new(Guid.NewGuid(), 8.5 * Inch, 11 * Inch, 20);

    private static PartToCut Part(double width, double height, int count, Grain grain = Grain.Any) =>
        new(Guid.NewGuid(), width, height, count, grain);

    private static PartToCut Inches(double width, double height, int count, Grain grain = Grain.Any) =>
        Part(width * Inch, height * Inch, count, grain);

    private static CutPlan Planned(
        ImmutableArray<PartToCut> parts,
        ImmutableArray<SheetOwned> sheets,
        double bladeMm = 0
    )
    {
        var plan = CutSheets.Plan(parts, sheets, bladeMm, TestContext.Current.CancellationToken);
        Assert.Empty(CutPlanChecker.Wrong(plan, parts, sheets, bladeMm));
        return plan;
    }

    /// <summary>
    /// Common practice, no source: a letter sheet gives two bases of a trade A2 card, 4 1/4 x 11 in, or four of its
    /// fronts, 4 1/4 x 5 1/2 in; an A4 sheet gives two bases of an A6 card (ISO 216 halves).
    /// </summary>
    [Fact]
    public void Sheets_give_what_makers_know_that_they_give()
    {
        Assert.Equal((3, true), Few(Planned([Inches(4.25, 11, 6)], [Letter])));
        Assert.Equal((2, true), Few(Planned([Inches(4.25, 5.5, 8)], [Letter])));
        Assert.Equal((3, true), Few(Planned([Part(210, 148, 6)], [new(Guid.NewGuid(), 210, 297, 9)])));
        // Mats of 4 x 5 1/4 in: four of a letter sheet, and strips of 1/2 in beside them.
        var mats = Planned([Inches(4, 5.25, 4), Inches(0.5, 10.5, 1)], [Letter]);
        Assert.Equal((1, true), Few(mats));

        static (int, bool) Few(CutPlan plan) => (plan.WholeSheets, plan.FewestSheets);
    }

    /// <summary>With a blade that takes something away, what just fitted does not fit any more.</summary>
    [Fact]
    public void A_blade_takes_its_part()
    {
        ImmutableArray<PartToCut> halves = [Part(100, 50, 4)];
        ImmutableArray<SheetOwned> sheets = [new(Guid.NewGuid(), 200, 100, 9)];
        Assert.Equal(1, Planned(halves, sheets).WholeSheets);
        Assert.Equal(2, Planned(halves, sheets, bladeMm: 0.5).WholeSheets);
        Assert.Equal(1, Planned([Part(99, 49, 4)], sheets, bladeMm: 0.5).WholeSheets);
    }

    /// <summary>A fold cracks across the grain: parts are not turned against it.</summary>
    [Fact]
    public void Grain_runs_as_it_should()
    {
        var sheet = Letter with { Grain = Grain.AlongHeight };
        // 5 1/2 x 8 1/2 in, folded down its height: turned, two of them fit.
        Assert.Equal(2, Planned([Inches(5.5, 8.5, 2, Grain.AlongHeight)], [sheet]).WholeSheets);
        Assert.Equal(1, Planned([Inches(5.5, 8.5, 2, Grain.AlongWidth)], [sheet]).WholeSheets);
        Assert.Equal(1, Planned([Inches(5.5, 8.5, 2)], [sheet]).WholeSheets);
    }

    [Fact]
    public void Off_cuts_are_used_first_and_what_is_missing_is_to_be_bought()
    {
        var offCut = new SheetOwned(Guid.NewGuid(), 120, 150, 1, OffCut: true);
        var plan = Planned([Inches(4.25, 5.5, 5)], [Letter with { Count = 0 }, offCut]);
        Assert.True(plan.Sheets[0].OffCut);
        Assert.Equal((1, true), (plan.WholeSheets, plan.FewestSheets));
        Assert.Equal([new SheetsToBuy(Letter.Id, 1)], plan.ToBuy);
        Assert.Equal(0, Planned([Part(100, 140, 1)], [Letter, offCut]).WholeSheets);
    }

    [Fact]
    public void What_cannot_be_cut_is_said()
    {
        var none = TestContext.Current.CancellationToken;
        var large = Assert.Throws<CutTroubleException>(() => CutSheets.Plan([Part(220, 290, 1)], [Letter], 0, none));
        Assert.Contains("220 x 290 mm fits on none", large.Message, StringComparison.Ordinal);
        var offCut = new SheetOwned(Guid.NewGuid(), 120, 150, 1, OffCut: true);
        var few = Assert.Throws<CutTroubleException>(() => CutSheets.Plan([Part(100, 140, 2)], [offCut], 0, none));
        Assert.Contains("do not hold all parts", few.Message, StringComparison.Ordinal);
        Assert.Throws<CutTroubleException>(() => CutSheets.Plan([Part(1, 1, 2_001)], [Letter], 0, none));
        Assert.Throws<ArgumentException>(() => CutSheets.Plan([Part(double.NaN, 1, 1)], [Letter], 0, none));
        Assert.Empty(CutSheets.Plan([], [Letter], 0, none).Sheets);
    }

    /// <summary>As many small parts as one list may have, of sides that add up to very many sums.</summary>
    [Fact]
    public void Very_many_small_parts_are_cut_and_told()
    {
        var plan = Planned(
            [Part(11.3, 17.7, 900), Part(13.9, 23.1, 700), Part(8.7, 31.3, 300), Part(3, 290, 100)],
            [new(Guid.NewGuid(), 297, 420, 9)]
        );
        Assert.True(plan.WholeSheets <= plan.AtLeast + 1, $"{plan.WholeSheets} of {plan.AtLeast}");
        var told = JsonSerializer.Serialize(plan, RecordJson.Options);
        Assert.Equal(plan.Cuts, JsonSerializer.Deserialize<CutPlan>(told, RecordJson.Options)!.Cuts);
    }

    /// <summary>Small lists against a search through all ways to cut from edge to edge.</summary>
    [Fact]
    public void Small_lists_need_no_more_sheets_than_a_search_through_all_ways()
    {
        var random = new Random(11);
        for (var list = 0; list < 60; list++)
        {
            var sizes = Enumerable
                .Range(0, random.Next(2, 7))
                .Select(_ => (Width: random.Next(2, 8), Height: random.Next(2, 8)))
                .ToArray();
            var plan = Planned(
                [.. sizes.Select(size => Part(10 * size.Width, 10 * size.Height, 1))],
                [new(Guid.NewGuid(), 110, 80, 9)]
            );
            var fewest = new AllWays(sizes, 11, 8).FewestSheets();
            Assert.True(plan.AtLeast <= fewest, $"{plan.AtLeast} at least, {fewest} do, list {list}");
            Assert.Equal(fewest, plan.WholeSheets);
        }
    }

    /// <summary>A thousand lists: each is cut as it should be, with a sheet more than is proven at most.</summary>
    [Fact]
    public void A_thousand_lists_need_a_sheet_more_than_the_least_at_most()
    {
        var (proven, beyond) = (0, 0);
        Parallel.For(0, 1000, list =>
        {
            var random = new Random(1000 + list);
            var parts = Enumerable
                .Range(0, random.Next(1, 7))
                .Select(_ =>
                    Part(
                        5 * random.Next(5, 38),
                        5 * random.Next(5, 38),
                        random.Next(1, 13),
                        (Grain)Math.Max(0, random.Next(-3, 3))
                    )
                )
                .ToImmutableArray();
            var sheet = new SheetOwned(
                Guid.NewGuid(),
                random.Next(2) == 0 ? 210 : 8.5 * Inch,
                random.Next(2) == 0 ? 297 : 11 * Inch,
                200,
                (Grain)random.Next(0, 3)
            );
            var offCut = new SheetOwned(Guid.NewGuid(), 130, 110, random.Next(0, 3), OffCut: true);
            var bladeMm = random.Next(2) * 0.5;
            var plan = CutSheets.Plan(parts, [sheet, offCut], bladeMm, TestContext.Current.CancellationToken);
            Assert.Empty(CutPlanChecker.Wrong(plan, parts, [sheet, offCut], bladeMm));
            Interlocked.Add(ref proven, plan.FewestSheets ? 1 : 0);
            Interlocked.Add(ref beyond, plan.WholeSheets > plan.AtLeast + 1 ? 1 : 0);
        });
        output.WriteLine($"{proven} of 1000 are proven to need no fewer sheets");
        Assert.Equal(0, beyond);
        Assert.True(proven > 900, $"only {proven}");
    }
}
