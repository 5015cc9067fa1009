using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Materials;

/// <summary>A set of colours as makers own it: twelve pans, twenty-four pencils.</summary>
/// <param name="Medium">What it is of.</param>
/// <param name="Size">How many colours.</param>
/// <param name="Colourants">The colours.</param>
public sealed record StarterSet(Medium Medium, int Size, ImmutableArray<Colourant> Colourants);

/// <summary>Sets that a maker says to own in one go. Their sizes are common practice, no source.</summary>
public static class StarterSets
{
    private static readonly ImmutableArray<(Medium Medium, ImmutableArray<Colourant> From, int[] Sizes)> Kinds =
    [
        (Medium.Pan, GenericCatalogue.WaterColours, [12, 24]),
        (Medium.WaxPencil, GenericCatalogue.Pencils, [12, 24]),
        (Medium.OilPencil, GenericCatalogue.OilPencils, [12, 24]),
        (Medium.WatercolourPencil, GenericCatalogue.WatercolourPencils, [12, 24]),
        (Medium.BrushPen, GenericCatalogue.BrushPens, [12, 24]),
        (Medium.BrushMarker, GenericCatalogue.BrushMarkers, [12, 24]),
        (Medium.AlcoholMarker, GenericCatalogue.AlcoholMarkers, [12, 24]),
        (Medium.InkPad, GenericCatalogue.Inks, [6, 12]),
        (Medium.BlendingInk, GenericCatalogue.BlendingInks, [6, 12]),
    ];

    /// <summary>All sets, smaller before larger ones of a kind; a larger one has the smaller one in it.</summary>
    public static ImmutableArray<StarterSet> All { get; } =
    [
        .. from kind in Kinds
        from size in kind.Sizes
        select new StarterSet(kind.Medium, size, Of(kind.Medium, kind.From, size)),
    ];

    /// <summary>The set of a kind in a size; null where there is none such.</summary>
    public static StarterSet? Find(Medium medium, int size) =>
        All.FirstOrDefault(set => set.Medium == medium && set.Size == size);

    /// <summary>
    /// The colours that differ most from each other; of pans, from those that are in a usual box on.
    /// </summary>
    private static ImmutableArray<Colourant> Of(Medium medium, ImmutableArray<Colourant> from, int size) =>
        [.. Spread(medium == Medium.Pan ? GenericCatalogue.Pans : from[..1], from, size).OrderBy(from.IndexOf)];

    /// <summary>
    /// One after the other the colour that is furthest from all those that are there.
    /// </summary>
    private static ImmutableArray<Colourant> Spread(
        ImmutableArray<Colourant> there,
        ImmutableArray<Colourant> from,
        int size
    )
    {
        var colours = from.ToDictionary(colourant => colourant, colourant => colourant.FullStrength.ToLab());
        List<Colourant> taken = [.. there];
        while (taken.Count < size)
            taken.Add(
                from.Except(taken).MaxBy(next => taken.Min(one => Ciede2000.Difference(colours[next], colours[one])))!
            );
        return [.. taken];
    }
}
