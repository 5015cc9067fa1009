using System.Collections.Immutable;

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
    public WetSheet(PaperField paper, ImmutableArray<PigmentFlow> pigments, ReadOnlySpan<bool> dams = default)
    {
        ArgumentNullException.ThrowIfNull(paper);
        (Paper, Pigments) = (paper, pigments);
        var count = paper.Grid.Count;
        (Film, InPaper, Soaked, Stirred) = (new float[count], new float[count], new float[count], new float[count]);
        Afloat = [.. pigments.Select(_ => new float[count])];
        Loose = [.. pigments.Select(_ => new float[count])];
        Bound = [.. pigments.Select(_ => new float[count])];
        Dams = new float[count];
        if (!dams.IsEmpty && dams.Length != count)
            throw new ArgumentException("There is one dam or none for each cell.", nameof(dams));
        for (var at = 0; at < dams.Length; at++)
            Dams[at] = dams[at] ? float.PositiveInfinity : 0;
    }

    /// <summary>The surface.</summary>
    public PaperField Paper { get; }

    /// <summary>How each pigment behaves.</summary>
    public ImmutableArray<PigmentFlow> Pigments { get; }

    /// <summary>How high a film must stand to come onto a cell that holds water back: no film does; 0 elsewhere, g/m2.</summary>
    internal float[] Dams { get; }

    /// <summary>Water above the paper, g/m2, which is its height in um.</summary>
    internal float[] Film { get; }

    /// <summary>Water in the pores, g/m2.</summary>
    internal float[] InPaper { get; }

    /// <summary>Water in the pores when a film last lay above them, g/m2.</summary>
    internal float[] Soaked { get; }

    /// <summary>How much the brush has stirred up what lies there, 0 to 1; it soon comes to rest.</summary>
    internal float[] Stirred { get; }

    /// <summary>How much faster each wet cell dries than the mean of all, as it was worked out last.</summary>
    internal float[] Drawn { get; set; } = [];

    /// <summary>Until when that holds; before the first time 0, and again once something was laid, s.</summary>
    internal double DrawnUntil { get; set; }

    /// <summary>Each pigment in the film, as load.</summary>
    internal ImmutableArray<float[]> Afloat { get; }

    /// <summary>Each pigment on the paper that water still takes up, as load.</summary>
    internal ImmutableArray<float[]> Loose { get; }

    /// <summary>Each pigment that has dried on, as load.</summary>
    internal ImmutableArray<float[]> Bound { get; }

    /// <summary>Seconds since the first act.</summary>
    public double Seconds { get; internal set; }

    /// <summary>Water that has left into the air, summed over cells, g/m2.</summary>
    public double Evaporated { get; internal set; }

    /// <summary>All water that is on and in the sheet, summed over cells, g/m2.</summary>
    public double Water => Sum(Film) + Sum(InPaper);

    /// <summary>All of a pigment, wherever it is, summed over cells, as load.</summary>
    public double Pigment(int pigment) => Sum(Afloat[pigment]) + Sum(Loose[pigment]) + Sum(Bound[pigment]);

    /// <summary>Film of a cell, g/m2.</summary>
    public double FilmAt(int x, int y) => Film[y * Paper.Grid.Width + x];

    /// <summary>Water in the pores of a cell, g/m2.</summary>
    public double InPaperAt(int x, int y) => InPaper[y * Paper.Grid.Width + x];

    /// <summary>Load of a pigment on a cell, wherever it is.</summary>
    public double LoadAt(int pigment, int x, int y)
    {
        var at = y * Paper.Grid.Width + x;
        return Afloat[pigment][at] + Loose[pigment][at] + Bound[pigment][at];
    }

    /// <summary>
    /// Lays a wash: water, and with it pigment. A little of what has dried there comes loose, the less the more it stains.
    /// </summary>
    /// <param name="field">How much of it comes onto each cell: 1 for as much as is laid, 0 for none.</param>
    /// <param name="water">Water laid, g/m2, 0 or more.</param>
    /// <param name="stir">How much the brush stirs, 0 for water that falls onto it to 1 for scrubbing.</param>
    /// <param name="loads">Load of each pigment laid, 0 or more.</param>
    public void Lay(ReadOnlySpan<float> field, double water, double stir, params ReadOnlySpan<double> loads)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(stir);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(stir, 1);
        ArgumentOutOfRangeException.ThrowIfNegative(water);
        if (field.Length != Film.Length || loads.Length != Pigments.Length)
            throw new ArgumentException(
                "A wash has a value for each cell, and a load for each pigment.",
                nameof(field)
            );
        DrawnUntil = 0;
        for (var at = 0; at < field.Length; at++)
        {
            if (Dams[at] > 0)
                continue;
            Film[at] += (float)water * field[at];
            var stirs = (float)stir * MathF.Min(1, field[at]);
            Stirred[at] = MathF.Max(Stirred[at], stirs);
            for (var pigment = 0; pigment < loads.Length; pigment++)
            {
                Afloat[pigment][at] += (float)loads[pigment] * field[at];
                var wakes = stirs * Bound[pigment][at] * WakesOf(Pigments[pigment]);
                (Bound[pigment][at], Loose[pigment][at]) = (Bound[pigment][at] - wakes, Loose[pigment][at] + wakes);
            }
        }
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
