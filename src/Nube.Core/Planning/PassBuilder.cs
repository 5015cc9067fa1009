using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
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
/// <param name="Lightness">Its dry L* after each of them, where it is painted.</param>
public sealed record ColouredArea(
    int Area,
    double SizeMm2,
    ZoneShares Shares,
    Method Method,
    ImmutableArray<AreaPass> Passes,
    ImmutableArray<double> Lightness
)
{
    /// <summary>Radius of the disc that dries as it does, mm.</summary>
    public double RadiusMm { get; init; } = WetPatch.Radius(SizeMm2);

    /// <summary>Details in it, which are painted over with it in the same go.</summary>
    public ImmutableArray<AreaToPaint> Details { get; init; } = [];

    /// <summary>How many passes lie under these: those of what a detail is a part of.</summary>
    public int Under { get; init; }

    /// <summary>The area and the details in it, by their ids.</summary>
    public ImmutableArray<int> WithDetails => [.. Details.Select(detail => detail.Area).Append(Area).Order()];
}

/// <summary>Something done to the whole card, with its passes.</summary>
/// <param name="Task">What.</param>
/// <param name="Passes">Its passes in their order.</param>
/// <param name="Lightness">The card's dry L* after each of them.</param>
public sealed record ColouredCard(CardTask Task, ImmutableArray<AreaPass> Passes, ImmutableArray<double> Lightness)
{
    /// <summary>Where the areas of its picture are: their middles, mm from its upper left corner.</summary>
    public ImmutableArray<(int Area, PointMm Centre)> Centres { get; init; } = [];
}

/// <summary>From what each area and the card need to passes over all of them.</summary>
/// <remarks>
/// Areas that get the same stroke with the same mix at the same place in their row go together as far as
/// <see cref="Grouping"/> lets them; areas that touch only where nothing is lost by it (<see cref="RunningTogether"/>).
/// What goes over the whole card comes before or after all areas, by its
/// <see cref="Phase"/>.
/// </remarks>
public static class PassBuilder
{
    private const int AfterAreas = 1000; // place in a row that no area's passes reach

    /// <summary>
    /// The passes, each after those that must come before it, and as far as that leaves a choice lightest first.
    /// </summary>
    /// <param name="areas">Areas with their passes.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="cards">What is done to the whole card, in its order.</param>
    /// <param name="tones">Which tones come first.</param>
    /// <param name="pace">What decides whether areas that go together make a card wait; null where everything that can
    /// goes together.</param>
    public static ImmutableArray<Pass> Passes(
        IReadOnlyList<ColouredArea> areas,
        IEnumerable<(int One, int Other)> touching,
        IReadOnlyList<ColouredCard>? cards = null,
        ToneOrder tones = ToneOrder.LightToDark,
        Pace? pace = null
    )
    {
        ArgumentNullException.ThrowIfNull(areas);
        ArgumentNullException.ThrowIfNull(touching);
        (int One, int Other)[] pairs = [.. touching];
        var singles = InOrder(
            [
                .. areas.SelectMany(OfArea),
                .. OfCards(cards ?? [], [.. areas.SelectMany(area => area.WithDetails).Distinct()]),
            ],
            tones,
            pairs
        );
        var sets = Grouping.Together(singles, pairs);
        var together = InOrder([.. sets.Select(Together)], tones, pairs);
        return Completed(
            pace is not null && Grouping.WithoutWaits(singles, sets, together, pairs, pace) is { } smaller
                ? InOrder([.. smaller.Select(Together)], tones, pairs)
                : together,
            pairs
        );
    }

    /// <summary>Passes with what only all of them tell: their wet patches, and how light each mix is.</summary>
    private static ImmutableArray<Pass> Completed(
        ImmutableArray<Pass> passes,
        IEnumerable<(int One, int Other)> touching
    ) =>
        [
            .. Patched(passes, touching)
                .Select(pass =>
                    pass with
                    {
                        MixLightness = passes
                            .Where(other => Hand.SameOnTool(other, pass))
                            .Max(other => other.Lightness),
                    }
                ),
        ];

    /// <summary>Passes whose areas side by side are wet together.</summary>
    internal static ImmutableArray<Pass> Patched(
        ImmutableArray<Pass> passes,
        IEnumerable<(int One, int Other)> touching
    )
    {
        var touch = touching.SelectMany(t => new[] { t, (t.Other, t.One) }).ToHashSet();
        return
        [
            .. passes.Select(pass =>
                pass.WholeCard
                    ? pass
                    : pass with
                    {
                        Patches = [.. WetPatch.Joined(pass.Patches, (one, other) => touch.Contains((one, other)))],
                    }
            ),
        ];
    }

    /// <summary>One pass over the areas of all.</summary>
    /// <param name="passes">Alike but for their areas; at least one.</param>
    internal static Pass Together(IReadOnlyList<Pass> passes) =>
        passes.Count == 1
            ? passes[0]
            : passes[0] with
            {
                Areas = [.. passes.SelectMany(pass => pass.Areas).Order()],
                Lightness =
                    passes.Sum(pass => pass.Lightness * pass.Areas.Length) / passes.Sum(pass => pass.Areas.Length),
                PaintedMm2 = passes.Sum(pass => pass.PaintedMm2),
                AroundWhite = [.. passes.SelectMany(pass => pass.AroundWhite).Order()],
                Patches = [.. passes.SelectMany(pass => pass.Patches).OrderBy(patch => patch.Area)],
            };

    private static IEnumerable<Pass> OfArea(ColouredArea area) =>
        area.Passes.Select(
            (pass, place) =>
                new Pass(
                    0,
                    pass.Mix,
                    area.WithDetails,
                    pass.Zone,
                    area.Under + place + 1,
                    pass.Water,
                    area.Lightness[place],
                    (area.SizeMm2 + area.Details.Sum(detail => detail.SizeMm2)) * GoneOver(pass, area.Shares)
                )
                {
                    Left = pass.Left,
                    AroundWhite = area.Shares.GoesAroundWhite(pass.Zone) ? [area.Area] : [],
                    Method = area.Method,
                    Stroke = pass.Stroke,
                    Phase = pass.Phase,
                    Also = pass.Also,
                    Acts = pass.Acts,
                    // Details are wet as a part of it.
                    Patches =
                    [
                        .. area.WithDetails.Select(part =>
                            WetPatch.Alone(part, area.RadiusMm * Math.Sqrt(area.Shares.Of(pass.Zone)))
                        ),
                    ],
                }
        );

    /// <summary>
    /// Share of an area that a pass goes over each time: of one that takes up several tips, the mean of all times.
    /// </summary>
    private static double GoneOver(AreaPass pass, ZoneShares shares)
    {
        double Of(Act act) => shares.Of(act.Zone) * (act.Along?.Covers(act.Mixes.Length) ?? 1);
        return pass.Stroke == Stroke.Sponge
                ? pass.Acts.Sum(act => act.Times * Of(act)) / pass.Acts.Sum(act => act.Times)
            : pass.Acts is [{ Along: not null } hues, ..] ? Of(hues)
            : shares.Of(pass.Zone);
    }

    private static IEnumerable<Pass> OfCards(IReadOnlyList<ColouredCard> cards, ImmutableArray<int> areas)
    {
        var place = 0;
        foreach (var card in cards)
        {
            foreach (var (round, (pass, lightness)) in card.Passes.Zip(card.Lightness).Index())
            {
                var ground = pass.Phase == Phase.Ground;
                ImmutableArray<int> all = [Pass.Panel, .. areas.Order()];
                yield return new Pass(
                    0,
                    pass.Mix,
                    all,
                    pass.Zone,
                    ground ? ++place : AfterAreas + ++place,
                    pass.Water,
                    lightness,
                    card.Task.PanelMm2 * (pass.Zone == Zone.Whole ? 1 : 0)
                )
                {
                    Left = pass.Left,
                    Method = card.Task.Method,
                    Stroke = pass.Stroke,
                    Phase = pass.Phase,
                    Also = pass.Also,
                    Round = round + 1,
                    Generations = card.Task.Method == Method.RainbowStamp ? card.Task.Times : 1,
                    Acts = pass.Acts,
                    Ground = pass.Ground?.With(card.Centres),
                    // It is wet as one, wherever the areas lie in it.
                    Patches = [.. all.Select(area => WetPatch.Alone(area, WetPatch.Radius(card.Task.PanelMm2)))],
                };
            }
        }
    }

    /// <summary>
    /// Each pass after the one before it in the row of each of its areas, and pencil after the markers of areas beside
    /// it; the lightest first of those that can be.
    /// </summary>
    private static ImmutableArray<Pass> InOrder(
        List<Pass> passes,
        ToneOrder tones,
        IReadOnlyCollection<(int One, int Other)> touching
    )
    {
        var before = passes.Select(_ => new HashSet<Pass>(ReferenceEqualityComparer.Instance)).ToList();
        foreach (
            var row in passes
                .Index()
                .SelectMany(p => p.Item.Areas, (p, area) => (p.Index, p.Item, area))
                .GroupBy(p => p.area)
        )
        {
            var inOrder = row.OrderBy(p => p.Item.Phase).ThenBy(p => p.Item.Layer).ToList();
            for (var i = 1; i < inOrder.Count; i++)
                before[inOrder[i].Index].Add(inOrder[i - 1].Item);
        }
        // A marker's tip drags pencil along and clogs with it: common practice, no source. Details in marker come last
        // all the same.
        var touch = touching.SelectMany(t => new[] { t, (t.Other, t.One) }).ToHashSet();
        foreach (var (place, pencil) in passes.Index().Where(p => p.Item.Sheet.Brings.HasFlag(Traits.PencilStroke)))
            before[place]
                .UnionWith(
                    passes.Where(marker =>
                        marker.Stroke == Stroke.Marker
                        && marker.Phase <= pencil.Phase
                        && marker.Areas.Any(one => pencil.Areas.Any(other => touch.Contains((one, other))))
                    )
                );
        var left = passes.Index().ToList();
        var done = new Dictionary<Pass, int>(ReferenceEqualityComparer.Instance);
        var ordered = ImmutableArray.CreateBuilder<Pass>(passes.Count);
        var direction = tones == ToneOrder.LightToDark ? -1 : 1;
        while (left.Count > 0)
        {
            var next = left.Where(p => before[p.Index].All(done.ContainsKey))
                .OrderBy(p => p.Item.Phase is Phase.Base ? Phase.Colour : p.Item.Phase)
                .ThenBy(p => direction * Math.Round(p.Item.Lightness, 6))
                .ThenBy(p => p.Item.Layer)
                .ThenBy(p => p.Item.Mix.Key, StringComparer.Ordinal)
                .ThenBy(p => p.Item.Areas[0])
                .First();
            left.Remove(next);
            done[next.Item] = ordered.Count;
            ordered.Add(
                next.Item with
                {
                    Index = ordered.Count,
                    After = [.. before[next.Index].Select(earlier => done[earlier]).Order()],
                }
            );
        }
        return ordered.MoveToImmutable();
    }
}
