using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;
using Nube.Core.Tests.Planning;

namespace Nube.Core.Tests.Cards;

/// <summary>A piece of a card says what is painted on it and what could run.</summary>
public class PieceTests
{
    private static readonly PiecePicture Picture = new(
        80,
        60,
        [.. Enumerable.Range(1, 3).Select(id => new Area(id, 200, default, "M0 0L10 0L10 10Z"))],
        [new Neighbours(1, 2, 10), new Neighbours(2, 3, 10)],
        ImageLight.Usual,
        [new AreaZones(1, "M0 0Z", "M1 1Z", "M1 1Z", 0.35) { LightShare = 0.2, WhiteShare = 0.05 }],
        Dams.None,
        ImmutableDictionary<int, AreaMark>.Empty,
        []
    );

    private static ChosenColour Wished(int area) =>
        new(new Wish(area, Srgb.Parse("#5c9140"), ShadowDepth.Soft), Supplies.Best(Method.FlatWash, "#5c9140"));

    private static readonly Piece Panel = new(
        Trials.Waterproof,
        Picture,
        null,
        [Wished(1), Wished(2), Wished(7)],
        [],
        Schools.Usual
    );

    [Fact]
    public void What_is_marked_or_joined_away_is_kept_for_later_and_not_painted()
    {
        Assert.Equal([1, 2], Panel.Colours.Select(colour => colour.Wish.Area));
        var marked = Panel with { Picture = Picture with { Marks = Picture.Marks.Add(2, AreaMark.LeaveWhite) } };
        Assert.Equal([1], marked.Colours.Select(colour => colour.Wish.Area));
        Assert.Equal(3, marked.Wishes.Length);
        var drawn = Panel with { Picture = Picture with { Marks = Picture.Marks.Add(1, AreaMark.Redraw) } };
        Assert.Equal([2, null, null], drawn.Painting.Areas.Select(area => area.DetailOf));
        // Beside it nothing is coloured: it is an area like others.
        var alone = drawn with { Wishes = [Wished(1)] };
        Assert.All(alone.Painting.Areas, area => Assert.Null(area.DetailOf));
    }

    [Fact]
    public void Only_what_touches_without_a_dam_and_without_leave_could_run()
    {
        Assert.Equal([(1, 2), (2, 3)], Panel.Touching);
        Assert.Empty((Panel with { Picture = Picture with { Dams = new Dams(DamLines.All, []) } }).Touching);
        Assert.Equal([(1, 2)], (Panel with { Picture = Picture with { MayRun = [AreaPair.Of(3, 2)] } }).Touching);
        Assert.Empty((Panel with { Schools = Schools.Usual with { Edges = Edges.Loose } }).Touching);
    }

    [Fact]
    public void Areas_have_the_shares_of_their_masks_and_small_ones_one_tone()
    {
        var areas = Panel.Painting.Areas;
        Assert.Equal(new(0.2, 0.35, 0.05), areas[0].Shares);
        Assert.Equal(new(0, 0), areas[1].Shares);
        Assert.Equal(80 * 60, Panel.Painting.PanelMm2);
        // Zones that were kept before they told their light have the share of the rule.
        var old = Panel with { Picture = Picture with { Zones = [new AreaZones(1, "M0 0Z", "M1 1Z", "", 0.35)] } };
        Assert.Equal(ZoneRule.Usual.LightShare, old.Painting.Areas[0].Shares.Light);
    }

    [Fact]
    public void A_piece_without_a_picture_is_worked_as_a_whole()
    {
        var ground = new Piece(null, null, null, [], [Trials.Work(Method.DipAndDry, ["#4a7fb0"], 2)], Schools.Usual);
        Assert.True(ground.HasWork);
        Assert.Empty(ground.Touching);
        var passes = ground.Painting.Passes(Supplies.OnWatercolourPaper, ground.Schools, ground.Touching);
        Assert.Equal([Stroke.Dip, Stroke.Dip], passes.Select(pass => pass.Stroke));
        var plan = Scheduler.PlanRun(
            passes,
            ground.Touching,
            2,
            Supplies.OnWatercolourPaper.Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary,
            ground.Options(null, 1)
        );
        Assert.Null(ScheduleChecker.Fault(plan, [], Hand.Ordinary));
        Assert.False((ground with { Work = [] }).HasWork);
    }

    [Fact]
    public void A_raised_line_is_kept_from_the_heat_tool()
    {
        var heated = Panel with { Schools = Schools.Usual with { Drying = DryBy.Heat } };
        Assert.True(heated.Options(null, 1).Heat);
        var raised = heated with { Picture = Picture with { Dams = new Dams(DamLines.Chosen, [1]) } };
        Assert.False(raised.Options(null, 1).Heat);
        Assert.Equal(DamLines.Chosen, raised.On(Supplies.OnWatercolourPaper.Paper, Trials.Waterproof).Dams);
    }
}
