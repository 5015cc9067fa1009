using Nube.Core.Light;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>The light that most of an area sends where nothing but its own lies, of all of it and of its parts.</summary>
/// <param name="Area">The area.</param>
/// <param name="Whole">The median of each channel over all of it.</param>
/// <param name="Parts">The same of each part; of all of it where a part has too few cells.</param>
internal sealed record AreaTone(int Area, RelativeLight Whole, IReadOnlyDictionary<CellPart, RelativeLight> Parts)
{
    private const double FromRimMm = 0.6; // nearer to lines the brush strays
    private const double NearRimMm = 0.3; // of narrow areas
    private const int FewestCells = 16; // 1 mm2
    private const double LeastOwn = 1 / 3.0; // of its cells: with fewer of them something else was laid there

    /// <summary>The tones of areas; without those that are too small.</summary>
    /// <param name="map">What is where.</param>
    /// <param name="eye">The card.</param>
    /// <param name="own">What areas can look like; areas without are read whatever they look like.</param>
    public static Dictionary<int, AreaTone> Of(CardMap map, CardToEye eye, IReadOnlyDictionary<int, OwnColours> own)
    {
        var cells = map.CellsByArea(cell => map.Area[cell] != CardMap.Paper && map.FromRim[cell] >= NearRimMm);
        var tones = new Dictionary<int, AreaTone>();
        foreach (var (area, all) in cells)
        {
            var inner = all.Where(cell => map.FromRim[cell] >= FromRimMm).ToList();
            var read = inner.Count >= FewestCells ? inner : all;
            if (read.Count < FewestCells)
                continue;
            if (own.TryGetValue(area, out var colours))
                read = Own(read, colours, eye);
            var whole = Median(read, eye);
            tones[area] = new AreaTone(
                area,
                whole,
                Enum.GetValues<CellPart>()
                    .ToDictionary(
                        part => part,
                        part =>
                            read.Where(cell => map.Part[cell] == part).ToList() is { Count: >= FewestCells } some
                                ? Median(some, eye)
                                : whole
                    )
            );
        }
        return tones;
    }

    /// <summary>Cells that have no other colour than the area's own, where these are enough to tell what it looks like.</summary>
    private static List<int> Own(List<int> cells, OwnColours colours, CardToEye eye)
    {
        var own = cells.FindAll(cell => colours.Misses(eye.ColourAt(cell)) <= OwnColours.Foreign);
        return own.Count >= Math.Max(FewestCells, LeastOwn * cells.Count) ? own : cells;
    }

    private static RelativeLight Median(List<int> cells, CardToEye eye)
    {
        double Of(Func<RelativeLight, double> channel) =>
            cells.Select(cell => channel(eye[cell])).Order().ElementAt(cells.Count / 2);
        return new RelativeLight(Of(light => light.R), Of(light => light.G), Of(light => light.B));
    }
}
