using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Materials;
using Nube.Core.Methods.Builders;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods;

/// <summary>Ways to deepen the shadow of an area, by its method.</summary>
internal static class RecipeShadows
{
    private const int MostWashes = 2,
        MostDrawn = 6,
        MostInk = 3,
        MostPen = 2; // layers; this project's own
    private const double GreyBelow = 12; // chroma; this project's own

    /// <summary>What is worth trying for a recipe; at least one.</summary>
    public static IEnumerable<Companion> Of(RecipeTrial trial, Recipe recipe)
    {
        var paints = trial.Paints;
        // Where the middle's own acts shade the area, nothing more may be needed.
        if (MethodTable.ShadesItself(trial.Method))
            return [Companion.NotNeeded];
        if (trial.Depth == ShadowDepth.None && trial.Method != Method.OilDetail)
            return [Companion.NotNeeded];
        // Grey and black dull a colour: only what is grey itself is deepened with them.
        bool Suits(int place) =>
            trial.Wish.Chroma < GreyBelow
            || paints.FullColour(place).Chroma >= GreyBelow
            || recipe.Parts.Any(part => part.Colourant == place);
        return trial.Method switch
        {
            Method.OilDetail => Drawn([Medium.OilPencil])
                .Where(pencil => trial.Depth != ShadowDepth.None || pencil.Layers == 1),
            Method.BrushPenPair => Plain(paints.Of([Medium.BrushPen]).Where(Suits), MostPen),
            Method.SpongeBlend => Plain(paints.Of([Medium.BlendingInk]).Where(Suits), MostInk)
                .Select(ink => ink with { Strength = recipe.Strength }),
            Method.PencilOverMarker => Drawn([.. MethodTable.Of(trial.Method).With]),
            _ when MethodTable.IsPencil(recipe, paints) && trial.Method != Method.LeadLifted => Drawn([.. Pencils.All]),
            Method.LeadLifted => Washes(recipe, []),
            Method.LineAndPull => Washes(recipe, Deeper(trial, recipe, paints.Of(Deepening.WaterMedia)))
                .Append(Companion.NotNeeded),
            _ => Washes(recipe, Deeper(trial, recipe, paints.Of(Deepening.WaterMedia))),
        };

        IEnumerable<Companion> Drawn(ImmutableArray<Medium> media)
        {
            // Drawn areas leave the shadow room for it; over paint and marker there is what is left.
            int Room(Pressure pressure) =>
                MethodTable.IsPencil(recipe, paints)
                    ? PencilOnTooth.MostLayers(paints.Paper.Texture, pressure) / 2
                    : trial.LayersLeft(recipe, pressure);
            var suited = paints.Of(media).Where(Suits).ToList();
            var deeper = Deeper(trial, recipe, suited);
            var ways = Enum.GetValues<Pressure>()
                .SelectMany(pressure =>
                    Plain(deeper.Count > 0 ? deeper : suited, Math.Min(MostDrawn, Room(pressure)))
                        .Select(pencil => pencil with { Pressure = pressure })
                )
                .ToList();
            return ways.Count == 0 ? [Companion.NotNeeded] : ways;
        }
    }

    private static IEnumerable<Companion> Plain(IEnumerable<int> colourants, int most) =>
        colourants.SelectMany(_ => Enumerable.Range(1, most), Companion.Plain);

    /// <summary>The same mix again, in any strength; or a wash of something deeper.</summary>
    private static IEnumerable<Companion> Washes(Recipe recipe, IEnumerable<int> deeper)
    {
        var own =
            from strength in Strength.Ladder
            from layers in Enumerable.Range(1, MostWashes)
            select new Companion(recipe.Parts, strength, layers);
        var other =
            from place in deeper
            from strength in Strength.Ladder
            select new Companion([new RecipePart(place, 1)], strength, 1);
        // Reds are deepened with something deeper wherever it is owned: more of themselves only gets louder.
        return other.Any() ? other : own;
    }

    /// <summary>
    /// What a red is deepened with, as its maker does: browns, or deeper reds; nothing for what is no red.
    /// </summary>
    private static List<int> Deeper(RecipeTrial trial, Recipe recipe, IEnumerable<int> among)
    {
        var paints = trial.Paints;
        var now = recipe.Predicted;
        if (!ShadowAndLight.IsRed(now))
            return [];
        var others = among.Where(place => recipe.Parts.All(part => part.Colourant != place));
        // By its hue a brown is a red, too.
        return trial.Schools.Reds == RedShade.Brown
            ? [.. others.Where(place => paints.Colourants[place].IsBrown)]
            :
            [
                .. others.Where(place =>
                    !paints.Colourants[place].IsBrown
                    && ShadowAndLight.IsRed(paints.FullColour(place))
                    && paints.FullColour(place).L < now.L
                ),
            ];
    }
}
