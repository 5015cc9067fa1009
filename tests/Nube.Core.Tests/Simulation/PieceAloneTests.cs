using Nube.Core.Acts;
using Nube.Core.Cards;
using Nube.Core.Colour;
using Nube.Core.Grounds;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Simulation;
using Nube.Core.Tests.Methods;
using static Nube.Core.Tests.Planning.Trials;

namespace Nube.Core.Tests.Simulation;

/// <summary>The picture of a ground, against what the acts of its plan say.</summary>
public class PieceAloneTests
{
    private static readonly SizeMm Size = new(60, 80);

    private static CardPicture Played(ChosenCard work, int print = 1)
    {
        var paints = Supplies.OnWatercolourPaper;
        var piece = new PieceToPlan(
            Guid.NewGuid(),
            "Ground",
            paints.Paper,
            Size,
            [new PieceWork(Guid.NewGuid(), work.Wish, work.Recipes)]
        );
        return new CardPlay(PieceAlone.ToPlay(piece, paints, slowLine: true, print, seed: 7), 0.5).Last().Picture;
    }

    /// <summary>Mean colour of a part of a picture, in shares of its width and height.</summary>
    private static Lab Mean(CardPicture picture, double left, double top, double right, double bottom)
    {
        var (sum, count) = (new double[3], 0);
        for (var y = (int)(top * picture.Height); y < bottom * picture.Height; y++)
        {
            for (var x = (int)(left * picture.Width); x < right * picture.Width; x++)
            {
                var at = 3 * (y * picture.Width + x);
                var lab = new Srgb(
                    picture.Bgr[at + 2] / 255.0,
                    picture.Bgr[at + 1] / 255.0,
                    picture.Bgr[at] / 255.0
                ).ToLab();
                (sum[0], sum[1], sum[2], count) = (sum[0] + lab.L, sum[1] + lab.A, sum[2] + lab.B, count + 1);
            }
        }
        return new Lab(sum[0] / count, sum[1] / count, sum[2] / count);
    }

    [Fact]
    public void Blended_inks_lie_where_they_were_wanted()
    {
        var inks = Work(Method.BlendedPanel, ["#c8323a", "#2f5fa8"]);
        var picture = Played(inks);
        Assert.Equal((240, 320), (picture.Width, picture.Height));
        Assert.InRange(Ciede2000.Difference(inks.Recipes[0].Predicted, Mean(picture, 0, 0, 1, 0.1)), 0, 4);
        Assert.InRange(Ciede2000.Difference(inks.Recipes[1].Predicted, Mean(picture, 0, 0.9, 1, 1)), 0, 4);
    }

    [Theory]
    [InlineData(Method.StencilledInk)]
    [InlineData(Method.SoftenedStamp)]
    public void A_pattern_lies_in_its_figures_and_its_mean_is_what_the_plan_says(Method method)
    {
        var ink = Work(method, ["#2f5fa8"]);
        var pattern = new Openings(OpeningFigure.Stripes, 20, 0.5);
        var place = GroundPlace.Usual(method) with { Through = pattern };
        var picture = Played(ink with { Wish = ink.Wish with { Place = place } });
        var paints = Supplies.OnWatercolourPaper;
        var paper = SpectralColour.ToLab(paints.Reflectance);
        // A stripe lies on each side of 0, 20, 40 and 60 mm of 60; all of its width is looked at.
        Assert.InRange(Ciede2000.Difference(ink.Recipes[0].Predicted, Mean(picture, 0.3, 0.1, 0.36, 0.9)), 0, 4);
        Assert.InRange(Ciede2000.Difference(paper, Mean(picture, 0.14, 0.1, 0.19, 0.9)), 0, 2.5);

        var task = new CardTask(method, ink.Recipes, 1, 60 * 80) { Place = place, Size = Size };
        var acts = MethodTable.Passes(task, paints).SelectMany(pass => pass.Acts);
        var look = Laying.Lay(Surface.Bare(paints), acts, paints);
        Assert.InRange(Ciede2000.Difference(look.Middle.Colour(), MeanOfLight(picture)), 0, 1.5);
    }

    /// <summary>What all of a picture looks like from so far away that nothing of it is told apart.</summary>
    private static Lab MeanOfLight(CardPicture picture)
    {
        var light = picture
            .Bgr.ToArray()
            .Chunk(3)
            .Select(bgr => new Srgb(bgr[2] / 255.0, bgr[1] / 255.0, bgr[0] / 255.0).ToXyz())
            .ToList();
        return Lab.FromXyz(
            new Xyz(light.Average(xyz => xyz.X), light.Average(xyz => xyz.Y), light.Average(xyz => xyz.Z))
        );
    }

    [Fact]
    public void A_wash_from_the_edges_leaves_the_middle_bare()
    {
        var wash = Work(Method.LooseBackground, ["#2f5fa8"]);
        var place = new GroundPlace(GroundFrom.Edges, 0, 1) { Reach = 0.4 };
        var picture = Played(wash with { Wish = wash.Wish with { Place = place } });
        var paper = SpectralColour.ToLab(Supplies.OnWatercolourPaper.Reflectance);
        Assert.InRange(Ciede2000.Difference(paper, Mean(picture, 0.42, 0.42, 0.58, 0.58)), 0, 2.5);
        Assert.True(Ciede2000.Difference(paper, Mean(picture, 0.02, 0.2, 0.08, 0.8)) > 8);
    }

    [Fact]
    public void Each_print_from_one_inking_is_paler()
    {
        var print = Work(Method.RainbowStamp, ["#c8323a", "#d2692f"], 3);
        double[] light = [.. Enumerable.Range(1, 3).Select(one => Mean(Played(print, one), 0, 0, 1, 1).L)];
        Assert.True(light[0] + 2 < light[1] && light[1] + 2 < light[2], string.Join(" ", light));
    }

    [Fact]
    public void Splatter_falls_only_where_it_is_not_covered()
    {
        var drops = Work(Method.Splatter, ["#2f5fa8"]);
        var corner = new GroundPlace(GroundFrom.Corners, 0, 0.3) { Corners = [Corner.TopLeft], Reach = 0.4 };
        var picture = Played(drops with { Wish = drops.Wish with { Place = corner } });
        var far = Mean(picture, 0.6, 0.6, 1, 1);
        Assert.True(Mean(picture, 0, 0, 0.3, 0.3).L < far.L - 0.2);
        Assert.InRange(Ciede2000.Difference(SpectralColour.ToLab(Supplies.OnWatercolourPaper.Reflectance), far), 0, 1);
    }
}
