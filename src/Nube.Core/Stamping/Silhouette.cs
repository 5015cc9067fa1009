using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using NetTopologySuite.Geometries;
using NetTopologySuite.Simplify;
using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Stamping;

/// <summary>A white part within the lines of a stamp.</summary>
/// <param name="Id">Tells it from the others of its stamp; from 1.</param>
/// <param name="Shape">Its shape, without lines that lie in it.</param>
public sealed record WhitePart(int Id, Silhouette Shape);

/// <summary>What a stamp covers on the paper: everything within its outermost lines, the lines with it.</summary>
/// <param name="Rings">Closed outlines about the stamp's middle, mm, the last point joined to the first;
/// even-odd.</param>
public sealed record Silhouette(ImmutableArray<ImmutableArray<PointMm>> Rings)
{
    private readonly Lazy<Geometry> shape = new(() => Of(Rings));

    /// <summary>
    /// White parts within its lines, large enough for something to be seen through them, the largest first. Whether one sees
    /// through the middle of a ring or onto a plate, a line drawing does not tell: for each print its maker says which of
    /// them are open.
    /// </summary>
    public ImmutableArray<WhitePart> Enclosed { get; init; } = [];

    private Silhouette(ImmutableArray<ImmutableArray<PointMm>> rings, Lazy<Geometry> shape)
        : this(rings) => this.shape = shape;

    private const double CrumbMm2 = 1; // loose dots of ink below this are no part of what a mask covers
    private const double Simple = 0.7; // how far an outline may leave the pixels' edge, pixels
    private const double SeenThroughMm2 = 40; // through less, nothing behind is told; by eye
    private const int MostEnclosed = 9; // more of them, of one stamp, nobody says one by one

    /// <summary>The silhouette of a stamp's print.</summary>
    /// <param name="art">Its lines.</param>
    /// <param name="gaps">Which breaks in them to close.</param>
    /// <param name="closings">Strokes of the maker's that close gaps, as if they were printed.</param>
    public static Silhouette Of(LineArt art, GapRule gaps, IEnumerable<CloseGap>? closings = null)
    {
        ArgumentNullException.ThrowIfNull(art);
        var bridges = GapBridging.Bridges(art, gaps);
        foreach (var closing in closings ?? [])
            GapBridging.Draw(art, bridges, closing);
        using var mask = new Mat();
        using var ink = art.Wrap(art.Ink);
        using var bridged = art.Wrap(bridges);
        Cv2.BitwiseOr(ink, bridged, mask);
        // One empty pixel all round, so that no contour runs along the border.
        Cv2.CopyMakeBorder(mask, mask, 1, 1, 1, 1, BorderTypes.Constant, Scalar.Black);
        var scale = art.PixelsPerMm;
        // In the tree of outlines every other one is that of a white part, and those right within it are of lines in it.
        Cv2.FindContours(mask, out var edges, out var tree, RetrievalModes.Tree, ContourApproximationModes.ApproxNone);
        return new Silhouette(Rings(At(edge => tree[edge].Parent < 0)))
        {
            Enclosed =
            [
                .. At(IsWhite)
                    .Select(white => new Silhouette(Rings(At(edge => edge == white || tree[edge].Parent == white))))
                    .Where(part => part.SizeMm2() >= SeenThroughMm2)
                    .OrderByDescending(part => part.SizeMm2())
                    .Take(MostEnclosed)
                    .Select((part, place) => new WhitePart(place + 1, part)),
            ],
        };

        IEnumerable<int> At(Func<int, bool> which) => Enumerable.Range(0, edges.Length).Where(which);

        bool IsWhite(int edge)
        {
            var depth = 0;
            for (var up = tree[edge].Parent; up >= 0; up = tree[up].Parent)
                depth++;
            return depth % 2 == 1 && Cv2.ContourArea(edges[edge]) >= SeenThroughMm2 * scale * scale;
        }

        ImmutableArray<ImmutableArray<PointMm>> Rings(IEnumerable<int> of) =>
            [
                .. of.Select(edge => edges[edge])
                    .Where(ring => Cv2.ContourArea(ring) >= CrumbMm2 * scale * scale)
                    .Select(ring => Cv2.ApproxPolyDP(ring, Simple, true))
                    .Where(ring => ring.Length >= 3)
                    .Select(ring =>
                        ring.Select(point => new PointMm(
                                (point.X - 0.5) / scale - art.Width / scale / 2,
                                (point.Y - 0.5) / scale - art.Height / scale / 2
                            ))
                            .ToImmutableArray()
                    ),
            ];
    }

    /// <summary>The same where one sees through some of its enclosed parts.</summary>
    /// <param name="parts">Ids of some of <see cref="Enclosed"/>.</param>
    public Silhouette Open(ImmutableArray<int> parts) =>
        parts.IsDefaultOrEmpty
            ? this
            : new Silhouette([
                .. Rings,
                .. Enclosed.Where(part => parts.Contains(part.Id)).SelectMany(part => part.Shape.Rings),
            ]);

    /// <summary>Its surface, mm2.</summary>
    public double SizeMm2() => shape.Value.Area;

    /// <summary>The silhouette where a placed stamp lies, in mm of the panel.</summary>
    /// <remarks>
    /// Its shape is moved as it is: put together anew from its outlines it would take some hundred times as long, and a
    /// fill places it hundreds of times.
    /// </remarks>
    public Silhouette At(Placement placement) =>
        new(
            [.. Rings.Select(ring => ring.Select(placement.OnPanel).ToImmutableArray())],
            new Lazy<Geometry>(() =>
            {
                var moved = shape.Value.Copy();
                moved.Apply(new Move(placement));
                return moved;
            })
        );

    /// <summary>Moves a shape's points to where they lie on the panel.</summary>
    private sealed class Move(Placement placement) : ICoordinateSequenceFilter
    {
        public bool Done => false;

        public bool GeometryChanged => true;

        public void Filter(CoordinateSequence seq, int i)
        {
            var at = placement.OnPanel(new PointMm(seq.GetX(i), seq.GetY(i)));
            seq.SetX(i, at.X);
            seq.SetY(i, at.Y);
        }
    }

    /// <summary>The same, smaller by a rim of this width all round: what is cut just inside the line.</summary>
    /// <param name="rimMm">Width of the rim, mm, 0 or more.</param>
    public Silhouette Within(double rimMm) => Of(shape.Value.Buffer(-rimMm));

    /// <summary>How much of it lies under another, mm2.</summary>
    public double Shared(Silhouette other)
    {
        ArgumentNullException.ThrowIfNull(other);
        var (own, its) = (shape.Value, other.shape.Value);
        if (!own.EnvelopeInternal.Intersects(its.EnvelopeInternal))
            return 0;
        // Wholly on a panel, as most are: nothing to cut.
        if (its.IsRectangle && its.EnvelopeInternal.Contains(own.EnvelopeInternal))
            return own.Area;
        return own.Intersection(its).Area;
    }

    /// <summary>What of it others leave to be seen, mm2.</summary>
    public double Seen(IEnumerable<Silhouette> inFront)
    {
        ArgumentNullException.ThrowIfNull(inFront);
        return inFront.Aggregate(shape.Value, (left, other) => left.Difference(other.shape.Value)).Area;
    }

    /// <summary>The rectangle around it: left, top, right, bottom, mm; all 0 when there is nothing of it.</summary>
    public (double Left, double Top, double Right, double Bottom) Bounds()
    {
        var points = Rings.SelectMany(ring => ring).ToList();
        return points.Count == 0
            ? default
            : (points.Min(p => p.X), points.Min(p => p.Y), points.Max(p => p.X), points.Max(p => p.Y));
    }

    /// <summary>A point well inside it, for its name; the origin when there is nothing of it.</summary>
    public PointMm Inside() =>
        shape.Value.IsEmpty ? default : new PointMm(shape.Value.InteriorPoint.X, shape.Value.InteriorPoint.Y);

    /// <summary>As an SVG path in mm, even-odd.</summary>
    public string Path()
    {
        var path = new StringBuilder();
        foreach (var ring in Rings)
        {
            for (var i = 0; i < ring.Length; i++)
                path.Append(CultureInfo.InvariantCulture, $"{(i == 0 ? 'M' : 'L')}{ring[i].X:0.##} {ring[i].Y:0.##}");
            path.Append('Z');
        }
        return path.ToString();
    }

    /// <summary>A rectangle from the origin, such as a panel.</summary>
    public static Silhouette Rectangle(double widthMm, double heightMm) =>
        new([
            [new(0, 0), new(widthMm, 0), new(widthMm, heightMm), new(0, heightMm)],
        ]);

    /// <summary>Its hull with few corners, for distances.</summary>
    internal Geometry Hull(double toleranceMm) =>
        DouglasPeuckerSimplifier.Simplify(shape.Value.ConvexHull(), toleranceMm);

    /// <summary>Equal when the outlines are, point by point.</summary>
    public bool Equals(Silhouette? other) =>
        other is not null
        && Rings.Length == other.Rings.Length
        && Rings.Zip(other.Rings).All(pair => pair.First.SequenceEqual(pair.Second));

    /// <inheritdoc />
    public override int GetHashCode() => Rings.SelectMany(ring => ring).Aggregate(Rings.Length, HashCode.Combine);

    private static Geometry Of(ImmutableArray<ImmutableArray<PointMm>> rings)
    {
        Geometry whole = Polygon.Empty;
        foreach (var ring in rings.Where(ring => ring.Length >= 3))
        {
            Coordinate[] closed =
            [
                .. ring.Select(point => new Coordinate(point.X, point.Y)),
                new(ring[0].X, ring[0].Y),
            ];
            // An outline that touches itself at a pixel's corner is made valid by a buffer of nothing.
            whole = whole.SymmetricDifference(new Polygon(new LinearRing(closed)).Buffer(0));
        }
        return whole;
    }

    private static Silhouette Of(Geometry geometry)
    {
        var rings = ImmutableArray.CreateBuilder<ImmutableArray<PointMm>>();
        for (var part = 0; part < geometry.NumGeometries; part++)
        {
            if (geometry.GetGeometryN(part) is not Polygon { IsEmpty: false } polygon)
                continue;
            rings.Add(Points(polygon.ExteriorRing));
            rings.AddRange(polygon.InteriorRings.Select(Points));
        }
        return new Silhouette(rings.ToImmutable());

        static ImmutableArray<PointMm> Points(LineString ring) =>
            [.. ring.Coordinates.SkipLast(1).Select(at => new PointMm(at.X, at.Y))];
    }
}
