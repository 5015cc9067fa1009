using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Light;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>What is where on a card that was laid flat: of each of its cells the area, its part, and how far lines are.</summary>
internal sealed class CardMap
{
    /// <summary>The paper around the image.</summary>
    public const int Paper = 0;

    /// <summary>So dark is a cell that has some of a line, of 255.</summary>
    public const byte HasLine = 20;

    private CardMap(int width, int height, int margin) =>
        (Width, Height, Margin, Area, Part, FromRim, FromPart, Line) = (
            width,
            height,
            margin,
            new int[width * height],
            new CellPart[width * height],
            new float[width * height],
            new float[width * height],
            new byte[width * height]
        );

    /// <summary>Cells across.</summary>
    public int Width { get; }

    /// <summary>Cells down.</summary>
    public int Height { get; }

    /// <summary>Cells of paper around the card's picture.</summary>
    public int Margin { get; }

    /// <summary>The area of each cell; <see cref="Paper"/> where there is none.</summary>
    public int[] Area { get; }

    /// <summary>The part of its area.</summary>
    public CellPart[] Part { get; }

    /// <summary>How far a cell is from lines and from what is not of its area, mm; 0 on lines.</summary>
    public float[] FromRim { get; }

    /// <summary>How far a cell is from the other parts of its area, mm.</summary>
    public float[] FromPart { get; }

    /// <summary>How dark the stamped line is there, 0 to 255.</summary>
    public byte[] Line { get; }

    /// <summary>Side of a cell, mm.</summary>
    public const double CellMm = AreaMask.CellMm;

    /// <summary>Size of a cell, mm2.</summary>
    public const double CellMm2 = CellMm * CellMm;

    /// <summary>The map of a card.</summary>
    public static CardMap Of(CardFlat flat, ImmutableArray<AreaMask> masks, LineArt lines)
    {
        var map = new CardMap(flat.Picture.Width, flat.Picture.Height, flat.Margin);
        using var dark = LinesOf(lines);
        var (columns, rows) = (Math.Min(dark.Width, map.Width - map.Margin), dark.Height);
        for (var y = 0; y < Math.Min(rows, map.Height - map.Margin); y++)
        {
            for (var x = 0; x < columns; x++)
                map.Line[(y + map.Margin) * map.Width + x + map.Margin] = dark.At<byte>(y, x);
        }
        foreach (var mask in masks)
        {
            for (var at = 0; at < mask.Parts.Length; at++)
            {
                if (mask.Parts[at] == CellPart.Outside || map.CellOf(mask, at) is not { } cell)
                    continue;
                (map.Area[cell], map.Part[cell]) = (mask.Id, mask.Parts[at]);
            }
        }
        foreach (var mask in masks)
        {
            var (far, fromPart) = (AreaInside.FromRim(mask, dark), AreaInside.FromOtherParts(mask));
            for (var at = 0; at < mask.Parts.Length; at++)
            {
                if (mask.Parts[at] != CellPart.Outside && map.CellOf(mask, at) is { } cell)
                    (map.FromRim[cell], map.FromPart[cell]) = (far[at], fromPart[at]);
            }
        }
        map.MeasurePaper();
        return map;
    }

    /// <summary>How dark the stamped lines are, 0 to 255, in the cells of the card's picture.</summary>
    public static Mat LinesOf(LineArt lines)
    {
        using var darkness = lines.Wrap(lines.Darkness);
        var cells = new Mat();
        var times = CardFlat.PixelsPerMm / lines.PixelsPerMm;
        var size = new Size(Math.Ceiling(lines.Width * times), Math.Ceiling(lines.Height * times));
        Cv2.Resize(darkness, cells, size, 0, 0, InterpolationFlags.Area);
        return cells;
    }

    /// <summary>The cell of the card that a cell of a mask is; null beyond the card.</summary>
    private int? CellOf(AreaMask mask, int at)
    {
        var (x, y) = (mask.Left + at % mask.Width + Margin, mask.Top + at / mask.Width + Margin);
        return x < 0 || y < 0 || x >= Width || y >= Height ? null : y * Width + x;
    }

    /// <summary>Some of the cells, by their areas.</summary>
    public Dictionary<int, List<int>> CellsByArea(Func<int, bool> which)
    {
        var byArea = new Dictionary<int, List<int>>();
        for (var cell = 0; cell < Area.Length; cell++)
        {
            if (!which(cell))
                continue;
            if (!byArea.TryGetValue(Area[cell], out var cells))
                byArea[Area[cell]] = cells = [];
            cells.Add(cell);
        }
        return byArea;
    }

    /// <summary>Cells that are not of an area and within some mm of it, and of each of them how far it is, mm.</summary>
    public (List<int> Cells, Dictionary<int, float> Distance) Around(int area, double withinMm)
    {
        var reach = (int)Math.Ceiling(withinMm / CardMap.CellMm);
        var (left, top, right, bottom) = (Width, Height, -1, -1);
        for (var cell = 0; cell < Area.Length; cell++)
        {
            if (Area[cell] != area)
                continue;
            var (x, y) = (cell % Width, cell / Width);
            (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x), Math.Max(bottom, y));
        }
        (left, top) = (Math.Max(0, left - reach), Math.Max(0, top - reach));
        (right, bottom) = (Math.Min(Width - 1, right + reach), Math.Min(Height - 1, bottom + reach));
        var (width, height) = (right - left + 1, bottom - top + 1);
        using var outside = new Mat(height, width, MatType.CV_8UC1);
        var pixels = outside.AsSpan<byte>();
        for (var at = 0; at < pixels.Length; at++)
            pixels[at] = Area[CellOf(at)] == area ? (byte)0 : (byte)255;
        using var distance = new Mat();
        Cv2.DistanceTransform(outside, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
        var far = distance.AsSpan<float>();
        var (cells, distances) = (new List<int>(), new Dictionary<int, float>());
        for (var at = 0; at < far.Length; at++)
        {
            var mm = far[at] * (float)CardMap.CellMm;
            if (mm <= 0 || mm > withinMm)
                continue;
            cells.Add(CellOf(at));
            distances[CellOf(at)] = mm;
        }
        return (cells, distances);

        int CellOf(int at) => (top + at / width) * Width + left + at % width;
    }

    private void MeasurePaper()
    {
        using var bare = new Mat(Height, Width, MatType.CV_8UC1, Scalar.Black);
        var pixels = bare.AsSpan<byte>();
        for (var cell = 0; cell < Area.Length; cell++)
            pixels[cell] = Area[cell] == Paper && Line[cell] < HasLine ? (byte)255 : (byte)0;
        using var distance = new Mat();
        Cv2.DistanceTransform(bare, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
        var far = distance.AsSpan<float>();
        for (var cell = 0; cell < Area.Length; cell++)
        {
            if (Area[cell] == Paper)
                FromRim[cell] = (float)Math.Max(0, (far[cell] - 0.5) * CellMm);
        }
    }
}
