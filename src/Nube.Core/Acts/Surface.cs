using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Core.Acts;

/// <summary>The dry colours of an area: in the light, in the middle, in the shadow.</summary>
/// <param name="Light">Where the light falls.</param>
/// <param name="Middle">Between.</param>
/// <param name="Shadow">Away from the light.</param>
public readonly record struct ZoneColours(Srgb Light, Srgb Middle, Srgb Shadow);

/// <summary>Layers of one pencil that lie dry on the tooth.</summary>
/// <param name="Pencil">The pencil, as K and S.</param>
/// <param name="Layers">How many, 1 or more.</param>
/// <param name="Pressure">How hard.</param>
/// <param name="Leaves">What each touch leaves, against what such a pressure does.</param>
public readonly record struct DryLayers(PaintOptics Pencil, int Layers, Pressure Pressure, double Leaves);

/// <summary>What lies on one zone of an area. Immutable; what it reflects is worked out once.</summary>
public sealed class ZoneSurface(
    Spectrum ground,
    ImmutableArray<DryLayers> onTooth,
    double toothUsed,
    PaperTexture texture
)
{
    private Spectrum? reflectance;
    private Lab? colour;

    /// <summary>Reflectance of what is under the dry pencil.</summary>
    public Spectrum Ground { get; } = ground;

    /// <summary>Dry pencil, the lowest first; it can still be spread.</summary>
    public ImmutableArray<DryLayers> OnTooth { get; } = onTooth;

    /// <summary>How much of the tooth is filled, 0 to 1; a full one takes no more pencil.</summary>
    public double ToothUsed { get; } = toothUsed;

    /// <summary>The tooth.</summary>
    public PaperTexture Texture { get; } = texture;

    /// <summary>Nothing lies on it.</summary>
    public static ZoneSurface Bare(Spectrum ground, PaperTexture texture) => new(ground, [], 0, texture);

    /// <summary>The light that it reflects, dry.</summary>
    public Spectrum Reflectance() =>
        reflectance ??= OnTooth.Aggregate(Ground, (below, pencil) =>
            PencilOnTooth.Dry(pencil.Pencil, pencil.Layers, Texture, pencil.Pressure, below, pencil.Leaves)
        );

    /// <summary>Its colour, dry.</summary>
    public Lab Colour() => colour ??= SpectralColour.ToLab(Reflectance());

    /// <summary>The same pencil, evenly spread.</summary>
    internal Spectrum EvenlySpread() =>
        OnTooth.Aggregate(Ground, (below, pencil) =>
            PencilOnTooth.Dissolved(pencil.Pencil, pencil.Layers, Texture, pencil.Pressure, below, pencil.Leaves)
        );

    /// <summary>
    /// What several look like side by side; its tooth is as full as the fullest of them. Pencil on it cannot be spread.
    /// </summary>
    internal static ZoneSurface Mean(IReadOnlyList<ZoneSurface> parts) =>
        new(
            Spectrum.From(band => parts.Average(part => part.Reflectance()[band])),
            [],
            parts.Max(part => part.ToothUsed),
            parts[0].Texture
        );

    /// <summary>The same of parts that have their shares of the surface.</summary>
    internal static ZoneSurface Mean(IReadOnlyList<(ZoneSurface Surface, double Share)> parts) =>
        new(
            Spectrum.From(band => parts.Sum(part => part.Share * part.Surface.Reflectance()[band])),
            [],
            parts.Max(part => part.Surface.ToothUsed),
            parts[0].Surface.Texture
        );

    /// <summary>Layers that the tooth still takes at a pressure.</summary>
    public int LayersLeft(Pressure pressure)
    {
        const double rounding = 1e-9;
        return Math.Max(0, (int)Math.Floor((1 - ToothUsed) * PencilOnTooth.MostLayers(Texture, pressure) + rounding));
    }
}

/// <summary>What lies in the openings of a stencil or a pattern, on their edges and between them.</summary>
/// <param name="Openings">The openings.</param>
/// <param name="Inside">What lies in them.</param>
/// <param name="Edge">What lies on their edges: half of what is laid.</param>
/// <param name="Between">What lies between them.</param>
public sealed record OpenAndBetween(Openings Openings, Surface Inside, Surface Edge, Surface Between)
{
    /// <summary>How much of a layer lies on an edge that it fades out over: the mean of all and nothing.</summary>
    public const double LoadOnEdge = 0.5;

    /// <summary>Each part with its share of the surface; together 1.</summary>
    internal ImmutableArray<(Surface Surface, double Share)> Parts
    {
        get
        {
            var edge = Openings.EdgeShare;
            return [(Inside, Openings.Open - edge / 2), (Edge, edge), (Between, 1 - Openings.Open - edge / 2)];
        }
    }
}

/// <summary>What lies on an area in the light, the middle and the shadow; flat within each.</summary>
/// <param name="Light">Where the light falls.</param>
/// <param name="Middle">Between.</param>
/// <param name="Shadow">Away from the light.</param>
/// <param name="Paper">The bare card, to which colour can be lifted.</param>
public sealed record Surface(ZoneSurface Light, ZoneSurface Middle, ZoneSurface Shadow, Spectrum Paper)
{
    /// <summary>
    /// What lies at equal steps along a gradient, from its first hue to its last; empty where none is. Light, middle and
    /// shadow are the means of these then.
    /// </summary>
    public ImmutableArray<Surface> Along { get; init; } = [];

    /// <summary>The gradient; null where none is.</summary>
    public Gradient? Gradient { get; init; }

    /// <summary>
    /// What lies in the openings of a stencil or a pattern, on their edges and between them; null where all is alike.
    /// Light, middle, shadow and steps are the means of these then.
    /// </summary>
    public OpenAndBetween? Through { get; init; }

    /// <summary>Steps along a gradient.</summary>
    public const int StepsAlong = 17;

    /// <summary>Where on the way a step is, 0 to 1.</summary>
    public static double PlaceOf(int step) => step / (double)(StepsAlong - 1);

    /// <summary>A gradient.</summary>
    /// <param name="gradient">The gradient.</param>
    /// <param name="along">What lies at each step.</param>
    public static Surface Of(Gradient gradient, ImmutableArray<Surface> along) =>
        new(
            ZoneSurface.Mean([.. along.Select(step => step.Light)]),
            ZoneSurface.Mean([.. along.Select(step => step.Middle)]),
            ZoneSurface.Mean([.. along.Select(step => step.Shadow)]),
            along[0].Paper
        )
        {
            Gradient = gradient,
            Along = along,
        };

    /// <summary>A pattern.</summary>
    /// <param name="parts">What lies in its openings, on their edges and between them.</param>
    public static Surface Of(OpenAndBetween parts)
    {
        ArgumentNullException.ThrowIfNull(parts);
        var steps = parts.Parts.All(part => part.Surface.Along.IsEmpty) ? 0 : StepsAlong;
        return Mean(part => part) with
        {
            Gradient = parts.Inside.Gradient ?? parts.Between.Gradient,
            Along =
            [
                .. Enumerable
                    .Range(0, steps)
                    .Select(step => Mean(part => part.Along.IsEmpty ? part : part.Along[step])),
            ],
            Through = parts,
        };

        Surface Mean(Func<Surface, Surface> of)
        {
            var all = parts.Parts.Select(part => (Surface: of(part.Surface), part.Share)).ToList();
            return new(
                ZoneSurface.Mean([.. all.Select(part => (part.Surface.Light, part.Share))]),
                ZoneSurface.Mean([.. all.Select(part => (part.Surface.Middle, part.Share))]),
                ZoneSurface.Mean([.. all.Select(part => (part.Surface.Shadow, part.Share))]),
                parts.Between.Paper
            );
        }
    }

    /// <summary>A bare card.</summary>
    public static Surface Bare(Paints paints)
    {
        ArgumentNullException.ThrowIfNull(paints);
        var bare = ZoneSurface.Bare(paints.Reflectance, paints.Paper.Texture);
        return new Surface(bare, bare, bare, paints.Reflectance);
    }

    /// <summary>An area before anything is painted on it: bare, or with what is printed there.</summary>
    public static Surface Before(Paints paints, int area)
    {
        ArgumentNullException.ThrowIfNull(paints);
        if (!paints.Printed.ContainsKey(area))
            return Bare(paints);
        var printed = paints.ReflectanceOf(area);
        var zone = ZoneSurface.Bare(printed, paints.Paper.Texture);
        return new Surface(zone, zone, zone, printed);
    }

    /// <summary>Its colours, dry.</summary>
    public ZoneColours Colours() =>
        new(Srgb.FromLab(Light.Colour()), Srgb.FromLab(Middle.Colour()), Srgb.FromLab(Shadow.Colour()));

    /// <summary>Its colours by another light or under water.</summary>
    /// <param name="seen">How a reflectance is seen.</param>
    public ZoneColours Colours(Func<Spectrum, Lab> seen)
    {
        ArgumentNullException.ThrowIfNull(seen);
        Srgb Of(ZoneSurface zone) => Srgb.FromLab(seen(zone.Reflectance()));
        return new ZoneColours(Of(Light), Of(Middle), Of(Shadow));
    }

    /// <summary>Lightness L* where a zone is painted.</summary>
    public double LightnessOf(Zone zone)
    {
        var spread = Spread.Over(zone);
        var painted =
            spread.Middle > 0 ? Middle
            : spread.Shadow > 0 ? Shadow
            : zone == Zone.Light ? Light
            : Middle;
        return painted.Colour().L;
    }

    /// <summary>With each zone changed.</summary>
    internal Surface Each(Spread spread, Func<ZoneSurface, double, ZoneSurface> change) =>
        this with
        {
            Light = change(Light, spread.Light),
            Middle = change(Middle, spread.Middle),
            Shadow = change(Shadow, spread.Shadow),
        };
}
