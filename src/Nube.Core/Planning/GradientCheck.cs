using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>What to know of colours that pass into each other, while they are chosen.</summary>
public static class GradientCheck
{
    /// <summary>Where they turn muddy, and whether the hand is quick enough; nothing for an area of one hue.</summary>
    /// <param name="chosen">What an area becomes.</param>
    /// <param name="area">The area.</param>
    /// <param name="palette">What the run has.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="air">The air of the room.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <param name="options">What else a plan reckons with.</param>
    /// <param name="name">What the area is called.</param>
    public static ImmutableArray<Remark> Of(
        ChosenColour chosen,
        AreaToPaint area,
        RunPalette palette,
        Schools schools,
        Air air,
        Hand hand,
        PlanOptions options,
        string name
    )
    {
        ArgumentNullException.ThrowIfNull(chosen);
        ArgumentNullException.ThrowIfNull(area);
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(hand);
        ArgumentNullException.ThrowIfNull(options);
        if (chosen.Recipe.Gradient is null)
            return [];
        var paints = palette.Paints;
        var task = new AreaTask(area.Area, area.SizeMm2, area.Shares, chosen.WholeRecipe);
        var row = MethodTable.Passes(chosen.Wish.Method, task, paints, schools);
        var passes = PassBuilder.Passes(
            [
                new ColouredArea(
                    area.Area,
                    area.SizeMm2,
                    area.Shares,
                    chosen.Wish.Method,
                    row,
                    [.. row.Select(_ => 0.0)]
                )
                {
                    RadiusMm = area.RadiusMm,
                },
            ],
            []
        );
        var drying = DryingOfPasses.In(air, passes, paints.Paper, options, []);
        return
        [
            .. Mud.In(chosen.WholeRecipe, paints, schools).Select(mud => Sentence(mud, chosen, paints)),
            .. passes.SelectMany(pass => PlanRemarks.Tight(pass, drying, hand, _ => name)),
        ];
    }

    private static Remark Sentence(Mud mud, ChosenColour chosen, Paints paints)
    {
        var instead = mud.Instead is { } between
            ? $"With {paints.Colourants[between].Name} between them they pass clean."
            : "Take neighbours on the colour circle, or let the first dry and glaze the second up to it.";
        var (first, then) = (NameOf(mud.Before), NameOf(mud.Before + 1));
        return new Remark(
            Severity.Warn,
            FormattableString.Invariant(
                $"Between {first} and {then} it turns muddy: chroma {mud.Chroma:0} of {mud.Clean:0}. {instead}"
            )
        );

        string NameOf(int hue)
        {
            var parts = hue == 0 ? chosen.Recipe.Parts : chosen.Recipe.Gradient!.Hues[hue - 1].Parts;
            return string.Join(" with ", parts.Select(part => paints.Colourants[part.Colourant].Name));
        }
    }
}
