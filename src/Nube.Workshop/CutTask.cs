using System.Collections.Immutable;
using Nube.Core.Cards.Cutting;

namespace Nube.Workshop;

/// <summary>Finds how parts of one paper are cut from its sheets.</summary>
/// <param name="Parts">The parts.</param>
/// <param name="Sheets">The sheets.</param>
/// <param name="BladeMm">Width that a cut takes away, mm.</param>
public sealed record CutParts(ImmutableArray<PartToCut> Parts, ImmutableArray<SheetOwned> Sheets, double BladeMm)
    : WorkshopTask<CutAnswer>
{
    private protected override CutAnswer Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        try
        {
            return new CutAnswer(CutSheets.Plan(Parts, Sheets, BladeMm, stop), null, null);
        }
        catch (CutTroubleException trouble)
        {
            return new CutAnswer(null, trouble.Message, trouble.Part);
        }
    }
}

/// <summary>How parts are cut, or why they cannot be.</summary>
/// <param name="Plan">How they are cut; null where they cannot be.</param>
/// <param name="Trouble">Why they cannot be; null where they can.</param>
/// <param name="Part">The part that fits on no sheet, where that is why.</param>
public sealed record CutAnswer(CutPlan? Plan, string? Trouble, Guid? Part);
