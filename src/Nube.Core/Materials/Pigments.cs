using System.Collections.Frozen;
using Nube.Core.Optics;

namespace Nube.Core.Materials;

/// <summary>What kind of absorption a pigment has, by its Colour Index name.</summary>
/// <remarks>
/// Where edges and bands lie is from memory: of the curves that handbooks of pigments and collections of reflectance
/// spectra print. The blue of ultramarine is the band of the trisulphur radical anion near 600 nm (R. J. H. Clark,
/// D. G. Cobbold, Inorganic Chemistry 17 (1978), 3169-3174; from memory). A fit moves each to where the swatches want
/// it.
/// </remarks>
public static class Pigments
{
    // csharpier-ignore - a table is read by its columns
    private static readonly FrozenDictionary<string, AbsorptionShape> Shapes = new Dictionary<string, AbsorptionShape>
    {
        // Yellows, oranges, reds: edge, width nm, tail
        ["PY3"] = Edge(480, 9, 0.002), ["PY175"] = Edge(483, 10, 0.002), ["PY97"] = Edge(490, 9, 0.002),
        ["PY154"] = Edge(494, 10, 0.002), ["PY184"] = Edge(487, 9, 0.004), ["PY37"] = Edge(490, 9, 0.002),
        ["PY35"] = Edge(505, 9, 0.002), ["PY153"] = Edge(508, 13, 0.004), ["PY65"] = Edge(510, 11, 0.003),
        ["PY110"] = Edge(518, 11, 0.003), ["PY83"] = Edge(520, 11, 0.003), ["PY150"] = Edge(495, 16, 0.010),
        ["PY53"] = Edge(460, 20, 0.060), ["PY129"] = Edge(500, 25, 0.080),
        ["PO62"] = Edge(548, 11, 0.003), ["PO20"] = Edge(555, 9, 0.002), ["PO73"] = Edge(563, 10, 0.003),
        ["PO48"] = Edge(575, 14, 0.010), ["PR188"] = Edge(580, 11, 0.003), ["PR255"] = Edge(585, 10, 0.003),
        ["PR254"] = Edge(590, 10, 0.003), ["PR108"] = Edge(595, 9, 0.002), ["PR170"] = Edge(595, 11, 0.004),
        ["PR264"] = Edge(602, 12, 0.006), ["PR179"] = Edge(602, 13, 0.010),
        // Earths: broad edges and long tails
        ["PY42"] = Edge(545, 20, 0.060), ["PY43"] = Edge(545, 22, 0.080), ["PR101"] = Edge(580, 16, 0.100),
        ["PBr7"] = Edge(585, 30, 0.250), ["PBr41"] = Edge(590, 22, 0.080),
        // Quinacridones, anthraquinone, violets
        ["PV19"] = Bands(0.010, (495, 1100, 0.5), (530, 900, 1.0), (568, 800, 1.0)),
        ["PR122"] = Bands(0.050, (470, 1700, 0.60), (527, 900, 1.0), (562, 750, 1.0)),
        ["PR177"] = Bands(0.015, (440, 1900, 0.4), (510, 1200, 1.0), (548, 900, 1.0)),
        ["PR233"] = Bands(0.060, (430, 2500, 0.5), (525, 2000, 1.0)),
        ["PV55"] = Bands(0.020, (510, 1500, 0.7), (565, 900, 1.0)),
        ["PV23"] = Bands(0.020, (535, 1100, 0.8), (575, 900, 1.0), (620, 800, 0.9)),
        ["PV16"] = Bands(0.060, (480, 2000, 0.4), (560, 1700, 1.0)),
        ["PV14"] = Bands(0.050, (490, 1300, 0.5), (540, 1100, 1.0), (588, 900, 0.9)),
        ["PV15"] = Bands(0.030, (570, 1700, 1.0)),
        // Blues and greens
        ["PB29"] = Bands(0.120, (550, 1300, 0.25), (600, 1700, 1.0)),
        ["PB28"] = Bands(0.030, (545, 900, 0.7), (583, 700, 1.0), (625, 700, 1.0)),
        ["PB15"] = Bands(0.010, (612, 1000, 1.0), (695, 1000, 0.9)),
        ["PB15:3"] = Bands(0.010, (615, 1000, 1.0), (705, 1000, 1.0)),
        ["PB16"] = Bands(0.015, (620, 1100, 1.0), (690, 1000, 1.0)),
        ["PB27"] = Bands(0.040, (690, 2800, 1.0)),
        ["PB60"] = Bands(0.080, (590, 1700, 0.9), (680, 1500, 1.0)),
        ["PB35"] = Bands(0.040, (590, 900, 0.8), (630, 800, 1.0), (680, 800, 0.9)),
        ["PB36"] = Bands(0.060, (590, 1000, 0.9), (625, 900, 1.0), (690, 900, 0.7)),
        ["PG7"] = Bands(0.010, (400, 1800, 0.5), (640, 900, 1.0), (705, 1200, 0.7)),
        ["PG36"] = Bands(0.010, (400, 2200, 0.8), (650, 900, 1.0), (710, 1200, 0.7)),
        ["PG50"] = Bands(0.060, (410, 2200, 0.5), (640, 1700, 1.0)),
        ["PG18"] = Bands(0.060, (415, 2200, 0.8), (610, 1600, 1.0)),
        ["PG17"] = Bands(0.120, (435, 2200, 1.0), (605, 1500, 1.0)),
        ["PG23"] = Bands(0.250, (400, 3000, 1.0), (680, 2500, 0.9)),
        // Blacks and white
        ["PBk6"] = new EvenAbsorption(), ["PBk7"] = new EvenAbsorption(), ["PBk9"] = new EvenAbsorption(),
        ["PBk11"] = new EvenAbsorption(), ["PW6"] = new EvenAbsorption(), ["PW4"] = new EvenAbsorption(),
    }.ToFrozenDictionary(StringComparer.OrdinalIgnoreCase);

    /// <summary>The shape of a pigment's absorption; smooth where its name is not known.</summary>
    /// <param name="colourIndex">Its Colour Index name, such as PB29; a mixture of several is not known.</param>
    public static AbsorptionShape ShapeOf(string colourIndex) =>
        Shapes.GetValueOrDefault(colourIndex.Trim(), AbsorptionShape.Unknown);

    private static AbsorptionEdge Edge(double nm, double width, double tail) => new(nm, width, tail);

    private static AbsorptionBands Bands(double floor, params (double Peak, double Width, double Height)[] bands) =>
        new([.. bands.Select(band => new AbsorptionBand(band.Peak, band.Width, band.Height))], floor);
}
