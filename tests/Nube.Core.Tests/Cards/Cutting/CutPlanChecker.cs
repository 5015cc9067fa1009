using System.Collections.Immutable;
using Nube.Core.Cards.Cutting;

namespace Nube.Core.Tests.Cards.Cutting;

/// <summary>Says what is wrong with a way to cut sheets; it knows nothing of how one is found.</summary>
internal static class CutPlanChecker
{
    private const double Nearly = 0.03; // mm; parts lie on whole eightieths of a millimetre

    private sealed record Lying(CutPart Part, double Left, double Top);

    /// <summary>What is wrong; nothing where all is well.</summary>
    public static IEnumerable<string> Wrong(
        CutPlan plan,
        ImmutableArray<PartToCut> parts,
        ImmutableArray<SheetOwned> sheets,
        double bladeMm
    )
    {
        foreach (var part in parts)
        {
            var cut = plan.Sheets.Sum(sheet =>
                sheet.Times * sheet.Whole.Ends().OfType<CutPart>().Count(end => end.Part == part.Id)
            );
            if (cut != part.Count)
                yield return $"{cut} instead of {part.Count} of {part.WidthMm} x {part.HeightMm}";
        }
        foreach (var sheet in sheets)
        {
            var used = plan.Sheets.Where(one => one.Sheet == sheet.Id).Sum(one => one.Times);
            var there = sheet.Count + plan.ToBuy.Where(buy => buy.Sheet == sheet.Id).Sum(buy => buy.Count);
            if (used > there)
                yield return $"{used} sheets of {there}";
            if (sheet.OffCut && plan.ToBuy.Any(buy => buy.Sheet == sheet.Id))
                yield return "an off-cut is to be bought";
        }
        foreach (var cut in plan.Sheets)
        {
            var sheet = sheets.Single(one => one.Id == cut.Sheet);
            foreach (var wrong in OnSheet(cut, sheet, parts, bladeMm))
                yield return wrong;
        }
    }

    private static IEnumerable<string> OnSheet(
        SheetCut cut,
        SheetOwned sheet,
        ImmutableArray<PartToCut> parts,
        double bladeMm
    )
    {
        var lying = Placed(cut.Whole, 0, 0, bladeMm).ToList();
        foreach (var (part, left, top) in lying)
        {
            var wanted = parts.Single(one => one.Id == part.Part);
            var (width, height) = part.Turned ? (wanted.HeightMm, wanted.WidthMm) : (wanted.WidthMm, wanted.HeightMm);
            if (Math.Abs(part.WidthMm - width) > Nearly || Math.Abs(part.HeightMm - height) > Nearly)
                yield return $"{part.WidthMm} x {part.HeightMm} instead of {width} x {height}";
            if (left + width > sheet.WidthMm + Nearly || top + height > sheet.HeightMm + Nearly)
                yield return "a part lies beyond its sheet";
            var along = part.Turned
                ? wanted.Grain switch
                {
                    Grain.AlongWidth => Grain.AlongHeight,
                    Grain.AlongHeight => Grain.AlongWidth,
                    _ => Grain.Any,
                }
                : wanted.Grain;
            if (along != Grain.Any && sheet.Grain != Grain.Any && along != sheet.Grain)
                yield return "a part's grain runs the wrong way";
        }
        if (!ByStraightCuts(lying, bladeMm))
            yield return "no straight cuts from edge to edge part these";
    }

    private static IEnumerable<Lying> Placed(CutPiece piece, double left, double top, double bladeMm) =>
        piece switch
        {
            CutPart part => [new Lying(part, left, top)],
            CutThrough { Down: true } cut =>
            [
                .. Placed(cut.First, left, top, bladeMm),
                .. Placed(cut.Second, left + cut.AtMm + bladeMm, top, bladeMm),
            ],
            CutThrough cut =>
            [
                .. Placed(cut.First, left, top, bladeMm),
                .. Placed(cut.Second, left, top + cut.AtMm + bladeMm, bladeMm),
            ],
            _ => [],
        };

    /// <summary>Whether they can be parted by cuts from edge to edge that hit none of them, with room for the blade.</summary>
    private static bool ByStraightCuts(List<Lying> parts, double bladeMm)
    {
        if (parts.Count < 2)
            return true;
        return Parted(parts, one => one.Left, one => one.Left + one.Part.WidthMm, bladeMm)
            || Parted(parts, one => one.Top, one => one.Top + one.Part.HeightMm, bladeMm);
    }

    private static bool Parted(List<Lying> parts, Func<Lying, double> from, Func<Lying, double> to, double bladeMm)
    {
        foreach (var at in parts.Select(to).Distinct())
        {
            var before = parts.Where(one => to(one) <= at + Nearly).ToList();
            var after = parts.Where(one => from(one) >= at + bladeMm - Nearly && to(one) > at + Nearly).ToList();
            if (after.Count > 0 && before.Count > 0 && before.Count + after.Count == parts.Count)
                return ByStraightCuts(before, bladeMm) && ByStraightCuts(after, bladeMm);
        }
        return false;
    }
}
