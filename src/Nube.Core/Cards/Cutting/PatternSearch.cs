using System.Collections.Immutable;
using Google.OrTools.LinearSolver;

namespace Nube.Core.Cards.Cutting;

/// <summary>Finds patterns that are worth having, and how few whole sheets could do at best.</summary>
internal static class PatternSearch
{
    private const int MostRounds = 200;
    private const double Nearly = 1e-6; // of a sheet

    /// <summary>Patterns by which all parts are laid one after the other, in several orders.</summary>
    public static List<Column> Laid(ImmutableArray<PartToCut> parts, ImmutableArray<Stock> stock)
    {
        Func<LyingPart, int>[] orders =
        [
            part => -part.Width * (part.Height / 16),
            part => -Math.Max(part.Width, part.Height),
            part => -Math.Min(part.Width, part.Height),
        ];
        var columns = OfFew(stock, [.. parts.Select(part => part.Count)]).ToList();
        foreach (var (kind, one) in stock.Index())
        {
            foreach (var order in orders)
            {
                foreach (var longRests in (bool[])[true, false])
                {
                    var left = parts.Select(part => part.Count).ToArray();
                    for (var count = 0; count < CutSheets.MostParts; count++)
                    {
                        var pattern = FirstFit.Lay(one.Width, one.Height, one.Parts.OrderBy(order), left, longRests);
                        if (pattern.Counts.All(laid => laid == 0))
                            break;
                        columns.Add(new Column(kind, pattern));
                    }
                }
            }
        }
        return columns;
    }

    /// <summary>Adds the patterns that parts of sheets could be combined of best, and says how many sheets do at least.</summary>
    public static int Generate(
        ImmutableArray<PartToCut> parts,
        ImmutableArray<Stock> stock,
        List<Column> columns,
        CancellationToken stop
    )
    {
        var coarse = stock.Select(kind => kind.Coarser()).ToList();
        var patterns = stock
            .Select((kind, at) => coarse[at] ?? kind)
            .Select(kind => new GuillotinePatterns(kind.Width, kind.Height, kind.Parts))
            .ToList();
        using var solver = Solver.CreateSolver("GLOP")
            ?? throw new InvalidOperationException("The linear solver is missing.");
        var wanted = parts.Select(part => solver.MakeConstraint(part.Count, double.PositiveInfinity)).ToList();
        var owned = stock
            .Select(kind =>
                kind.Sheet.OffCut
                    ? solver.MakeConstraint(double.NegativeInfinity, kind.Sheet.Count)
                    : solver.MakeConstraint(double.NegativeInfinity, double.PositiveInfinity)
            )
            .ToList();
        var few = solver.Objective();
        few.SetMinimization();
        var times = new List<Variable>();
        columns.ForEach(Add);
        for (var round = 0; round < MostRounds; round++)
        {
            stop.ThrowIfCancellationRequested();
            if (solver.Solve() != Solver.ResultStatus.OPTIMAL)
                return 0;
            double[] each = [.. wanted.Select(row => Math.Max(0, row.DualValue()))];
            var better = new List<Column>();
            foreach (var (kind, pattern) in patterns.Index())
            {
                var (worth, found) = pattern.Best(each);
                if (worth > stock[kind].Cost - owned[kind].DualValue() + Nearly)
                    better.Add(new Column(kind, found));
            }
            if (better.Count == 0)
            {
                // Rounded up parts could do with less: then only what all sheets hold together counts.
                var least = coarse.TrueForAll(kind => kind is null) ? few.Value() : BySurface(parts, stock);
                columns.AddRange(OfFew(stock, Left(parts, columns, [.. times.Select(one => one.SolutionValue())])));
                return (int)Math.Ceiling(least - Nearly);
            }
            better.ForEach(Add);
            columns.AddRange(better);
        }
        return (int)Math.Ceiling(BySurface(parts, stock) - Nearly);

        void Add(Column column)
        {
            var many = solver.MakeNumVar(0, double.PositiveInfinity, "");
            times.Add(many);
            few.SetCoefficient(many, stock[column.Kind].Cost);
            owned[column.Kind].SetCoefficient(many, 1);
            foreach (var (part, count) in column.Pattern.Counts.Index())
                wanted[part].SetCoefficient(many, count);
        }
    }

    /// <summary>How many of each part are wanted yet when only whole sheets of a combination are cut.</summary>
    private static ImmutableArray<int> Left(ImmutableArray<PartToCut> parts, List<Column> columns, double[] times) =>
        [
            .. parts.Select(
                (part, at) =>
                    Math.Max(
                        0,
                        part.Count
                            - columns
                                .Zip(times, (column, many) => (int)(many + Nearly) * column.Pattern.Counts[at])
                                .Sum()
                    )
            ),
        ];

    /// <summary>All ways to cut a few parts; none where they are too many.</summary>
    private static IEnumerable<Column> OfFew(ImmutableArray<Stock> stock, ImmutableArray<int> counts) =>
        counts.Sum() > FewParts.Most
            ? []
            : stock.SelectMany(
                (kind, at) =>
                    FewParts
                        .Patterns(kind.Width, kind.Height, kind.Parts, counts)
                        .Select(pattern => new Column(at, pattern))
            );

    /// <summary>Whole sheets that the surface of all parts needs beyond that of all off-cuts.</summary>
    private static double BySurface(ImmutableArray<PartToCut> parts, ImmutableArray<Stock> stock)
    {
        var all = parts.Sum(part => part.Count * part.WidthMm * part.HeightMm);
        var offCuts = stock
            .Where(kind => kind.Sheet.OffCut)
            .Sum(kind => kind.Sheet.Count * kind.Sheet.WidthMm * kind.Sheet.HeightMm);
        var largest = stock
            .Where(kind => !kind.Sheet.OffCut)
            .Select(kind => kind.Sheet.WidthMm * kind.Sheet.HeightMm)
            .DefaultIfEmpty(double.PositiveInfinity)
            .Max();
        return Math.Max(0, all - offCuts) / largest;
    }
}
