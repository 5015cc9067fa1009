using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Swatches;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>Spots of bare paper in what is coloured, and dark spots on it or on the paper.</summary>
internal static class Specks
{
    private const double FromRimMm = 0.3; // nearer to a line it is the line's own edge
    private const double DarkFromRimMm = 0.45; // the same for dark ones: lines are never quite sharp
    private const double HalfBare = 0.5; // of the way from the area's colour to the paper
    private const double Seen = 8; // CIEDE2000 between area and paper: paler ones hide their specks
    private const double LeastMm2 = 0.25; // of one spot: half a mm across
    private const double LeastOfAllMm2 = 0.5; // of all in an area
    private const double Darker = 0.7; // light that is left of what is around, in the brightest channel
    private const double DarkestTold = 0.1; // light around: on darker colours nobody sees them
    private const double AroundMm = 1.75; // specks are less broad
    private const double LargestDarkMm2 = 3; // larger ones are no specks
    private const double LeastDarkMm2 = 0.12; // two cells
    private const double LeastOfAllDarkMm2 = 0.3; // of all in an area: powder is seen sooner than bare paper

    /// <summary>The findings.</summary>
    /// <param name="seen">The card.</param>
    /// <param name="taken">Cells that something else was found on.</param>
    public static IEnumerable<Finding> Of(CardSeen seen, IReadOnlySet<int> taken)
    {
        var (map, eye) = (seen.Map, seen.Eye);
        var paper = new RelativeLight(1, 1, 1);
        var around = WithoutSpecks(seen);
        var bare = map.CellsByArea(cell =>
            IsFree(cell)
            && seen.Even.Contains(map.Area[cell])
            && map.Part[cell] != CellPart.White
            && BareShare(eye[cell], Tone(cell)) > HalfBare
        );
        var dark = map.CellsByArea(cell => IsFree(cell) && map.FromRim[cell] >= DarkFromRimMm && IsDark(cell));
        foreach (var (area, cells) in bare)
        {
            var apart = Ciede2000.Difference(eye.ColourOf(seen.Tones[area].Whole), eye.ColourOf(paper));
            if (
                apart >= Seen
                && Finding(FindingKind.BareSpecks, area, cells, LeastMm2, double.MaxValue, LeastOfAllMm2, _ => 1)
                    is { } found
            )
                yield return found with
                {
                    Difference = apart,
                };
        }
        foreach (var (area, cells) in dark)
        {
            if (
                Finding(FindingKind.DarkSpecks, area, cells, LeastDarkMm2, LargestDarkMm2, LeastOfAllDarkMm2, Dark) is
                { } found
            )
                yield return found;
        }

        bool IsFree(int cell) =>
            map.FromRim[cell] >= FromRimMm
            && !taken.Contains(cell)
            && (!seen.Coloured.Contains(map.Area[cell]) || seen.Tones.ContainsKey(map.Area[cell]));

        RelativeLight Tone(int cell) =>
            seen.Coloured.Contains(map.Area[cell]) ? seen.Tones[map.Area[cell]].Parts[map.Part[cell]] : paper;

        // Darker than what is around, and than what its part of the area is for the most part: a narrow shadow is no speck.
        bool IsDark(int cell)
        {
            var usual = Math.Min(around[cell], Brightest(Tone(cell)));
            return usual > DarkestTold && Brightest(eye[cell]) < Darker * usual;
        }

        // How much of a cell is dark: its rim is partly so.
        double Dark(int cell) => 1 - Brightest(eye[cell]) / around[cell];

        Finding? Finding(
            FindingKind kind,
            int area,
            List<int> cells,
            double least,
            double most,
            double leastOfAll,
            Func<int, double> share
        )
        {
            ImmutableArray<CardPatch> spots =
            [
                .. CardPatch.Of(cells, map).Where(spot => spot.SizeMm2 >= least && spot.SizeMm2 <= most),
            ];
            var size = spots.SelectMany(spot => spot.Cells).Sum(share) * CardMap.CellMm2;
            if (size < leastOfAll)
                return null;
            var beside = seen.Tones.TryGetValue(area, out var whole) ? whole.Whole : paper;
            var apart = spots
                .SelectMany(spot => spot.Cells)
                .Average(cell => Ciede2000.Difference(eye.ColourAt(cell), eye.ColourOf(beside)));
            return new Finding(kind, area, null, apart, size, CardPatch.Around(spots, map, 2), Spots: spots.Length);
        }
    }

    private static double Brightest(RelativeLight light) => Math.Max(light.R, Math.Max(light.G, light.B));

    /// <summary>The brightest channel of each cell as if dark specks were not there: a grey closing.</summary>
    private static float[] WithoutSpecks(CardSeen seen)
    {
        var light = new float[seen.Map.Area.Length];
        for (var cell = 0; cell < light.Length; cell++)
            light[cell] = (float)Brightest(seen.Eye[cell]);
        using var bright = Mat.FromPixelData(seen.Map.Height, seen.Map.Width, MatType.CV_32FC1, light);
        var cells = (int)Math.Round(AroundMm / CardMap.CellMm);
        using var disc = Cv2.GetStructuringElement(MorphShapes.Ellipse, new Size(cells, cells));
        using var closed = new Mat();
        Cv2.MorphologyEx(bright, closed, MorphTypes.Close, disc);
        return closed.AsSpan<float>().ToArray();
    }

    /// <summary>How far light is from a tone to that of the paper, by the channel that the tone takes most of.</summary>
    private static double BareShare(RelativeLight light, RelativeLight tone)
    {
        var (taken, left) = (1 - tone.R, 1 - light.R);
        if (1 - tone.G > taken)
            (taken, left) = (1 - tone.G, 1 - light.G);
        if (1 - tone.B > taken)
            (taken, left) = (1 - tone.B, 1 - light.B);
        return taken <= 0 ? 0 : 1 - left / taken;
    }
}
