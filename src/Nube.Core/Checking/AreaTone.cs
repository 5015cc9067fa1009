using Nube.Core.Light;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>The light that most of an area sends, of all of it and of its parts.</summary>
/// <param name="Area">The area.</param>
/// <param name="Whole">The median of each channel over all of it.</param>
/// <param name="Parts">The same of each part; of all of it where a part has too few cells.</param>
internal sealed record AreaTone(int Area, RelativeLight Whole, IReadOnlyDictionary<CellPart, RelativeLight> Parts)
{
    private const double FromRimMm = 0.6; // nearer to lines the brush strays
    private const double NearRimMm = 0.3; // of narrow areas
    private const int FewestCells = 16; // 1 mm2

    /// <summary>The tones of areas; without those that are too small.</summary>
    public static Dictionary<int, AreaTone> Of(CardMap map, CardToEye eye)
    {
        var cells = map.CellsByArea(cell => map.Area[cell] != CardMap.Paper && map.FromRim[cell] >= NearRimMm);
        var tones = new Dictionary<int, AreaTone>();
        foreach (var (area, all) in cells)
        {
            var inner = all.Where(cell => map.FromRim[cell] >= FromRimMm).ToList();
            var read = inner.Count >= FewestCells ? inner : all;
            if (read.Count < FewestCells)
                continue;
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

    private static RelativeLight Median(List<int> cells, CardToEye eye)
    {
        double Of(Func<RelativeLight, double> channel) =>
            cells.Select(cell => channel(eye[cell])).Order().ElementAt(cells.Count / 2);
        return new RelativeLight(Of(light => light.R), Of(light => light.G), Of(light => light.B));
    }
}
