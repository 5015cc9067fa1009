using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Mixing;

namespace Nube.Core.Planning;

/// <summary>An area with the passes that its method makes of it.</summary>
/// <param name="Area">Its id, 1 or more.</param>
/// <param name="SizeMm2">Its surface, mm2.</param>
/// <param name="Shares">How the light divides it.</param>
/// <param name="Method">Its method.</param>
/// <param name="Passes">Its passes in their order.</param>
public sealed record ColouredArea(int Area, double SizeMm2, ZoneShares Shares, Method Method, ImmutableArray<AreaPass> Passes);

/// <summary>Something done to the whole card, with its passes.</summary>
/// <param name="Task">What.</param>
/// <param name="Passes">Its passes in their order.</param>
public sealed record ColouredCard(CardTask Task, ImmutableArray<AreaPass> Passes);

/// <summary>From what each area and the card need to passes over all of them.</summary>
/// <remarks>
/// Areas that get the same stroke with the same mix at the same place in their row go together, except that two touching
/// areas are never in one pass: they would run together. What goes over the whole card comes before or after all areas, by its
/// <see cref="Phase"/>.
/// </remarks>
public static class PassBuilder
{
    private const int AfterAreas = 1000; // place in a row that no area's passes reach

    /// <summary>The passes, each after those that must come before it, and as far as that leaves a choice lightest first.</summary>
    /// <param name="areas">Areas with their passes.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="cards">What is done to the whole card, in its order.</param>
    /// <param name="tones">Which tones come first.</param>
    public static ImmutableArray<Pass> Passes(
        IReadOnlyList<ColouredArea> areas, IEnumerable<(int One, int Other)> touching,
        IReadOnlyList<ColouredCard>? cards = null, ToneOrder tones = ToneOrder.LightToDark)
    {
        ArgumentNullException.ThrowIfNull(areas);
        ArgumentNullException.ThrowIfNull(touching);
        var touch = touching.SelectMany(t => new[] { t, (t.Other, t.One) }).ToHashSet();
        var passes = OfAreas(areas, touch).Concat(OfCards(cards ?? [], [.. areas.Select(area => area.Area)])).ToList();
        return InOrder(passes, tones);
    }

    private static IEnumerable<Pass> OfAreas(IReadOnlyList<ColouredArea> areas, HashSet<(int, int)> touch)
    {
        var rows = areas.SelectMany(area => area.Passes.Select((pass, place) => (Area: area, Pass: pass, Layer: place + 1)));
        foreach (var group in rows.GroupBy(row => (
            row.Area.Method, row.Pass.Stroke, row.Pass.Phase, row.Pass.Mix, Also: string.Join('|', row.Pass.Also.Select(mix => mix.Key)), row.Layer, row.Pass.Zone, row.Pass.Water)))
        {
            var inside = group.ToDictionary(row => row.Area.Area);
            foreach (var set in Apart([.. group.Select(row => row.Area).OrderByDescending(a => a.SizeMm2).ThenBy(a => a.Area)], touch))
            {
                yield return new Pass(
                    0,
                    group.Key.Mix,
                    [.. set.Select(area => area.Area).Order()],
                    group.Key.Zone,
                    group.Key.Layer,
                    group.Key.Water,
                    set.Average(area => inside[area.Area].Pass.After.LightnessOf(group.Key.Zone)),
                    set.Sum(area => area.SizeMm2 * area.Shares.Of(group.Key.Zone)))
                {
                    Method = group.Key.Method,
                    Stroke = group.Key.Stroke,
                    Phase = group.Key.Phase,
                    Also = inside[set[0].Area].Pass.Also,
                    Thinned = inside[set[0].Area].Pass.Thinned,
                    Looks = [.. set.OrderBy(area => area.Area).Select(area => new AreaLook(area.Area, inside[area.Area].Pass.After.Colours))],
                };
            }
        }
    }

    private static IEnumerable<Pass> OfCards(IReadOnlyList<ColouredCard> cards, ImmutableArray<int> areas)
    {
        var place = 0;
        foreach (var card in cards)
        {
            foreach (var pass in card.Passes)
            {
                var ground = pass.Phase == Phase.Ground;
                yield return new Pass(
                    0, pass.Mix, [Pass.Panel, .. areas.Order()], pass.Zone, ground ? ++place : AfterAreas + ++place, pass.Water,
                    pass.After.LightnessOf(pass.Zone), card.Task.PanelMm2 * (pass.Zone == Zone.Whole ? 1 : 0))
                {
                    Method = card.Task.Method,
                    Stroke = pass.Stroke,
                    Phase = pass.Phase,
                    Also = pass.Also,
                    Generations = card.Task.Method == Method.RainbowStamp ? card.Task.Times : 1,
                    // What is finished on colour leaves the look as it is; a ground is the look of all that is bare.
                    Looks = ground ? [new AreaLook(Pass.Panel, pass.After.Colours), .. areas.Order().Select(area => new AreaLook(area, pass.After.Colours))] : [],
                };
            }
        }
    }

    /// <summary>Each pass after the one before it in the row of each of its areas; the lightest first of those that can be.</summary>
    private static ImmutableArray<Pass> InOrder(List<Pass> passes, ToneOrder tones)
    {
        var before = passes.Select(_ => new HashSet<Pass>(ReferenceEqualityComparer.Instance)).ToList();
        foreach (var row in passes.Index().SelectMany(p => p.Item.Areas, (p, area) => (p.Index, p.Item, area)).GroupBy(p => p.area))
        {
            var inOrder = row.OrderBy(p => p.Item.Phase).ThenBy(p => p.Item.Layer).ToList();
            for (var i = 1; i < inOrder.Count; i++) before[inOrder[i].Index].Add(inOrder[i - 1].Item);
        }
        var left = passes.Index().ToList();
        var done = new Dictionary<Pass, int>(ReferenceEqualityComparer.Instance);
        var ordered = ImmutableArray.CreateBuilder<Pass>(passes.Count);
        var direction = tones == ToneOrder.LightToDark ? -1 : 1;
        while (left.Count > 0)
        {
            var next = left.Where(p => before[p.Index].All(done.ContainsKey))
                .OrderBy(p => p.Item.Phase is Phase.Base ? Phase.Colour : p.Item.Phase)
                .ThenBy(p => direction * Math.Round(p.Item.Lightness, 6))
                .ThenBy(p => p.Item.Layer).ThenBy(p => p.Item.Mix.Key, StringComparer.Ordinal).ThenBy(p => p.Item.Areas[0])
                .First();
            left.Remove(next);
            done[next.Item] = ordered.Count;
            ordered.Add(next.Item with { Index = ordered.Count, After = [.. before[next.Index].Select(earlier => done[earlier]).Order()] });
        }
        return ordered.MoveToImmutable();
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
