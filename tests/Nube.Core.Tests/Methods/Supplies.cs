using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Methods;

/// <summary>A few colourants of every medium, on a paper.</summary>
internal static class Supplies
{
    private static readonly string[] Names =
    [
        "Lemon brush marker",
        "Tomato brush marker",
        "Fern brush marker",
        "Lemon pencil",
        "Orange pencil",
        "Scarlet pencil",
        "Crimson pencil",
        "Leaf green pencil",
        "Dark green pencil",
        "Sienna pencil",
        "Light grey pencil",
        "White pencil",
        "Orange oil pencil",
        "Crimson oil pencil",
        "Dark green oil pencil",
        "Leaf green oil pencil",
        "Leaf green watercolour pencil",
        "Dark green watercolour pencil",
        "Lemon watercolour pencil",
        "Apricot brush pen",
        "Tangerine brush pen",
        "Tomato brush pen",
        "Tangerine alcohol marker",
        "Fern alcohol marker",
        "Apricot blending ink",
        "Tangerine blending ink",
        "Rust blending ink",
        "Sky blending ink",
        "Royal blue blending ink",
        "Rose ink pad",
        "Violet ink pad",
        "Royal blue ink pad",
        "Opaque white",
        "White gel pen",
    ];

    /// <summary>Twelve pans, then one or a few of everything else.</summary>
    public static ImmutableArray<Colourant> All { get; } =
    [
        .. GenericCatalogue.Pans,
        .. Names.Select(name => GenericCatalogue.Colourants.Single(colourant => colourant.Name == name)),
    ];

    private static readonly Lazy<PaintOptics[]> Optics = new(() =>
        [.. All.AsParallel().AsOrdered().Select(colourant => colourant.Optics())]
    );

    /// <summary>All of it on a paper.</summary>
    public static Paints On(Paper paper) => new(All, Optics.Value, paper, paper.Reflectance());

    /// <summary>All of it on cold pressed paper.</summary>
    public static Paints OnWatercolourPaper { get; } = On(GenericCatalogue.Papers[0]);

    /// <summary>A paper by name.</summary>
    public static Paper Paper(string name) => GenericCatalogue.Papers.Single(paper => paper.Name == name);

    private static readonly Lazy<WaterMixes> Mixes = new(() => MixesOn(OnWatercolourPaper));

    /// <summary>Mixes of its pans on cold pressed paper.</summary>
    public static WaterMixes PansOnWatercolourPaper => Mixes.Value;

    private static readonly Lazy<WaterMixes?> Body = new(() => WaterMixes.OfBodyColour(OnWatercolourPaper));

    /// <summary>What a method mixes on cold pressed paper: its pans, for body colour with opaque white.</summary>
    public static WaterMixes? MixesFor(Method method) =>
        method == Method.BodyColour ? Body.Value : PansOnWatercolourPaper;

    /// <summary>Mixes of its pans.</summary>
    public static WaterMixes MixesOn(Paints paints, Spectrum? ground = null)
    {
        ImmutableArray<int> pans = [.. paints.Of([Medium.Pan])];
        return new WaterMixes(
            RecipeIndex.Build([.. pans.Select(place => paints.Optics[place])], ground ?? paints.Reflectance),
            pans
        );
    }

    /// <summary>The best recipe for a colour by a method.</summary>
    public static Recipe Best(
        Method method,
        string colour,
        Paints? paints = null,
        WaterMixes? mixes = null,
        ShadowDepth depth = ShadowDepth.Soft,
        Schools? schools = null
    )
    {
        var (wish, on) = (Srgb.Parse(colour).ToLab(), paints ?? OnWatercolourPaper);
        var water = mixes ?? (paints is null ? PansOnWatercolourPaper : null);
        return MethodTable.Of(method).WholeCard
            ? MethodRecipes.NearestForCard(method, wish, 1, on, water, 1)[0]
            : MethodRecipes.Nearest(method, wish, depth, on, water, schools ?? Schools.Usual, 1)[0];
    }

    /// <summary>What an area looks like after each pass.</summary>
    public static IReadOnlyList<Surface> Looks(IEnumerable<AreaPass> passes, Paints? paints = null)
    {
        var on = paints ?? OnWatercolourPaper;
        var look = Surface.Bare(on);
        return [.. passes.Select(pass => look = Laying.Lay(look, pass.Acts, on))];
    }
}
