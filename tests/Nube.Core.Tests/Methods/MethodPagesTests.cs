using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Methods;

/// <summary>
/// docs/methods.md and its pictures are written from the methods themselves, so that they cannot differ from what the
/// plan does. With NUBE_WRITE_DOCS=1 they are written anew; otherwise it is checked that they are as they would be.
/// </summary>
public class MethodPagesTests
{
    private static readonly string Docs = Path.Combine(
        Environment.GetEnvironmentVariable("NUBE_ROOT") ?? throw new InvalidOperationException("NUBE_ROOT is not set."),
        "docs"
    );

    [Fact]
    public void The_methods_are_documented_as_they_are()
    {
        var pages = Pages().ToDictionary(page => page.Name, page => page.Text);
        if (Environment.GetEnvironmentVariable("NUBE_WRITE_DOCS") is not null)
        {
            Directory.CreateDirectory(Path.Combine(Docs, "methods"));
            foreach (var (name, text) in pages)
                File.WriteAllText(Path.Combine(Docs, name), text);
        }
        foreach (var (name, text) in pages)
            Assert.Equal(text, File.ReadAllText(Path.Combine(Docs, name)));
        Assert.Equal(pages.Count - 1, Directory.GetFiles(Path.Combine(Docs, "methods")).Length);
    }

    private static IEnumerable<(string Name, string Text)> Pages()
    {
        var page = new StringBuilder(
            """
            # The methods

            Each method is a sheet in `src/Nube.Core/Methods/MethodTable.cs` and a small pass builder in `Builders/`; what a stroke takes and leaves is
            in `StrokeTable.cs`. The pictures show the predicted colour in the light, the middle and the shadow after each pass, flat within each,
            on an invented shape. This page and its pictures are written by `MethodPagesTests` from the methods themselves.


            """
        );
        foreach (var sheet in MethodTable.All.Where(sheet => !sheet.OfPieces))
        {
            var (passes, paints) = PassesOf(sheet);
            var file = $"methods/{Lower(sheet.Method)}.svg";
            page.Append(
                CultureInfo.InvariantCulture,
                $"## {sheet.Name}\n\n{sheet.What} {sheet.When}\n\n![{sheet.Name}: its passes]({file})\n\n"
            );
            page.Append("| pass | tool | where | how | leaves | needs |\n|---|---|---|---|---|---|\n");
            foreach (var (place, pass) in passes.Index())
            {
                var one = new Pass(place, pass.Mix, [1], pass.Zone, place + 1, pass.Water, 50, 100)
                {
                    Method = sheet.Method,
                    Stroke = pass.Stroke,
                    Also = pass.Also,
                    Acts = pass.Acts,
                    Round = place + 1,
                };
                page.Append(
                    CultureInfo.InvariantCulture,
                    $"| {StepWords.Title(one, _ => "the area")} | {Lower(one.Sheet.Tool)} | {StepWords.Where(one).ToLowerInvariant()} | {StepWords.How(one, Schools.Usual).ToLowerInvariant()} | {LeftBy(one)} | {Lower(one.Sheet.Needs)} |\n"
                );
            }
            page.Append('\n');
            yield return (file, Picture(passes, paints));
        }
        page.Append(WorkOnPieces());
        yield return ("methods.md", page.ToString().TrimEnd() + "\n");
    }

    /// <summary>What is done to pieces beside their colours: it leaves nothing to be seen on a shape.</summary>
    private static string WorkOnPieces()
    {
        var page = new StringBuilder(
            """
            ## Work on the pieces of a card

            Stamping, masking, cutting, folding and putting together: what a card's design tells of each piece, in its maker's order.

            | work | when | tool | how | leaves |
            |---|---|---|---|---|

            """
        );
        foreach (var sheet in MethodTable.All.Where(sheet => sheet.OfPieces && sheet.Method != Method.Picture))
        {
            var (passes, _) = PassesOf(sheet);
            var pass = new Pass(0, passes[0].Mix, [0], passes[0].Zone, 1, passes[0].Water, 50, 100)
            {
                Method = sheet.Method,
                Stroke = passes[0].Stroke,
                Left = passes[0].Left,
            };
            var how = StepWords.How(pass, Schools.Usual).ToLowerInvariant();
            page.Append(
                CultureInfo.InvariantCulture,
                $"| {sheet.Name} | {sheet.When} | {Lower(pass.Sheet.Tool)} | {how} | {LeftBy(pass)} |\n"
            );
        }
        return page.ToString();
    }

    private static string LeftBy(Pass pass) =>
        pass.Leaves switch
        {
            Core.Drying.Leaves.Water =>
                $"water, {pass.Water.GramsPerSquareMetre().ToString("0", CultureInfo.InvariantCulture)} g/m2",
            Core.Drying.Leaves.Nothing => "nothing wet",
            Core.Drying.Leaves.SlowInk => "slow ink",
            Core.Drying.Leaves.QuickInk => "ink that water moves",
            Core.Drying.Leaves.Gel => "gel",
            Core.Drying.Leaves.ThickWhite => "thick white",
            Core.Drying.Leaves.SlowLine => "a line of slow ink",
            var other => Lower(other),
        };

    private static (ImmutableArray<AreaPass> Passes, Paints Paints) PassesOf(MethodSheet sheet)
    {
        var paints = sheet.Method is Method.WhiteBase or Method.BodyColour
            ? Supplies.On(Supplies.Paper("Kraft card"))
            : Supplies.OnWatercolourPaper;
        var mixes = sheet.Method switch
        {
            Method.WhiteBase => Supplies.MixesOn(paints, MethodRecipes.GroundOf(Method.WhiteBase, paints)),
            Method.BodyColour => WaterMixes.OfBodyColour(paints)!,
            _ => Supplies.PansOnWatercolourPaper,
        };
        Recipe Best(string colour) =>
            sheet.Method == Method.Gradient
                ? GradientTests.Chosen(GradientTests.Into(new(GradientWay.Across, 90), "Golden yellow", "Rose")).Recipe
                : Supplies.Best(sheet.Method, colour, paints, mixes);
        if (!sheet.WholeCard)
        {
            var colour =
                sheet.Method == Method.ShadedWhite ? "#ffffff"
                : sheet.Media.Contains(Medium.BlendingInk) ? "#e8701f"
                : "#5c9140";
            return (
                MethodTable.Passes(
                    sheet.Method,
                    new AreaTask(1, 400, new ZoneShares(0.2, 0.35), Best(colour)),
                    paints,
                    Schools.Usual
                ),
                paints
            );
        }
        ImmutableArray<Recipe> recipes = MethodTable.NeedsColour(sheet.Method)
            ? [Best("#c93a6a"), Best("#5aa7d8")]
            : [];
        var task = new CardTask(sheet.Method, recipes, 3, 105 * 148);
        return (MethodTable.Passes(task, paints), paints);
    }

    private static string Picture(ImmutableArray<AreaPass> passes, Paints paints)
    {
        var (paper, looks) = (paints.Paper, Supplies.Looks(passes, paints));
        const int tile = 96;
        var svg = new StringBuilder();
        svg.Append(
            CultureInfo.InvariantCulture,
            $"<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{tile * (passes.Length + 1)}\" height=\"{tile}\" viewBox=\"0 0 {tile * (passes.Length + 1)} {tile}\">\n<clipPath id=\"shape\"><circle cx=\"48\" cy=\"46\" r=\"34\"/></clipPath>\n"
        );
        Tile(svg, 0, paper.Colour, Surface.Bare(paints), "bare");
        foreach (var (place, pass) in passes.Index())
        {
            var whole =
                pass.Phase is Phase.Ground or Phase.Finish or Phase.Clean or Phase.Assembly
                && pass.Stroke != Stroke.Erase;
            Tile(
                svg,
                tile * (place + 1),
                whole ? looks[place].Colours().Middle : paper.Colour,
                looks[place],
                (place + 1).ToString(CultureInfo.InvariantCulture)
            );
        }
        return svg.Append("</svg>\n").ToString();
    }

    private static void Tile(StringBuilder svg, int x, Srgb ground, Surface look, string caption)
    {
        var colours = look.Colours();
        if (!look.Along.IsEmpty)
        {
            var stops = look.Along.Select(
                (step, place) =>
                    FormattableString.Invariant(
                        $"<stop offset=\"{Surface.PlaceOf(place):0.##}\" stop-color=\"{step.Colours().Middle}\"/>"
                    )
            );
            svg.Append(
                CultureInfo.InvariantCulture,
                $"""
                <linearGradient id="hues{x}" x2="0" y2="1">{string.Concat(stops)}</linearGradient>
                <g transform="translate({x} 0)"><rect x="3" y="3" width="90" height="90" fill="{ground}" stroke="#8b9099"/>
                <circle cx="48" cy="46" r="34" fill="url(#hues{x})" stroke="#1d2026" stroke-width="1.5"/>
                <text x="8" y="89" font-family="sans-serif" font-size="11" fill="#1d2026">{caption}</text></g>

                """
            );
            return;
        }
        svg.Append(
            CultureInfo.InvariantCulture,
            $"""
            <g transform="translate({x} 0)"><rect x="3" y="3" width="90" height="90" fill="{ground}" stroke="#8b9099"/>
            <circle cx="48" cy="46" r="34" fill="{colours.Shadow}"/><circle cx="38" cy="36" r="36" fill="{colours.Middle}" clip-path="url(#shape)"/>
            <ellipse cx="36" cy="33" rx="15" ry="11" fill="{colours.Light}"/><circle cx="48" cy="46" r="34" fill="none" stroke="#1d2026" stroke-width="1.5"/>
            <text x="8" y="89" font-family="sans-serif" font-size="11" fill="#1d2026">{caption}</text></g>

            """
        );
    }

    private static string Lower<T>(T value)
        where T : struct, Enum => System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(value.ToString());
}
