using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Light;

/// <summary>To which part of an area a cell belongs.</summary>
public enum CellPart : byte
{
    /// <summary>It is not in the area.</summary>
    Outside,

    /// <summary>Neither in light nor in shadow.</summary>
    Middle,

    /// <summary>Away from the light.</summary>
    Shadow,

    /// <summary>In the light.</summary>
    Light,

    /// <summary>In the light, and kept white.</summary>
    White,
}

/// <summary>An area on cells of 0.25 mm: which part each belongs to, and how dark it is among the others.</summary>
/// <remarks>The outlines of its parts are a view of it, and so are the fields over which acts are laid.</remarks>
/// <param name="Id">The area.</param>
/// <param name="Left">Cells from the picture's left edge to the mask's.</param>
/// <param name="Top">Cells from the picture's upper edge to the mask's.</param>
/// <param name="Width">Cells across, with an empty one on each side.</param>
/// <param name="Height">Cells down, with an empty one on each side.</param>
/// <param name="Parts">Row by row.</param>
/// <param name="Darkness">
/// Of each cell, the share of the area that is lighter, 0 to 255 for 0 to 1; 0 outside.
/// </param>
public sealed record AreaMask(
    int Id,
    int Left,
    int Top,
    int Width,
    int Height,
    ImmutableArray<CellPart> Parts,
    ImmutableArray<byte> Darkness
)
{
    /// <summary>Side of a cell, mm.</summary>
    public const double CellMm = AreaForm.CellMm;

    /// <summary>Share of the area that some parts have.</summary>
    public double ShareOf(params ReadOnlySpan<CellPart> parts)
    {
        var counts = Count();
        var those = 0;
        foreach (var part in parts)
            those += counts[(int)part];
        var all = counts.Sum() - counts[(int)CellPart.Outside];
        return all == 0 ? 0 : those / (double)all;
    }

    /// <summary>The part at a point of the picture.</summary>
    public CellPart At(PointMm point)
    {
        var (column, row) = ((int)Math.Floor(point.X / CellMm) - Left, (int)Math.Floor(point.Y / CellMm) - Top);
        return column < 0 || row < 0 || column >= Width || row >= Height
            ? CellPart.Outside
            : Parts[row * Width + column];
    }

    /// <summary>How many cells each part has.</summary>
    private int[] Count()
    {
        var counts = new int[(int)CellPart.White + 1];
        foreach (var part in Parts.AsSpan())
            counts[(int)part]++;
        return counts;
    }

    /// <summary>The outline of some parts: an SVG path in mm, even-odd; empty when no cell is in them.</summary>
    public string Outline(params ReadOnlySpan<CellPart> parts)
    {
        using var mask = new Mat(Height, Width, MatType.CV_8UC1, Scalar.Black);
        var pixels = mask.AsSpan<byte>();
        var cells = Parts.AsSpan();
        var (wanted, any) = (0, false);
        foreach (var part in parts)
            wanted |= 1 << (int)part;
        for (var at = 0; at < cells.Length; at++)
        {
            if ((wanted >> (int)cells[at] & 1) == 0)
                continue;
            (pixels[at], any) = (255, true);
        }
        return any ? Outlines.Path(mask, Left + 1, Top + 1, 1 / CellMm) : "";
    }

    /// <summary>
    /// How much of what an act lays comes onto each cell, row by row: 1 for as much as is laid, 0 outside and where it
    /// stays white. Over each part the mean is that of <see cref="Spread.Over"/>; what fades does so from cell to cell.
    /// </summary>
    /// <param name="zone">Where the act goes.</param>
    public ImmutableArray<float> Field(Zone zone)
    {
        var spread = Spread.Over(zone);
        var fading = zone is Zone.Graded or Zone.Edge ? Fading(spread) : null;
        var deepest = zone == Zone.Deepest ? Deepest(spread.Shadow) : 0;
        var field = new float[Parts.Length];
        for (var at = 0; at < field.Length; at++)
        {
            var dark = Darkness[at] / 255.0;
            field[at] = (float)(
                Parts[at] switch
                {
                    CellPart.Outside or CellPart.White => 0,
                    _ when fading is not null => fading(dark),
                    CellPart.Shadow when zone == Zone.Deepest => dark >= deepest ? 1 : 0,
                    CellPart.Shadow => spread.Shadow,
                    CellPart.Light => spread.Light,
                    _ => spread.Middle,
                }
            );
        }
        return ImmutableArray.Create(field);
    }

    /// <summary>
    /// Straight from part to part through the means of each, and on at both ends; never below nothing.
    /// </summary>
    private Func<double, double> Fading(Spread spread)
    {
        var light = ShareOf(CellPart.Light, CellPart.White);
        var shadow = ShareOf(CellPart.Shadow);
        List<(double Dark, double Value)> knots = [((light + 1 - shadow) / 2, spread.Middle)];
        if (light > 0)
            knots.Insert(0, (light / 2, spread.Light));
        if (shadow > 0)
            knots.Add((1 - shadow / 2, spread.Shadow));
        if (knots.Count == 1)
            return _ => spread.Middle;
        return dark =>
        {
            var next = Math.Clamp(knots.FindIndex(knot => knot.Dark > dark), 1, knots.Count - 1);
            if (dark >= knots[^1].Dark)
                next = knots.Count - 1;
            var (from, to) = (knots[next - 1], knots[next]);
            var value = from.Value + (dark - from.Dark) / (to.Dark - from.Dark) * (to.Value - from.Value);
            return Math.Max(0, value);
        };
    }

    /// <summary>The darkness from which on a share of the shadow is at its deepest.</summary>
    private double Deepest(double share)
    {
        var dark = new List<byte>();
        for (var at = 0; at < Parts.Length; at++)
        {
            if (Parts[at] == CellPart.Shadow)
                dark.Add(Darkness[at]);
        }
        if (dark.Count == 0)
            return double.PositiveInfinity;
        dark.Sort();
        return dark[Math.Min(dark.Count - 1, (int)((1 - share) * dark.Count))] / 255.0;
    }

    /// <inheritdoc />
    public bool Equals(AreaMask? other) =>
        other is not null
        && (Id, Left, Top, Width, Height) == (other.Id, other.Left, other.Top, other.Width, other.Height)
        && Parts.SequenceEqual(other.Parts)
        && Darkness.SequenceEqual(other.Darkness);

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Id, Left, Top, Width, Height);
}
