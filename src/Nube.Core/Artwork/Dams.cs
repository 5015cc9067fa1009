using System.Collections.Immutable;

namespace Nube.Core.Artwork;

/// <summary>Which lines are raised, so that they stop water.</summary>
public enum DamLines
{
    /// <summary>None: wet areas that touch run together.</summary>
    None,

    /// <summary>The whole outline is embossed.</summary>
    All,

    /// <summary>The outlines of chosen areas are embossed.</summary>
    Chosen,
}

/// <summary>The dams of an image: a raised line stops water. Common practice, no source.</summary>
/// <param name="Lines">Which lines are raised.</param>
/// <param name="Areas">Whose outlines, when they are chosen; kept for later when they are not.</param>
public sealed record Dams(DamLines Lines, ImmutableArray<int> Areas)
{
    /// <summary>No line is raised.</summary>
    public static Dams None { get; } = new(DamLines.None, []);

    /// <summary>Whether the line between two areas stops water: it belongs to the outlines of both.</summary>
    public bool Between(int one, int other) =>
        Lines switch
        {
            DamLines.All => true,
            DamLines.Chosen => Areas.Contains(one) || Areas.Contains(other),
            _ => false,
        };

    /// <summary>The pairs that can run together when both are wet.</summary>
    public IEnumerable<Neighbours> RunTogether(IEnumerable<Neighbours> touching) =>
        touching.Where(pair => !Between(pair.One, pair.Other));
}
