using System.Collections.Immutable;
using System.Runtime.Intrinsics;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Simulation;

/// <summary>What a card looks like at a moment, on cells of half its sheet's side.</summary>
/// <remarks>
/// Layer over layer by Kubelka and Munk: each on what the layers below it reflect. Within a cell of the sheet the tooth
/// still shows: a little more load lies in its valleys, and light from the side brings out its slopes. Under water a
/// surface looks as <see cref="WetLook"/> says, and its meniscus shines. How much of tooth and shine is set by eye.
/// </remarks>
public sealed class CardSeen
{
    private const float LeastLoad = 1e-6f; // less is not seen
    private const float LoadInValleys = 0.02f, // more of it in a valley of one standard deviation
        SlopeLights = 0.02f, // brighter on a slope of one standard deviation from cell to cell
        DampDarkens = 0.35f; // of the way to the look under water, of paper that is full
    private const float Damp = 1, // full paper without a film
        DampSeen = 0.02f; // of what the paper holds; so much more or less cannot be seen
    private const float Shines = 0.22f, // of white at most
        ShinesFrom = 0.6f, // g/m2 of film from cell to cell, where its slope begins to shine
        ShinesFully = 3;
    private const float WhiteLights = 0.12f, // brighter where white rises towards the light, by load from cell to cell
        WhiteLightsAtMost = 0.18f;
    private const double TextureOfLight = 0.25; // of the relief, um: the slope of one standard deviation

    private const int Square = 16; // cells of the sheet that are looked at together

    private readonly PaperField fine;
    private readonly float[] card,
        lit;
    private readonly SeenPaint[] pigments;
    private readonly bool[] stands;
    private readonly Dictionary<CardLayer, float[][]> fineLoads = new(ReferenceEqualityComparer.Instance);
    private readonly byte[] pixels;
    private readonly Dictionary<CellBox, float> seenWet = []; // as they were looked at last
    private float[] film = [],
        inside = [];
    private float holds;

    /// <summary>A card.</summary>
    /// <param name="fine">Its paper, on cells of half its sheet's side.</param>
    /// <param name="card">The bare paper.</param>
    /// <param name="pigments">K and S of the sheet's pigments.</param>
    /// <param name="thick">Which of them stand up from the paper where they lie thick.</param>
    public CardSeen(
        PaperField fine,
        Spectrum card,
        IReadOnlyList<PaintOptics> pigments,
        IReadOnlyList<bool>? thick = null
    )
    {
        ArgumentNullException.ThrowIfNull(fine);
        ArgumentNullException.ThrowIfNull(card);
        (this.fine, this.card, this.pigments) = (fine, SeenSpectrum.Of(card), [.. pigments.Select(SeenPaint.Of)]);
        stands = thick is null ? new bool[pigments.Count] : [.. thick];
        lit = Lit(fine.Grid, fine.Relief.Span);
        pixels = new byte[3 * fine.Grid.Count];
    }

    /// <summary>Blue, green, red of each cell, row by row, 0 to 255, as sRGB codes them; valid until the next look.</summary>
    public ReadOnlyMemory<byte> Pixels => pixels;

    /// <summary>Looks at the card again.</summary>
    /// <param name="layers">What lies on it, the lowest first.</param>
    /// <param name="sheet">Its sheet, for what is wet.</param>
    /// <param name="touched">What was gone over since the last look.</param>
    public void Look(IReadOnlyCollection<CardLayer> layers, WetSheet sheet, IReadOnlyCollection<CellBox> touched)
    {
        ArgumentNullException.ThrowIfNull(layers);
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(touched);
        foreach (var stirred in sheet.TakeStirred())
            fineLoads.Remove(stirred);
        foreach (var gone in fineLoads.Keys.Where(layer => !layers.Contains(layer)).ToList())
            fineLoads.Remove(gone);
        foreach (var layer in layers.OfType<PaintLayer>().Where(layer => !fineLoads.ContainsKey(layer)))
            fineLoads[layer] = [.. layer.Pigments.Select(one => SmallerCells.Of(one.Load, layer.Box))];
        var over = layers.Select(layer => (layer.Box, Over: Prepared(layer))).ToList();
        var all = CellBox.Of(sheet.Paper.Grid);
        film = SmallerCells.Of(sheet.Film, all);
        inside = SmallerCells.Of(sheet.InPaper, all);
        holds = (float)Math.Max(1, sheet.Paper.Holds);
        var squares = Squares(sheet, touched);
        Parallel.ForEach(squares, square =>
            Look(square.OnSmallerCells(), [.. over.Where(one => one.Box.Meets(square)).Select(one => one.Over)])
        );
    }

    /// <summary>The squares of the sheet that can look otherwise: gone over, or wetter or drier than at the last look.</summary>
    private List<CellBox> Squares(WetSheet sheet, IReadOnlyCollection<CellBox> touched)
    {
        var grid = sheet.Paper.Grid;
        var (columns, rows) = ((grid.Width + Square - 1) / Square, (grid.Height + Square - 1) / Square);
        var squares = new List<CellBox>();
        for (var at = 0; at < columns * rows; at++)
        {
            var (left, top) = (at % columns * Square, at / columns * Square);
            var square = new CellBox(
                left,
                top,
                Math.Min(Square, grid.Width - left),
                Math.Min(Square, grid.Height - top)
            );
            var wet = Wetness(sheet, square.Wider(1, grid)); // a film is seen half a cell beyond its own
            var was = seenWet.GetValueOrDefault(square);
            if (wet <= Damp && was <= Damp && MathF.Abs(wet - was) < DampSeen && !touched.Any(box => box.Meets(square)))
                continue;
            squares.Add(square);
            seenWet[square] = wet;
        }
        return squares;
    }

    /// <summary>Water in the pores, of what the paper holds; more than that where there is any film.</summary>
    private static float Wetness(WetSheet sheet, CellBox square)
    {
        var inside = 0.0;
        for (var y = square.Top; y < square.Top + square.Height; y++)
        {
            var from = y * sheet.Paper.Grid.Width + square.Left;
            if (Cells.Any(sheet.Film.AsSpan(from, square.Width)))
                return 2 * Damp;
            foreach (var cell in sheet.InPaper.AsSpan(from, square.Width))
                inside += cell;
        }
        return (float)(inside / square.Count / Math.Max(1, sheet.Paper.Holds));
    }

    private void Look(CellBox square, ImmutableArray<Over> layers)
    {
        Span<float> seen = stackalloc float[SeenSpectrum.Padded];
        var valleys = fine.Valley.Span;
        for (var y = square.Top; y < square.Top + square.Height; y++)
        {
            for (var x = square.Left; x < square.Left + square.Width; x++)
            {
                card.CopyTo(seen);
                var at = y * fine.Grid.Width + x;
                foreach (var over in layers)
                    over(x, y, valleys[at], seen);
                var wet = film[at] > WetSheet.LeastFilm ? 1 : DampDarkens * MathF.Min(1, inside[at] / holds);
                if (wet > DampDarkens * DampSeen)
                    SeenSpectrum.Wet(seen, wet);
                Write(at, seen, lit[at], Shine(x, y));
            }
        }
    }

    private delegate void Over(int x, int y, float valley, Span<float> seen);

    private Over Prepared(CardLayer layer)
    {
        var box = layer.Box.OnSmallerCells();
        switch (layer)
        {
            case PaintLayer paint:
                var loads = fineLoads[paint];
                var optics = paint.Pigments.Select(one => pigments[one.Pigment]).ToArray();
                var thick = loads.Where((_, at) => stands[paint.Pigments[at].Pigment]).ToArray();
                return (x, y, valley, seen) =>
                {
                    if (Place(box, x, y) is not (>= 0 and var at))
                        return;
                    Paint(optics, loads, at, 1 + LoadInValleys * valley, seen);
                    if (thick.Length > 0)
                        SeenSpectrum.Brighter(seen, 1 + RisesToLight(thick, at, box));
                };
            case PencilLayer pencil:
                SeenPaint[] drawn = [SeenPaint.Of(pencil.Pencil)];
                return (x, y, _, seen) =>
                {
                    if (Place(box, x, y) is var at && at >= 0)
                        Draw(pencil, drawn, at, seen);
                };
            case TowardsLayer towards:
                var to = SeenSpectrum.Of(towards.To);
                return (x, y, _, seen) =>
                {
                    if (Place(box, x, y) is var at && at >= 0 && towards.Share[at] > 0)
                        SeenSpectrum.Nearer(seen, to, towards.Share[at]);
                };
            default:
                throw new ArgumentOutOfRangeException(nameof(layer));
        }
    }

    private static int Place(CellBox box, int x, int y)
    {
        var (column, row) = (x - box.Left, y - box.Top);
        return (uint)column < (uint)box.Width && (uint)row < (uint)box.Height ? row * box.Width + column : -1;
    }

    private static void Paint(SeenPaint[] paints, float[][] loads, int at, float more, Span<float> seen)
    {
        Span<float> here = stackalloc float[paints.Length];
        var any = 0f;
        for (var pigment = 0; pigment < here.Length; pigment++)
        {
            here[pigment] = Math.Max(0, loads[pigment][at]) * more;
            any += here[pigment];
        }
        if (any > LeastLoad)
            SeenSpectrum.Lay(seen, paints, here);
    }

    /// <summary>Light from the upper left falls on the edge of what stands up from the paper.</summary>
    private static float RisesToLight(float[][] thick, int at, CellBox box)
    {
        if (at % box.Width == 0 || at < box.Width)
            return 0;
        var rises = 0f;
        foreach (var load in thick)
            rises += 2 * load[at] - load[at - 1] - load[at - box.Width];
        return Math.Clamp(WhiteLights * rises, -WhiteLightsAtMost, WhiteLightsAtMost);
    }

    private static void Draw(PencilLayer pencil, SeenPaint[] drawn, int at, Span<float> seen)
    {
        var touched = pencil.Touches[at] * (float)pencil.LoadOfTouch;
        var spread = pencil.Spread.Length == 0 ? 0 : pencil.Spread[at];
        Span<float> even = stackalloc float[SeenSpectrum.Padded];
        seen.CopyTo(even);
        if (touched > 0)
            SeenSpectrum.Lay(seen, drawn, [touched]);
        if (spread <= 0)
            return;
        if (pencil.Even[at] > LeastLoad)
            SeenSpectrum.Lay(even, drawn, [pencil.Even[at]]);
        SeenSpectrum.Nearer(seen, even, spread);
    }

    /// <summary>How light from the upper left falls on the tooth, around 1.</summary>
    private static float[] Lit(CellGrid grid, ReadOnlySpan<float> relief)
    {
        var lit = new float[grid.Count];
        Array.Fill(lit, 1);
        for (var y = 1; y < grid.Height; y++)
        {
            for (var x = 1; x < grid.Width; x++)
            {
                var at = y * grid.Width + x;
                var slope = 2 * relief[at] - relief[at - 1] - relief[at - grid.Width];
                lit[at] = 1 + SlopeLights * slope / (float)TextureOfLight;
            }
        }
        return lit;
    }

    /// <summary>A film that slopes towards the light throws some of it into the eye.</summary>
    private float Shine(int x, int y)
    {
        if (x == 0 || y == 0)
            return 0;
        var at = y * fine.Grid.Width + x;
        var rises = 2 * film[at] - film[at - 1] - film[at - fine.Grid.Width];
        return film[at] <= WetSheet.LeastFilm
            ? 0
            : Shines * Math.Clamp((rises - ShinesFrom) / (ShinesFully - ShinesFrom), 0, 1);
    }

    private void Write(int at, ReadOnlySpan<float> seen, float lit, float shine)
    {
        for (var channel = 0; channel < 3; channel++)
        {
            var light = SeenSpectrum.Light(seen, Screen.Weights[channel]);
            // Blue comes first.
            pixels[3 * at + 2 - channel] = Screen.Code(light * lit + shine);
        }
    }
}
