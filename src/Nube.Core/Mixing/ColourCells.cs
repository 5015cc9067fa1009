using Nube.Core.Colour;

namespace Nube.Core.Mixing;

/// <summary>Colours sorted into cells of L*a*b*, each with the mix and wash that gives it.</summary>
/// <remarks>Colours are kept in 16 bits a coordinate: within 1/1200 of L* and 1/500 of a* and b*.</remarks>
internal sealed class ColourCells
{
    /// <summary>Memory of a colour: three coordinates, and what gives it.</summary>
    public const int BytesPerColour = 3 * sizeof(ushort) + sizeof(int);

    private const float StepsPerL = 600,
        StepsPerAb = 250,
        LeastAb = -128; // steps to one unit, so that each coordinate has 16 bits; the least a* or b* of sRGB is above -108
    private const int CellL = 5,
        CellAb = 6; // sides of a cell, in L* and in a*, b*
    private const int CellsL = 21,
        CellsAb = 44; // so that 0 to 105 and -128 to 136 are covered

    private readonly int washes;
    private readonly int[] start;
    private readonly int[] filled; // cells that hold anything
    private readonly ushort[] colours; // L, a, b of each entry
    private readonly int[] entries; // mix * washes + wash

    private ColourCells(int washes, int[] start, ushort[] colours, int[] entries)
    {
        (this.washes, this.start, this.colours, this.entries) = (washes, start, colours, entries);
        filled = [.. Enumerable.Range(0, start.Length - 1).Where(cell => start[cell + 1] > start[cell])];
    }

    /// <summary>Writes the colours of a mix: L, a, b for each wash.</summary>
    public delegate void ColoursOf(int mix, Span<float> colours);

    /// <summary>Sorts the colours of all mixes.</summary>
    public static ColourCells Of(int mixes, int washes, ColoursOf coloursOf)
    {
        var raw = new ushort[3 * mixes * washes];
        Parallel.ForEach(System.Collections.Concurrent.Partitioner.Create(0, mixes), range =>
        {
            Span<float> colours = stackalloc float[3 * washes];
            for (var mix = range.Item1; mix < range.Item2; mix++)
            {
                coloursOf(mix, colours);
                var to = raw.AsSpan(3 * mix * washes, 3 * washes);
                for (var at = 0; at < colours.Length; at += 3)
                {
                    to[at] = Steps(colours[at] * StepsPerL);
                    to[at + 1] = Steps((colours[at + 1] - LeastAb) * StepsPerAb);
                    to[at + 2] = Steps((colours[at + 2] - LeastAb) * StepsPerAb);
                }
            }
        });
        // A counting sort by cell, in a fixed number of pieces that count and place for themselves: the order within a
        // cell is that of the grid, on any number of threads.
        const int pieces = 8,
            cells = CellsL * CellsAb * CellsAb;
        var count = mixes * washes;
        var counts = new int[pieces][];
        (int From, int To) Piece(int piece) =>
            ((int)((long)count * piece / pieces), (int)((long)count * (piece + 1) / pieces));
        Parallel.For(0, pieces, piece =>
        {
            var own = counts[piece] = new int[cells];
            var (from, to) = Piece(piece);
            for (var i = from; i < to; i++)
                own[CellOf(raw, i)]++;
        });
        var start = new int[cells + 1];
        for (var cell = 0; cell < cells; cell++)
        {
            var at = start[cell];
            foreach (var own in counts)
                (own[cell], at) = (at, at + own[cell]);
            start[cell + 1] = at;
        }
        var (sorted, entries) = (new ushort[raw.Length], new int[count]);
        Parallel.For(0, pieces, piece =>
        {
            var next = counts[piece];
            var (from, to) = Piece(piece);
            for (var i = from; i < to; i++)
            {
                var place = next[CellOf(raw, i)]++;
                raw.AsSpan(3 * i, 3).CopyTo(sorted.AsSpan(3 * place));
                entries[place] = i;
            }
        });
        return new ColourCells(washes, start, sorted, entries);
    }

    private static ushort Steps(float steps) => (ushort)Math.Clamp(steps + 0.5f, 0, ushort.MaxValue);

    /// <summary>First entry of a cell; of the one after the last, the number of entries.</summary>
    public int Start(int cell) => start[cell];

    /// <summary>Colour of an entry.</summary>
    public Lab ColourAt(int entry) =>
        new(
            colours[3 * entry] / StepsPerL,
            colours[3 * entry + 1] / StepsPerAb + LeastAb,
            colours[3 * entry + 2] / StepsPerAb + LeastAb
        );

    /// <summary>What gives the colour of an entry.</summary>
    public (int Mix, int Wash) MixAndWash(int entry) => Math.DivRem(entries[entry], washes);

    /// <summary>The cells that hold anything.</summary>
    public ReadOnlySpan<int> Filled => filled;

    /// <summary>
    /// The cells whose colours can be within a difference of a wish, in the order of the least that they can have.
    /// </summary>
    public IEnumerable<(int Cell, double Least)> InOrder(Lab wish, double within)
    {
        var near = filled
            .Select(cell => (Cell: cell, Least: BoxOf(cell).LeastDifference(wish)))
            .Where(cell => cell.Least <= within)
            .ToArray();
        Array.Sort(near, (one, other) => (one.Least, one.Cell).CompareTo((other.Least, other.Cell)));
        return near;
    }

    /// <summary>The colours that a cell can hold.</summary>
    public static LabBox BoxOf(int cell)
    {
        var (rest, b) = Math.DivRem(cell, CellsAb);
        var (l, a) = Math.DivRem(rest, CellsAb);
        var low = new Lab(l * CellL, a * CellAb + LeastAb, b * CellAb + LeastAb);
        return new LabBox(low, new Lab(low.L + CellL, low.A + CellAb, low.B + CellAb));
    }

    private static int CellOf(ushort[] colours, int entry)
    {
        var l = colours[3 * entry] / (int)(CellL * StepsPerL);
        var a = colours[3 * entry + 1] / (int)(CellAb * StepsPerAb);
        var b = colours[3 * entry + 2] / (int)(CellAb * StepsPerAb);
        return (l * CellsAb + a) * CellsAb + b;
    }
}
