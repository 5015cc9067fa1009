using System.Collections.Immutable;
using NetTopologySuite.Algorithm;
using NetTopologySuite.Geometries;

namespace Nube.Core.Artwork;

/// <summary>The figures of a picture: areas that hang together, as the flowers of a wreath.</summary>
public static class Figures
{
    /// <summary>An area that surrounds this share of the others is the ground that figures stand on.</summary>
    private const double GroundSurrounds = 0.5; // this project's own

    /// <summary>
    /// The figures in reading order: row by row, each from the left. The areas of a figure come clockwise round its
    /// middle from nine o'clock, so that of two side by side the left one is the first, and of two in a row down the
    /// upper one.
    /// </summary>
    /// <param name="areas">The areas of the picture.</param>
    /// <param name="touching">Which of them touch.</param>
    /// <returns>Every area once; the ground is a figure by itself, the last.</returns>
    public static ImmutableArray<ImmutableArray<int>> Of(
        ImmutableArray<Area> areas,
        ImmutableArray<Neighbours> touching
    )
    {
        var grounds = Grounds(areas);
        var standing = areas.Where(area => !grounds.Contains(area.Id)).ToDictionary(area => area.Id);
        var beside = touching
            .Where(pair => standing.ContainsKey(pair.One) && standing.ContainsKey(pair.Other))
            .SelectMany(pair => new[] { (pair.One, pair.Other), (One: pair.Other, Other: pair.One) })
            .ToLookup(pair => pair.One, pair => pair.Other);
        var figures = new List<Figure>();
        var placed = new HashSet<int>();
        foreach (var area in standing.Keys.Order().Where(area => !placed.Contains(area)))
        {
            var figure = new List<Area>();
            var open = new Stack<int>([area]);
            while (open.TryPop(out var next))
            {
                if (!placed.Add(next))
                    continue;
                figure.Add(standing[next]);
                foreach (var other in beside[next])
                    open.Push(other);
            }
            figures.Add(Figure.Of(figure));
        }
        return
        [
            .. InReadingOrder(figures).Select(figure => figure.Round()),
            .. areas.Where(area => grounds.Contains(area.Id)).Select(area => ImmutableArray.Create(area.Id)),
        ];
    }

    private static HashSet<int> Grounds(ImmutableArray<Area> areas) =>
        [
            .. areas
                .Where(area =>
                {
                    var rim = Rim(area);
                    var within = areas.Count(other => other.Id != area.Id && PointLocation.IsInRing(At(other), rim));
                    return within > 0 && within >= GroundSurrounds * (areas.Length - 1);
                })
                .Select(area => area.Id),
        ];

    /// <summary>The outermost of an area's outlines, closed.</summary>
    private static Coordinate[] Rim(Area area)
    {
        var outer = Outlines
            .Points(area.Outline)
            .MaxBy(outline =>
                (outline.Max(p => p.X) - outline.Min(p => p.X)) * (outline.Max(p => p.Y) - outline.Min(p => p.Y))
            );
        return outer.IsDefaultOrEmpty
            ? [new(), new(), new(), new()]
            : [.. outer.Add(outer[0]).Select(point => new Coordinate(point.X, point.Y))];
    }

    private static Coordinate At(Area area) => new(area.Centre.X, area.Centre.Y);

    private static IEnumerable<Figure> InReadingOrder(IEnumerable<Figure> figures)
    {
        var rows = new List<List<Figure>>();
        foreach (var figure in figures.OrderBy(figure => figure.Middle.Y))
        {
            // A row goes on as far down as its first figure does.
            if (rows.LastOrDefault() is { } row && figure.Middle.Y <= row[0].Bottom)
                row.Add(figure);
            else
                rows.Add([figure]);
        }
        return rows.SelectMany(row => row.OrderBy(figure => figure.Middle.X));
    }

    private sealed record Figure(ImmutableArray<Area> Areas, PointMm Middle, double Bottom)
    {
        public static Figure Of(List<Area> areas)
        {
            var points = areas
                .SelectMany(area => Outlines.Points(area.Outline).SelectMany(outline => outline))
                .DefaultIfEmpty(areas[0].Centre)
                .ToList();
            return new Figure(
                [.. areas],
                new PointMm(
                    (points.Min(point => point.X) + points.Max(point => point.X)) / 2,
                    (points.Min(point => point.Y) + points.Max(point => point.Y)) / 2
                ),
                points.Max(point => point.Y)
            );
        }

        /// <summary>Its areas clockwise from nine o'clock; y goes down.</summary>
        public ImmutableArray<int> Round() =>
            [
                .. Areas
                    .OrderBy(area =>
                    {
                        var angle = Math.Atan2(Middle.Y - area.Centre.Y, Middle.X - area.Centre.X);
                        return angle < 0 ? angle + Math.Tau : angle;
                    })
                    .ThenBy(area => area.Id)
                    .Select(area => area.Id),
            ];
    }
}
