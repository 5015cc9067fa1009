using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Acts;

/// <summary>A run's colourants on its paper, as methods need them.</summary>
/// <param name="Colourants">In the order in which recipes count them.</param>
/// <param name="Optics">The same, as K and S.</param>
/// <param name="Paper">The paper.</param>
/// <param name="Reflectance">Its reflectance, bare.</param>
public sealed record Paints(
    IReadOnlyList<Colourant> Colourants,
    IReadOnlyList<PaintOptics> Optics,
    Paper Paper,
    Spectrum Reflectance
)
{
    /// <summary>The hand that lays them.</summary>
    public LayingHand Hand { get; init; } = LayingHand.Ordinary;

    /// <summary>How it dilutes.</summary>
    public Dilution Dilution => Hand.Dilution;

    /// <summary>
    /// What is printed in colour on some areas before anything is painted, as it looks on white paper, by area.
    /// </summary>
    public ImmutableDictionary<int, Srgb> Printed { get; init; } = ImmutableDictionary<int, Srgb>.Empty;

    /// <summary>
    /// The light that an area reflects before anything is painted: the paper's, as much of it as the print on it lets
    /// through. So prints count as transparent, as inks are.
    /// </summary>
    public Spectrum ReflectanceOf(int area)
    {
        if (!Printed.TryGetValue(area, out var print))
            return Reflectance;
        var through = ReflectanceReconstruction.From(print);
        return Spectrum.From(band => Reflectance[band] * through[band]);
    }

    /// <summary>The same colourants on another paper, on which nothing is printed.</summary>
    public Paints OnPaper(Paper paper)
    {
        ArgumentNullException.ThrowIfNull(paper);
        return this with
        {
            Paper = paper,
            Reflectance = paper.Reflectance(),
            Printed = ImmutableDictionary<int, Srgb>.Empty,
        };
    }

    /// <summary>Load of one layer of a mix, as this hand dilutes it.</summary>
    public double LoadOf(PaintMix mix)
    {
        ArgumentNullException.ThrowIfNull(mix);
        return Dilution.LoadOf(mix.Strength);
    }

    /// <summary>What each touch of a pencil leaves by this hand, against what such a pressure does.</summary>
    internal double LeavesOf(Act drawn) => drawn.Leaves * Hand.Touch;

    /// <summary>K and S of a mix.</summary>
    public PaintOptics OpticsOf(PaintMix mix)
    {
        ArgumentNullException.ThrowIfNull(mix);
        return mix.Parts is [var only] ? Optics[only.Colourant] : RecipeIndex.Optics(Optics, mix.Parts);
    }

    /// <summary>Places of the colourants of some media.</summary>
    public ImmutableArray<int> Of(IReadOnlyCollection<Medium> media)
    {
        ArgumentNullException.ThrowIfNull(media);
        return [.. Enumerable.Range(0, Colourants.Count).Where(place => media.Contains(Colourants[place].Medium))];
    }

    /// <summary>Colour of one full layer on this paper.</summary>
    public Lab FullColour(int place) => SpectralColour.ToLab(KubelkaMunk.Over(Reflectance, Optics[place], 1));

    /// <summary>A colourant as it comes from its pen, pencil or pad.</summary>
    public static PaintMix Plain(int place) => new([new RecipePart(place, 1)], new Strength(0));

    /// <summary>
    /// A lighter and a darker colourant of the same media and about the same hue; null where there is none.
    /// </summary>
    public LightAndDark SiblingsOf(int place, IReadOnlyCollection<Medium> media)
    {
        var others = Of(media).Remove(place);
        var found = Siblings.Of(FullColour(place), [.. others.Select(FullColour)]);
        return new LightAndDark(
            found.Light is { } light ? others[light] : null,
            found.Dark is { } dark ? others[dark] : null
        );
    }

    /// <summary>The opaque white among them: paint, or a white pencil.</summary>
    /// <param name="pencil">A pencil is wanted.</param>
    public int? White(bool pencil)
    {
        var whites = Enumerable
            .Range(0, Colourants.Count)
            .Where(place =>
                pencil
                    ? Colourants[place].Medium.IsPencil()
                        && Colourants[place].FullStrength.ToLab() is { L: > WhitestPencil }
                    : Colourants[place].Medium == Medium.OpaqueWhite
            )
            .ToList();
        return whites.Count == 0 ? null : whites[0];
    }

    private const double WhitestPencil = 92; // L*, this project's own
}
