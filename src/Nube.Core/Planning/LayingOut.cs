using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Materials;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>What has to be on the table before the first stroke.</summary>
public static class LayingOut
{
    /// <summary>
    /// Paper, stamp and ink, colours by their kind, and tools in the order in which they are first used; each once.
    /// </summary>
    /// <param name="plan">The plan.</param>
    /// <param name="setting">Paper and ink.</param>
    /// <param name="colourants">The run's colourants, as its recipes count them.</param>
    public static ImmutableArray<string> Of(Plan plan, Setting setting, IReadOnlyList<Colourant> colourants)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(setting);
        var done = plan.Steps.Select(plan.PassOf).Distinct().ToList();
        var colours = done.SelectMany(pass => pass.Mixes)
            .SelectMany(mix => mix.Parts)
            .Select(part => part.Colourant)
            .Distinct()
            .Order()
            .GroupBy(place => colourants[place].Medium)
            .OrderBy(kind => kind.Key)
            .Select(kind => string.Join(", ", kind.Select(place => colourants[place].Name)));
        var embossed = setting.Dams == DamLines.None ? "" : ", embossing powder, a heat tool";
        var heat = plan.Steps.Any(step => step.HeatSeconds > 0) ? "a heat tool, tweezers, a heat-proof surface" : "";
        // Where the pieces are known, so are their papers, and whether anything is stamped.
        var papers = plan.Pieces.IsEmpty
            ? setting.Paper.Name
            : string.Join(", ", plan.Pieces.Select(piece => piece.Paper.Name).Distinct());
        var stamped =
            plan.Pieces.IsEmpty
            || done.Exists(pass => pass.Stroke is Stroke.StampImage or Stroke.StampWords or Stroke.Emboss);
        return
        [
            FormattableString.Invariant(
                $"{(plan.Cards == 1 ? "1 card" : $"{plan.Cards} cards")} of {papers}, and a scrap to swatch on"
            ),
            .. stamped ? [$"{setting.Ink.Name} with the stamp{embossed}"] : Array.Empty<string>(),
            .. colours,
            .. done.Select(pass => StrokeTable.Of(pass.Sheet.Tool).Name)
                .Append(heat)
                .Where(tool => tool.Length > 0)
                .Distinct(),
        ];
    }
}
