using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Simulation.Hand;

/// <summary>What comes on top at the end: drops that are flicked, dots of light, lost lines that are drawn again.</summary>
/// <remarks>How many, how large and where is common practice, no source, and set by eye.</remarks>
/// <param name="paints">The run's colourants on its paper.</param>
/// <param name="pigmentOf">The sheet's pigment of a colourant.</param>
/// <param name="masks">The areas of the picture.</param>
/// <param name="seed">Another one, other drops.</param>
public sealed class DetailStrokes(
    Paints paints,
    IReadOnlyDictionary<int, int> pigmentOf,
    IReadOnlyList<AreaMask> masks,
    int seed
)
{
    private const double DropsOnCm2 = 0.35,
        DropMm = 0.35, // radius in the middle of all
        DropsDiffer = 0.55, // standard deviation of its logarithm
        LargestDropMm = 1.4;
    private const double LightFromMm2 = 40, // areas that are large enough for a dot of light
        LightMm = 0.55, // its radius
        LongAs = 1.9, // times as long as wide
        Thick = 4; // of a wash as strong: it stands on the paper
    private const double LineMm = 0.45, // how wide a line is drawn again, from the border inward
        SoftMm = 0.12; // over which all of them fade

    /// <summary>Whether a pass is such a one, and brings colour of the palette.</summary>
    public static bool Are(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        return pass.Stroke is Stroke.Splatter or Stroke.Highlight or Stroke.Redraw && !pass.Mix.Parts.IsEmpty;
    }

    /// <summary>What it leaves.</summary>
    /// <param name="pass">The pass.</param>
    /// <param name="area">The area, or the whole card.</param>
    /// <param name="cellMm">Side of a cell of the sheet, mm.</param>
    public PaintLayer Laid(Pass pass, AreaToGoOver area, double cellMm)
    {
        ArgumentNullException.ThrowIfNull(pass);
        ArgumentNullException.ThrowIfNull(area);
        var field = new float[area.Box.Count];
        switch (pass.Stroke)
        {
            case Stroke.Splatter:
                Splatter(field, area.Box, cellMm, pass);
                break;
            case Stroke.Highlight:
                foreach (var mask in masks)
                    Light(field, area.Box, mask, cellMm);
                break;
            default:
                DrawAgain(field, area.Box, masks.First(mask => mask.Id == area.Id), cellMm);
                break;
        }
        return new PaintLayer(area.Box, [.. Loads(pass.Mix, field, pass.Stroke == Stroke.Highlight ? Thick : 1)]);
    }

    private IEnumerable<PigmentLoads> Loads(PaintMix mix, float[] field, double times)
    {
        var load = times * paints.LoadOf(mix) / mix.Parts.Sum(part => part.Parts);
        return mix.Parts.Select(part => new PigmentLoads(
            pigmentOf[part.Colourant],
            Array.ConvertAll(field, cell => cell * (float)(load * part.Parts))
        ));
    }

    private void Splatter(float[] field, CellBox box, double cellMm, Pass pass)
    {
        var random = new Random(HashCode(seed, pass.Index));
        var placeOn = pass.Ground?.PlaceOn();
        var way = pass.Ground?.Gradient;
        var drops = (int)Math.Round(DropsOnCm2 * box.Count * cellMm * cellMm / 100);
        for (var drop = 0; drop < drops; drop++)
        {
            var (x, y) = (random.NextDouble() * box.Width * cellMm, random.NextDouble() * box.Height * cellMm);
            var normal = MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1);
            // The rest is covered, as far as drops are wanted in one place only.
            if (placeOn is not null && random.NextDouble() > way!.SharesAt(1, placeOn(new PointMm(x, y)))[0])
                continue;
            Dot(field, box, cellMm, x, y, Math.Min(LargestDropMm, DropMm * Math.Exp(DropsDiffer * normal)), 1);
        }
    }

    private static int HashCode(int seed, int pass) => unchecked(seed * 486187739 + pass);

    /// <summary>A dot of light where an area is lightest.</summary>
    private static void Light(float[] field, CellBox box, AreaMask mask, double cellMm)
    {
        var inside = mask.Parts.Count(part => part != CellPart.Outside);
        if (inside * AreaMask.CellMm * AreaMask.CellMm < LightFromMm2)
            return;
        // The middle of its lightest hundredth.
        var lightest = Enumerable
            .Range(0, mask.Parts.Length)
            .Where(at => mask.Parts[at] != CellPart.Outside)
            .OrderBy(at => mask.Darkness[at])
            .Take(Math.Max(1, inside / 100))
            .ToList();
        Dot(
            field,
            box,
            cellMm,
            (mask.Left + lightest.Average(at => at % mask.Width) + 0.5) * AreaMask.CellMm - box.Left * cellMm,
            (mask.Top + lightest.Average(at => at / mask.Width) + 0.5) * AreaMask.CellMm - box.Top * cellMm,
            LightMm,
            LongAs
        );
    }

    /// <summary>A dot, upright where it is longer than wide.</summary>
    private static void Dot(
        float[] field,
        CellBox box,
        double cellMm,
        double x,
        double y,
        double radiusMm,
        double longAs
    )
    {
        var reach = radiusMm * longAs + SoftMm;
        for (
            var row = Math.Max(0, (int)((y - reach) / cellMm));
            row < Math.Min(box.Height, (y + reach) / cellMm);
            row++
        )
        {
            for (
                var column = Math.Max(0, (int)((x - reach) / cellMm));
                column < Math.Min(box.Width, (x + reach) / cellMm);
                column++
            )
            {
                var (across, down) = ((column + 0.5) * cellMm - x, ((row + 0.5) * cellMm - y) / longAs);
                var covers = Fades(Math.Sqrt(across * across + down * down) - radiusMm);
                ref var cell = ref field[row * box.Width + column];
                cell = MathF.Max(cell, covers);
            }
        }
    }

    private static void DrawAgain(float[] field, CellBox box, AreaMask mask, double cellMm)
    {
        var step = cellMm / AreaMask.CellMm;
        var reach = (int)Math.Ceiling((LineMm + SoftMm) / AreaMask.CellMm);
        for (var at = 0; at < field.Length; at++)
        {
            var x = (int)((box.Left + at % box.Width + 0.5) * step) - mask.Left;
            var y = (int)((box.Top + at / box.Width + 0.5) * step) - mask.Top;
            if (Inside(mask, x, y))
                field[at] = Fades(ToBorder(mask, x, y, reach) - LineMm);
        }
    }

    /// <summary>How far a cell is from the outside, mm, as far as is asked for.</summary>
    private static double ToBorder(AreaMask mask, int x, int y, int reach)
    {
        var nearest = double.PositiveInfinity;
        for (var down = -reach; down <= reach; down++)
        {
            for (var across = -reach; across <= reach; across++)
            {
                if (!Inside(mask, x + across, y + down))
                    nearest = Math.Min(nearest, Math.Sqrt(across * across + down * down));
            }
        }
        return (nearest - 0.5) * AreaMask.CellMm;
    }

    private static bool Inside(AreaMask mask, int x, int y) =>
        x >= 0 && y >= 0 && x < mask.Width && y < mask.Height && mask.Parts[y * mask.Width + x] != CellPart.Outside;

    /// <summary>1 within, 0 beyond.</summary>
    private static float Fades(double beyondMm) => (float)Math.Clamp(0.5 - beyondMm / SoftMm, 0, 1);
}
