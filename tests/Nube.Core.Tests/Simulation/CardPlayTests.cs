using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Simulation;
using Nube.Core.Tests.Artwork;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Simulation;

/// <summary>Cards that are played from a drawing, wishes and a plan, against what recipes promise.</summary>
public class CardPlayTests(ITestOutputHelper output)
{
    private static readonly byte[] TwoLeaves = Drawings.Svg(
        52,
        34,
        Drawings.Circle(15, 17, 11) + Drawings.Circle(38, 17, 9)
    );

    /// <summary>
    /// The mean over an area, rims and grain and soft borders included, is what its recipe promises: within 1 for a flat
    /// wash, 1.5 for pencil, 2 for what fades.
    /// </summary>
    [Theory]
    [InlineData(Method.FlatWash, 1)]
    [InlineData(Method.Glaze, 1)]
    [InlineData(Method.LeadLifted, 1)]
    [InlineData(Method.GradedWash, 2)]
    [InlineData(Method.LineAndPull, 2)]
    [InlineData(Method.WetInWet, 2)]
    [InlineData(Method.DryPencil, 1.5)]
    [InlineData(Method.BurnishedPencil, 1.5)]
    [InlineData(Method.SolventPencil, 1.5)]
    [InlineData(Method.PencilOverMarker, 1.5)]
    [InlineData(Method.OilDetail, 1.5)]
    [InlineData(Method.SpongeBlend, 2)]
    [InlineData(Method.BrushPenPair, 3)] // 2 was asked for: a strong shadow with a soft border is darker than one with a hard one
    [InlineData(Method.Lift, 2)]
    public void An_area_comes_out_as_its_recipe_promises(Method method, double within)
    {
        // A green and an orange; of watercolour pencils, which few are owned of, a green and a yellow.
        var played = new PlayedDrawing(
            TwoLeaves,
            method,
            ["#a9c87c", method == Method.LeadLifted ? "#e6d858" : "#d98a5c"]
        );
        var picture = played.Finished();
        foreach (var area in played.Areas)
        {
            var apart = Ciede2000.Difference(played.Promised(area), played.Seen(picture, area));
            output.WriteLine(
                $"{method}, area {area}: {apart:0.00}, {Srgb.FromLab(played.Promised(area))} and {Srgb.FromLab(played.Seen(picture, area))}"
            );
            Assert.InRange(apart, 0, within);
        }
    }

    /// <summary>Two hues pass into each other where the gradient says: third by third of its way.</summary>
    [Fact]
    public void A_gradient_has_its_hues_where_it_was_asked_for()
    {
        var gradient = new Gradient(GradientWay.Across, 0);
        var played = new PlayedDrawing(
            Drawings.Svg(52, 34, Drawings.Polygon((4, 5), (48, 5), (48, 29), (4, 29))),
            Method.FlatWash,
            ["#e8c85c", "#c9627c"],
            gradient: gradient
        );
        var picture = played.Finished();
        var area = played.Areas.Single();
        var colours = Enumerable
            .Range(0, 3)
            .Select(third => played.Seen(picture, area, (x, _) => (int)((x - 4) / (44 / 3.0)) == third))
            .ToList();
        output.WriteLine(string.Join(", ", colours.Select(colour => Srgb.FromLab(colour).ToString())));
        output.WriteLine($"{Srgb.FromLab(played.Promised(area))} and {Srgb.FromLab(played.Seen(picture, area))}");
        output.WriteLine($"all of it: {Ciede2000.Difference(played.Promised(area), played.Seen(picture, area)):0.00}");
        Assert.True(colours[0].Hue > colours[1].Hue + 5 && colours[1].Hue > colours[2].Hue + 5);
        Assert.InRange(Ciede2000.Difference(played.Promised(area), played.Seen(picture, area)), 0, 2);
    }

    /// <summary>
    /// As many spots are touched so often as the binomial says that <see cref="PencilOnTooth"/> goes by.
    /// </summary>
    [Fact]
    public void Pencil_touches_the_tooth_as_often_as_it_should()
    {
        var played = new PlayedDrawing(TwoLeaves, Method.DryPencil, ["#e2b04a"]);
        var play = new CardPlay(played.Card);
        _ = play.Stills(TestContext.Current.CancellationToken).Count();
        var whole = played
            .Plan.Passes.Where(pass => pass.Zone == Zone.Whole && pass.Stroke == Stroke.Draw)
            .Select(pass => pass.Acts[0])
            .First();
        var texture = Supplies.OnWatercolourPaper.Paper.Texture;
        var touch = PencilOnTooth.Touch(texture, whole.Pressure);
        var drawn = play.Layers.OfType<PencilLayer>().First();
        // In the middle, where the edge of the stroke does not matter.
        var full = drawn.Even.Max();
        var spots = drawn.Touches.Where((_, at) => drawn.Even[at] > 0.99 * full).ToList();
        Assert.True(spots.Count > 3000);
        for (var touches = 0; touches <= whole.Times; touches++)
        {
            var share = spots.Count(spot => spot == touches) / (double)spots.Count;
            var binomial = MathNet.Numerics.Distributions.Binomial.PMF(touch, whole.Times, touches);
            output.WriteLine($"{touches}: {share:0.000} of {binomial:0.000}");
            Assert.Equal(binomial, share, 0.03);
        }
    }

    /// <summary>A glaze leaves the edges of what is below it (C. J. Curtis and others, SIGGRAPH 1997).</summary>
    [Fact]
    public void A_glaze_lies_on_what_has_dried_and_leaves_it_there()
    {
        var played = new PlayedDrawing(TwoLeaves, Method.FlatWash, ["#7fa25a"]);
        var play = new CardPlay(played.Card);
        PaintLayer? before = null;
        foreach (var still in play.Stills(TestContext.Current.CancellationToken))
            before ??= still.Moment == Moment.Dry ? play.Sheet.InWork()[0] : null;
        var after = Assert.Single(play.Sheet.Layers.Take(1)).Pigments[0].Load;
        // Everywhere, so at its edges too: a soft brush takes a little along, and no more.
        var there = before!.Pigments[0].Load;
        var kept = there.Zip(after).Where(cell => cell.First > 0.01f).Select(cell => cell.Second / cell.First).ToList();
        output.WriteLine($"{kept.Min():0.000} to {kept.Max():0.000}");
        Assert.InRange(kept.Min(), 0.85, 1);
        Assert.InRange(kept.Max(), 0.85, 1.001);
    }

    [Theory]
    [InlineData(Method.FlatWash)]
    [InlineData(Method.WetInWet)]
    [InlineData(Method.SolventPencil)]
    public void The_same_card_has_the_same_bits_on_one_thread_and_on_two(Method method)
    {
        var played = new PlayedDrawing(TwoLeaves, method, ["#a9c87c", "#d98a5c"]);
        byte[] On(int threads)
        {
            var few = new ConcurrentExclusiveSchedulerPair(TaskScheduler.Default, threads).ConcurrentScheduler;
            return Task
                .Factory.StartNew(
                    () => new CardPlay(played.Card, 0.5).Stills().SelectMany(still => still.Picture.Bgr).ToArray(),
                    TestContext.Current.CancellationToken,
                    TaskCreationOptions.None,
                    few
                )
                .Result;
        }
        Assert.Equal(On(1), On(2));
    }

    [Fact]
    public void Cards_of_a_run_are_alike_but_not_the_same()
    {
        var one = new PlayedDrawing(TwoLeaves, Method.FlatWash, ["#a9c87c"], seed: 1);
        var other = new PlayedDrawing(TwoLeaves, Method.FlatWash, ["#a9c87c"], seed: 2);
        var (first, second) = (one.Finished(), other.Finished());
        Assert.NotEqual(first.Bgr, second.Bgr);
        foreach (var area in one.Areas)
            Assert.InRange(Ciede2000.Difference(one.Seen(first, area), other.Seen(second, area)), 0, 0.5);
    }

    /// <summary>Whatever is done to a card, water and pigment are all there, and nothing is no number.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    public void Nothing_is_lost_whatever_is_done(int seed)
    {
        var random = new Random(seed);
        Method[] methods =
        [
            Method.FlatWash,
            Method.GradedWash,
            Method.WetInWet,
            Method.LineAndPull,
            Method.Lift,
            Method.BrushPenPair,
            Method.Glaze,
        ];
        var body = string.Concat(
            Enumerable
                .Range(0, 5)
                .Select(_ =>
                    Drawings.Circle(
                        8 + 44 * random.NextDouble(),
                        8 + 30 * random.NextDouble(),
                        2 + 6 * random.NextDouble()
                    )
                )
        );
        var played = new PlayedDrawing(
            Drawings.Svg(60, 46, body),
            methods[random.Next(methods.Length)],
            ["#a9c87c", "#d98a5c", "#6d8fa8"],
            dams: random.Next(2) == 0 ? new Dams(DamLines.All, []) : null,
            seed: seed
        );
        // Sometimes touched long before it is dry.
        var hurry = random.Next(2) == 0 ? 1 : 0.05;
        var card = played.Card with
        {
            Passes =
            [
                .. played.Card.Passes.Select(go =>
                    go with
                    {
                        StartSeconds = go.StartSeconds * hurry,
                        EndSeconds = go.StartSeconds * hurry + (go.EndSeconds - go.StartSeconds) * hurry,
                    }
                ),
            ],
        };
        var play = new CardPlay(card, 0.5);
        Assert.All(play.Stills(TestContext.Current.CancellationToken), still => Assert.NotEmpty(still.Picture.Bgr));
        var sheet = play.Sheet;
        Assert.Equal(1, (sheet.Water + sheet.Evaporated) / sheet.WaterLaid, 1e-5);
        for (var pigment = 0; pigment < sheet.Pigments.Length; pigment++)
            Assert.Equal(1, sheet.Pigment(pigment) / sheet.PigmentLaid[pigment], 1e-5);
        Assert.All(sheet.Film, film => Assert.True(film >= 0));
    }

    /// <summary>However large a picture is, it is played on so many cells at most: memory stays bounded.</summary>
    [Theory]
    [InlineData(108, 140, 0.25)] // A2 panel
    [InlineData(148, 210, 0.5)] // A5
    [InlineData(210, 297, 0.5)] // A4
    public void Larger_pictures_are_played_on_larger_cells(double widthMm, double heightMm, double cellMm)
    {
        Assert.True(widthMm * heightMm < CardToPlay.LargestMm2);
        Assert.Equal(cellMm, CardToPlay.FinestMm(widthMm, heightMm));
        Assert.True(CardToPlay.GridOf(widthMm, heightMm).Count * 0.0625 / (cellMm * cellMm) < 330_000);
    }

    /// <summary>A line that is embossed is a dam between the areas beside it; the others are none.</summary>
    [Fact]
    public void Dams_are_where_lines_are_embossed()
    {
        var map = Drawings.Find(TwoLeaves);
        var grid = CardToPlay.GridOf(52, 34);
        Assert.True(DamCells.Of(map.Labels, Dams.None, grid).IsEmpty);
        var all = DamCells.Of(map.Labels, new Dams(DamLines.All, []), grid).ToArray();
        var left = map.Areas.MinBy(area => area.Centre.X)!;
        var chosen = DamCells.Of(map.Labels, new Dams(DamLines.Chosen, [left.Id]), grid).ToArray();
        // Going round, a circle of radius r crosses some 8 r / side cells.
        Assert.InRange(all.Count(cell => cell) / (8 * (11 + 9) / 0.25), 0.6, 1.1);
        Assert.All(chosen.Index().Where(cell => cell.Item), cell =>
            Assert.True(all[cell.Index] && cell.Index % grid.Width * 0.25 < 27)
        );
        Assert.InRange(chosen.Count(cell => cell) / (double)all.Count(cell => cell), 0.5, 0.6);
    }

    /// <summary>Layer over layer as T. Porter, T. Duff (SIGGRAPH 1984) lay them: a share of its own, the rest of what is below.</summary>
    [Fact]
    public void Layers_that_one_can_see_through_are_the_card_when_they_lie_over_each_other()
    {
        var played = new PlayedDrawing(TwoLeaves, Method.FlatWash, ["#a9c87c", "#d98a5a"]);
        var play = new CardPlay(played.Card);
        var below = play.Bare();
        double[] laid = [.. below.Bgr.Select(code => (double)code)];
        var layers = 0;
        foreach (var still in play.Stills(TestContext.Current.CancellationToken).Where(s => s.Moment == Moment.Dry))
        {
            var layer = SeeThrough.Between(below, still.Picture);
            for (var at = 0; at < laid.Length; at++)
            {
                var alpha = layer[at / 3 * 4 + 3] / 255.0;
                laid[at] = alpha * layer[at / 3 * 4 + at % 3] + (1 - alpha) * laid[at];
            }
            (below, layers) = (still.Picture, layers + 1);
            Assert.Contains(layer.Index(), one => one.Index % 4 == 3 && one.Item == 0); // the rest of the card is not covered
        }
        Assert.True(layers >= 2);
        for (var at = 0; at < laid.Length; at++)
            Assert.Equal(below.Bgr[at], laid[at], 1.0 * layers);
    }
}
