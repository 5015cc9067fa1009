using System.Text.Json.Serialization;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Materials;

/// <summary>A paper or card that can be coloured on.</summary>
/// <param name="Name">The maker's name for it.</param>
/// <param name="Colour">Its colour, bare.</param>
/// <param name="Texture">Roughness.</param>
/// <param name="GramsPerSquareMetre">Grammage (ISO 536).</param>
/// <param name="Cobb60">Water taken up in 60 s, g/m2 (ISO 535); how much and how fast the paper drinks.</param>
/// <param name="BuckleWater">Water laid in one go above which it buckles unless taped down, g/m2.</param>
/// <param name="Provenance">Where the figures come from.</param>
/// <param name="BackTexture">Roughness of the other side, where it differs.</param>
public sealed record Paper(
    string Name,
    Srgb Colour,
    PaperTexture Texture,
    double GramsPerSquareMetre,
    double Cobb60,
    double BuckleWater,
    Provenance Provenance,
    PaperTexture? BackTexture = null
)
{
    /// <summary>Its reflectance, reconstructed from the colour.</summary>
    public Spectrum Reflectance() => ReflectanceReconstruction.From(Colour);

    /// <summary>Volume by weight, cm3/g.</summary>
    /// <remarks>
    /// From memory: calipered, 300 g/m2 cold pressed paper has some 0.53 mm, 270 g/m2 bristol 0.31 mm.
    /// </remarks>
    private double Bulk =>
        Texture switch
        {
            PaperTexture.Smooth => 1.15,
            PaperTexture.Vellum => 1.4,
            _ => 1.75,
        };

    /// <summary>Its thickness by grammage and volume, mm (ISO 534 measures it).</summary>
    [JsonIgnore]
    public double ThicknessMm => GramsPerSquareMetre * Bulk / 1000;

    /// <summary>
    /// Water that its pores hold, g/m2: its volume less that of its fibres, which are cellulose of 1.5 g/cm3.
    /// </summary>
    [JsonIgnore]
    public double HoldsWater => GramsPerSquareMetre * (Bulk - 1 / 1.5);

    /// <summary>How fast water seeps sideways in it: the square of the way of its front by time, mm2/s.</summary>
    /// <remarks>
    /// A front in a porous sheet goes with the square root of time (E. W. Washburn, Phys. Rev. 17 (1921), 273-283). Into
    /// the sheet it has come through a share Cobb60 / HoldsWater of the thickness after 60 s (ISO 535); along the sheet,
    /// where fibres lie, it goes three times as far (from memory).
    /// </remarks>
    [JsonIgnore]
    public double Seeps
    {
        get
        {
            const double cobbSeconds = 60,
                alongFibres = 3;
            var wayMm = alongFibres * ThicknessMm * Cobb60 / HoldsWater;
            return wayMm * wayMm / cobbSeconds;
        }
    }

    /// <summary>Impressions that a stamp needs on it for a full print.</summary>
    /// <remarks>Common practice, no source.</remarks>
    public int Impressions =>
        Texture switch
        {
            PaperTexture.Smooth => 1,
            PaperTexture.Vellum => 2,
            _ => 3,
        };
}
