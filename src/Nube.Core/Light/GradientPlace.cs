using System.Collections.Immutable;
using System.Globalization;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Cards;

namespace Nube.Core.Light;

/// <summary>Where in an area the way of a gradient begins and ends.</summary>
/// <param name="From">Of a gradient across, where the way begins; of one from a point, that point; else nothing.</param>
/// <param name="To">Of a gradient across, where it ends; else nothing.</param>
/// <param name="ReachMm">How far the way goes, mm: from its beginning, its point, each of its points, or its outline.</param>
/// <param name="Outline">
/// Of a gradient that begins at outlines, these: an SVG path in mm; empty where there are none.
/// </param>
public sealed record GradientPlace(PointMm From, PointMm To, double ReachMm, string Outline)
{
    /// <summary>Where a gradient lies in an area.</summary>
    /// <param name="gradient">The gradient.</param>
    /// <param name="area">The area.</param>
    public static GradientPlace Of(Gradient gradient, Area area)
    {
        ArgumentNullException.ThrowIfNull(gradient);
        ArgumentNullException.ThrowIfNull(area);
        return Of(gradient, area.Centre, area.Outline);
    }

    /// <summary>Where a gradient lies on a piece of paper, from its upper left corner.</summary>
    /// <param name="gradient">The gradient.</param>
    /// <param name="piece">The piece's size.</param>
    public static GradientPlace Of(Gradient gradient, SizeMm piece)
    {
        ArgumentNullException.ThrowIfNull(gradient);
        var (width, height) = (piece.Width, piece.Height);
        return Of(
            gradient,
            new PointMm(width / 2, height / 2),
            string.Create(CultureInfo.InvariantCulture, $"M0 0L{width} 0L{width} {height}L0 {height}Z")
        );
    }

    private static GradientPlace Of(Gradient gradient, PointMm centre, string path)
    {
        var outlines = Outlines.Points(path);
        var points = outlines.SelectMany(outline => outline).ToList();
        if (points.Count == 0)
            return new GradientPlace(centre, centre, 0, "");
        switch (gradient.Way)
        {
            case GradientWay.Across:
                var (sin, cos) = Math.SinCos(gradient.Degrees * Math.PI / 180);
                double Along(PointMm point) => (point.X - centre.X) * cos + (point.Y - centre.Y) * sin;
                PointMm At(double along) => new(centre.X + along * cos, centre.Y + along * sin);
                var (first, last) = (points.Min(Along), points.Max(Along));
                return new GradientPlace(At(first), At(last), last - first, "");
            case GradientWay.FromPoint:
                var from = gradient.Points[0];
                return new GradientPlace(
                    from,
                    from,
                    gradient.Points.Length == 1
                        ? points.Max(point => Distance(from, point))
                        : FurthestMm(outlines, point => Nearest(gradient.Points, point)),
                    ""
                );
            case GradientWay.DropIns:
                return new GradientPlace(centre, centre, Math.Min(Gradient.DropMm, WidestMm(outlines, outlines)), "");
            default:
                var begins = gradient.Way == GradientWay.RoundShapes ? Holes(outlines) : outlines;
                return new GradientPlace(
                    centre,
                    centre,
                    begins.IsEmpty ? 0 : WidestMm(outlines, begins),
                    Outlines.Path(begins)
                );
        }
    }

    /// <summary>Where on the way a point of the area is: 0 where the first hue is, to 1.</summary>
    /// <param name="gradient">The gradient that lies here.</param>
    public Func<PointMm, double> PlaceOn(Gradient gradient)
    {
        ArgumentNullException.ThrowIfNull(gradient);
        if (ReachMm <= 0)
            return _ => 0;
        switch (gradient.Way)
        {
            case GradientWay.Across:
                var (dx, dy) = ((To.X - From.X) / ReachMm, (To.Y - From.Y) / ReachMm);
                return point => Math.Clamp(((point.X - From.X) * dx + (point.Y - From.Y) * dy) / ReachMm, 0, 1);
            case GradientWay.FromPoint:
                return point => Math.Min(1, Nearest(gradient.Points, point) / ReachMm);
            case GradientWay.DropIns:
                return point => 1 - Math.Min(1, Nearest(gradient.Points, point) / ReachMm);
            default:
                var outlines = Outlines.Points(Outline);
                return point => Math.Min(1, DistanceTo(outlines, point) / ReachMm);
        }
    }

    /// <summary>Whether there are shapes in an area that something could go round.</summary>
    public static bool HasShapes(Area area)
    {
        ArgumentNullException.ThrowIfNull(area);
        return Outlines.Points(area.Outline).Length > 1;
    }

    /// <summary>All outlines but the one around the area: that reaches furthest.</summary>
    private static ImmutableArray<ImmutableArray<PointMm>> Holes(ImmutableArray<ImmutableArray<PointMm>> outlines)
    {
        var around = outlines.MaxBy(outline => outline.Max(p => p.X) - outline.Min(p => p.X));
        return [.. outlines.Where(outline => outline != around)];
    }

    /// <summary>How far inside an area the point is that is furthest from some outlines, mm.</summary>
    private static double WidestMm(
        ImmutableArray<ImmutableArray<PointMm>> outlines,
        ImmutableArray<ImmutableArray<PointMm>> from
    ) => FurthestMm(outlines, point => DistanceTo(from, point));

    /// <summary>How far the point inside an area is that is furthest by a measure, mm.</summary>
    private static double FurthestMm(ImmutableArray<ImmutableArray<PointMm>> outlines, Func<PointMm, double> far)
    {
        var all = outlines.SelectMany(outline => outline).ToList();
        var (left, top) = (all.Min(point => point.X), all.Min(point => point.Y));
        var (right, bottom) = (all.Max(point => point.X), all.Max(point => point.Y));
        var step = Math.Max((right - left + bottom - top) / 2 / StepsAcross, LeastStepMm);
        var widest = 0.0;
        for (var y = top + step / 2; y < bottom; y += step)
        {
            for (var x = left + step / 2; x < right; x += step)
            {
                var point = new PointMm(x, y);
                if (IsInside(outlines, point))
                    widest = Math.Max(widest, far(point));
            }
        }
        return widest;
    }

    // How finely an area is looked over: the way's end is found to within half a step.
    private const int StepsAcross = 40;
    private const double LeastStepMm = 0.1;

    private static bool IsInside(ImmutableArray<ImmutableArray<PointMm>> outlines, PointMm point)
    {
        var inside = false;
        foreach (var outline in outlines)
        {
            for (int i = 0, j = outline.Length - 1; i < outline.Length; j = i++)
            {
                var (a, b) = (outline[i], outline[j]);
                if (a.Y > point.Y != b.Y > point.Y && point.X < (b.X - a.X) * (point.Y - a.Y) / (b.Y - a.Y) + a.X)
                    inside = !inside;
            }
        }
        return inside;
    }

    private static double DistanceTo(ImmutableArray<ImmutableArray<PointMm>> outlines, PointMm point)
    {
        var nearest = double.PositiveInfinity;
        foreach (var outline in outlines)
        {
            for (int i = 0, j = outline.Length - 1; i < outline.Length; j = i++)
                nearest = Math.Min(nearest, ToSegment(point, outline[j], outline[i]));
        }
        return nearest;
    }

    private static double ToSegment(PointMm point, PointMm a, PointMm b)
    {
        var (dx, dy) = (b.X - a.X, b.Y - a.Y);
        var length = dx * dx + dy * dy;
        var along = length > 0 ? Math.Clamp(((point.X - a.X) * dx + (point.Y - a.Y) * dy) / length, 0, 1) : 0;
        return Distance(point, new PointMm(a.X + along * dx, a.Y + along * dy));
    }

    private static double Nearest(ImmutableArray<PointMm> points, PointMm to) =>
        points.Min(point => Distance(point, to));

    private static double Distance(PointMm one, PointMm other) =>
        Math.Sqrt(Math.Pow(one.X - other.X, 2) + Math.Pow(one.Y - other.Y, 2));
}
