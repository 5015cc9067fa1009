using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;

namespace Nube.Core.Simulation;

/// <summary>Rows of eight numbers become columns.</summary>
internal static class Transposing
{
    /// <summary>Exchanges the lanes of eight vectors with their places.</summary>
    public static void InPlace(Span<Vector256<float>> square)
    {
        if (Avx.IsSupported)
            ByShuffles(square[..8]);
        else
            OneByOne(MemoryMarshal.Cast<Vector256<float>, float>(square[..8]));
    }

    /// <summary>Pairs, then fours, then halves are put together.</summary>
    private static void ByShuffles(Span<Vector256<float>> v)
    {
        const byte firstTwo = 0x44,
            lastTwo = 0xEE,
            firstHalves = 0x20,
            lastHalves = 0x31;
        var (a0, a1) = (Avx.UnpackLow(v[0], v[1]), Avx.UnpackHigh(v[0], v[1]));
        var (a2, a3) = (Avx.UnpackLow(v[2], v[3]), Avx.UnpackHigh(v[2], v[3]));
        var (a4, a5) = (Avx.UnpackLow(v[4], v[5]), Avx.UnpackHigh(v[4], v[5]));
        var (a6, a7) = (Avx.UnpackLow(v[6], v[7]), Avx.UnpackHigh(v[6], v[7]));
        var (b0, b1) = (Avx.Shuffle(a0, a2, firstTwo), Avx.Shuffle(a0, a2, lastTwo));
        var (b2, b3) = (Avx.Shuffle(a1, a3, firstTwo), Avx.Shuffle(a1, a3, lastTwo));
        var (b4, b5) = (Avx.Shuffle(a4, a6, firstTwo), Avx.Shuffle(a4, a6, lastTwo));
        var (b6, b7) = (Avx.Shuffle(a5, a7, firstTwo), Avx.Shuffle(a5, a7, lastTwo));
        (v[0], v[4]) = (Avx.Permute2x128(b0, b4, firstHalves), Avx.Permute2x128(b0, b4, lastHalves));
        (v[1], v[5]) = (Avx.Permute2x128(b1, b5, firstHalves), Avx.Permute2x128(b1, b5, lastHalves));
        (v[2], v[6]) = (Avx.Permute2x128(b2, b6, firstHalves), Avx.Permute2x128(b2, b6, lastHalves));
        (v[3], v[7]) = (Avx.Permute2x128(b3, b7, firstHalves), Avx.Permute2x128(b3, b7, lastHalves));
    }

    /// <summary>For processors without those shuffles.</summary>
    private static void OneByOne(Span<float> square)
    {
        for (var row = 0; row < 8; row++)
        {
            for (var column = 0; column < row; column++)
                (square[8 * row + column], square[8 * column + row]) = (
                    square[8 * column + row],
                    square[8 * row + column]
                );
        }
    }
}
