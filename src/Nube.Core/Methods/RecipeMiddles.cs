using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods.Builders;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods;

/// <summary>
/// Recipes that are worth a closer look for the middle of an area, by what a method takes its colour from.
/// </summary>
/// <remarks>How many are kept at each stage is this project's own, as many as are tried within about 0.2 s.</remarks>
internal static class RecipeMiddles
{
    private const int MixesKept = 24,
        SinglesKept = 8,
        PairsTried = 24,
        PairsKept = 12;
    private static readonly ImmutableArray<int> LayersTried = [1, 2, 3, 4, 6, 8], // of two pencils over each other
        FewLayersTried = [1, 3, 6];
    private const int MostInkLayers = 6,
        FewestInkLayers = 2; // of a foam tip: one is never even, after six the card is full. From memory
    private const int FewestGlazes = 2,
        MostGlazes = 4; // thin washes; from memory

    // What is laid on a whole card is smeared on the mat, mixed there, or inked side by side.
    private static readonly Schools InksOnTheMat = Schools.Usual with { Inks = InkMixing.OnTheMat };
    private const int MostAccents = 6,
        ThinnestPen = 4,
        MostOverMarker = 5,
        MostTintLayers = 2; // layers, and parts of water to one of a pen's ink; from memory

    /// <summary>The best of them, each with what lies under or over it.</summary>
    public static ImmutableArray<Recipe> Of(RecipeTrial trial, WaterMixes? mixes)
    {
        var (method, paints) = (trial.Method, trial.Paints);
        return method switch
        {
            Method.ShadedWhite => [.. Tints(trial)],
            Method.PencilAccents => Accented(trial),
            Method.BrushPenPair => [.. Penned(trial)],
            Method.PencilOverMarker => Best(trial, Markers(trial), PairsKept),
            Method.SpongeBlend => Sponged(trial),
            Method.Glaze => Best(trial, Glazes(trial, mixes), MixesKept),
            Method.BodyColour => [.. Washed(trial, mixes)],
            _ => [.. Washed(trial, mixes), .. Drawn(trial)],
        };
    }

    /// <summary>
    /// Recipes for a colour of a whole card: it is laid in one go, so strength alone makes it deeper.
    /// </summary>
    public static IEnumerable<Recipe> ForCards(Method method, Lab wish, Paints paints, WaterMixes? mixes)
    {
        var media = MethodTable.Of(method).Media;
        var mixed = mixes is null
            ? []
            : mixes
                .Nearest(wish, 2 * MixesKept, paints, InksOnTheMat)
                .Where(recipe => recipe.Parts.All(part => media.Contains(paints.Colourants[part.Colourant].Medium)))
                .ToList();
        var singles = paints.Of(media).Select(place => RecipeTrial.Plain(place, 1));
        return mixed
            .Concat(singles)
            .SelectMany(
                _ => Strength.Ladder,
                (recipe, strength) => recipe with { Strength = strength, Layers = 1, Shadow = Companion.NotNeeded }
            );
    }

    /// <summary>Washes of mixes, and of colour lifted from a lead.</summary>
    private static IEnumerable<Recipe> Washed(RecipeTrial trial, WaterMixes? mixes)
    {
        var media = MethodTable.Of(trial.Method).Media;
        var ground = MethodRecipes.GroundOf(trial.Method, trial.Paints);
        var mixed = mixes is not null && media.Contains(Medium.Pan) ? MixesFor(mixes, trial) : [];
        var leads = trial.Method == Method.LeadLifted ? trial.Paints.Of(media).Select(OfItself) : [];
        var wet =
            mixed.IsEmpty && media.Contains(Medium.Pan) ? trial.Paints.Of(Deepening.WaterMedia).Select(OfItself) : [];
        return mixed.Concat(leads).Concat(wet).Select(recipe => recipe with { Shadow = Companion.NotNeeded });

        Recipe OfItself(int place) =>
            RecipeIndex.BestWash(
                [new RecipePart(place, 1)],
                trial.Paints.Optics[place],
                ground,
                trial.Wish,
                trial.Paints.Dilution
            );
    }

    /// <summary>The nearest mixes; and colours that need no mixing, for a hand that mixes worse than others.</summary>
    private static ImmutableArray<Recipe> MixesFor(WaterMixes mixes, RecipeTrial trial)
    {
        var nearest = mixes.Nearest(trial.Wish, MixesKept, trial.Paints, trial.Schools);
        return trial.Paints.Hand.Paint.Mixing <= HandErrs.Ordinary.Mixing
            ? nearest
            :
            [
                .. nearest,
                .. mixes
                    .NearestUnmixed(trial.Wish, SinglesKept, trial.Paints, trial.Schools)
                    .Where(single => !nearest.Any(single.SameMiddle)),
            ];
    }

    private static IEnumerable<Recipe> Glazes(RecipeTrial trial, WaterMixes? mixes) =>
        Washed(trial, mixes).SelectMany(GlazesOf);

    private static IEnumerable<Recipe> GlazesOf(Recipe recipe) =>
        from strength in Strength.Ladder
        from layers in Enumerable.Range(FewestGlazes, MostGlazes - FewestGlazes + 1)
        select recipe with
        {
            Strength = strength,
            Layers = layers,
        };

    /// <summary>Pencils in layers, alone or over a lighter one.</summary>
    private static IEnumerable<Recipe> Drawn(RecipeTrial trial)
    {
        if (trial.Method == Method.LeadLifted)
            return [];
        var media = MethodTable.Of(trial.Method).Media;
        var pencils = trial.Paints.Of([.. Pencils.All.Where(media.Contains)]);
        if (pencils.IsEmpty)
            return [];
        var ground = RoomFor(trial);
        var singles = Judged(trial, pencils.SelectMany(pencil => InLayers(trial, pencil, ground)));
        var best = singles
            .GroupBy(recipe => recipe.Parts[0].Colourant)
            .OrderBy(of => of.Min(recipe => recipe.Rank))
            .Take(SinglesKept)
            .ToList();
        var alone = best.Select(of => of.MinBy(recipe => recipe.Rank)!);
        // Two pencils mix on the paper: another one under the nearest ones, in fewer or more layers of each. Few layers
        // of all pairs say which are worth a closer look.
        var all =
            from of in best
            from under in pencils
            where under != of.Key
            select of.MinBy(recipe => recipe.Rank)! with
            {
                Light = Companion.Plain(under, 1),
            };
        var near = Judged(trial, all.SelectMany(pair => InLayersOfBoth(pair, ground, FewLayersTried)))
            .GroupBy(recipe => (recipe.Parts[0].Colourant, recipe.Light!.Parts[0].Colourant))
            .OrderBy(pair => pair.Min(recipe => recipe.Rank))
            .Take(PairsTried)
            .Select(pair => pair.First());
        return alone.Concat(Best(trial, near.SelectMany(pair => InLayersOfBoth(pair, ground, LayersTried)), PairsKept));
    }

    /// <summary>One pencil over another in so many layers of each as the ground has room for.</summary>
    private static IEnumerable<Recipe> InLayersOfBoth(Recipe pair, ZoneSurface ground, ImmutableArray<int> tried) =>
        from layers in tried.Where(layers => layers < ground.LayersLeft(pair.Pressure))
        from below in tried.Where(below => below + layers <= ground.LayersLeft(Pressure.Light))
        select pair with
        {
            Layers = layers,
            Light = pair.Light! with { Layers = below },
        };

    /// <summary>A pencil by itself, in every number of layers and pressure that the ground has room for.</summary>
    private static IEnumerable<Recipe> InLayers(RecipeTrial trial, int pencil, ZoneSurface ground) =>
        from pressure in Enum.GetValues<Pressure>()
        from layers in Enumerable.Range(1, ground.LayersLeft(pressure))
        from rub in Rubbing(trial)
        select RecipeTrial.Plain(pencil, layers) with
        {
            Over = rub,
            Pressure = pressure,
        };

    /// <summary>
    /// One mix or one pencil in every way that a method lays it: thinner or stronger, in fewer layers or more. None
    /// for a method that cannot, and for those whose colours are always looked at one by one.
    /// </summary>
    public static IEnumerable<Recipe> Of(RecipeTrial trial, ImmutableArray<RecipePart> mix)
    {
        var (sheet, paints) = (MethodTable.Of(trial.Method), trial.Paints);
        var media = mix.Select(part => paints.Colourants[part.Colourant].Medium).ToList();
        if (media.Exists(medium => !sheet.Media.Contains(medium) && !(sheet.IsBody && medium == Medium.OpaqueWhite)))
            return [];
        if (sheet.IsBody != media.Contains(Medium.OpaqueWhite))
            return [];
        var wet = media.TrueForAll(Media.MixesInParts);
        return trial.Method switch
        {
            Method.ShadedWhite or Method.PencilAccents or Method.BrushPenPair => [],
            Method.PencilOverMarker or Method.SpongeBlend or Method.LeadLifted => [],
            Method.Glaze => GlazesOf(RecipeTrial.Plain(mix[0].Colourant, 1) with { Parts = mix }),
            _ when wet => MixGrid.Washes.Select(wash =>
                RecipeTrial.Plain(mix[0].Colourant, wash.Layers, wash.Strength) with
                {
                    Parts = mix,
                }
            ),
            _ when mix is [var pencil] && Pencils.All.Contains(paints.Colourants[pencil.Colourant].Medium) => InLayers(
                trial,
                pencil.Colourant,
                RoomFor(trial)
            ),
            _ => [],
        };
    }

    /// <summary>
    /// What layers are rubbed together with, where the method does: a white pencil, or a colourless one.
    /// </summary>
    private static ImmutableArray<Companion?> Rubbing(RecipeTrial trial)
    {
        var burnished =
            trial.Method == Method.BurnishedPencil
            || (trial.Method == Method.NoLine && trial.Schools.Pencils == PencilBlend.Burnish);
        return burnished && trial.Paints.White(pencil: true) is { } white ? [null, Companion.Plain(white, 1)] : [null];
    }

    /// <summary>What the pencil goes onto: the bare card, or a white base that has used some of its tooth.</summary>
    private static ZoneSurface RoomFor(RecipeTrial trial)
    {
        var bare = Surface.Bare(trial.Paints);
        var below =
            trial.Method == Method.WhiteBase && Whites.BaseOf(trial.Paints) is { } white
                ? Laying.Lay(bare, white.Acts, trial.Paints)
                : bare;
        return below.Middle;
    }

    /// <summary>Pens as they are, or pulled out thin with water or a blender.</summary>
    private static IEnumerable<Recipe> Penned(RecipeTrial trial)
    {
        var thinned = Strength.Ladder.Where(strength =>
            strength.WaterParts == 0 || (strength.WaterParts <= ThinnestPen && trial.Schools.Pens != PenBlend.None)
        );
        return trial
            .Paints.Of([Medium.BrushPen])
            .SelectMany(_ => thinned, (pen, strength) => RecipeTrial.Plain(pen, 1, strength));
    }

    /// <summary>Markers alone, and under some layers of a pencil.</summary>
    private static IEnumerable<Recipe> Markers(RecipeTrial trial)
    {
        var markers = Best(
            trial,
            trial.Paints.Of([Medium.AlcoholMarker]).Select(marker => RecipeTrial.Plain(marker, 1)),
            SinglesKept
        );
        var pencils = trial.Paints.Of(MethodTable.Of(trial.Method).With);
        return markers.Concat(
            from marker in markers
            from pencil in pencils
            from layers in Enumerable.Range(1, MostOverMarker)
            select marker with
            {
                Over = Companion.Plain(pencil, layers),
            }
        );
    }

    /// <summary>
    /// Blending inks, dabbed off more or less, alone or with a lighter one that goes first and comes back last.
    /// </summary>
    private static ImmutableArray<Recipe> Sponged(RecipeTrial trial)
    {
        var inks = trial.Paints.Of([Medium.BlendingInk]);
        // What a foam tip leaves that was dabbed off: a third of a full layer at most; from memory.
        var dabbed = Strength.Ladder.Where(strength => strength.WaterParts >= 2).ToList();
        var layers = Enumerable.Range(FewestInkLayers, MostInkLayers - FewestInkLayers + 1).ToList();
        var singles = Judged(
            trial,
            from ink in inks
            from strength in dabbed
            from times in layers
            select RecipeTrial.Plain(ink, times, strength)
        );
        var best = singles
            .GroupBy(recipe => recipe.Parts[0].Colourant)
            .OrderBy(of => of.Min(recipe => recipe.Rank))
            .Take(SinglesKept)
            .ToList();
        var pairs =
            from of in best
            from light in inks
            where light != of.Key && trial.Paints.FullColour(light).L > trial.Paints.FullColour(of.Key).L
            from strength in dabbed
            from times in layers
            select RecipeTrial.Plain(of.Key, times, strength) with
            {
                Light = new Companion([new RecipePart(light, 1)], strength, 2),
            };
        return [.. best.SelectMany(of => of.OrderBy(recipe => recipe.Rank).Take(3)), .. Best(trial, pairs, PairsKept)];
    }

    /// <summary>
    /// Thin washes, or light layers of a pencil; by the other school a grey pencil and white over it.
    /// </summary>
    private static IEnumerable<Recipe> Tints(RecipeTrial trial)
    {
        var paints = trial.Paints;
        var pencils = paints.Of(Pencils.All).Where(pencil => pencil != paints.White(pencil: true)).ToList();
        if (
            trial.Schools.Whites == WhiteShade.GreyThenWhite
            && paints.White(pencil: true) is { } white
            && pencils.Count > 0
        )
            return pencils.SelectMany(
                _ => Enumerable.Range(1, MostAccents),
                (grey, layers) => RecipeTrial.Plain(grey, layers) with { Over = Companion.Plain(white, 1) }
            );
        var water = paints.Of(Deepening.WaterMedia);
        var cool = WhiteObjects
            .Tints([.. water.Select(place => paints.Optics[place])], paints.Reflectance, paints.Dilution)
            .Where(tint => tint.Cool)
            .Select(tint => water[tint.Colourant])
            .ToList();
        var washes =
            from place in cool.Count > 0 ? cool : [.. water]
            from strength in WhiteObjects.ThinWashes
            from layers in Enumerable.Range(1, MostTintLayers)
            select RecipeTrial.Plain(place, layers, strength);
        return water.IsEmpty
            ? pencils.SelectMany(
                _ => Enumerable.Range(1, MostAccents),
                (pencil, layers) => RecipeTrial.Plain(pencil, layers)
            )
            : washes;
    }

    /// <summary>A pencil over a print, or a second one crossing the first.</summary>
    private static ImmutableArray<Recipe> Accented(RecipeTrial trial)
    {
        var pencils = trial.Paints.Of(MethodTable.Of(trial.Method).Media);
        var singles = Judged(
            trial,
            pencils.SelectMany(
                _ => Enumerable.Range(1, MostAccents),
                (pencil, layers) => RecipeTrial.Plain(pencil, layers)
            )
        );
        var best = singles
            .GroupBy(recipe => recipe.Parts[0].Colourant)
            .OrderBy(of => of.Min(recipe => recipe.Rank))
            .Take(SinglesKept);
        var pairs =
            from of in best
            from second in pencils
            where second != of.Key
            from layers in FewLayersTried
            from over in FewLayersTried
            where layers + over <= MostAccents
            select RecipeTrial.Plain(of.Key, layers) with
            {
                Over = Companion.Plain(second, over),
            };
        return [.. singles, .. Best(trial, pairs, PairsKept)];
    }

    // In the order given: a parallel query would group and sort equals by chance.
    private static ImmutableArray<Recipe> Judged(RecipeTrial trial, IEnumerable<Recipe> recipes) =>
        [.. recipes.ToList().AsParallel().AsOrdered().Select(trial.JudgedInTheMiddle)];

    private static ImmutableArray<Recipe> Best(RecipeTrial trial, IEnumerable<Recipe> recipes, int count) =>
        [.. Judged(trial, recipes).OrderBy(recipe => recipe.Rank).Take(count)];
}
