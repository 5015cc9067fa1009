using System.Collections.Immutable;

namespace Nube.Core.Cards.Cutting;

/// <summary>How one or more sheets are cut up.</summary>
/// <param name="Sheet">Id of the sheets that it is cut from.</param>
/// <param name="Times">How many sheets are cut so.</param>
/// <param name="OffCut">They are left from other work.</param>
/// <param name="Whole">The sheet, and how it is cut.</param>
public sealed record SheetCut(Guid Sheet, int Times, bool OffCut, CutPiece Whole);

/// <summary>Sheets to buy.</summary>
/// <param name="Sheet">Id of those that they are like.</param>
/// <param name="Count">How many, 1 or more.</param>
public sealed record SheetsToBuy(Guid Sheet, int Count);

/// <summary>How all parts are cut from sheets.</summary>
/// <param name="Sheets">How each sheet is cut.</param>
/// <param name="ToBuy">What is not owned of them.</param>
/// <param name="AtLeast">No way needs fewer whole sheets; off-cuts do not count.</param>
public sealed record CutPlan(ImmutableArray<SheetCut> Sheets, ImmutableArray<SheetsToBuy> ToBuy, int AtLeast)
{
    /// <summary>Whole sheets that are cut up.</summary>
    public int WholeSheets => Sheets.Where(sheet => !sheet.OffCut).Sum(sheet => sheet.Times);

    /// <summary>Cuts in all.</summary>
    public int Cuts => Sheets.Sum(sheet => sheet.Times * sheet.Whole.Cuts().Count());

    /// <summary>Fewer whole sheets cannot do: that is proven.</summary>
    public bool FewestSheets => WholeSheets == AtLeast;
}
