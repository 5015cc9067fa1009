using System.Collections.Immutable;
using Nube.Core.Methods;

namespace Nube.Core.Stamping;

/// <summary>What is done at a step of stamping a scene.</summary>
public enum SceneStepKind
{
    /// <summary>Print on low-tack paper and cut masks.</summary>
    CutMasks,

    /// <summary>Print on the panel.</summary>
    Print,

    /// <summary>Trace around a shape.</summary>
    Trace,

    /// <summary>Lay masks over what was printed.</summary>
    LayMasks,

    /// <summary>Take the masks off.</summary>
    LiftMasks,

    /// <summary>Print on a piece of its own.</summary>
    StampApart,

    /// <summary>Cut out and layer.</summary>
    CutOut,
}

/// <summary>A step of stamping a scene.</summary>
/// <param name="Kind">What is done.</param>
/// <param name="Prints">What is printed, traced, masked or cut: keys of placed stamps, in their order.</param>
/// <param name="Text">In words that can be read aloud.</param>
/// <param name="Caution">What can hurt at this step; null when nothing does.</param>
public sealed record SceneStep(SceneStepKind Kind, ImmutableArray<Guid> Prints, string Text, string? Caution = null)
{
    /// <summary>What is done in it, in a few words: "stamp pear".</summary>
    public string Does { get; init; } = "";
}

/// <summary>How a scene is stamped.</summary>
/// <param name="Steps">In their order.</param>
/// <param name="Masked">What needs a mask, front first: keys of placed stamps.</param>
/// <param name="Remarks">What cannot be seen, or is done otherwise than the maker may think.</param>
public sealed record SceneWork(
    ImmutableArray<SceneStep> Steps,
    ImmutableArray<Guid> Masked,
    ImmutableArray<string> Remarks
);

/// <summary>
/// The order in which a scene is stamped: what is in front first, then masked, then what is behind it. Among prints
/// that may come next, one of the stamp that is inked already, which saves a cleaning. Common practice, no source.
/// </summary>
public static class SceneOrder
{
    /// <summary>Overlap from which the order matters, mm2: less is hidden by the line.</summary>
    public const double LeastOverlapMm2 = 0.5;

    private const double LeastOverhangMm = 0.5; // less is the width of a line

    /// <summary>The steps of a scene.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="stamps">Its stamps by key.</param>
    /// <param name="overlaps">How the maker makes overlapping images.</param>
    public static SceneWork Of(Scene scene, IReadOnlyDictionary<Guid, Stamp> stamps, Overlap overlaps = Overlap.Mask)
    {
        ArgumentNullException.ThrowIfNull(scene);
        ArgumentNullException.ThrowIfNull(stamps);
        var shapes = scene.Silhouettes(stamps);
        var goes = scene.FrontFirst.Where(placed => shapes[placed.Id].Shared(scene.Panel) >= LeastOverlapMm2).ToList();
        var over = Overlaps(goes, shapes);
        // Ink is kept off by a mask; a pencil is not led over what is in front anyway.
        var inked = goes.Where(print => print.As == PlacedAs.Stamped).Select(print => print.Id).ToHashSet();
        var masked = goes.Where(front => over.Any(pair => pair.Front == front.Id && inked.Contains(pair.Behind)))
            .Select(front => front.Id)
            .ToImmutableArray();

        var steps = ImmutableArray.CreateBuilder<SceneStep>();
        if (overlaps == Overlap.CutOut && masked.Length > 0)
        {
            // What is in front of something is stamped apart and layered over it.
            var flat = goes.Where(placed => !masked.Contains(placed.Id)).ToList();
            steps.AddRange(
                Sequence(scene, flat, over.Where(pair => !masked.Contains(pair.Front)).ToList())
                    .Select(group => Print(scene, group, stamps, shapes))
            );
            steps.Add(
                new SceneStep(
                    SceneStepKind.StampApart,
                    masked,
                    $"Stamp {Names(masked)} on spare pieces of the same paper, once for each card, and colour them with the rest."
                )
                {
                    Does = $"stamp {Names(masked)} on spare pieces",
                }
            );
            steps.Add(
                new SceneStep(
                    SceneStepKind.CutOut,
                    [.. masked.Reverse()],
                    $"When the colour is bone dry, cut {Names(masked)} out, leaving a thin white border, and fix them from the back to the front, the front one on foam.",
                    Cautions.Blades.Text
                )
                {
                    Does = $"cut {Names(masked)} out",
                }
            );
            return new SceneWork(steps.ToImmutable(), [], Remarks(scene, stamps, shapes));
        }
        if (masked.Length > 0)
        {
            steps.Add(
                new SceneStep(
                    SceneStepKind.CutMasks,
                    masked,
                    $"Cut {(masked.Length == 1 ? "a mask" : "masks")} of {Names(masked)} from low-tack paper, just inside the line: print the mask sheet at 100 %, or stamp on the paper. Keep each for all cards.",
                    Cautions.Blades.Text
                )
            );
        }
        var laid = new HashSet<Guid>();
        foreach (var group in Sequence(scene, goes, over))
        {
            var needed = over.Where(pair => inked.Contains(pair.Behind) && group.Any(print => print.Id == pair.Behind))
                .Select(pair => pair.Front)
                .Where(front => group.All(print => print.Id != front) && laid.Add(front))
                .Distinct()
                .ToImmutableArray();
            if (needed.Length > 0)
            {
                steps.Add(
                    new SceneStep(
                        SceneStepKind.LayMasks,
                        needed,
                        $"Let {Names(needed)} dry, then lay {(needed.Length == 1 ? "its mask" : "their masks")} exactly over {(needed.Length == 1 ? "it" : "them")}."
                    )
                    {
                        Does = $"mask {Names(needed)}",
                    }
                );
            }
            steps.Add(Print(scene, group, stamps, shapes));
        }
        if (laid.Count > 0)
            steps.Add(
                new SceneStep(
                    SceneStepKind.LiftMasks,
                    [.. masked.Where(laid.Contains)],
                    "Lift the masks off slowly, and keep them on their backing for the next card."
                )
                {
                    Does = "take the masks off",
                }
            );
        return new SceneWork(steps.ToImmutable(), masked, Remarks(scene, stamps, shapes));

        string Names(IEnumerable<Guid> prints) =>
            InWords(scene.FrontFirst.Where(p => prints.Contains(p.Id)).Select(p => scene.NameOf(p, stamps)).Distinct());
    }

    /// <summary>Pairs that overlap on the panel, the one in front and the one behind.</summary>
    private static List<(Guid Front, Guid Behind)> Overlaps(
        List<PlacedStamp> goes,
        ImmutableDictionary<Guid, Silhouette> shapes
    )
    {
        var pairs = new List<(Guid, Guid)>();
        for (var front = 0; front < goes.Count; front++)
        {
            for (var behind = front + 1; behind < goes.Count; behind++)
            {
                // The prints of one fill are laid so that they do not overlap.
                if (goes[front].Fill is { } fill && goes[behind].Fill == fill)
                    continue;
                if (shapes[goes[front].Id].Shared(shapes[goes[behind].Id]) >= LeastOverlapMm2)
                    pairs.Add((goes[front].Id, goes[behind].Id));
            }
        }
        return pairs;
    }

    /// <summary>Single prints, and fills as a whole, in the order in which they are made.</summary>
    private static IEnumerable<List<PlacedStamp>> Sequence(
        Scene scene,
        List<PlacedStamp> goes,
        List<(Guid Front, Guid Behind)> over
    )
    {
        var left = goes.GroupBy(placed => placed.Fill is { } fill ? $"fill {fill}" : placed.Id.ToString())
            .Select(group => group.ToList())
            .ToList();
        var done = new HashSet<Guid>();
        Guid? inked = null;
        while (left.Count > 0)
        {
            var free = left.Where(group =>
                    over.All(pair =>
                        done.Contains(pair.Front)
                        || group.All(print => print.Id != pair.Behind)
                        || group.Any(print => print.Id == pair.Front)
                    )
                )
                .ToList();
            // Two fills may lie in front of each other by turns; then the one placed first is printed first.
            var next = free.Find(group => group[0].Stamp == inked && group[0].As == PlacedAs.Stamped)
                ?? free.FirstOrDefault()
                ?? left[0];
            left.Remove(next);
            foreach (var print in next)
                done.Add(print.Id);
            if (next[0].As == PlacedAs.Stamped)
                inked = next[0].Stamp;
            yield return next;
        }
    }

    private static SceneStep Print(
        Scene scene,
        List<PlacedStamp> group,
        IReadOnlyDictionary<Guid, Stamp> stamps,
        ImmutableDictionary<Guid, Silhouette> shapes
    )
    {
        var first = group[0];
        var (name, edges) = (scene.NameOf(first, stamps), Edges(scene, group.Select(print => shapes[print.Id])));
        ImmutableArray<Guid> prints = [.. group.Select(print => print.Id)];
        var scrap = edges.Length > 0 ? $" It goes over the {edges}: lay scrap paper under the panel." : "";
        switch (first.As)
        {
            case PlacedAs.Traced:
                return new(
                    SceneStepKind.Trace,
                    prints,
                    $"Trace {name} with a hard, sharp pencil, as lightly as you can see it.{scrap}"
                )
                {
                    Does = $"trace {name}",
                };
            case PlacedAs.Stencilled:
                return new(
                    SceneStepKind.Trace,
                    prints,
                    $"Tape the stencil for {name} down so that it cannot shift.{scrap}"
                )
                {
                    Does = $"tape the stencil for {name} down",
                };
        }
        if (first.Fill is null)
        {
            var mirror = first.At.Mirrored
                ? " It is mirrored: stamp it on a smooth rubber sheet and press that on the panel at once. Ink well, as the print comes out paler."
                : "";
            return new(SceneStepKind.Print, prints, $"Stamp {name}{Turned(first.At.Degrees)}.{mirror}{scrap}")
            {
                Does = $"stamp {name}",
            };
        }
        var inkings = Fill.Inkings(group);
        var from = inkings.Max(inking => inking.Length);
        var paler =
            from > 1 ? $" {Words(inkings.Length, "inking")}: up to {from} prints from each, every one paler." : "";
        return new(
            SceneStepKind.Print,
            prints,
            $"Fill with {stamps[first.Stamp].Name}: {Words(group.Count, "print")} in the order of their numbers, each turned as shown.{paler}{scrap}"
        )
        {
            Does = $"fill with {stamps[first.Stamp].Name}",
        };
    }

    private static ImmutableArray<string> Remarks(
        Scene scene,
        IReadOnlyDictionary<Guid, Stamp> stamps,
        ImmutableDictionary<Guid, Silhouette> shapes
    )
    {
        var remarks = ImmutableArray.CreateBuilder<string>();
        for (var i = 0; i < scene.FrontFirst.Length; i++)
        {
            var placed = scene.FrontFirst[i];
            if (placed.Fill is not null)
                continue;
            var shape = shapes[placed.Id];
            if (shape.Shared(scene.Panel) < LeastOverlapMm2)
            {
                remarks.Add($"{scene.NameOf(placed, stamps)} lies off the panel and is left out.");
                continue;
            }
            var box = shape.Bounds();
            var inFront = scene
                .FrontFirst.Take(i)
                .Select(front => shapes[front.Id])
                .Where(front =>
                    front.Bounds() is var b
                    && b.Left < box.Right
                    && b.Right > box.Left
                    && b.Top < box.Bottom
                    && b.Bottom > box.Top
                );
            if (shape.Seen(inFront) < LeastOverlapMm2)
                remarks.Add($"{scene.NameOf(placed, stamps)} cannot be seen behind what is in front of it.");
        }
        return remarks.ToImmutable();
    }

    /// <summary>Over which edges of the panel something goes, in words; empty for none.</summary>
    private static string Edges(Scene scene, IEnumerable<Silhouette> shapes)
    {
        var bounds = shapes.Select(shape => shape.Bounds()).ToList();
        var edges = new List<string>();
        if (bounds.Min(b => b.Left) < -LeastOverhangMm)
            edges.Add("left");
        if (bounds.Min(b => b.Top) < -LeastOverhangMm)
            edges.Add("upper");
        if (bounds.Max(b => b.Right) > scene.WidthMm + LeastOverhangMm)
            edges.Add("right");
        if (bounds.Max(b => b.Bottom) > scene.HeightMm + LeastOverhangMm)
            edges.Add("lower");
        return edges.Count == 0 ? "" : $"{InWords(edges)} {(edges.Count == 1 ? "edge" : "edges")}";
    }

    private static string Turned(double degrees)
    {
        var turn = (int)Math.Round((degrees % 360 + 360) % 360);
        return turn is 0 or 360 ? ""
            : turn <= 180 ? $", turned {turn} degrees to the right"
            : $", turned {360 - turn} degrees to the left";
    }

    private static string Words(int number, string thing) => number == 1 ? $"1 {thing}" : $"{number} {thing}s";

    private static string InWords(IEnumerable<string> names) =>
        names.ToList() switch
        {
            [var one] => one,
            [.. var all, var last] => $"{string.Join(", ", all)} and {last}",
            _ => "",
        };
}
