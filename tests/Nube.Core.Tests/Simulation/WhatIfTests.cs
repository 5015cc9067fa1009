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

    private static CardToPlay Planned => WhatIf.Only(Played.Card, Area);

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
        var early = WhatIf.Done(Planned, Deviation.TooEarly)!;
        Assert.True(early.Passes[1].StartSeconds < Planned.Passes[1].StartSeconds);
        var (planned, bloomed) = (Measured(Planned), Measured(early));
        Assert.True(bloomed.HardestEdge > 1.2 * planned.HardestEdge);
    }

    [Fact]
    public void Much_more_water_makes_its_rim_darker()
    {
        var wetter = WhatIf.Done(Planned, Deviation.MoreWater)!;
        Assert.All(wetter.Passes, go => Assert.True(go.Pass.Water > BrushWater.Wash));
        var (planned, flooded) = (Measured(Planned), Measured(wetter));
        Assert.True(flooded.RimToMiddle > planned.RimToMiddle + 0.05);
    }

    [Fact]
    public void Without_its_last_layer_it_stays_paler()
    {
        var (planned, fewer) = (Measured(Planned), Measured(WhatIf.Done(Planned, Deviation.LayerFewer)!));
        Assert.True(fewer.Colour.L > planned.Colour.L + 1);
    }

    [Fact]
    public void On_kraft_it_is_another_colour()
    {
        var kraft = GenericCatalogue.Papers.First(paper => paper.Name.Contains("raft", StringComparison.Ordinal));
        var on = Measured(WhatIf.Done(Planned, Deviation.OtherPaper, kraft)!);
        Assert.True(on.Colour.L < Measured(Planned).Colour.L - 5);
    }

    [Fact]
    public void What_cannot_be_done_is_not_shown()
    {
        var once = Planned with { Passes = Planned.Passes[..1] };
        Assert.Null(WhatIf.Done(once, Deviation.TooEarly));
        Assert.Null(WhatIf.Done(once, Deviation.LayerFewer));
        Assert.Null(WhatIf.Done(once, Deviation.LastFirst));
        Assert.Null(WhatIf.Done(Planned, Deviation.OtherPaper));
        var drawn = new PlayedDrawing(Drawings.Svg(46, 40, Drawings.Circle(23, 20, 16)), Method.DryPencil, ["#d2b23c"]);
        var pencil = WhatIf.Only(drawn.Card, drawn.Areas.Single());
        Assert.Null(WhatIf.Done(pencil, Deviation.MoreWater));
        Assert.Null(WhatIf.Done(pencil, Deviation.Heat));
    }
}
