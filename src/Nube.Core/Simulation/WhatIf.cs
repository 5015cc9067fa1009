using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Simulation.Hand;

namespace Nube.Core.Simulation;

/// <summary>What could be done otherwise than planned.</summary>
public enum Deviation
{
    /// <summary>The next pass comes while the one before is still damp.</summary>
    TooEarly,

    /// <summary>The brush leaves more water.</summary>
    MoreWater,

    /// <summary>The last layer is left out.</summary>
    LayerFewer,

    /// <summary>What is last is done first.</summary>
    LastFirst,

    /// <summary>It is dried with the heat tool.</summary>
    Heat,

    /// <summary>It is painted on another paper.</summary>
    OtherPaper,

    /// <summary>A neighbour is painted while the area is wet.</summary>
    NeighbourToo,

    /// <summary>Its lines hold no water back.</summary>
    NoDams,
}

/// <summary>What would come of doing something otherwise in one area of a card.</summary>
public static class WhatIf
{
    private const double StillDamp = 0.35; // of the time until it is dry: the film is gone, the paper is not dry
    private const int StepsWetter = 2;

    /// <summary>What is done to an area as it is planned, and to its neighbours where they have a part in it.</summary>
    /// <param name="card">The card.</param>
    /// <param name="area">The area.</param>
    /// <param name="otherwise">What is to be done otherwise.</param>
    public static CardToPlay AsPlanned(CardToPlay card, int area, Deviation otherwise)
    {
        ArgumentNullException.ThrowIfNull(card);
        return otherwise is Deviation.NeighbourToo or Deviation.NoDams
            ? Only(card, [area, .. LabelCells.Of(card.Masks, card.MaskGrid).Beside(area)])
            : Only(card, [area]);
    }

    private static CardToPlay Only(CardToPlay card, ImmutableArray<int> areas) =>
        card with
        {
            Passes =
            [
                .. card
                    .Passes.Where(go => go.Pass.Areas.Any(areas.Contains) && !go.Pass.WholeCard)
                    .Select(go => go with { Pass = go.Pass with { Areas = [.. go.Pass.Areas.Where(areas.Contains)] } }),
            ],
        };

    /// <summary>The same done otherwise; null where it cannot be.</summary>
    /// <param name="planned">What <see cref="AsPlanned"/> says.</param>
    /// <param name="area">The area.</param>
    /// <param name="otherwise">What is done otherwise.</param>
    /// <param name="paper">The other paper, where that is asked for.</param>
    public static CardToPlay? Done(CardToPlay planned, int area, Deviation otherwise, Paper? paper = null)
    {
        ArgumentNullException.ThrowIfNull(planned);
        var passes = planned.Passes;
        var wet = passes.Where(go => go.Pass.Leaves == Leaves.Water && go.Pass.Zone != Zone.Details).ToList();
        return otherwise switch
        {
            Deviation.TooEarly when wet.Count > 1 => planned with { Passes = Hurried(passes, passes.IndexOf(wet[1])) },
            Deviation.MoreWater when wet.Exists(go => go.Pass.Water < BrushWater.Flood) => planned with
            {
                Passes = [.. passes.Select(Wetter)],
            },
            Deviation.LayerFewer when passes.Length > 1 => planned with { Passes = passes[..^1] },
            Deviation.LastFirst when passes.Length > 1 => planned with { Passes = TurnedRound(passes) },
            Deviation.Heat when wet.Count > 0 => planned with { Air = Heating.Stream },
            Deviation.NeighbourToo when BothWet(passes, wet, area) is { } both => planned with { Passes = both },
            Deviation.NoDams when !planned.Dams.IsEmpty => planned with { Dams = ReadOnlyMemory<bool>.Empty },
            Deviation.OtherPaper when paper is not null => planned with
            {
                Paints = planned.Paints with { Paper = paper, Reflectance = paper.Reflectance() },
            },
            _ => null,
        };
    }

    /// <summary>A pass, and all after it, so much sooner that what is below is still damp.</summary>
    private static ImmutableArray<PassInTime> Hurried(ImmutableArray<PassInTime> passes, int from)
    {
        var before = passes[from - 1];
        var sooner =
            passes[from].StartSeconds - (before.EndSeconds + StillDamp * (before.DrySeconds - before.EndSeconds));
        return sooner <= 0 ? passes : [.. passes[..from], .. passes[from..].Select(go => Moved(go, -sooner))];
    }

    /// <summary>
    /// The first wet pass of a neighbour right after the area's own, or the other way round; null where there are no two.
    /// </summary>
    private static ImmutableArray<PassInTime>? BothWet(
        ImmutableArray<PassInTime> passes,
        List<PassInTime> wet,
        int area
    )
    {
        bool Own(PassInTime go) => go.Pass.Areas.Contains(area);
        if (wet.Find(Own) is not { } own || wet.Find(go => !Own(go)) is not { } neighbours)
            return null;
        var (first, then) = own.StartSeconds <= neighbours.StartSeconds ? (own, neighbours) : (neighbours, own);
        return
        [
            .. passes
                .Select(go => go == then ? Moved(go, first.EndSeconds - go.StartSeconds) : go)
                .OrderBy(go => go.StartSeconds),
        ];
    }

    private static PassInTime Moved(PassInTime go, double seconds) =>
        go with
        {
            StartSeconds = go.StartSeconds + seconds,
            EndSeconds = go.EndSeconds + seconds,
            DrySeconds = go.DrySeconds + seconds,
        };

    private static PassInTime Wetter(PassInTime go) =>
        go.Pass.Leaves != Leaves.Water
            ? go
            : go with
            {
                Pass = go.Pass with
                {
                    Water = (BrushWater)Math.Min((int)BrushWater.Flood, (int)go.Pass.Water + StepsWetter),
                },
            };

    /// <summary>The passes from the last to the first, each in the time of the one in whose place it comes.</summary>
    private static ImmutableArray<PassInTime> TurnedRound(ImmutableArray<PassInTime> passes) =>
        [.. passes.Zip(passes.Reverse(), (place, go) => place with { Pass = go.Pass })];
}
