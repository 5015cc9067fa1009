using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Core.Methods;

/// <summary>The dry colours of an area: in the light, in the middle, in the shadow.</summary>
/// <param name="Light">Where the light falls.</param>
/// <param name="Middle">Between.</param>
/// <param name="Shadow">Away from the light.</param>
public readonly record struct ZoneColours(Srgb Light, Srgb Middle, Srgb Shadow);

/// <summary>What lies on an area so far, by the light it reflects from each zone; flat within a zone.</summary>
/// <param name="Light">Reflectance where the light falls.</param>
/// <param name="Middle">Reflectance between.</param>
/// <param name="Shadow">Reflectance away from the light.</param>
public sealed record ZoneLook(Spectrum Light, Spectrum Middle, Spectrum Shadow)
{
    /// <summary>Bare paper, or whatever is there before.</summary>
    public static ZoneLook Bare(Spectrum ground) => new(ground, ground, ground);

    /// <summary>Its colours.</summary>
    public ZoneColours Colours => new(ToSrgb(Light), ToSrgb(Middle), ToSrgb(Shadow));

    /// <summary>With a layer of paint on it.</summary>
    /// <param name="paint">The paint or mix.</param>
    /// <param name="load">X, 0 or more.</param>
    /// <param name="spread">How much of it comes where.</param>
    public ZoneLook Wash(PaintOptics paint, double load, Spread spread) => Each(
        spread, (ground, share) => share == 0 ? ground : KubelkaMunk.Over(ground, paint, load * share));

    /// <summary>With dry layers of a pencil on it, where the spread is above 0.</summary>
    public ZoneLook Pencil(PaintOptics pencil, int layers, PaperTexture texture, Pressure pressure, Spread spread) => Each(
        spread, (ground, share) => share == 0 ? ground : PencilOnTooth.Dry(pencil, layers, texture, pressure, ground));

    /// <summary>Some of the way towards another look: what solvent or a blender evens out.</summary>
    /// <param name="other">The other.</param>
    /// <param name="share">0 for this, 1 for the other.</param>
    public ZoneLook Towards(ZoneLook other, double share)
    {
        ArgumentNullException.ThrowIfNull(other);
        return new(Between(Light, other.Light, share), Between(Middle, other.Middle, share), Between(Shadow, other.Shadow, share));
    }

    /// <summary>Lightness L* where a zone is painted.</summary>
    public double LightnessOf(Zone zone)
    {
        var spread = Spread.Over(zone);
        var painted = spread.Middle > 0 ? Middle : spread.Shadow > 0 ? Shadow : zone == Zone.Light ? Light : Middle;
        return SpectralColour.ToLab(painted).L;
    }

    private ZoneLook Each(Spread spread, Func<Spectrum, double, Spectrum> lay) =>
        new(lay(Light, spread.Light), lay(Middle, spread.Middle), lay(Shadow, spread.Shadow));

    private static Spectrum Between(Spectrum from, Spectrum to, double share) => Spectrum.From(band => from[band] + share * (to[band] - from[band]));

    private static Srgb ToSrgb(Spectrum reflectance) => Srgb.FromLab(SpectralColour.ToLab(reflectance));
}
