using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Nube.Core.Artwork;

/// <summary>A place on the picture.</summary>
/// <param name="X">From the left, mm.</param>
/// <param name="Y">From the top, mm.</param>
public readonly record struct PointMm(double X, double Y);

/// <summary>Which area each pixel belongs to.</summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="PixelsPerMm">Scale.</param>
/// <param name="Labels">Row by row: an area's id, <see cref="Background"/> or <see cref="Line"/>; not to be
/// changed.</param>
public sealed record LabelRaster(int Width, int Height, double PixelsPerMm, ushort[] Labels)
{
    /// <summary>Outside of the image.</summary>
    public const ushort Background = 0;

    /// <summary>Inside a line so wide that no area reaches it.</summary>
    public const ushort Line = ushort.MaxValue;

    /// <summary>
    /// Most areas of a picture: more cannot be told apart on a panel, nor coloured in an evening. This project's own.
    /// </summary>
    public const int MostAreas = 1000;

    /// <summary>The area at a point; outside of the image beyond its edges.</summary>
    public int At(PointMm point)
    {
        var (column, row) = ((int)Math.Floor(point.X * PixelsPerMm), (int)Math.Floor(point.Y * PixelsPerMm));
        return column < 0 || row < 0 || column >= Width || row >= Height ? Background : Labels[row * Width + column];
    }
}

/// <summary>An enclosed part of the image.</summary>
/// <param name="Id">From 1; kept when other areas are joined or split.</param>
/// <param name="SizeMm2">Surface up to the middle of its line, mm2.</param>
/// <param name="Centre">A point well inside it, for its number.</param>
/// <param name="Outline">SVG path in mm, even-odd.</param>
public sealed record Area(int Id, double SizeMm2, PointMm Centre, string Outline)
{
    /// <summary>How long its rim is, holes included, mm.</summary>
    [JsonIgnore]
    public double PerimeterMm => Outlines.LengthMm(Outline);
}

/// <summary>Two areas that share a line.</summary>
/// <param name="One">The smaller id.</param>
/// <param name="Other">The larger id.</param>
/// <param name="SharedMm">How long the shared line is, mm.</param>
public readonly record struct Neighbours(int One, int Other, double SharedMm);

/// <summary>Two areas, in whatever order they were named.</summary>
/// <param name="One">The smaller id.</param>
/// <param name="Other">The larger id.</param>
public readonly record struct AreaPair(int One, int Other)
{
    /// <summary>The pair of two areas.</summary>
    public static AreaPair Of(int one, int other) => new(Math.Min(one, other), Math.Max(one, other));
}

/// <summary>The areas of a picture and which of them touch.</summary>
/// <param name="Labels">Where they are.</param>
/// <param name="Areas">By id.</param>
/// <param name="Touching">Pairs that share more than a millimetre of line.</param>
public sealed record AreaMap(LabelRaster Labels, ImmutableArray<Area> Areas, ImmutableArray<Neighbours> Touching)
{
    /// <summary>The size below which areas were joined to their neighbours, mm2.</summary>
    public double SmallestMm2 { get; init; } = AreaFinder.SliverMm2;
}
