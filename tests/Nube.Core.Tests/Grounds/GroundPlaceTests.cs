using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Colour;
using Nube.Core.Grounds;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;
using Nube.Core.Tests.Planning;
using static Nube.Core.Tests.Planning.TrialCards;
using static Nube.Core.Tests.Planning.Trials;

namespace Nube.Core.Tests.Grounds;

/// <summary>Where hues lie on a piece, against plain geometry; and what a plan makes of that.</summary>
public class GroundPlaceTests
{
    private static readonly SizeMm Piece = new(100, 60);

    [Theory]
    [InlineData(GroundFrom.OneSide, 0, 50, 30, 0.5)]
    [InlineData(GroundFrom.OneSide, 90, 10, 15, 0.25)]
    [InlineData(GroundFrom.OneSide, 180, 90, 15, 0.1)]
    // The middle is half the height from its nearest edges.
    [InlineData(GroundFrom.Edges, 0, 50, 30, 1)]
    [InlineData(GroundFrom.Edges, 0, 15, 30, 0.5)]
    // From the middle to a corner, and from corners to the middle: half of the diagonal.
    [InlineData(GroundFrom.Centre, 0, 100, 60, 1)]
    [InlineData(GroundFrom.Corners, 0, 50, 30, 1)]
    [InlineData(GroundFrom.Corners, 0, 100, 0, 0)]
    public void A_point_is_as_far_on_the_way_as_its_distance_says(
        GroundFrom from,
        double degrees,
        double x,
        double y,
        double along
    )
    {
        var ground = new GroundOnPiece(new GroundPlace(from, degrees, 1), Piece, 2);
        Assert.InRange(ground.PlaceOn()(new PointMm(x, y)), along - 0.03, along + 0.03);
    }

    [Fact]
    public void From_one_corner_it_goes_to_the_opposite_one()
    {
        var place = new GroundPlace(GroundFrom.Corners, 0, 1) { Corners = [Corner.BottomLeft] };
        var placeOn = new GroundOnPiece(place, Piece, 2).PlaceOn();
        Assert.Equal(0, placeOn(new PointMm(0, 60)), 6);
        Assert.Equal(1, placeOn(new PointMm(100, 0)), 6);
        Assert.Equal("from the bottom left corner", place.InWords);
    }

    [Theory]
    [InlineData(0.0)]
    [InlineData(0.3)]
    [InlineData(0.5)]
    [InlineData(1.0)]
    public void Hues_that_reach_all_over_cover_every_place_wholly(double along)
    {
        var gradient = (GroundPlace.Usual(Method.RainbowBands) with { Widths = [1, 3, 2] }).On(Piece);
        Assert.Equal(1, gradient.SharesAt(3, along).Sum(), 9);
    }

    [Fact]
    public void A_hue_that_fades_out_ends_where_it_was_said()
    {
        var gradient = (GroundPlace.Usual(Method.LooseBackground) with { Reach = 0.5 }).On(Piece);
        Assert.Equal(1, gradient.SharesAt(1, 0)[0], 9);
        // In the middle of the seam there is half of it.
        Assert.Equal(0.5, gradient.SharesAt(1, 0.5)[0], 9);
        Assert.Equal(0, gradient.SharesAt(1, 0.8)[0], 9);
    }

    [Fact]
    public void Hues_are_as_broad_as_they_were_said_to_be()
    {
        var place = GroundPlace.Usual(Method.RainbowBands) with { Widths = [1, 2, 1], Reach = 0.8 };
        var ground = new GroundOnPiece(place, new SizeMm(80, 100), 3);
        Assert.Equal([20, 40, 20], ground.BreadthsMm.Select(mm => Math.Round(mm, 6)));
        Assert.Equal(
            "from top to bottom, fading out after 80 % of the way, the hues about 20 mm, 40 mm and 20 mm broad",
            ground.InWords(inInches: false)
        );
    }

    [Theory]
    [InlineData(0.05, null, "tenth")]
    [InlineData(1.5, null, "tenth")]
    [InlineData(null, "1 2", "how broad")]
    [InlineData(null, "1 2 9", "how broad")]
    [InlineData(null, "1 2 NaN", "how broad")]
    public void What_cannot_be_is_refused_in_words(double? reach, string? widths, string says)
    {
        var place = GroundPlace.Usual(Method.RainbowBands) with
        {
            Reach = reach,
            Widths = [.. (widths ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(double.Parse)],
        };
        Assert.Contains(
            says,
            new CardWish(Method.RainbowBands, [default, default, default]) { Place = place }.Trouble(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_blended_panel_is_a_step_for_each_ink_with_its_place_and_breadth()
    {
        var sky = Work(Method.BlendedPanel, ["#c8323a", "#f2b62f", "#5c9140"]);
        var blend = sky with { Wish = sky.Wish with { Place = new GroundPlace(GroundFrom.Edges, 0, 0.8) } };
        var plan = Run(Card().With(PieceKind.Ground, "Sky", 100, 60, "White cardstock 110 lb", Work(blend)), cards: 1)
            .Plan();
        var passes = OnCard(plan, 1).Where(pass => pass.Stroke == Stroke.Blend).ToList();
        Assert.Equal(
            [
                "Sky: blend the panel, first of 3 inks",
                "Sky: blend the panel, second of 3 inks",
                "Sky: blend the panel, third of 3 inks",
            ],
            passes.Select(pass => StepWords.Title(pass, NamesIn(plan)))
        );
        // From an edge to the middle it is 30 mm.
        Assert.All(passes, pass =>
            Assert.Equal("All of it, from the edges inwards, each hue about 10 mm broad", StepWords.Where(pass))
        );
        Assert.Equal(3, passes.Select(pass => pass.Mix).Distinct().Count());
    }

    [Fact]
    public void Ink_through_a_stencil_is_a_step_for_each_colour_with_its_pattern()
    {
        var leaves = Work(Method.StencilledInk, ["#c8323a", "#f2b62f"]);
        var place = GroundPlace.Usual(Method.StencilledInk) with
        {
            Through = new Openings(OpeningFigure.Diamonds, 12, 0.5),
        };
        var work = leaves with { Wish = leaves.Wish with { Place = place } };
        var plan = Run(
                Card().With(PieceKind.Ground, "Lattice", 100, 60, "White cardstock 110 lb", Work(work)),
                cards: 2
            )
            .Plan();
        var passes = OnCard(plan, 1).Where(pass => pass.Stroke == Stroke.BlendThrough).ToList();
        Assert.Equal(
            ["Lattice: ink through the stencil, first of 2 inks", "Lattice: ink through the stencil, second of 2 inks"],
            passes.Select(pass => StepWords.Title(pass, NamesIn(plan)))
        );
        Assert.All(passes, pass =>
            Assert.Equal(
                "All of it, in diamonds, 12 mm from one to the next, from top to bottom, each hue about 30 mm broad",
                StepWords.Where(pass)
            )
        );
        Assert.All(passes, pass =>
            Assert.Contains(
                "Clean the stencil at once, and between colours",
                StepWords.How(pass, Schools.Usual),
                StringComparison.Ordinal
            )
        );
    }

    [Theory]
    [InlineData(Method.StencilledInk, null, "say in which")]
    [InlineData(Method.BlendedPanel, 8.0, "Nothing else does")]
    [InlineData(Method.SoftenedStamp, 90.0, "2 to 40 mm")]
    [InlineData(Method.SoftenedStamp, 8.0, null)]
    public void Only_stencilled_and_stamped_colour_lies_in_a_pattern(Method method, double? pitch, string? says)
    {
        var place = GroundPlace.Usual(method) with
        {
            Through = pitch is { } mm ? new Openings(OpeningFigure.Dots, mm, 0.4) : null,
        };
        var trouble = new CardWish(method, [default]) { Place = place }.Trouble();
        Assert.Equal(says is null, trouble is null);
        Assert.Contains(says ?? "", trouble ?? "", StringComparison.Ordinal);
    }

    // Through a stencil two hues are as muddy as side by side: they meet in its openings.
    [Fact]
    public void Hues_that_grey_each_other_are_told_inside_the_openings_too()
    {
        CardTask Task(Method method)
        {
            var work = Work(method, ["#c8323a", "#5c9140"]);
            return new CardTask(method, work.Recipes, 1, 6000) { Place = GroundPlace.Usual(method) };
        }
        var paints = Supplies.OnWatercolourPaper;
        var plain = BandSeam.In(Task(Method.BlendedPanel), paints).Single();
        var through = BandSeam.In(Task(Method.StencilledInk), paints).Single();
        Assert.InRange(Ciede2000.Difference(plain.Colour, through.Colour), 0, 0.01);
        Assert.Equal(plain.Muddy, through.Muddy);
    }

    // A picture on banded paper: what lies high stands on the first band, what lies low on the last.
    [Fact]
    public void Areas_stand_on_the_band_that_they_lie_in()
    {
        var bands = Work(Method.RainbowBands, ["#f2df6d", "#2f5fa8"]);
        var trial = Trials.Run(Method.DryPencil, ["#c8323a", "#c8323a"], 1, work: [bands]);
        trial = trial with
        {
            Painting = trial.Painting with
            {
                Panel = new SizeMm(105, 148),
                Areas =
                [
                    trial.Painting.Areas[0] with
                    {
                        Centre = new PointMm(50, 10),
                    },
                    trial.Painting.Areas[1] with
                    {
                        Centre = new PointMm(50, 138),
                    },
                ],
            },
        };
        var plan = trial.Plan();
        var ground = OnCard(plan, 1).First(pass => pass.Stroke == Stroke.Bands);
        var card = new CardFold(trial.Paints).After([ground]);
        var (yellow, blue) = (bands.Recipes[0].Predicted, bands.Recipes[1].Predicted);
        Assert.InRange(Ciede2000.Difference(yellow, card.Areas[1].Middle.Colour()), 0, 1);
        Assert.InRange(Ciede2000.Difference(blue, card.Areas[2].Middle.Colour()), 0, 1);
        // The same red pencil over them is another colour.
        var finished = trial.Painting.Finished(trial.Paints, trial.Schools);
        Assert.True(Ciede2000.Difference(finished.Areas[1].Middle.Colour(), finished.Areas[2].Middle.Colour()) > 5);
    }

    [Fact]
    public void Far_hues_grey_each_other_at_their_seam_and_neighbours_do_not()
    {
        Assert.Contains(Seams("#2f5fa8", "#d2692f"), seam => seam.Muddy);
        Assert.DoesNotContain(Seams("#f2df6d", "#d2692f"), seam => seam.Muddy);

        static ImmutableArray<BandSeam> Seams(params string[] colours)
        {
            var work = Work(Method.RainbowBands, colours);
            var task = new CardTask(work.Wish.Method, work.Recipes, 1, 6000) { Size = Piece };
            return BandSeam.In(task, Tests.Methods.Supplies.OnWatercolourPaper);
        }
    }
}
