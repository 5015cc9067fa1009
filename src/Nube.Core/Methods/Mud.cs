using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Mixing;

namespace Nube.Core.Methods;

/// <summary>A place between two hues of a gradient where they grey each other.</summary>
/// <param name="Before">The hue before it, from 0.</param>
/// <param name="Chroma">CIELAB chroma there.</param>
/// <param name="Clean">The lesser chroma of the two hues.</param>
/// <param name="Instead">
/// A colourant that passes clean between them, in the strength of the first: its place among the run's; null where none
/// does.
/// </param>
public sealed record Mud(int Before, double Chroma, double Clean, int? Instead)
{
    // This project's own: at half the chroma of the duller of two colours their seam looks dirty beside both.
    private const double Greyed = 0.55;
    private const double Coloured = 12; // chroma from which a hue is a colour that can be dulled

    /// <summary>Where a gradient turns muddy; what helps is tried with every colourant of the first hue's kind.</summary>
    /// <remarks>That far hues grey each other and neighbours do not is common practice, no source.</remarks>
    /// <param name="recipe">A recipe with a gradient.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="schools">The maker's ways.</param>
    public static ImmutableArray<Mud> In(Recipe recipe, Paints paints, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(paints);
        if (recipe.Gradient is not { Gradient.Way: not GradientWay.DropIns } into)
            return [];
        return
        [
            .. Seams(recipe, paints, schools)
                .Where(seam => Is(seam.Least, seam.Clean))
                .Select(seam => new Mud(seam.Before, seam.Least, seam.Clean, Between(seam.Before))),
        ];

        int? Between(int before)
        {
            if (into.Hues.Length + 1 >= Gradient.MostHues)
                return null;
            var media = paints.Colourants[recipe.Parts[0].Colourant].Medium;
            var used = recipe.Colourants.ToHashSet();
            return Enumerable
                .Range(0, paints.Colourants.Count)
                .Where(place => paints.Colourants[place].Medium == media && !used.Contains(place))
                .Select(place => (int?)place)
                .Select(place =>
                {
                    var more = recipe with
                    {
                        Gradient = into with
                        {
                            Hues = into.Hues.Insert(
                                before,
                                new Companion([new RecipePart(place!.Value, 1)], recipe.Strength, recipe.Layers)
                            ),
                        },
                    };
                    var seams = Seams(more, paints, schools)
                        .Where(seam => seam.Before == before || seam.Before == before + 1);
                    return (Place: place, Kept: seams.Min(seam => seam.Least / seam.Clean), seams);
                })
                .Where(tried => tried.seams.All(seam => seam.Clean >= Coloured && !Is(seam.Least, seam.Clean)))
                .OrderByDescending(tried => tried.Kept)
                .Select(tried => tried.Place)
                .FirstOrDefault();
        }
    }

    /// <summary>Two hues grey each other.</summary>
    /// <param name="least">CIELAB chroma where they meet.</param>
    /// <param name="clean">The lesser chroma of the two.</param>
    internal static bool Is(double least, double clean) => clean >= Coloured && least < Greyed * clean;

    /// <summary>The least chroma between each hue and the next, and the lesser chroma of the two.</summary>
    private static IEnumerable<(int Before, double Least, double Clean)> Seams(
        Recipe recipe,
        Paints paints,
        Schools schools
    )
    {
        var (gradient, hues) = (recipe.Gradient!.Gradient, recipe.Gradient.Hues.Length + 1);
        var along = new RecipeTrial(Method.Gradient, default, ShadowDepth.None, paints, schools).LookOf(recipe).Along;
        double[] chroma = [.. along.Select(step => step.Middle.Colour().Chroma)];
        int Step(int hue) => (int)Math.Round(gradient.PlaceOf(hue, hues) * (Surface.StepsAlong - 1));
        return Enumerable
            .Range(0, hues - 1)
            .Select(before =>
            {
                var (from, to) = (Step(before), Step(before + 1));
                return (before, chroma[from..(to + 1)].Min(), Math.Min(chroma[from], chroma[to]));
            });
    }
}
