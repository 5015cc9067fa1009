using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

namespace Nube.Core.Simulation;

/// <summary>Cells side by side, as many at a time as a vector holds.</summary>
internal static class Cells
{
    /// <summary>Whether any of them is not 0.</summary>
    public static bool Any(ReadOnlySpan<float> cells) => Bits(cells).ContainsAnyExcept(0);

    /// <summary>The first that is not 0; -1 when all are.</summary>
    public static int First(ReadOnlySpan<float> cells) => Bits(cells).IndexOfAnyExcept(0);

    /// <summary>The last that is not 0; -1 when all are.</summary>
    public static int Last(ReadOnlySpan<float> cells) => Bits(cells).LastIndexOfAnyExcept(0);

    // The runtime looks through whole numbers many at a time, but not through floats, of which two are 0.
    private static ReadOnlySpan<int> Bits(ReadOnlySpan<float> cells) => MemoryMarshal.Cast<float, int>(cells);

    /// <summary>New ones, with room to whole vectors.</summary>
    public static float[] New(int count) =>
        new float[(count + Vector256<float>.Count - 1) / Vector256<float>.Count * Vector256<float>.Count];

    /// <summary>A vector of those that <see cref="New"/> made.</summary>
    /// <param name="cells">All.</param>
    /// <param name="at">The first of them: so many whole vectors come before.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<float> Load(float[] cells, int at) => Vector256.LoadUnsafe(ref cells[at]);

    /// <summary>Writes a vector of them.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Store(float[] cells, int at, Vector256<float> values) => values.StoreUnsafe(ref cells[at]);
}
