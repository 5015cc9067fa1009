using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Mixing;

namespace Nube.Core.Planning;

/// <summary>What one wash more on an area would bring, and cost.</summary>
/// <param name="Recipe">The same colours in one wash more.</param>
/// <param name="Now">How far the area is from its wish as it is planned, CIEDE2000.</param>
/// <param name="Then">How far it would be.</param>
/// <param name="Longer">How much longer the area dries on every card, over all its washes.</param>
public sealed record WashMore(Recipe Recipe, double Now, double Then, TimeSpan Longer)
{
    /// <summary>It must come nearer by this to be worth a word, CIEDE2000: less is not seen. This project's own.</summary>
    private const double WorthAWord = 0.5;

    /// <summary>What it brings and costs: "One wash more comes to 1.2 from the wish, and dries 14 min longer ..."</summary>
    public string Sentence =>
        Now - Then < WorthAWord
            ? "One wash more would come no nearer."
            : FormattableString.Invariant(
                $"One wash more would come to {Then:0.0} from the wish; it dries about {Words.Duration(Math.Max(0, Longer.TotalSeconds))} longer on every card."
            );

    /// <summary>Of an area; null where its method lays no washes, or has as many as can be kept even.</summary>
    /// <param name="chosen">Its wish and its recipe.</param>
    /// <param name="area">The area.</param>
    /// <param name="palette">What the run has.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="air">The air of the room.</param>
    /// <param name="dryingFactor">The maker's own factor on drying times, above 0.</param>
    public static WashMore? Of(
        ChosenColour chosen,
        AreaToPaint area,
        RunPalette palette,
        Schools schools,
        Air air,
        double dryingFactor
    )
    {
        ArgumentNullException.ThrowIfNull(chosen);
        ArgumentNullException.ThrowIfNull(area);
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(schools);
        var (wish, paints) = (chosen.Wish, palette.Paints);
        if (palette.OneWashMore(chosen.WholeRecipe, wish, schools) is not { } more)
            return null;
        var bare = Surface.Bare(paints);
        var wanted = ZoneWishes
            .Of(wish.Method, wish.Colour.ToLab(), wish.Shadow, bare.Middle.Colour(), schools.Shadows)
            .In(area.Shares);
        var (now, nowDries) = Outcome(chosen.WholeRecipe);
        var (then, thenDries) = Outcome(more);
        return new WashMore(more, now, then, thenDries - nowDries);

        (double Difference, TimeSpan Dries) Outcome(Recipe recipe)
        {
            var task = new AreaTask(area.Area, area.SizeMm2, area.Shares, recipe);
            var passes = MethodTable.Passes(wish.Method, task, paints, schools);
            var differences = wanted.From(Laying.Lay(bare, passes.SelectMany(pass => pass.Acts), paints));
            var dries = passes
                .Where(pass => StrokeTable.Of(pass.Stroke).Leaves == Leaves.Water)
                .Sum(pass =>
                    Leaves
                        .Water.Times(
                            pass.Water,
                            paints.Paper,
                            air,
                            dryingFactor,
                            WetPatch.Alone(area.Area, area.RadiusMm * Math.Sqrt(area.Shares.Of(pass.Zone))).RadiusMm
                        )
                        .Dry.TotalSeconds
                );
            return (differences.Middle ?? differences.Shadow ?? 0, TimeSpan.FromSeconds(dries));
        }
    }
}
