using System.Runtime.Intrinsics;

namespace Nube.Core.Simulation;

/// <summary>What passes between the cells of lines that lie side by side.</summary>
internal static class Faces
{
    /// <summary>
    /// A backward Euler step: each face lets pass Q = a t - b t' of what is there after it. Down the line the diagonals
    /// are eliminated (L. H. Thomas, 1949); on the way back what passes each face leaves one cell and enters the next, so
    /// that nothing is lost to rounding.
    /// </summary>
    /// <param name="there">What is in each cell; what is after the step.</param>
    /// <param name="leaves">Share a that leaves each cell for the next, 0 or more; 0 for the last.</param>
    /// <param name="returns">Share b of the next that comes back, 0 or more; 0 for the last.</param>
    /// <param name="above">Room to work in.</param>
    /// <param name="solved">Room to work in.</param>
    /// <param name="passes">What has passed the face after each cell.</param>
    public static void Pass(
        Span<Vector256<float>> there,
        ReadOnlySpan<Vector256<float>> leaves,
        ReadOnlySpan<Vector256<float>> returns,
        Span<Vector256<float>> above,
        Span<Vector256<float>> solved,
        Span<Vector256<float>> passes
    )
    {
        var length = there.Length;
        var (none, one) = (Vector256<float>.Zero, Vector256<float>.One);
        Vector256<float> came = none,
            before = none,
            enters = none,
            back = none;
        for (var i = 0; i < there.Length; i++)
        {
            var (a, b) = (leaves[i], returns[i]);
            var pivot = one / (one + a + back - enters * came);
            came = b * pivot;
            before = (there[i] + enters * before) * pivot;
            (above[i], solved[i]) = (came, before);
            (enters, back) = (a, b);
        }
        var (later, beyond) = (solved[length - 1], none);
        for (var i = length - 2; i >= 0; i--)
        {
            var next = later;
            later = solved[i] + above[i] * next;
            var passed = leaves[i] * later - returns[i] * next;
            passes[i] = passed;
            there[i + 1] = there[i + 1] + passed - beyond;
            beyond = passed;
        }
        there[0] -= beyond;
    }
}
