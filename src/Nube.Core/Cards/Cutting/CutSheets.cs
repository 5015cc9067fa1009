using System.Collections.Immutable;
using Google.OrTools.Sat;

namespace Nube.Core.Cards.Cutting;

/// <summary>
/// Cuts parts from sheets: off-cuts first, then as few whole sheets as can be, then as few cuts.
/// </summary>
/// <remarks>
/// Whole patterns are combined. Which patterns are worth having, and how few sheets could do at best, is found by column
/// generation (P. C. Gilmore, R. E. Gomory, Operations Research 13 (1965), 94-120): parts of sheets are allowed at first,
/// which can only need fewer; then whole ones are chosen by CP-SAT (OR-Tools) among all patterns that came up.
/// </remarks>
public static class CutSheets
{
    /// <summary>Most parts in one list.</summary>
    public const int MostParts = 2_000;

    private const double Nearly = 1e-6; // mm; what arithmetic leaves
    private const double SecondsToChoose = 1.5; // of CP-SAT's deterministic time
    private const long SheetBefore = 10_000, // a whole sheet counts as so many cuts, one to buy as so many times more
        BuyingBefore = 1_000_000;

    /// <summary>The way to cut.</summary>
    /// <param name="parts">What is wanted.</param>
    /// <param name="sheets">What it is cut from.</param>
    /// <param name="bladeMm">Width that a cut takes away, mm, 0 or more; a guillotine takes none.</param>
    /// <param name="stop">Ends it early.</param>
    /// <exception cref="CutTroubleException">Not all parts can be cut from them; with a sentence for the maker.</exception>
    /// <exception cref="ArgumentException">A count or a size is none.</exception>
    public static CutPlan Plan(
        ImmutableArray<PartToCut> parts,
        ImmutableArray<SheetOwned> sheets,
        double bladeMm = 0,
        CancellationToken stop = default
    )
    {
        Check(parts, sheets, bladeMm);
        if (parts.IsEmpty)
            return new CutPlan([], [], 0);
        var stock = sheets.Select(sheet => Stock.Of(sheet, parts, bladeMm)).ToImmutableArray();
        foreach (var (part, wanted) in parts.Index())
        {
            if (!stock.Any(kind => kind.Parts.Any(lying => lying.Part == part)))
                throw new CutTroubleException(
                    FormattableString.Invariant(
                        $"A part of {wanted.WidthMm:0.#} x {wanted.HeightMm:0.#} mm fits on none of the sheets."
                    )
                )
                {
                    Part = wanted.Id,
                };
        }
        var columns = PatternSearch.Laid(parts, stock);
        var atLeast = PatternSearch.Generate(parts, stock, columns, stop);
        return Choose(parts, stock, columns, atLeast, bladeMm, stop);
    }

    private static void Check(ImmutableArray<PartToCut> parts, ImmutableArray<SheetOwned> sheets, double bladeMm)
    {
        const double longest = 2_000; // mm; beyond what a table takes
        ArgumentOutOfRangeException.ThrowIfNegative(bladeMm);
        if (parts.Any(part => part.Count < 1) || sheets.Any(sheet => sheet.Count < 0))
            throw new ArgumentException("Counts are 1 or more, of sheets 0 or more.", nameof(parts));
        if (parts.Sum(part => (long)part.Count) > MostParts)
            throw new CutTroubleException($"These are more than {MostParts} parts. Cut them in several goes.");
        if (
            parts
                .SelectMany(part => (double[])[part.WidthMm, part.HeightMm])
                .Concat(sheets.SelectMany(sheet => (double[])[sheet.WidthMm, sheet.HeightMm]))
                .Any(mm => !(mm > 0 && mm <= longest))
        )
            throw new ArgumentException($"Sides are above 0 and up to {longest} mm.", nameof(parts));
    }

    private static CutPlan Choose(
        ImmutableArray<PartToCut> parts,
        ImmutableArray<Stock> stock,
        List<Column> columns,
        int atLeast,
        double bladeMm,
        CancellationToken stop
    )
    {
        columns =
        [
            .. columns
                .GroupBy(column => (column.Kind, string.Join(' ', column.Pattern.Counts)))
                .Select(same => same.MinBy(column => column.Pattern.Cuts)),
        ];
        var model = new CpModel();
        var most = parts.Sum(part => part.Count);
        var times = columns.Select((_, at) => model.NewIntVar(0, most, $"times {at}")).ToList();
        foreach (var (part, wanted) in parts.Index())
            model.Add(
                LinearExpr.WeightedSum(times, columns.Select(column => (long)column.Pattern.Counts[part]))
                    >= wanted.Count
            );
        var bought = stock
            .Select((kind, at) => model.NewIntVar(0, kind.Sheet.OffCut ? 0 : most, $"bought {at}"))
            .ToList();
        foreach (var (kind, one) in stock.Index())
            model.Add(
                LinearExpr.WeightedSum(times, columns.Select(column => column.Kind == kind ? 1L : 0L))
                    <= one.Sheet.Count + bought[kind]
            );
        model.Minimize(
            LinearExpr.WeightedSum(
                times,
                columns.Select(column => SheetBefore * (long)stock[column.Kind].Cost + column.Pattern.Cuts)
            ) + LinearExpr.WeightedSum(bought, bought.Select(_ => BuyingBefore))
        );
        var solver = new CpSolver
        {
            StringParameters = FormattableString.Invariant(
                $"num_workers:1,random_seed:1,max_deterministic_time:{SecondsToChoose}"
            ),
        };
        using var stopping = stop.Register(solver.StopSearch);
        if (solver.Solve(model) is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
        {
            stop.ThrowIfCancellationRequested();
            throw new CutTroubleException("The off-cuts do not hold all parts, and there is no whole sheet.");
        }
        return new CutPlan(
            Named(parts, stock, columns, at => (int)solver.Value(times[at]), bladeMm),
            [
                .. stock
                    .Select((kind, at) => new SheetsToBuy(kind.Sheet.Id, (int)solver.Value(bought[at])))
                    .Where(buy => buy.Count > 0),
            ],
            atLeast
        );
    }

    /// <summary>What is cut, without the parts that nobody wants any more.</summary>
    private static ImmutableArray<SheetCut> Named(
        ImmutableArray<PartToCut> parts,
        ImmutableArray<Stock> stock,
        List<Column> columns,
        Func<int, int> times,
        double bladeMm
    )
    {
        var left = parts.Select(part => part.Count).ToArray();
        var cut = new List<SheetCut>();
        for (var at = 0; at < columns.Count; at++)
        {
            var sheet = stock[columns[at].Kind].Sheet;
            for (var one = 0; one < times(at); one++)
            {
                var tree = Named(columns[at].Pattern.Tree, sheet.WidthMm, sheet.HeightMm);
                // The same again is told once.
                if (cut.Count > 0 && cut[^1].Sheet == sheet.Id && cut[^1].Whole == tree)
                    cut[^1] = cut[^1] with { Times = cut[^1].Times + 1 };
                else
                    cut.Add(new SheetCut(sheet.Id, 1, sheet.OffCut, tree));
            }
        }
        return [.. cut.OrderBy(sheet => !sheet.OffCut)];

        // A part may have been laid a little larger than it is.
        CutPiece Trimmed(PartToCut part, bool turned, double wide, double high)
        {
            var (width, height) = turned ? (part.HeightMm, part.WidthMm) : (part.WidthMm, part.HeightMm);
            if (wide > width + Nearly)
            {
                var rest = new Rest(Math.Max(0, wide - width - bladeMm), high);
                return new CutThrough(true, width, Trimmed(part, turned, width, high), rest, wide, high);
            }
            if (high > height + Nearly)
            {
                var rest = new Rest(wide, Math.Max(0, high - height - bladeMm));
                return new CutThrough(false, height, Trimmed(part, turned, wide, height), rest, wide, high);
            }
            return new CutPart(part.Id, turned, wide, high);
        }

        CutPiece Named(Cut tree, double wide, double high)
        {
            if (tree.Part is { } lying)
            {
                if (left[lying.Part] == 0)
                    return new Rest(wide, high);
                left[lying.Part]--;
                return Trimmed(parts[lying.Part], lying.Turned, wide, high);
            }
            if (tree.First is null)
                return new Rest(wide, high);
            var whole = tree.Down ? wide : high;
            var at = Math.Min(whole, Raster.Millimetres(tree.Down ? tree.First.Width : tree.First.Height) - bladeMm);
            var rest = Math.Max(0, whole - at - bladeMm);
            var (first, second) = tree.Down
                ? (Named(tree.First, at, high), Named(tree.Second!, rest, high))
                : (Named(tree.First, wide, at), Named(tree.Second!, wide, rest));
            return first is Rest && second is Rest
                ? new Rest(wide, high)
                : new CutThrough(tree.Down, at, first, second, wide, high);
        }
    }
}
