using Nube.Core.Acts;
using Nube.Core.Light;
using OpenCvSharp;

namespace Nube.Core.Simulation.Hand;

/// <summary>An area as a hand goes over it: how far the brush covers each cell, and how much of an act comes there.</summary>
/// <remarks>
/// A hand paints up to the middle of the line, softly and not quite evenly, and pulls the borders of light and
/// shadow soft with a damp brush (common practice, no source; how far is set by eye). On the whole as much comes to lie
/// as the act says.
/// </remarks>
public sealed class AreaToGoOver
{
    private const double SoftMm = 0.3, // over which a brush's edge fades
        WandersMm = 0.06, // how far it goes from the line, standard deviation
        PulledSoftMm = 1.5, // how far a border inside the area is pulled soft, standard deviation
        WettedMm = 3, // how far beyond it a damp brush goes to do that, standard deviation
        EvenMm = 0.3; // the same where it fades by itself
    private const double LeastCovered = 0.5; // of an area; smaller ones are filled by the tip as they are

    private readonly AreaMask mask;
    private readonly CellBox fine; // on the cells of masks
    private readonly float[] inside;
    private readonly int cellsOfMask; // that a cell of the sheet is wide

    /// <summary>An area on a sheet.</summary>
    /// <param name="mask">Its mask.</param>
    /// <param name="grid">The sheet's cells: as large as the mask's, or twice.</param>
    /// <param name="maskGrid">The picture in cells of the mask's size.</param>
    /// <param name="wander">How a hand's edge wanders on each of them, mean 0 and variance 1.</param>
    public AreaToGoOver(AreaMask mask, CellGrid grid, CellGrid maskGrid, float[] wander)
    {
        ArgumentNullException.ThrowIfNull(mask);
        ArgumentNullException.ThrowIfNull(wander);
        this.mask = mask;
        cellsOfMask = (int)Math.Round(grid.CellMm / AreaMask.CellMm);
        fine = Aligned(new CellBox(mask.Left, mask.Top, mask.Width, mask.Height).Wider(0, maskGrid));
        Box = new CellBox(
            fine.Left / cellsOfMask,
            fine.Top / cellsOfMask,
            fine.Width / cellsOfMask,
            fine.Height / cellsOfMask
        );
        inside = Placed(at => mask.Parts[at] is CellPart.Outside or CellPart.White ? 0 : 1);
        Covered = Cover(maskGrid, wander);
        SizeMm2 = inside.Sum() * AreaMask.CellMm * AreaMask.CellMm;
    }

    /// <summary>The area's id.</summary>
    public int Id => mask.Id;

    /// <summary>The cells of the sheet that it is on.</summary>
    public CellBox Box { get; }

    /// <summary>The same on the cells of masks.</summary>
    internal CellBox MaskBox => fine;

    /// <summary>Its surface without what stays white, mm2.</summary>
    public double SizeMm2 { get; }

    /// <summary>How far the brush covers each cell, 0 to 1; on the cells of masks.</summary>
    private float[] Covered { get; }

    /// <summary>The brush all over it, 0 to 1 on each cell of the sheet.</summary>
    public float[] Cover() => OnSheet(Covered);

    /// <summary>How much of what an act lays comes onto each cell of the sheet, 1 for as much as is laid.</summary>
    /// <param name="zone">Where the act goes.</param>
    public float[] Colour(Zone zone) => OnSheet(Soft(Raw(zone), zone));

    /// <summary>How far the brush wets each cell of the sheet when it colours a zone and pulls its border soft, 0 to 1.</summary>
    /// <param name="zone">Where the colour goes.</param>
    public float[] Wet(Zone zone)
    {
        if (zone is Zone.Whole or Zone.Graded or Zone.Edge)
            return Cover();
        var grid = new CellGrid(fine.Width, fine.Height, AreaMask.CellMm);
        float[] within = Noise.Blurred(inside, grid, WettedMm),
            wet = Noise.Blurred(Raw(zone), grid, WettedMm);
        for (var at = 0; at < wet.Length; at++)
            wet[at] = within[at] > 1e-4f ? Covered[at] * (float)SmoothStep(wet[at] / within[at] / WetFully) : 0;
        return OnSheet(wet);
    }

    private const double WetFully = 0.25; // of a blurred zone's colour, from which on a cell is as wet as any

    /// <summary>The same on the cells of masks, for what is drawn there; its borders are as soft as a hand makes them.</summary>
    internal float[] ColourOnMask(Zone zone) => Soft(Raw(zone), zone);

    /// <summary>The same for one hue of a gradient.</summary>
    /// <param name="shares">How much of the hue lies at a place of the area, 0 to 1.</param>
    public float[] Colour(Func<double, double, double> shares)
    {
        ArgumentNullException.ThrowIfNull(shares);
        return OnSheet(Soft(Shares(shares), Zone.Whole));
    }

    /// <summary>The same on the cells of masks.</summary>
    internal float[] ColourOnMask(Func<double, double, double> shares) => Soft(Shares(shares), Zone.Whole);

    private float[] Shares(Func<double, double, double> shares)
    {
        var raw = new float[fine.Count];
        for (var at = 0; at < raw.Length; at++)
        {
            if (inside[at] > 0)
                raw[at] = (float)shares(
                    (fine.Left + at % fine.Width + 0.5) * AreaMask.CellMm,
                    (fine.Top + at / fine.Width + 0.5) * AreaMask.CellMm
                );
        }
        return raw;
    }

    /// <summary>How dark each cell is among the others of the area, 0 in the light to 1.</summary>
    public float[] Darkness() => OnSheet(Placed(at => mask.Darkness[at] / 255f));

    private float[] Raw(Zone zone)
    {
        var field = mask.Field(zone);
        return Placed(at => field[at]);
    }

    /// <summary>Values of the mask on its box here.</summary>
    private float[] Placed(Func<int, float> of)
    {
        var placed = new float[fine.Count];
        var (left, top) = (mask.Left - fine.Left, mask.Top - fine.Top);
        for (var y = 0; y < mask.Height; y++)
        {
            for (var x = 0; x < mask.Width; x++)
            {
                var (column, row) = (x + left, y + top);
                if (column >= 0 && row >= 0 && column < fine.Width && row < fine.Height)
                    placed[row * fine.Width + column] = of(y * mask.Width + x);
            }
        }
        return placed;
    }

    /// <summary>Borders pulled soft, under the brush, and on the whole as much as before.</summary>
    private float[] Soft(float[] raw, Zone zone)
    {
        var grid = new CellGrid(fine.Width, fine.Height, AreaMask.CellMm);
        var pulled = zone is Zone.Whole or Zone.Graded or Zone.Edge or Zone.Raised ? EvenMm : PulledSoftMm;
        float[] within = Noise.Blurred(inside, grid, pulled),
            soft = Noise.Blurred(raw, grid, pulled);
        var (asked, laid) = (0.0, 0.0);
        for (var at = 0; at < soft.Length; at++)
        {
            asked += raw[at];
            soft[at] = within[at] > 1e-4f ? soft[at] / within[at] * Covered[at] : 0;
            laid += soft[at];
        }
        if (laid > 0)
        {
            var scale = (float)(asked / laid);
            for (var at = 0; at < soft.Length; at++)
                soft[at] *= scale;
        }
        return soft;
    }

    private float[] Cover(CellGrid grid, float[] wander)
    {
        using var open = new Mat(fine.Height, fine.Width, MatType.CV_8UC1, Scalar.Black);
        var cells = open.AsSpan<byte>();
        for (var at = 0; at < cells.Length; at++)
            cells[at] = (byte)(inside[at] > 0 ? 255 : 0);
        using var framed = new Mat();
        Cv2.CopyMakeBorder(open, framed, 1, 1, 1, 1, BorderTypes.Constant, Scalar.Black);
        using var distance = new Mat();
        Cv2.DistanceTransform(framed, distance, DistanceTypes.L2, DistanceTransformMasks.Mask5);
        var cover = new float[fine.Count];
        for (var at = 0; at < cover.Length; at++)
        {
            var (x, y) = (at % fine.Width, at / fine.Width);
            if (cells[at] == 0)
                continue;
            var fromEdge = (distance.At<float>(y + 1, x + 1) - 0.5) * AreaMask.CellMm;
            var edge = fromEdge + WandersMm * wander[(fine.Top + y) * grid.Width + fine.Left + x];
            cover[at] = (float)SmoothStep(edge / SoftMm);
        }
        return cover.Sum() < LeastCovered * inside.Sum() ? inside : cover;
    }

    private static double SmoothStep(double x)
    {
        var within = Math.Clamp(x, 0, 1);
        return within * within * (3 - 2 * within);
    }

    /// <summary>A box that begins and ends with whole cells of the sheet.</summary>
    private CellBox Aligned(CellBox box)
    {
        var (left, top) = (box.Left / cellsOfMask * cellsOfMask, box.Top / cellsOfMask * cellsOfMask);
        return new CellBox(left, top, Whole(box.Left + box.Width - left), Whole(box.Top + box.Height - top));

        int Whole(int cells) => (cells + cellsOfMask - 1) / cellsOfMask * cellsOfMask;
    }

    /// <summary>The mean over each cell of the sheet.</summary>
    private float[] OnSheet(float[] onMask)
    {
        if (cellsOfMask == 1)
            return onMask;
        var mean = new float[Box.Count];
        for (var at = 0; at < onMask.Length; at++)
            mean[at / fine.Width / cellsOfMask * Box.Width + at % fine.Width / cellsOfMask] +=
                onMask[at] / (cellsOfMask * cellsOfMask);
        return mean;
    }
}
