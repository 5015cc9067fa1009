using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Devices.Cards;
using Nube.Devices.Swatches;

namespace Nube.Core.Tests.Checking;

/// <summary>What lies on an area of a card that was painted.</summary>
/// <param name="Look">What a part of it reflects on such a ground where so many times the area's load lies.</param>
/// <param name="Hides">How much of the lines it lies over is hidden under it, 0 to 1.</param>
internal sealed record Painted(Func<Spectrum, CellPart, double, Spectrum> Look, double Hides = 0)
{
    /// <summary>One layer of a paint.</summary>
    public static Painted Flat(TruePaint paint, double load, double hides = 0) =>
        new((ground, _, ratio) => paint.Even(ground, load * ratio), hides);
}

/// <summary>
/// A painter that has nothing of the simulator: flat paint of one load on each area, uneven by slow noise, to the lines
/// or a little beyond.
/// </summary>
internal static class SimplePainter
{
    public const double PixelsPerMm = 12;
    private const int Loads = 25;
    private const double LoadRange = 3; // from a third to three times the area's load, in steps of the same ratio

    public static readonly Spectrum WhitePaper = Spectrum.From(band => 0.86 + 0.05 * band / Spectrum.Bands);
    public static readonly Spectrum BlackInk = Spectrum.Flat(0.05);

    /// <summary>A card with its areas painted.</summary>
    /// <param name="lines">Its lines.</param>
    /// <param name="map">Its areas.</param>
    /// <param name="painted">What lies on them; nothing on those that are not there.</param>
    /// <param name="seed">Start of the noise.</param>
    /// <param name="paper">The bare paper.</param>
    /// <param name="zones">Where light and shadow are; all is middle where nobody says.</param>
    /// <param name="uneven">Standard deviation of the logarithm of the load.</param>
    /// <param name="strays">How far the brush strays from a line, mm.</param>
    /// <param name="fades">How far light and shadow of an area are pulled into each other, standard deviation, mm.</param>
    /// <param name="margin">Paper around the picture, mm.</param>
    /// <param name="faults">What went wrong.</param>
    public static PaintedCard Paint(
        LineArt lines,
        AreaMap map,
        IReadOnlyDictionary<int, Painted> painted,
        int seed,
        Spectrum? paper = null,
        ImmutableArray<AreaMask>? zones = null,
        double uneven = 0.06,
        double strays = 0.25,
        Func<int, double>? fades = null,
        double margin = 6,
        params IReadOnlyList<Fault> faults
    )
    {
        var (widthMm, heightMm) = (lines.Width / lines.PixelsPerMm, lines.Height / lines.PixelsPerMm);
        var (across, down) = ((int)Math.Round(widthMm * PixelsPerMm), (int)Math.Round(heightMm * PixelsPerMm));
        var bare = paper ?? WhitePaper;
        var materials = new List<Spectrum> { bare };
        var first = new Dictionary<(int Ground, int Area, CellPart Part), int>();
        const int none = LabelRaster.Background;
        var marks = faults.Where(fault => fault.Mark is not null).ToDictionary(fault => fault, _ => 0);
        foreach (var fault in marks.Keys)
        {
            marks[fault] = materials.Count;
            materials.Add(fault.Mark!);
        }
        var masks = (zones ?? []).ToDictionary(mask => mask.Id);
        var random = new Random(seed);
        var pulled = new Random(seed);
        var (slow, edgeX, edgeY) = (new Waves(random, 9), new Waves(random, 5), new Waves(random, 5));
        var what = new ushort[across * down];
        var line = new byte[across * down];
        for (var y = 0; y < down; y++)
        {
            for (var x = 0; x < across; x++)
            {
                var (mmX, mmY) = ((x + 0.5) / PixelsPerMm, (y + 0.5) / PixelsPerMm);
                var at = y * across + x;
                var area = map.Labels.At(
                    new PointMm(mmX + strays * edgeX.At(mmX, mmY), mmY + strays * edgeY.At(mmX, mmY))
                );
                var ink = (double)lines.DarknessAt(new PointMm(mmX, mmY));
                var point = new PointMm(mmX, mmY);
                // Beyond its rim, where a brush strays, the middle.
                var part =
                    masks.TryGetValue(area, out var mask) && mask.At(point) is not CellPart.Outside and var own
                        ? Pulled(mask, point) ?? own
                        : CellPart.Middle;
                IReadOnlyList<Fault> here =
                    faults.Count == 0 ? [] : [.. faults.Where(fault => fault.Touches(point, area))];
                var over = here.Select(fault => fault.OverAt(point, area)).FirstOrDefault(one => one is not null);
                var (ground, top, times) = over is { } stray
                    ? (painted.ContainsKey(area) ? area : none, stray.Area, stray.Load)
                    : (none, area, here.Aggregate(1.0, (load, fault) => load * fault.LoadAt(point)));
                if (here.FirstOrDefault(fault => fault.Mark is not null) is { } mark)
                    what[at] = (ushort)marks[mark];
                else if (painted.TryGetValue(top, out var paint) && times > 0)
                {
                    var material = FirstOf(ground, top, top == area ? part : CellPart.Middle);
                    var load = times * Math.Exp(uneven * slow.At(mmX, mmY));
                    var step = (Math.Log(load) / Math.Log(LoadRange) + 1) / 2 * (Loads - 1);
                    what[at] = (ushort)(material + (int)Math.Clamp(Math.Round(step), 0, Loads - 1));
                    ink *= 1 - paint.Hides;
                }
                line[at] = (byte)Math.Round(ink);
            }
        }
        return new PaintedCard(widthMm, heightMm, margin, PixelsPerMm, [.. materials], what, line, BlackInk);

        // Of each point the part that a point about so far away has: the borders of parts get soft.
        CellPart? Pulled(AreaMask mask, PointMm point)
        {
            var by = fades?.Invoke(mask.Id) ?? 0;
            if (by == 0)
                return null;
            double Moved(double mm) => MathNet.Numerics.Distributions.Normal.Sample(pulled, mm, by);
            return mask.At(new PointMm(Moved(point.X), Moved(point.Y))) is not CellPart.Outside and var other
                ? other
                : null;
        }

        int FirstOf(int ground, int area, CellPart part)
        {
            if (first.TryGetValue((ground, area, part), out var known))
                return known;
            var under = ground == none ? bare : painted[ground].Look(bare, CellPart.Middle, 1);
            first[(ground, area, part)] = materials.Count;
            for (var step = 0; step < Loads; step++)
                materials.Add(painted[area].Look(under, part, Math.Pow(LoadRange, 2.0 * step / (Loads - 1) - 1)));
            return first[(ground, area, part)];
        }
    }

    /// <summary>A sum of waves of about this length, with a standard deviation of 1.</summary>
    private sealed class Waves
    {
        private const int Count = 7;
        private readonly (double U, double V, double Phase)[] waves;

        public Waves(Random random, double lengthMm) =>
            waves = [
                .. Enumerable
                    .Range(0, Count)
                    .Select(_ =>
                    {
                        var angle = random.NextDouble() * 2 * Math.PI;
                        var k = 2 * Math.PI / (lengthMm * (0.6 + random.NextDouble()));
                        return (k * Math.Cos(angle), k * Math.Sin(angle), random.NextDouble() * 2 * Math.PI);
                    }),
            ];

        public double At(double x, double y)
        {
            var sum = 0.0;
            foreach (var (u, v, phase) in waves)
                sum += Math.Sin(u * x + v * y + phase);
            return sum / Math.Sqrt(Count / 2.0);
        }
    }
}
