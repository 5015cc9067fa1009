using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>How a colour is made deeper or lighter.</summary>
public enum ToneWay
{
    /// <summary>The same mix once more on the dry one.</summary>
    AnotherLayer,

    /// <summary>A thin wash of a brown over the dry colour.</summary>
    BrownGlaze,

    /// <summary>Another mix of about the same hue.</summary>
    Sibling,

    /// <summary>The same mix with more water.</summary>
    MoreWater,
}

/// <summary>A deeper or lighter version of a colour.</summary>
/// <param name="Way">How.</param>
/// <param name="Parts">What is on the brush.</param>
/// <param name="Strength">With how much water.</param>
/// <param name="Layers">In how many layers.</param>
/// <param name="Predicted">The dry colour.</param>
public sealed record Tone(ToneWay Way, ImmutableArray<RecipePart> Parts, Strength Strength, int Layers, Lab Predicted);

/// <summary>Shadow and light of a colour from what is owned.</summary>
/// <remarks>
/// Never by grey or black, which dull a colour: reds are deepened with brown, everything with another layer or with a
/// deeper sibling (common practice, no source). At equal lightness a brown leaves a red more chroma than black does.
/// </remarks>
public static class ShadowAndLight
{
    /// <summary>Step from a colour to its shadow or light, in L*: seen at arm's length. This project's own.</summary>
    public const double Step = 15;

    /// <summary>A colour darker by some L*; its a* and b* stay, but for what cannot be so dark.</summary>
    public static Lab Darker(Lab colour, double by) => colour with { L = Math.Max(0, colour.L - by) };

    /// <summary>
    /// A colour lighter by some L*, at most as light as its paper; what it loses in chroma goes with the room that is
    /// left below the paper's white.
    /// </summary>
    public static Lab Lighter(Lab colour, double by, Lab paper)
    {
        var wanted = Math.Max(colour.L, Math.Min(paper.L, colour.L + by));
        var kept = paper.L - colour.L < 1e-9 ? 1 : (paper.L - wanted) / (paper.L - colour.L);
        return new Lab(wanted, colour.A * kept, colour.B * kept);
    }

    private const double ReddestFrom = 340,
        ReddestTo = 50,
        LeastChroma = 20; // hue degrees and chroma of what is called red

    /// <summary>Is this a red, which black would dull?</summary>
    public static bool IsRed(Lab colour) =>
        colour.Chroma >= LeastChroma && (colour.Hue >= ReddestFrom || colour.Hue <= ReddestTo);

    /// <summary>
    /// Deeper versions of a mix, the best first: for reds the brown glaze, else the one nearest in hue.
    /// </summary>
    /// <param name="index">The palette on the paper; greys and blacks should be left out of it.</param>
    /// <param name="palette">The same palette, as K and S.</param>
    /// <param name="browns">Places of its browns.</param>
    /// <param name="paper">Reflectance of the bare paper.</param>
    /// <param name="parts">The mix.</param>
    /// <param name="strength">Its strength.</param>
    public static ImmutableArray<Tone> Shadows(
        RecipeIndex index,
        IReadOnlyList<PaintOptics> palette,
        IReadOnlyList<int> browns,
        Spectrum paper,
        ImmutableArray<RecipePart> parts,
        Strength strength
    )
    {
        ArgumentNullException.ThrowIfNull(index);
        ArgumentNullException.ThrowIfNull(browns);
        var mix = RecipeIndex.Optics(palette, parts);
        var dry = KubelkaMunk.Over(paper, mix, index.Dilution.LoadOf(strength));
        var colour = SpectralColour.ToLab(dry);
        var wanted = Math.Max(0, colour.L - Step);
        var glaze = browns
            .SelectMany(
                brown => Strength.Ladder,
                (brown, water) =>
                    new Tone(
                        ToneWay.BrownGlaze,
                        [new RecipePart(brown, 1)],
                        water,
                        1,
                        SpectralColour.ToLab(KubelkaMunk.Over(dry, palette[brown], index.Dilution.LoadOf(water)))
                    )
            )
            .MinBy(tone => Math.Abs(tone.Predicted.L - wanted));
        var layer = new Tone(
            ToneWay.AnotherLayer,
            parts,
            strength,
            2,
            SpectralColour.ToLab(KubelkaMunk.Over(dry, mix, index.Dilution.LoadOf(strength)))
        );
        Tone?[] ways = [layer, Sibling(index, colour with { L = wanted }), glaze];
        return
        [
            .. ways.OfType<Tone>()
                .Where(tone => tone.Predicted.L < colour.L)
                .OrderBy(tone => IsRed(colour) && tone.Way == ToneWay.BrownGlaze ? 0 : 1)
                .ThenBy(tone => Ciede2000.Difference(tone.Predicted, colour with { L = wanted })),
        ];
    }

    /// <summary>Lighter versions of a mix: with more water, and a paler sibling, the nearest in hue first.</summary>
    public static ImmutableArray<Tone> Lights(
        RecipeIndex index,
        IReadOnlyList<PaintOptics> palette,
        Spectrum paper,
        ImmutableArray<RecipePart> parts,
        Strength strength
    )
    {
        ArgumentNullException.ThrowIfNull(index);
        var mix = RecipeIndex.Optics(palette, parts);
        var colour = SpectralColour.ToLab(KubelkaMunk.Over(paper, mix, index.Dilution.LoadOf(strength)));
        var target = Lighter(colour, Step, SpectralColour.ToLab(paper));
        var thinner = Strength
            .Ladder.Where(water => water.WaterParts > strength.WaterParts)
            .Select(water => new Tone(
                ToneWay.MoreWater,
                parts,
                water,
                1,
                SpectralColour.ToLab(KubelkaMunk.Over(paper, mix, index.Dilution.LoadOf(water)))
            ))
            .MinBy(tone => Math.Abs(tone.Predicted.L - target.L));
        Tone?[] ways = [thinner, Sibling(index, target)];
        return
        [
            .. ways.OfType<Tone>()
                .Where(tone => tone.Predicted.L > colour.L)
                .OrderBy(tone => Ciede2000.Difference(tone.Predicted, target)),
        ];
    }

    private static Tone Sibling(RecipeIndex index, Lab target)
    {
        var recipe = index.Nearest(target, 1)[0];
        return new Tone(ToneWay.Sibling, recipe.Parts, recipe.Strength, recipe.Layers, recipe.Predicted);
    }
}
