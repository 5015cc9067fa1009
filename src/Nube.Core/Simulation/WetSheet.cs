using System.Collections.Immutable;
using Nube.Core.Drying;

namespace Nube.Core.Simulation;

/// <summary>
/// What is on and in a sheet at a moment: water as a film and in the pores, and each pigment afloat, loose on the paper
/// and bound to it.
/// </summary>
/// <remarks>The one thing here that changes: a step of the simulation writes on it.</remarks>
public sealed class WetSheet
{
    /// <summary>Film that counts as one, g/m2; less than this is in the pores.</summary>
    internal const float LeastFilm = 0.05f;

    private const float Wakes = 0.35f; // share of what has dried on that scrubbing brings loose, of what does not stain; set by eye

    /// <summary>A dry, bare sheet.</summary>
    /// <param name="paper">Its surface.</param>
    /// <param name="pigments">How each pigment behaves that will be laid on it.</param>
    /// <param name="dams">Cells that hold water back, true for those; empty where none do.</param>
    /// <param name="areas">
    /// The area of each cell, whose rim dries faster than its middle; empty where the whole sheet is one.
    /// </param>
    public WetSheet(
        PaperField paper,
        ImmutableArray<PigmentFlow> pigments,
        ReadOnlySpan<bool> dams = default,
        ReadOnlySpan<ushort> areas = default
    )
    {
        ArgumentNullException.ThrowIfNull(paper);
        (Paper, Pigments) = (paper, pigments);
        var count = paper.Grid.Count;
        (Film, InPaper, Soaked, Stirred) = (Cells.New(count), Cells.New(count), Cells.New(count), Cells.New(count));
        Afloat = [.. pigments.Select(_ => Cells.New(count))];
        Loose = [.. pigments.Select(_ => Cells.New(count))];
        Bound = [.. pigments.Select(_ => Cells.New(count))];
        Valley = Cells.New(count);
        paper.Valley.CopyTo(Valley);
        Dams = new float[count];
        if (!dams.IsEmpty && dams.Length != count)
            throw new ArgumentException("There is one dam or none for each cell.", nameof(dams));
        for (var at = 0; at < dams.Length; at++)
            Dams[at] = dams[at] ? float.PositiveInfinity : 0;
        if (!areas.IsEmpty && areas.Length != count)
            throw new ArgumentException("There is one area for each cell.", nameof(areas));
        HasDams = dams.Contains(true);
        Areas = areas.IsEmpty ? new ushort[count] : areas.ToArray();
        LastArea = count == 0 ? 0 : Areas.Max();
        Quicker = Cells.New(count);
        Array.Fill(Quicker, 1);
        Awake = new bool[(count + Run - 1) / Run];
        InUse = new bool[pigments.Length];
        PigmentLaid = new double[pigments.Length];
    }

    /// <summary>Cells that are looked after together.</summary>
    internal const int Run = 4096;

    /// <summary>The surface.</summary>
    public PaperField Paper { get; }

    /// <summary>How each pigment behaves.</summary>
    public ImmutableArray<PigmentFlow> Pigments { get; }

    /// <summary>How high a film must stand to come onto a cell that holds water back: no film does; 0 elsewhere, g/m2.</summary>
    internal float[] Dams { get; }

    /// <summary>Whether there is any such cell.</summary>
    internal bool HasDams { get; }

    /// <summary>Water above the paper, g/m2, which is its height in um.</summary>
    internal float[] Film { get; }

    /// <summary>Water in the pores, g/m2.</summary>
    internal float[] InPaper { get; }

    /// <summary>Water in the pores when a film last lay above them, g/m2.</summary>
    internal float[] Soaked { get; }

    /// <summary>How much the brush has stirred up what lies there, 0 to 1; it soon comes to rest.</summary>
    internal float[] Stirred { get; }

    /// <summary>How deep a valley each cell is.</summary>
    internal float[] Valley { get; }

    /// <summary>The area of each cell.</summary>
    internal ushort[] Areas { get; }

    /// <summary>The largest of their ids.</summary>
    internal int LastArea { get; }

    /// <summary>How much faster each cell dries than one of a large sheet does, by the patch that it is in.</summary>
    internal float[] Quicker { get; }

    /// <summary>Of each run of cells, whether there is anything in it that still changes.</summary>
    internal bool[] Awake { get; }

    /// <summary>Of each pigment, whether any of it is afloat or loose.</summary>
    internal bool[] InUse { get; }

    private readonly HashSet<PaintLayer> stirredLayers = new(ReferenceEqualityComparer.Instance);

    /// <summary>Layers of which a brush has stirred something up since this was asked last.</summary>
    internal ImmutableArray<PaintLayer> TakeStirred()
    {
        ImmutableArray<PaintLayer> stirred = [.. stirredLayers];
        stirredLayers.Clear();
        return stirred;
    }

    /// <summary>Of each pigment what was laid, summed over cells, as load.</summary>
    internal double[] PigmentLaid { get; }

    /// <summary>What has dried on before, the lowest first.</summary>
    internal List<PaintLayer> Layers { get; } = [];

    /// <summary>How much faster each wet cell dries than the mean of its area, as it was worked out last.</summary>
    internal float[] Drawn { get; set; } = [];

    /// <summary>Until when that holds; before the first time 0; soon after something was laid, s.</summary>
    internal double DrawnUntil { get; set; }

    /// <summary>Each pigment in the film, as load.</summary>
    internal ImmutableArray<float[]> Afloat { get; }

    /// <summary>Each pigment on the paper that water still takes up, as load.</summary>
    internal ImmutableArray<float[]> Loose { get; }

    /// <summary>Each pigment that has dried on, as load.</summary>
    internal ImmutableArray<float[]> Bound { get; }

    /// <summary>For how long nothing has seeped yet that should have, s.</summary>
    internal double Unseeped { get; set; }

    /// <summary>Seconds since the first act.</summary>
    public double Seconds { get; internal set; }

    /// <summary>Water that has left into the air, summed over cells, g/m2.</summary>
    public double Evaporated { get; internal set; }

    /// <summary>Water that was laid, summed over cells, g/m2.</summary>
    public double WaterLaid { get; private set; }

    /// <summary>All water that is on and in the sheet, summed over cells, g/m2.</summary>
    public double Water => Sum(Film) + Sum(InPaper);

    /// <summary>All of a pigment, wherever it is, summed over cells, as load.</summary>
    public double Pigment(int pigment) =>
        Sum(Afloat[pigment])
        + Sum(Loose[pigment])
        + Sum(Bound[pigment])
        + Layers.SelectMany(layer => layer.Pigments).Where(one => one.Pigment == pigment).Sum(one => Sum(one.Load));

    /// <summary>Film of a cell, g/m2.</summary>
    public double FilmAt(int x, int y) => Film[y * Paper.Grid.Width + x];

    /// <summary>Water in the pores of a cell, g/m2.</summary>
    public double InPaperAt(int x, int y) => InPaper[y * Paper.Grid.Width + x];

    /// <summary>Load of a pigment on a cell since the last layer was closed, wherever it is.</summary>
    public double LoadAt(int pigment, int x, int y)
    {
        var at = y * Paper.Grid.Width + x;
        return Afloat[pigment][at] + Loose[pigment][at] + Bound[pigment][at];
    }

    /// <summary>
    /// Lays a wash: water, and with it pigment. A little of what has dried there comes loose, the less the more it stains.
    /// </summary>
    /// <param name="brushful">What is laid.</param>
    public void Lay(Brushful brushful)
    {
        ArgumentNullException.ThrowIfNull(brushful);
        var box = brushful.Box;
        ArgumentOutOfRangeException.ThrowIfNegative(brushful.Stir);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(brushful.Stir, 1);
        if (brushful.Water.Length != box.Count || brushful.Colour.Length != box.Count)
            throw new ArgumentException("Water and colour have a value for each cell.", nameof(brushful));
        DrawnUntil = Math.Min(DrawnUntil, Seconds + 1);
        foreach (var (pigment, load) in brushful.Loads)
            InUse[pigment] |= load > 0;
        ReadOnlySpan<float> water = brushful.Water.Span,
            colour = brushful.Colour.Span;
        for (var y = 0; y < box.Height; y++)
        {
            var (first, of) = ((box.Top + y) * Paper.Grid.Width + box.Left, y * box.Width);
            LayRow(brushful, first, water.Slice(of, box.Width), colour.Slice(of, box.Width));
        }
    }

    /// <summary>The same over all of the sheet.</summary>
    /// <param name="field">How much of it comes onto each cell: 1 for as much as is laid, 0 for none.</param>
    /// <param name="water">Water laid, g/m2, 0 or more.</param>
    /// <param name="stir">How much the brush stirs, 0 for water that falls onto it to 1 for scrubbing.</param>
    /// <param name="loads">Load of each pigment laid, 0 or more.</param>
    public void Lay(ReadOnlySpan<float> field, double water, double stir, params ReadOnlySpan<double> loads)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(water);
        if (loads.Length != Pigments.Length)
            throw new ArgumentException("A wash has a load for each pigment.", nameof(loads));
        var colour = field.ToArray();
        var of = ImmutableArray.CreateBuilder<PigmentLoad>();
        for (var pigment = 0; pigment < loads.Length; pigment++)
            of.Add(new PigmentLoad(pigment, loads[pigment]));
        Lay(
            new Brushful(
                CellBox.Of(Paper.Grid),
                Array.ConvertAll(colour, cell => (float)water * cell),
                colour,
                stir,
                of.ToImmutable()
            )
        );
    }

    private void LayRow(Brushful brushful, int first, ReadOnlySpan<float> water, ReadOnlySpan<float> colour)
    {
        for (var x = 0; x < water.Length; x++)
        {
            var at = first + x;
            if ((water[x] == 0 && colour[x] == 0) || Dams[at] > 0)
                continue;
            Awake[at / Run] = true;
            Film[at] += water[x];
            WaterLaid += water[x];
            Quicker[at] = (float)brushful.Quicker;
            foreach (var (pigment, load) in brushful.Loads)
            {
                Afloat[pigment][at] += (float)load * colour[x];
                PigmentLaid[pigment] += load * colour[x];
            }
            if (brushful.Stir > 0 && water[x] > 0)
                Wake(at, (float)brushful.Stir * MathF.Min(1, water[x]));
        }
    }

    /// <summary>The brush stirs a cell, and a little of what has dried there comes loose.</summary>
    private void Wake(int at, float stirs)
    {
        Stirred[at] = MathF.Max(Stirred[at], stirs);
        for (var pigment = 0; pigment < Pigments.Length; pigment++)
            Free(pigment, at, ref Bound[pigment][at], stirs);
        var (x, y) = (at % Paper.Grid.Width, at / Paper.Grid.Width);
        foreach (var layer in Layers)
        {
            var (column, row) = (x - layer.Box.Left, y - layer.Box.Top);
            if (column < 0 || row < 0 || column >= layer.Box.Width || row >= layer.Box.Height)
                continue;
            foreach (var dried in layer.Pigments)
                Free(dried.Pigment, at, ref dried.Load[row * layer.Box.Width + column], stirs);
            stirredLayers.Add(layer);
        }
    }

    private void Free(int pigment, int at, ref float dried, float stirs)
    {
        if (dried <= 0)
            return;
        var wakes = stirs * dried * WakesOf(Pigments[pigment]);
        dried -= wakes;
        Loose[pigment][at] += wakes;
        InUse[pigment] = true;
    }

    /// <summary>
    /// Closes the layer: what is laid from now on lies over what has dried until now. What is wet still goes with what
    /// comes.
    /// </summary>
    /// <returns>What has dried on since the last time, area by area.</returns>
    public ImmutableArray<PaintLayer> CloseLayer()
    {
        BindWhatIsNearlyDry();
        var dried = AreaByArea(pigment => Bound[pigment]);
        Layers.AddRange(dried);
        foreach (var pigment in dried.SelectMany(layer => layer.Pigments).Select(one => one.Pigment).Distinct())
            Array.Clear(Bound[pigment]);
        return dried;
    }

    /// <summary>
    /// An area is dry on the whole when the plan says so; its middle, which dries a little later than its rim, counts as
    /// dry then, too.
    /// </summary>
    private void BindWhatIsNearlyDry()
    {
        const float dry = (float)(NearlyDry * DryingCurve.CoolShare * DryingCurve.CriticalShare);
        for (var pigment = 0; pigment < Pigments.Length; pigment++)
        {
            if (!InUse[pigment])
                continue;
            for (var at = 0; at < Film.Length; at++)
            {
                if (Loose[pigment][at] == 0 || Film[at] > 0 || InPaper[at] > dry * Soaked[at])
                    continue;
                Bound[pigment][at] += Loose[pigment][at];
                Loose[pigment][at] = 0;
            }
        }
    }

    private const double NearlyDry = 1.5; // times the water that is left when it is dry

    /// <summary>All colour since the last layer was closed, wherever it is, area by area.</summary>
    public ImmutableArray<PaintLayer> InWork() =>
        AreaByArea(pigment =>
        {
            float[] afloat = Afloat[pigment],
                loose = Loose[pigment],
                bound = Bound[pigment];
            var all = new float[afloat.Length];
            for (var at = 0; at < all.Length; at++)
                all[at] = afloat[at] + loose[at] + bound[at];
            return all;
        });

    /// <summary>A layer for each area that holds any: a few small ones take less room than one around them all.</summary>
    private ImmutableArray<PaintLayer> AreaByArea(Func<int, float[]> loads)
    {
        var found = new SortedDictionary<ushort, (CellBox Box, List<int> Pigments)>();
        var all = new float[Pigments.Length][];
        for (var pigment = 0; pigment < all.Length; pigment++)
        {
            all[pigment] = loads(pigment);
            foreach (var (area, box) in Filled(all[pigment]))
            {
                var (before, pigments) = found.GetValueOrDefault(area, (default, []));
                pigments.Add(pigment);
                found[area] = (before.With(box), pigments);
            }
        }
        return
        [
            .. found.Select(area => new PaintLayer(
                area.Value.Box,
                [
                    .. area.Value.Pigments.Select(pigment => new PigmentLoads(
                        pigment,
                        Cut(all[pigment], area.Value.Box, area.Key)
                    )),
                ]
            )),
        ];
    }

    /// <summary>Of each area that holds anything, the smallest box with all cells of it that do.</summary>
    private Dictionary<ushort, CellBox> Filled(ReadOnlySpan<float> cells)
    {
        var boxes = new Dictionary<ushort, CellBox>();
        var width = Paper.Grid.Width;
        for (var y = 0; y < Paper.Grid.Height; y++)
        {
            var row = cells.Slice(y * width, width);
            var (first, last) = (Cells.First(row), Cells.Last(row));
            if (first < 0)
                continue;
            for (var x = first; x <= last; x++)
            {
                if (row[x] == 0)
                    continue;
                // Cells of an area that follow each other.
                var (from, area) = (x, Areas[y * width + x]);
                while (x + 1 < width && row[x + 1] != 0 && Areas[y * width + x + 1] == area)
                    x++;
                boxes[area] = boxes.GetValueOrDefault(area).With(new CellBox(from, y, x - from + 1, 1));
            }
        }
        return boxes;
    }

    private float[] Cut(ReadOnlySpan<float> cells, CellBox box, ushort area)
    {
        var part = new float[box.Count];
        for (var at = 0; at < part.Length; at++)
        {
            var cell = (box.Top + at / box.Width) * Paper.Grid.Width + box.Left + at % box.Width;
            if (Areas[cell] == area)
                part[at] = cells[cell];
        }
        return part;
    }

    private static float WakesOf(PigmentFlow flow) => Wakes * (float)((1 - flow.Staining) * (1 - flow.Staining));

    private static double Sum(float[] cells)
    {
        var sum = 0.0;
        foreach (var cell in cells)
            sum += cell;
        return sum;
    }
}
