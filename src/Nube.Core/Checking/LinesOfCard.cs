using System.Collections.Immutable;
using MathNet.Numerics.LinearAlgebra;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>What the stamped lines tell: whether colour hides them, and whether the paper lies flat.</summary>
internal static class LinesOfCard
{
    private const byte OfLine = 110; // of 255: a cell that a line covers for the most part
    private const int FewestCells = 24;
    private const double Dull = 0.1; // Michelson contrast that is missing
    private const double Lost = 0.2; // Michelson contrast that is left: the darkest of nine cells of grain has about as much
    private const int WithinCells = 4; // 1 mm: a line with nothing but its own area so near tells of the area's inside
    private const double TimesSpread = 3.5; // of how areas differ otherwise
    private const double Deviation = 1.4826; // of a normal distribution, times its median absolute deviation
    private const int DarkestOf = 10; // one area of so many has the darkest lines
    private const double WarpedMm = 0.5; // out of place. Set on the trial cards: those that lie flat come out up to 0.21

    /// <summary>Areas whose lines are paler than those of most of the card, or cannot be seen inside.</summary>
    /// <remarks>
    /// Contrast of the line and of the colour beside it (A. A. Michelson, "Studies in Optics" (1927)): lighter less darker by
    /// their sum. What the darkest lines of the card send is the device's own stray light, and is taken off first.
    /// </remarks>
    public static IEnumerable<Finding> Dulled(CardSeen seen)
    {
        var lines = LinesOfAreas(seen.Map);
        var light = lines.ToDictionary(area => area.Key, area => Median([.. area.Value.Select(Darkest)]));
        if (light.Count == 0)
            yield break;
        var stray = light.Values.Order().ElementAt(light.Count / DarkestOf);
        var contrasts = light
            .Where(area => seen.Tones.ContainsKey(area.Key) && seen.Coloured.Contains(area.Key))
            .ToDictionary(area => area.Key, area => Contrast(Beside(area.Key), Math.Max(0, area.Value - stray)));
        if (contrasts.Count == 0)
            yield break;
        var usual = Median([.. contrasts.Values]);
        var spread = Deviation * Median([.. contrasts.Values.Select(contrast => Math.Abs(contrast - usual))]);
        var dull = Math.Max(Dull, TimesSpread * spread);
        foreach (var area in contrasts.Keys.Order())
        {
            if (Inside(area) is { } inside && inside.Contrast < Lost && usual - inside.Contrast >= dull)
                yield return Finding(FindingKind.DetailsLost, area, inside.Contrast, inside.Cells);
            else if (usual - contrasts[area] >= dull)
                yield return Finding(FindingKind.LinesDulled, area, contrasts[area], lines[area]);
        }

        Finding Finding(FindingKind kind, int area, double contrast, List<int> cells)
        {
            var patch = new CardPatch([.. cells]);
            return new Finding(
                kind,
                area,
                null,
                100 * (usual - contrast),
                patch.SizeMm2,
                CardPatch.Around([patch], seen.Map)
            );
        }

        // Lines between areas show from the other side when colour hides them; what is lost lies inside.
        (double Contrast, List<int> Cells)? Inside(int area)
        {
            var cells = lines[area].FindAll(cell => IsInside(cell, area, seen.Map));
            return cells.Count < FewestCells
                ? null
                : (Contrast(Beside(area), Math.Max(0, Median([.. cells.Select(Darkest)]) - stray)), cells);
        }

        double Beside(int area) => Luminance(seen.Tones[area].Whole);

        // A line may lie a cell beside where it should be.
        double Darkest(int cell)
        {
            var darkest = double.MaxValue;
            for (var dy = -1; dy <= 1; dy++)
            {
                for (var dx = -1; dx <= 1; dx++)
                    darkest = Math.Min(darkest, Luminance(seen.Eye[cell + dy * seen.Map.Width + dx]));
            }
            return darkest;
        }
    }

    private static double Contrast(double lighter, double darker) =>
        Math.Max(0, (lighter - darker) / Math.Max(1e-3, lighter + darker));

    /// <summary>The cells of the lines of each area, with a cell around each; without areas that have few.</summary>
    private static Dictionary<int, List<int>> LinesOfAreas(CardMap map) =>
        map.CellsByArea(cell =>
                map.Line[cell] >= OfLine
                && cell % map.Width is > 0 and var x
                && x < map.Width - 1
                && cell / map.Width is > 0 and var y
                && y < map.Height - 1
            )
            .Where(area => area.Value.Count >= FewestCells)
            .ToDictionary();

    private static bool IsInside(int cell, int area, CardMap map)
    {
        for (var dy = -WithinCells; dy <= WithinCells; dy++)
        {
            for (var dx = -WithinCells; dx <= WithinCells; dx++)
            {
                var near = cell + dy * map.Width + dx;
                if (near < 0 || near >= map.Area.Length || map.Area[near] != area)
                    return false;
            }
        }
        return true;
    }

    /// <summary>Paper that does not lie flat, by how far the lines are out of place.</summary>
    public static IEnumerable<Finding> Warped(CardPlace place, CardToCheck card)
    {
        const int steps = 12;
        var points = (
            from row in Enumerable.Range(0, steps + 1)
            from column in Enumerable.Range(0, steps + 1)
            let x = card.WidthMm * column / steps
            let y = card.HeightMm * row / steps
            select (X: x, Y: y, Moved: place.Bend.At(x, y))
        ).ToList();
        // A shift, a turn and a size are how the card lies, not how it bends.
        var terms = Matrix<double>.Build.Dense(points.Count, 3, (row, term) => term switch
            {
                0 => 1,
                1 => points[row].X,
                _ => points[row].Y,
            });
        var solved = terms.QR();
        var acrossLeft = Left([.. points.Select(point => point.Moved.X)]);
        var downLeft = Left([.. points.Select(point => point.Moved.Y)]);
        var most = acrossLeft.Zip(downLeft, (x, y) => Math.Sqrt(x * x + y * y)).Max();
        if (most >= WarpedMm)
            yield return new Finding(
                FindingKind.Warped,
                CardMap.Paper,
                null,
                most,
                card.WidthMm * card.HeightMm,
                Whole(card)
            );

        ImmutableArray<double> Left(double[] moved)
        {
            var is_ = Vector<double>.Build.DenseOfArray(moved);
            return [.. is_ - terms * solved.Solve(is_)];
        }
    }

    /// <summary>An outline around the whole card.</summary>
    public static string Whole(CardToCheck card) =>
        Outlines.Path([
            [new(0, 0), new(card.WidthMm, 0), new(card.WidthMm, card.HeightMm), new(0, card.HeightMm)],
        ]);

    private static double Luminance(RelativeLight light) =>
        Math.Clamp(Srgb.XyzOfLight(light.R, light.G, light.B).Y, 0, 1);

    private static double Median(List<double> of) => of.Order().ElementAt(of.Count / 2);
}
