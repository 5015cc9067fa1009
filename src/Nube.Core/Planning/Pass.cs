using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Mixing;

namespace Nube.Core.Planning;

/// <summary>Which part of an area a pass covers.</summary>
public enum Zone
{
    /// <summary>All of it.</summary>
    Whole,

    /// <summary>The part away from the light.</summary>
    Shadow,
}

/// <summary>An area with the recipe that was chosen for it.</summary>
/// <param name="Area">Its id.</param>
/// <param name="SizeMm2">Its surface, mm2.</param>
/// <param name="Recipe">Mix, strength and layers.</param>
/// <param name="ShadowLayers">More layers on the shadow side, 0 to 2.</param>
/// <param name="LightnessByLayer">Dry L* after each layer, shadow layers last.</param>
/// <param name="ShadowShare">Share of the surface that lies in shadow, 0 to 1.</param>
public sealed record ColouredArea(
    int Area,
    double SizeMm2,
    Recipe Recipe,
    int ShadowLayers,
    ImmutableArray<double> LightnessByLayer,
    double ShadowShare);

/// <summary>One go over some areas of one card with one mix; none of them touch.</summary>
/// <param name="Index">Its place in the list of passes, light to dark, from 0.</param>
/// <param name="Mix">What is on the brush.</param>
/// <param name="Areas">Ids of the areas.</param>
/// <param name="Zone">Which part of them.</param>
/// <param name="Layer">How many times these areas have been gone over then, from 1.</param>
/// <param name="Water">How wet the brush is.</param>
/// <param name="Lightness">Mean dry L* afterwards.</param>
/// <param name="PaintedMm2">Surface that is painted, mm2.</param>
public sealed record Pass(
    int Index,
    PaintMix Mix,
    ImmutableArray<int> Areas,
    Zone Zone,
    int Layer,
    BrushWater Water,
    double Lightness,
    double PaintedMm2)
{
    /// <summary>Is this the first wash of its areas?</summary>
    [JsonIgnore]
    public bool IsFirst => Layer == 1;
}

/// <summary>From recipes to passes.</summary>
/// <remarks>
/// Layers of a recipe cover the whole area, shadow layers its shadow side. Areas that get the same mix at the same
/// layer go together, except that two touching areas are never in one pass: they would run together.
/// </remarks>
public static class PassBuilder
{
    /// <summary>Areas below this are painted with a wiped brush, mm2. This project's own.</summary>
    public const double SmallAreaMm2 = 250;

    /// <summary>The passes that lead to these recipes, lightest first.</summary>
    /// <param name="areas">Areas with their recipes.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="paper">The paper: it limits the water.</param>
    public static ImmutableArray<Pass> Passes(
        IReadOnlyList<ColouredArea> areas, IEnumerable<(int One, int Other)> touching, Paper paper)
    {
        ArgumentNullException.ThrowIfNull(areas);
        ArgumentNullException.ThrowIfNull(touching);
        ArgumentNullException.ThrowIfNull(paper);
        var touch = touching.SelectMany(t => new[] { t, (t.Other, t.One) }).ToHashSet();
        var layers = areas.SelectMany(area => Enumerable
            .Range(1, area.Recipe.Layers + area.ShadowLayers)
            .Select(layer => (Area: area, Layer: layer, Zone: layer > area.Recipe.Layers ? Zone.Shadow : Zone.Whole)));
        var passes = new List<Pass>();
        foreach (var group in layers.GroupBy(l => (
            Mix: new PaintMix(l.Area.Recipe.Parts, l.Area.Recipe.Strength),
            l.Layer,
            l.Zone,
            Water: BrushWaterFor(l.Area.SizeMm2, l.Zone, paper))))
        {
            foreach (var set in Apart([.. group.Select(g => g.Area).OrderByDescending(a => a.SizeMm2).ThenBy(a => a.Area)], touch))
            {
                passes.Add(new Pass(
                    0,
                    group.Key.Mix,
                    [.. set.Select(area => area.Area).Order()],
                    group.Key.Zone,
                    group.Key.Layer,
                    group.Key.Water,
                    set.Average(area => area.LightnessByLayer[group.Key.Layer - 1]),
                    set.Sum(area => area.SizeMm2 * (group.Key.Zone == Zone.Shadow ? area.ShadowShare : 1))));
            }
        }
        return
        [
            .. passes
                .OrderByDescending(pass => Math.Round(pass.Lightness, 6))
                .ThenBy(pass => pass.Layer).ThenBy(pass => pass.Mix.Key, StringComparer.Ordinal).ThenBy(pass => pass.Areas[0])
                .Select((pass, index) => pass with { Index = index }),
        ];
    }

    /// <summary>How wet the brush is for an area: less for small areas, shadows and papers that buckle.</summary>
    public static BrushWater BrushWaterFor(double sizeMm2, Zone zone, Paper paper)
    {
        ArgumentNullException.ThrowIfNull(paper);
        if (sizeMm2 < SmallAreaMm2 || zone == Zone.Shadow) return BrushWater.Damp;
        return BrushWater.Wash.GramsPerSquareMetre() <= paper.BuckleWater ? BrushWater.Wash : BrushWater.Damp;
    }

    /// <summary>Splits areas into few sets in which none touch: each goes into the first set that takes it.</summary>
    private static List<List<ColouredArea>> Apart(List<ColouredArea> areas, HashSet<(int, int)> touch)
    {
        var sets = new List<List<ColouredArea>>();
        foreach (var area in areas)
        {
            var home = sets.Find(set => !set.Exists(other => touch.Contains((area.Area, other.Area))));
            if (home is null) sets.Add(home = []);
            home.Add(area);
        }
        return sets;
    }
}
