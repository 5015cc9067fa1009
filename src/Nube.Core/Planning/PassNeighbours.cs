using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Planning.Pieces;

namespace Nube.Core.Planning;

/// <summary>
/// Which areas each pass goes over and touches, and what that means on a wet card; areas are renumbered from 0.
/// </summary>
internal sealed class PassNeighbours
{
    private readonly int[][] own,
        near; // areas of a pass; and those, then what touches them
    private readonly bool[][] runs; // whether spilled water, or a pass that is wet, would run into a pass beside it
    private readonly bool[] boneDry; // a pass needs its own areas bone dry
    private readonly int[][] pieces, // that are in hand in a pass
        inHand; // all areas of these

    public PassNeighbours(ImmutableArray<Pass> passes, IEnumerable<(int One, int Other)> touching)
    {
        Ids = [.. passes.SelectMany(pass => pass.Areas).Distinct().Order()];
        IndexOf = Ids.Index().ToDictionary(i => i.Item, i => i.Index);
        own = [.. passes.Select(pass => pass.Areas.Select(id => IndexOf[id]).ToArray())];
        Touch = new bool[Ids.Length, Ids.Length];
        foreach (var (one, other) in touching)
        {
            if (IndexOf.TryGetValue(one, out var a) && IndexOf.TryGetValue(other, out var b))
                Touch[a, b] = Touch[b, a] = true;
        }
        near = [.. own.Select(areas => areas.Concat(Touched(areas)).ToArray())];
        runs =
        [
            .. passes.Select(next =>
                passes
                    .Select(there => RunningTogether.WouldRun(there, next))
                    .Prepend(RunningTogether.Flows(next))
                    .ToArray()
            ),
        ];
        boneDry = [.. passes.Select(pass => pass.Sheet.Needs == Wetness.BoneDry)];
        int[] surfaces = [.. Ids.Select(PieceAreas.SurfaceOf)];
        int[] all = [.. Enumerable.Range(0, Ids.Length)];
        int[] numbers = [.. surfaces.Distinct()];
        Pieces = numbers.Length;
        pieces =
        [
            .. own.Select(areas => areas.Select(area => Array.IndexOf(numbers, surfaces[area])).Distinct().ToArray()),
        ];
        inHand =
        [
            .. pieces.Select(held =>
                held.Length == numbers.Length
                    ? all
                    : all.Where(area => held.Contains(Array.IndexOf(numbers, surfaces[area]))).ToArray()
            ),
        ];
    }

    /// <summary>How many pieces a card has.</summary>
    public int Pieces { get; }

    /// <summary>The pieces that are in hand in a pass, counted from 0.</summary>
    public int[] PiecesOf(int pass) => pieces[pass];

    /// <summary>All areas of the pieces that are in hand in a pass.</summary>
    public int[] InHand(int pass) => inHand[pass];

    /// <summary>Ids of the areas.</summary>
    public ImmutableArray<int> Ids { get; }

    /// <summary>Number of an area, by its id.</summary>
    public IReadOnlyDictionary<int, int> IndexOf { get; }

    /// <summary>Which areas touch.</summary>
    public bool[,] Touch { get; }

    /// <summary>Areas of a pass.</summary>
    public int[] Own(int pass) => own[pass];

    /// <summary>Areas of a pass, then those that touch them.</summary>
    public int[] Near(int pass) => near[pass];

    /// <summary>A pass needs its own areas bone dry.</summary>
    public bool NeedsBoneDry(int pass) => boneDry[pass];

    /// <summary>A pass that is wet would run into another beside it.</summary>
    public bool Runs(int there, int next) => runs[next][there + 1];

    /// <summary>Two passes have an area in common.</summary>
    public bool Share(int one, int other) => own[one].Any(own[other].Contains);

    /// <summary>Areas that touch some, and are none of them.</summary>
    public IEnumerable<int> Touched(int[] areas) =>
        Enumerable.Range(0, Ids.Length).Where(area => !areas.Contains(area) && areas.Any(mine => Touch[mine, area]));

    /// <summary>When a card is ready for a pass, and the area that is the last to be; -1 for none.</summary>
    public (double At, int Area) Ready(WetCard card, int pass) =>
        card.Ready(near[pass], own[pass].Length, runs[pass], boneDry[pass]);

    /// <summary>Areas of a card that a pass has to wait for until they are dry; what dries last first.</summary>
    public int[] HoldingUp(WetCard card, int pass, double at) =>
        card.HoldingUp(near[pass], own[pass].Length, runs[pass], at);

    /// <summary>
    /// How long after a pass another may not start on the same card because of it, s: the longest that an area of the
    /// one takes which the other goes over, or would run into.
    /// </summary>
    /// <param name="first">The pass that comes first.</param>
    /// <param name="then">The pass that comes after.</param>
    /// <param name="dries">How the areas of the first dry, in their order.</param>
    public double Gap(int first, int then, DryingSeconds[] dries)
    {
        var gap = 0.0;
        foreach (var (place, area) in own[first].Index())
        {
            if (own[then].Contains(area))
                gap = Math.Max(gap, boneDry[then] ? dries[place].BoneDry : dries[place].Dry);
            else if (Runs(first, then) && near[then].Contains(area))
                gap = Math.Max(gap, dries[place].Dry);
        }
        return gap;
    }
}
