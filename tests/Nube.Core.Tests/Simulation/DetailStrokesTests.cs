using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Simulation;
using Nube.Core.Tests.Artwork;
using Nube.Core.Tests.Methods;
using Nube.Core.Tests.Planning;

namespace Nube.Core.Tests.Simulation;

/// <summary>What comes on top at the end.</summary>
public class DetailStrokesTests
{
    private static readonly byte[] Disc = Drawings.Svg(52, 42, Drawings.Circle(26, 21, 16));

    private static PlayedDrawing Painted(int seed, params ChosenCard[] work) =>
        new(Disc, Method.FlatWash, ["#4f7f4a"], seed: seed, work: work);

    private static double Lightness(CardPicture picture, int at) =>
        new Srgb(picture.Bgr[3 * at + 2] / 255.0, picture.Bgr[3 * at + 1] / 255.0, picture.Bgr[3 * at] / 255.0)
            .ToLab()
            .L;

    private static List<int> Otherwise(CardPicture one, CardPicture other)
    {
        const double seen = 4; // L*
        return
        [
            .. Enumerable
                .Range(0, one.Width * one.Height)
                .Where(at => Math.Abs(Lightness(one, at) - Lightness(other, at)) > seen),
        ];
    }

    /// <summary>Drops lie here and there over all of the card: a few in a hundred of it, and elsewhere on each card.</summary>
    [Fact]
    public void Drops_that_are_flicked_lie_here_and_there()
    {
        var work = Trials.Work(Method.Splatter, ["#4a2c1c"]);
        var (plain, one, other) = (Painted(7).Finished(), Painted(7, work).Finished(), Painted(8, work).Finished());
        var drops = Otherwise(plain, one);
        Assert.InRange(drops.Count / (double)(plain.Width * plain.Height), 0.001, 0.05);
        Assert.True(drops.Max(at => at % plain.Width) - drops.Min(at => at % plain.Width) > plain.Width / 2);
        Assert.All(drops, at => Assert.True(Lightness(one, at) < Lightness(plain, at)));
        var elsewhere = Otherwise(Painted(8).Finished(), other);
        Assert.True(drops.Intersect(elsewhere).Count() < drops.Count / 4);
        Assert.Equal(one.Bgr, Painted(7, work).Finished().Bgr);
    }

    [Fact]
    public void A_dot_of_light_is_where_the_area_is_lightest()
    {
        var played = Painted(7, Trials.Work(Method.Highlights, []));
        var (plain, lit) = (Painted(7).Finished(), played.Finished());
        var dot = Otherwise(plain, lit);
        Assert.NotEmpty(dot);
        Assert.All(dot, at => Assert.True(Lightness(lit, at) > Lightness(plain, at)));
        Assert.InRange(dot.Max(at => Lightness(lit, at)), 85, 101);
        // All in one place, in the light part of the disc.
        var perMm = lit.Width / played.Card.WidthMm;
        Assert.True((dot.Max(at => at % lit.Width) - dot.Min(at => at % lit.Width)) / perMm < 2);
        var mask = played.Card.Masks.Single();
        Assert.All(dot, at =>
        {
            var x = (int)(at % lit.Width / perMm / AreaMask.CellMm) - mask.Left;
            var y = (int)(at / lit.Width / perMm / AreaMask.CellMm) - mask.Top;
            Assert.Equal(CellPart.Light, mask.Parts[y * mask.Width + x]);
        });
    }

    /// <summary>White stands up: its edge towards the light is brighter than the one away from it.</summary>
    [Fact]
    public void White_stands_up_from_the_paper()
    {
        var (plain, lit) = (Painted(7).Finished(), Painted(7, Trials.Work(Method.Highlights, [])).Finished());
        var dot = Otherwise(plain, lit);
        int left = dot.Min(at => at % lit.Width),
            right = dot.Max(at => at % lit.Width),
            top = dot.Min(at => at / lit.Width),
            bottom = dot.Max(at => at / lit.Width);
        // How much lighter than without it, in the half of its box towards the light and in the other.
        double Lighter(bool towards)
        {
            var half =
                from y in Enumerable.Range(top, bottom - top + 1)
                from x in Enumerable.Range(left, right - left + 1)
                let place = x - left + y - top - (right - left + bottom - top) / 2.0
                where towards ? place < 0 : place > 0
                select Lightness(lit, y * lit.Width + x) - Lightness(plain, y * lit.Width + x);
            return half.Average();
        }
        // A flat dot is less of a change towards the light, where the area itself is lighter.
        Assert.InRange(Lighter(towards: true) - Lighter(towards: false), 0, 20);
    }

    /// <summary>Where the stamped line is to vanish, a nearly dry brush draws the border again.</summary>
    [Fact]
    public void A_lost_line_is_drawn_again_along_the_border()
    {
        var played = new PlayedDrawing(Disc, Method.NoLine, ["#8fb06a"]);
        var passes = played.Card.Passes;
        var without = played.Card with { Passes = [.. passes.Where(go => go.Pass.Stroke != Stroke.Redraw)] };
        Assert.Equal(passes.Length - 1, without.Passes.Length);
        var before = new CardPlay(without).Last(TestContext.Current.CancellationToken).Picture;
        var after = played.Finished();
        var drawn = Otherwise(before, after);
        var perMm = after.Width / played.Card.WidthMm;
        Assert.NotEmpty(drawn);
        Assert.All(drawn, at => Assert.True(Lightness(after, at) < Lightness(before, at)));
        Assert.All(drawn, at =>
            Assert.InRange(
                Math.Sqrt(Math.Pow(at % after.Width / perMm - 26, 2) + Math.Pow(at / after.Width / perMm - 21, 2)),
                14.5,
                16.8
            )
        );
    }
}
