namespace Nube.Core.Cards.Cutting;

/// <summary>Which way the fibres of a sheet run.</summary>
public enum Grain
{
    /// <summary>Not known of a sheet, all the same to a part.</summary>
    Any,

    /// <summary>Along its width.</summary>
    AlongWidth,

    /// <summary>Along its height.</summary>
    AlongHeight,
}

/// <summary>A part that is wanted of a paper.</summary>
/// <param name="Id">Tells it from others.</param>
/// <param name="WidthMm">Width, mm, above 0.</param>
/// <param name="HeightMm">Height, mm, above 0.</param>
/// <param name="Count">How many, 1 or more.</param>
/// <param name="Grain">How its grain is to run: a fold cracks across it.</param>
public sealed record PartToCut(Guid Id, double WidthMm, double HeightMm, int Count, Grain Grain = Grain.Any);

/// <summary>Sheets, all alike, that parts can be cut from.</summary>
/// <param name="Id">Tells them from others.</param>
/// <param name="WidthMm">Width, mm, above 0.</param>
/// <param name="HeightMm">Height, mm, above 0.</param>
/// <param name="Count">How many are owned, 0 or more.</param>
/// <param name="Grain">How its grain runs.</param>
/// <param name="OffCut">It is left from other work: it is used up first, and there are no more to buy.</param>
public sealed record SheetOwned(
    Guid Id,
    double WidthMm,
    double HeightMm,
    int Count,
    Grain Grain = Grain.Any,
    bool OffCut = false
)
{
    /// <summary>What one of them costs, in the maker's money; null where nobody said.</summary>
    public double? Price { get; init; }

    /// <summary>Whether a part may lie on it, turned by a quarter or not, as far as the grain goes.</summary>
    internal bool Allows(PartToCut part, bool turned) =>
        part.Grain == Grain.Any || Grain == Grain.Any || part.Grain == Grain != turned;
}
