using System.Collections.Immutable;
using System.Diagnostics;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;
using Nube.Core.Simulation;

namespace Nube.Bench;

/// <summary>
/// What it takes to see a card painted: an A2 panel (108 x 140 mm) of twelve areas with one wash each. Targets: 10 CPU-s
/// for its twelve passes on cells of 0.25 mm, the first coarse picture within 1 s.
/// </summary>
internal static class CardLookTimes
{
    private const int Columns = 3,
        Rows = 4;
    private const double WidthMm = 108,
        HeightMm = 140,
        MarginMm = 6;

    public static void Run()
    {
        var card = Panel();
        Console.WriteLine($"A2 panel, {card.Passes.Length} passes over {Columns * Rows} areas:");
        Time(card, 0.5); // the runtime compiles
        foreach (var cellMm in new[] { 0.5, 0.25 })
            Console.WriteLine($"cells of {cellMm} mm: {Time(card, cellMm)}");
    }

    private static string Time(CardToPlay card, double cellMm)
    {
        var process = Process.GetCurrentProcess();
        var (watch, cpu) = (Stopwatch.StartNew(), process.TotalProcessorTime);
        var (first, looks) = (TimeSpan.Zero, 0);
        foreach (var _ in new CardPlay(card, cellMm).Stills())
        {
            if (looks++ == 0)
                first = watch.Elapsed;
        }
        process.Refresh();
        return $"first look after {first.TotalSeconds:0.00} s, {looks} looks in {watch.Elapsed.TotalSeconds:0.0} s, "
            + $"{(process.TotalProcessorTime - cpu).TotalSeconds:0.0} CPU-s, {process.WorkingSet64 >> 20} MB";
    }

    private static CardToPlay Panel()
    {
        Colourant[] pans = [.. GenericCatalogue.Pans];
        var paper = GenericCatalogue.Papers[0];
        var paints = new Paints(pans, [.. pans.Select(pan => pan.Optics())], paper, paper.Reflectance());
        var map = AreaFinder.FindAreas(LineExtraction.From(PictureReader.Read(Drawing(), new PictureSize(null, null))));
        var forms = AreaForm.Of(map.Labels);
        var masks = Zoning.Masks(forms, ImageLight.Usual.Angle, ImageLight.Usual.RuleOf);
        var mixes = new WaterMixes(
            RecipeIndex.Build(paints.Optics, paints.Reflectance),
            [.. Enumerable.Range(0, pans.Length)]
        );
        string[] wishes =
        [
            "#a9c87c",
            "#e3cf6e",
            "#d98a5a",
            "#7f9fc9",
            "#c07f8f",
            "#8fb7a8",
            "#6f8f4f",
            "#c9a58f",
            "#5f7f8f",
            "#e8b9a0",
            "#a890c0",
            "#b8b060",
        ];
        var painting = new Painting(
            [
                .. map.Areas.Select(area =>
                {
                    var wish = new Wish(area.Id, Srgb.Parse(wishes[area.Id % wishes.Length]), ShadowDepth.None);
                    return new ChosenColour(
                        wish,
                        MethodRecipes.Nearest(
                            wish.Method,
                            wish.Colour.ToLab(),
                            wish.Shadow,
                            paints,
                            mixes,
                            Schools.Usual,
                            1
                        )[0]
                    );
                }),
            ],
            [],
            [.. map.Areas.Select(area => new AreaToPaint(area.Id, area.SizeMm2, new ZoneShares(0.2, 0.35)))],
            WidthMm * HeightMm,
            false,
            false
        );
        var touching = map.Touching.Select(pair => (pair.One, pair.Other)).ToList();
        Air air = new(20, 0.5, 0);
        var plan = Scheduler.PlanRun(
            painting.Passes(paints, Schools.Usual, touching),
            touching,
            1,
            paper,
            air,
            Hand.Ordinary
        );
        return new CardToPlay(
            WidthMm,
            HeightMm,
            masks,
            forms,
            (_, _) => (_, _) => 0,
            ReadOnlyMemory<bool>.Empty,
            paints,
            air,
            1,
            PassInTime.OfCard(plan, 1),
            1
        );
    }

    /// <summary>A window with twelve panes.</summary>
    private static byte[] Drawing()
    {
        var (wide, high) = ((WidthMm - 2 * MarginMm) / Columns, (HeightMm - 2 * MarginMm) / Rows);
        var panes = Enumerable
            .Range(0, Columns * Rows)
            .Select(pane => (X: MarginMm + pane % Columns * wide, Y: MarginMm + pane / Columns * high))
            .Select(pane => FormattableString.Invariant($"M{pane.X} {pane.Y}h{wide}v{high}h-{wide}z"));
        return System.Text.Encoding.UTF8.GetBytes(
            FormattableString.Invariant(
                $"""
                <svg xmlns="http://www.w3.org/2000/svg" width="{WidthMm}mm" height="{HeightMm}mm"
                  viewBox="0 0 {WidthMm} {HeightMm}">
                  <path fill="none" stroke="#000" stroke-width="0.5" d="{string.Concat(panes)}"/>
                </svg>
                """
            )
        );
    }
}
