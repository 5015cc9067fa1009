using System.Collections.Immutable;

namespace Nube.Core.Planning;

/// <summary>Which passes must be done on a card before which.</summary>
internal static class Precedence
{
    /// <summary>
    /// Whether the first must come before the second: directly, or through others, so that it holds when one between is
    /// left out.
    /// </summary>
    public static bool[,] Of(ImmutableArray<Pass> passes)
    {
        var precedes = new bool[passes.Length, passes.Length];
        foreach (var pass in passes)
        {
            foreach (var direct in pass.After)
            {
                for (var earlier = 0; earlier <= direct; earlier++)
                    precedes[earlier, pass.Index] |= earlier == direct || precedes[earlier, direct];
            }
        }
        return precedes;
    }
}
