using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Nube.Core.Artwork;
using OpenCvSharp;

namespace Nube.Core.Light;

/// <summary>Divides areas into shadow, middle and light.</summary>
public static class Zoning
{
    /// <summary>Smallest area that is divided, mm2: a brush does not follow less.</summary>
    public const double LeastMm2 = 15;

    /// <summary>
    /// How much more of an area lies in shadow when something is in front of it: things behind are darker. This
    /// project's own.
    /// </summary>
    public const double BehindShare = 0.1;

    private const float TuckedTone = 1.6f; // how much darker it is right beside what is in front, in cosines
    private const double FragmentMm2 = 1; // smaller pieces of a zone go to the middle
    private const double SmoothMm = 0.75; // radius over which the tone is evened, inside the area
    private const int Levels = 1024; // bins in which the shares are found

    /// <summary>The zones of all areas, as outlines.</summary>
    /// <param name="forms">The areas' forms.</param>
    /// <param name="light">Where the light comes from.</param>
    /// <param name="ruleOf">The rule for an area.</param>
    public static ImmutableArray<AreaZones> Of(
        ImmutableArray<AreaForm> forms,
        LightAngle light,
        Func<int, ZoneRule> ruleOf
    )
    {
        ArgumentNullException.ThrowIfNull(ruleOf);
        var middle = Middle(forms);
        return
        [
            .. forms
                .AsParallel()
                .AsOrdered()
                .Select(form => Outlined(Mask(form, light, ruleOf(form.Id), middle, ranked: false))),
        ];
    }

    /// <summary>The zones of all areas, cell by cell.</summary>
    /// <param name="forms">The areas' forms.</param>
    /// <param name="light">Where the light comes from.</param>
    /// <param name="ruleOf">The rule for an area.</param>
    public static ImmutableArray<AreaMask> Masks(
        ImmutableArray<AreaForm> forms,
        LightAngle light,
        Func<int, ZoneRule> ruleOf
    )
    {
        ArgumentNullException.ThrowIfNull(ruleOf);
        var middle = Middle(forms);
        return
        [
            .. forms.AsParallel().AsOrdered().Select(form => Mask(form, light, ruleOf(form.Id), middle, ranked: true)),
        ];
    }

    private static AreaZones Outlined(AreaMask mask) =>
        new(
            mask.Id,
            mask.Outline(CellPart.Shadow),
            mask.Outline(CellPart.Light, CellPart.White),
            mask.Outline(CellPart.White),
            mask.ShareOf(CellPart.Shadow)
        )
        {
            LightShare = mask.ShareOf(CellPart.Light, CellPart.White),
            WhiteShare = mask.ShareOf(CellPart.White),
        };

    /// <summary>The mask of an area; without the ranks of its cells where only outlines are wanted.</summary>
    private static AreaMask Mask(AreaForm form, LightAngle light, ZoneRule rule, PointMm middle, bool ranked)
    {
        var parts = new CellPart[form.Inside.Length];
        for (var at = 0; at < parts.Length; at++)
            parts[at] = form.Inside[at] ? CellPart.Middle : CellPart.Outside;
        var darkness = ranked ? new byte[parts.Length] : [];
        if (form.Cells * AreaForm.CellMm * AreaForm.CellMm >= LeastMm2)
        {
            var tone = Smoothed(form, Tone(form, light, rule, middle));
            var ranks = new Ranks(form, tone);
            for (var at = 0; ranked && at < parts.Length; at++)
            {
                if (form.Inside[at])
                    darkness[at] = (byte)Math.Round(255 * (1 - ranks.LighterThan(tone[at])));
            }
            // In the light: a petal or a pulled edge has a rule of its own for where it is deep.
            var more =
                form.Tucked is not null && rule is { Style: ZoneStyle.Light, ShadowShare: > 0 } ? BehindShare : 0;
            var low = ranks.Below(Math.Min(rule.ShadowShare + more, 1 - rule.LightShare));
            Mark(form, parts, CellPart.Shadow, at => tone[at] < low);
            if (rule.LightShare > 0)
            {
                var high = ranks.Below(1 - rule.LightShare);
                Mark(form, parts, CellPart.Light, at => tone[at] >= high);
            }
            if (rule.WhiteShare > 0)
            {
                var white = ranks.Below(1 - rule.WhiteShare);
                Mark(form, parts, CellPart.White, at => tone[at] >= white);
            }
        }
        return new AreaMask(
            form.Id,
            form.Left,
            form.Top,
            form.Width,
            form.Height,
            ImmutableCollectionsMarshal.AsImmutableArray(parts),
            ImmutableCollectionsMarshal.AsImmutableArray(darkness)
        );
    }

    /// <summary>How light each cell is: more is lighter.</summary>
    private static float[] Tone(AreaForm form, LightAngle light, ZoneRule rule, PointMm middle)
    {
        var tone = new float[form.Film.Length];
        var (lx, ly, lz) = light.Direction();
        var from = rule.From ?? middle;
        for (var y = 1; y < form.Height - 1; y++)
        {
            for (var x = 1; x < form.Width - 1; x++)
            {
                var at = y * form.Width + x;
                if (!form.Inside[at])
                    continue;
                tone[at] = rule.Style switch
                {
                    ZoneStyle.CentreOut => (float)Distance(form, x, y, from),
                    ZoneStyle.EdgeDark => form.Film[at],
                    _ => Shade(form.Film, at, form.Width, lx, ly, lz) - TuckedTone * (form.Tucked?[at] ?? 0),
                };
            }
        }
        return tone;
    }

    /// <summary>The cosine between the surface's normal and the light.</summary>
    /// <remarks>The height is 2 sqrt(u), so its slope is that of u over sqrt(u): multiplied out, nothing is divided by
    /// 0 at the rim.</remarks>
    private static float Shade(float[] film, int at, int width, double lx, double ly, double lz)
    {
        var gx = (film[at + 1] - film[at - 1]) / (2 * AreaForm.CellMm);
        var gy = (film[at + width] - film[at - width]) / (2 * AreaForm.CellMm);
        var up = Math.Sqrt(film[at]);
        return (float)((-gx * lx - gy * ly + up * lz) / Math.Sqrt(gx * gx + gy * gy + film[at] + 1e-12));
    }

    private static double Distance(AreaForm form, int x, int y, PointMm from)
    {
        var dx = (form.Left + x + 0.5) * AreaForm.CellMm - from.X;
        var dy = (form.Top + y + 0.5) * AreaForm.CellMm - from.Y;
        return Math.Sqrt(dx * dx + dy * dy);
    }

    private static PointMm Middle(ImmutableArray<AreaForm> forms)
    {
        if (forms.IsEmpty)
            return default;
        var (left, right) = (forms.Min(form => form.Left), forms.Max(form => form.Left + form.Width));
        var (top, bottom) = (forms.Min(form => form.Top), forms.Max(form => form.Top + form.Height));
        return new PointMm((left + right) / 2.0 * AreaForm.CellMm, (top + bottom) / 2.0 * AreaForm.CellMm);
    }

    /// <summary>Means over a square, of cells in the area only: a neighbour's tone does not leak in.</summary>
    private static float[] Smoothed(AreaForm form, float[] tone)
    {
        using var values = Mat.FromPixelData(form.Height, form.Width, MatType.CV_32FC1, tone);
        using var weights = new Mat(form.Height, form.Width, MatType.CV_8UC1);
        MemoryMarshal.AsBytes(form.Inside.AsSpan()).CopyTo(weights.AsSpan<byte>()); // a flag is a byte of 0 or 1
        var side = 2 * (int)Math.Round(SmoothMm / AreaForm.CellMm / 2) + 1;
        using Mat sums = new(),
            counts = new();
        Cv2.BoxFilter(
            values,
            sums,
            MatType.CV_32F,
            new Size(side, side),
            normalize: false,
            borderType: BorderTypes.Constant
        );
        Cv2.BoxFilter(
            weights,
            counts,
            MatType.CV_32F,
            new Size(side, side),
            normalize: false,
            borderType: BorderTypes.Constant
        );
        Cv2.Max(counts, new Scalar(1), counts);
        Cv2.Divide(sums, counts, sums);
        sums.GetArray(out float[] smooth);
        return smooth;
    }

    /// <summary>How the tones of an area's cells are spread.</summary>
    private sealed class Ranks
    {
        private readonly float least;
        private readonly float scale; // 0 where all are alike
        private readonly int[] upTo = new int[Levels + 2]; // cells below each level
        private readonly int cells;

        public Ranks(AreaForm form, float[] tone)
        {
            cells = form.Cells;
            (least, var most) = (float.PositiveInfinity, float.NegativeInfinity);
            for (var at = 0; at < tone.Length; at++)
            {
                if (!form.Inside[at])
                    continue;
                least = Math.Min(least, tone[at]);
                most = Math.Max(most, tone[at]);
            }
            scale = most <= least ? 0 : Levels / (most - least);
            for (var at = 0; at < tone.Length; at++)
            {
                if (form.Inside[at])
                    upTo[Level(tone[at]) + 1]++;
            }
            for (var level = 1; level < upTo.Length; level++)
                upTo[level] += upTo[level - 1];
        }

        /// <summary>The tone below which a share of the cells lies.</summary>
        public float Below(double share)
        {
            if (scale == 0)
                return least;
            var level = 0;
            while (level <= Levels && upTo[level + 1] <= share * cells)
                level++;
            return least + level / scale;
        }

        /// <summary>Share of the cells that a tone is lighter than, 0 to 1; the middle of those that are alike.</summary>
        public double LighterThan(float tone)
        {
            var level = Level(tone);
            return (upTo[level] + upTo[level + 1]) / 2.0 / cells;
        }

        private int Level(float tone) => (int)((tone - least) * scale);
    }

    /// <summary>Marks the cells of a zone, but for its fragments.</summary>
    private static void Mark(AreaForm form, CellPart[] parts, CellPart part, Func<int, bool> isIn)
    {
        using var mask = new Mat(form.Height, form.Width, MatType.CV_8UC1, Scalar.Black);
        var pixels = mask.AsSpan<byte>();
        for (var at = 0; at < pixels.Length; at++)
        {
            if (form.Inside[at] && isIn(at))
                pixels[at] = 255;
        }
        using Mat labels = new(),
            stats = new(),
            centres = new();
        var count = Cv2.ConnectedComponentsWithStats(
            mask,
            labels,
            stats,
            centres,
            PixelConnectivity.Connectivity4,
            MatType.CV_32S
        );
        var pieces = labels.AsSpan<int>();
        var kept = new bool[count]; // piece 0 is what is not in the zone
        for (var piece = 1; piece < count; piece++)
            kept[piece] =
                stats.At<int>(piece, (int)ConnectedComponentsTypes.Area) * AreaForm.CellMm * AreaForm.CellMm
                >= FragmentMm2;
        for (var at = 0; at < pieces.Length; at++)
        {
            if (kept[pieces[at]])
                parts[at] = part;
        }
    }
}
