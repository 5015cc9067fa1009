using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Simulation;
using Nube.Core.Tests.Artwork;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Simulation;

/// <summary>What a mistake does to an area, beside the plan.</summary>
public class WhatIfTests(ITestOutputHelper output)
{
    private static readonly PlayedDrawing Played = new(
        Drawings.Svg(46, 40, Drawings.Circle(23, 20, 16)),
        Method.FlatWash,
        ["#d2b23c"]
    );

    private static int Area => Played.Areas.Single();

    private static CardToPlay Planned => WhatIf.AsPlanned(Played.Card, Area, Deviation.TooEarly);

    private AreaMeasured Measured(CardToPlay card)
    {
        var picture = new CardPlay(card).Stills(TestContext.Current.CancellationToken).Last().Picture;
        var measured = AreaMeasured.Of(picture, card.Masks.Single(mask => mask.Id == Area), card.WidthMm);
        output.WriteLine(
            $"{Srgb.FromLab(measured.Colour)}, rim {measured.RimToMiddle:0.00}, edge {measured.HardestEdge:0.0}"
        );
        return measured;
    }

    /// <summary>Water on damp paint runs back to a hard edge (C. J. Curtis and others, SIGGRAPH 1997).</summary>
    [Fact]
    public void Painted_on_too_early_it_gets_a_hard_edge()
    {
        var early = WhatIf.Done(Planned, Area, Deviation.TooEarly)!;
        Assert.True(early.Passes[1].StartSeconds < Planned.Passes[1].StartSeconds);
        var (planned, bloomed) = (Measured(Planned), Measured(early));
        Assert.True(bloomed.HardestEdge > 1.2 * planned.HardestEdge);
    }

    [Fact]
    public void Much_more_water_makes_its_rim_darker()
    {
        var wetter = WhatIf.Done(Planned, Area, Deviation.MoreWater)!;
        Assert.All(wetter.Passes, go => Assert.True(go.Pass.Water > BrushWater.Wash));
        var (planned, flooded) = (Measured(Planned), Measured(wetter));
        Assert.True(flooded.RimToMiddle > planned.RimToMiddle + 0.05);
    }

    [Fact]
    public void Without_its_last_layer_it_stays_paler()
    {
        var (planned, fewer) = (Measured(Planned), Measured(WhatIf.Done(Planned, Area, Deviation.LayerFewer)!));
        Assert.True(fewer.Colour.L > planned.Colour.L + 1);
    }

    [Fact]
    public void On_kraft_it_is_another_colour()
    {
        var kraft = GenericCatalogue.Papers.First(paper => paper.Name.Contains("raft", StringComparison.Ordinal));
        var on = Measured(WhatIf.Done(Planned, Area, Deviation.OtherPaper, kraft)!);
        Assert.True(on.Colour.L < Measured(Planned).Colour.L - 5);
    }

    /// <summary>Two rooms with a thin wall between them, yellow and blue.</summary>
    private static PlayedDrawing Rooms(Dams? dams = null) =>
        new(
            Drawings.Svg(60, 34, "<path d='M4 4h52v26h-52z M30 4v26' fill='none' stroke='#000' stroke-width='0.3'/>"),
            Method.FlatWash,
            ["#d9c14a", "#4a7fc0"],
            dams: dams
        );

    private static double RunsInto(PlayedDrawing rooms, Deviation what)
    {
        var area = rooms.Areas.First();
        var planned = WhatIf.AsPlanned(rooms.Card, area, what);
        var otherwise = WhatIf.Done(planned, area, what)!;
        CardPicture Last(CardToPlay card) =>
            new CardPlay(card).Stills(TestContext.Current.CancellationToken).Last().Picture;
        var mask = planned.Masks.Single(mask => mask.Id == area);
        return AreaMeasured.DifferentMm2(Last(planned), Last(otherwise), mask, planned.WidthMm);
    }

    [Fact]
    public void A_neighbour_that_is_painted_while_it_is_wet_runs_into_it()
    {
        var mm2 = RunsInto(Rooms(), Deviation.NeighbourToo);
        output.WriteLine($"{mm2:0.0} mm2");
        Assert.InRange(mm2, 5, 400);
    }

    [Fact]
    public void A_dam_keeps_neighbours_apart_and_without_it_they_run_together()
    {
        var dams = new Dams(DamLines.All, []);
        var (held, without) = (RunsInto(Rooms(dams), Deviation.NeighbourToo), RunsInto(Rooms(dams), Deviation.NoDams));
        output.WriteLine($"{held:0.0} mm2 with it, {without:0.0} without");
        Assert.True(held < 1);
        Assert.True(without > 5);
        Assert.Null(WhatIf.Done(Planned, Area, Deviation.NoDams));
    }

    [Fact]
    public void What_cannot_be_done_is_not_shown()
    {
        var once = Planned with { Passes = Planned.Passes[..1] };
        Assert.Null(WhatIf.Done(once, Area, Deviation.TooEarly));
        Assert.Null(WhatIf.Done(once, Area, Deviation.LayerFewer));
        Assert.Null(WhatIf.Done(once, Area, Deviation.LastFirst));
        Assert.Null(WhatIf.Done(Planned, Area, Deviation.OtherPaper));
        var drawn = new PlayedDrawing(Drawings.Svg(46, 40, Drawings.Circle(23, 20, 16)), Method.DryPencil, ["#d2b23c"]);
        var disc = drawn.Areas.Single();
        var pencil = WhatIf.AsPlanned(drawn.Card, disc, Deviation.MoreWater);
        Assert.Null(WhatIf.Done(pencil, disc, Deviation.MoreWater));
        Assert.Null(WhatIf.Done(pencil, disc, Deviation.Heat));
    }
}
