using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Planning;

/// <summary>What a maker names for one part of an area: "this pencil, three layers", "2 of this, 1 of that, 4 water".</summary>
/// <param name="Parts">One colourant as it is, or up to three in parts.</param>
/// <param name="Strength">With how much water; none where it is laid as it comes.</param>
/// <param name="Layers">In how many layers; 0 for as many as are usual.</param>
/// <param name="Pressure">How hard a pencil is pressed.</param>
public sealed record NamedLayer(
    ImmutableArray<RecipePart> Parts,
    Strength Strength,
    int Layers = 0,
    Pressure Pressure = Pressure.Light
);

/// <summary>What a maker names for an area, part by part.</summary>
/// <param name="Middle">All over, or between light and shadow.</param>
/// <param name="Light">In the light, under the rest; null for the middle's own.</param>
/// <param name="Shadow">In the shadow, over the rest; null for none.</param>
public sealed record NamedColours(NamedLayer Middle, NamedLayer? Light = null, NamedLayer? Shadow = null)
{
    /// <summary>How the middle's colour passes into others; null where the area is of one hue.</summary>
    public Gradient? Gradient { get; init; }

    /// <summary>The hues into which it passes, in their order; none without a gradient.</summary>
    public ImmutableArray<NamedLayer> Into { get; init; } = [];

    // As pencils and foam tips are commonly layered; a wash is one. From memory.
    private const int UsualDryLayers = 3,
        UsualLightLayers = 2;

    /// <summary>Most layers of anything: the tooth of any paper is full by then.</summary>
    public const int MostLayers = 12;

    /// <summary>The usual method of what is named for the middle.</summary>
    public Method UsualMethod(RunPalette palette, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(palette);
        if (Gradient is not null)
            return Method.Gradient;
        if (Middle.Parts.IsEmpty)
            return Method.FlatWash;
        if (Middle.Parts.Any(part => palette.Paints.Colourants[part.Colourant].Medium == Medium.OpaqueWhite))
            return Method.BodyColour;
        var toned = Thing.Of(palette.Paints.Paper).Traits.HasFlag(Traits.DarkPaper);
        return MethodTable.Usual(palette.Paints.Colourants[Middle.Parts[0].Colourant].Medium, toned, schools);
    }

    /// <summary>
    /// What was named, for a palette that counts its colourants otherwise, predicted anew; null where one is gone.
    /// </summary>
    /// <param name="chosen">What was named.</param>
    /// <param name="places">Where each colourant stands now; negative where it is gone.</param>
    /// <param name="palette">What the run has now.</param>
    /// <param name="schools">The maker's ways.</param>
    public static ChosenColour? Recounted(
        ChosenColour chosen,
        ImmutableArray<int> places,
        RunPalette palette,
        Schools schools
    )
    {
        ArgumentNullException.ThrowIfNull(chosen);
        ArgumentNullException.ThrowIfNull(palette);
        var recipe = chosen.Recipe;
        var all = recipe.Companions.SelectMany(companion => companion.Parts).Concat(recipe.Parts);
        if (!palette.CanUse(chosen.Wish.Method) || all.Any(part => places[part.Colourant] < 0))
            return null;
        var now = MethodRecipes.Named(
            recipe with
            {
                Parts = Parts(recipe.Parts),
                Light = With(recipe.Light),
                Shadow = With(recipe.Shadow),
                Over = With(recipe.Over),
                Gradient = recipe.Gradient is { } into
                    ? into with
                    {
                        Hues = [.. into.Hues.Select(hue => With(hue)!)],
                    }
                    : null,
            },
            chosen.Wish.Method,
            palette.Paints,
            schools
        );
        return new ChosenColour(chosen.Wish with { Colour = Srgb.FromLab(now.Predicted) }, now);

        ImmutableArray<RecipePart> Parts(ImmutableArray<RecipePart> parts) =>
            [.. parts.Select(part => part with { Colourant = places[part.Colourant] })];
        Companion? With(Companion? companion) =>
            companion is null ? null : companion with { Parts = Parts(companion.Parts) };
    }

    /// <summary>
    /// An area's colour by what was named; predicted, and compared with nothing.
    /// </summary>
    /// <param name="palette">What the run has.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="area">The area.</param>
    /// <param name="method">How it is coloured; a method for areas.</param>
    /// <exception cref="NamedColourException">It cannot be done so; the message says why.</exception>
    public ChosenColour For(RunPalette palette, Schools schools, int area, Method method)
    {
        ArgumentNullException.ThrowIfNull(palette);
        var sheet = MethodTable.Of(method);
        var middle = Companion(Middle, UsualDryLayers);
        var pencil = palette.Paints.Colourants[middle.Parts[0].Colourant].Medium.IsPencil();
        if (Light is not null && !MethodTable.LightensWithAnother(method, pencil))
            throw new NamedColourException($"{sheet.Name} has no colour of its own in the light.");
        if (Shadow is not null && MethodTable.ShadesItself(method))
            throw new NamedColourException($"{sheet.Name} shades itself: no other colour goes into its shadow.");
        if (Gradient is not null)
            RefuseGradient(palette, method);
        var recipe = MethodRecipes.Named(
            new Recipe(middle.Parts, middle.Strength, middle.Layers, default, 0, 0)
            {
                Pressure = middle.Pressure,
                Light = Light is null ? null : Companion(Light, UsualLightLayers),
                Shadow = Shadow is null ? Mixing.Companion.NotNeeded : Companion(Shadow, UsualDryLayers),
                Gradient = Gradient is null
                    ? null
                    : new IntoHues(Gradient, [.. Into.Select(hue => Companion(hue, UsualDryLayers))]),
            },
            method,
            palette.Paints,
            schools
        );
        var wish = new Wish(
            area,
            Srgb.FromLab(recipe.Predicted),
            Shadow is null ? ShadowDepth.None : ShadowDepth.Soft,
            method
        )
        {
            Exactly = true,
        };
        return new ChosenColour(wish, recipe);

        Companion Companion(NamedLayer named, int usualLayers)
        {
            if (named.Parts.Length is 0 or > MixGrid.MostColourants)
                throw new NamedColourException($"Name one to {MixGrid.MostColourants} colours.");
            var colourants = named.Parts.Select(part => palette.Paints.Colourants[part.Colourant]).ToList();
            if (colourants.Find(one => !sheet.Media.Concat(sheet.With).Contains(one.Medium)) is { } wrong)
                throw new NamedColourException(
                    $"{wrong.Name} is {wrong.Medium.InWords()}: it is not used for {sheet.Name.ToLowerInvariant()}."
                );
            var washed = colourants[0].Medium.MixesInParts();
            if (named.Parts.Length > 1 && !colourants.TrueForAll(one => one.Medium.MixesInParts()))
                throw new NamedColourException("Only paints and inks are mixed in parts; name one pencil, pen or tip.");
            if (named.Layers is < 0 or > MostLayers)
                throw new NamedColourException($"Lay 1 to {MostLayers} layers.");
            var layers =
                named.Layers > 0 ? named.Layers
                : washed || colourants[0].Medium is Medium.BrushPen or Medium.AlcoholMarker ? 1
                : usualLayers;
            return new Companion(named.Parts, named.Strength, layers) { Pressure = named.Pressure };
        }
    }

    /// <summary>Hues pass into each other where they are of one kind, and lie as the gradient says.</summary>
    private void RefuseGradient(RunPalette palette, Method method)
    {
        if (method != Method.Gradient)
            throw new NamedColourException(
                $"{MethodTable.Of(method).Name} has no colours that pass into each other: leave the method open."
            );
        if (Gradient!.Trouble(Into.Length + 1) is { } trouble)
            throw new NamedColourException(trouble);
        var kinds = Into.Append(Middle)
            .Concat(Shadow is null ? [] : [Shadow])
            .SelectMany(layer => layer.Parts)
            .Select(part => KindOf(palette.Paints.Colourants[part.Colourant].Medium))
            .ToHashSet();
        if (kinds.Count > 1)
            throw new NamedColourException(
                "Colours of one kind pass into each other: paints, pencils, pens, markers or foam tips."
            );
        if (
            kinds.Single() is Medium.Pan or Medium.BrushPen or Medium.AlcoholMarker
            && Into.Append(Middle).Select(layer => Math.Max(1, layer.Layers)).Distinct().Count() > 1
        )
            throw new NamedColourException(
                "Colours that are wet together are laid together: give all of them the same number of layers."
            );
        if (Shadow is not null && kinds.Single() is Medium.BrushPen or Medium.AlcoholMarker)
            throw new NamedColourException(
                "Pens and markers that pass into each other take no shadow over them: end with the darker one."
            );
    }

    /// <summary>What works alike: all that is thinned with water is one kind, and so are all pencils.</summary>
    private static Medium KindOf(Medium medium) =>
        medium.MixesInParts() ? Medium.Pan
        : medium.IsPencil() ? Medium.WaxPencil
        : medium;
}

/// <summary>What was named cannot be laid so.</summary>
/// <param name="reason">Why, in a sentence for the maker.</param>
public sealed class NamedColourException(string reason) : Exception(reason);
