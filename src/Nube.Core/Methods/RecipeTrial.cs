using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods;

/// <summary>Tries recipes for one wish through the acts of its method.</summary>
internal sealed class RecipeTrial
{
    private const double DryLayerPrice = 0.01; // of a pencil's or an ink's layer, CIEDE2000: nothing has to dry. This project's own
    private const double ShadowShare = 0.5; // of a layer's price, where it is laid in the shadow only: less has to dry
    private const double OwnShadowPrice = 0.5; // of another colour or strength for the shadow, CIEDE2000: it is taken up, not mixed in
    private const double PressedPrice = 0.3; // of each step harder, CIEDE2000: light layers leave more to come
    private const double NeutralBelow = 8,
        NeutralWeight = 0.7; // chroma of a wish that is a grey; what a tinge costs besides, for each unit of a* and b*

    private static readonly ZoneShares AnyShares = new(0.2, 0.35); // with a light and a shadow; how large they are changes no colour
    private const double AnyMm2 = 400; // mm2: which size changes no colour

    private readonly Surface bare;

    public RecipeTrial(Method method, Lab wish, ShadowDepth depth, Paints paints, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(paints);
        ArgumentNullException.ThrowIfNull(schools);
        (Method, Wish, Depth, Paints, Schools) = (method, wish, depth, paints, schools);
        bare = Surface.Bare(paints);
        Wishes = ZoneWishes.Of(method, wish, depth, bare.Middle.Colour(), schools.Shadows);
    }

    public Method Method { get; }

    public Lab Wish { get; }

    public ShadowDepth Depth { get; }

    public Paints Paints { get; }

    public Schools Schools { get; }

    public ZoneWishes Wishes { get; }

    /// <summary>A recipe of one colourant as it is, not judged yet.</summary>
    public static Recipe Plain(int colourant, int layers, Strength strength = default) =>
        new([new RecipePart(colourant, 1)], strength, layers, default, 0, 0) { Shadow = Companion.NotNeeded };

    /// <summary>What an area looks like by a recipe.</summary>
    public Surface LookOf(Recipe recipe) => Laying.Lay(bare, ActsOf(PassesOf(recipe)), Paints);

    /// <summary>A recipe with its middle judged: how near it comes, and what it costs.</summary>
    public Recipe JudgedInTheMiddle(Recipe recipe)
    {
        if (Wishes.Middle is not { } wanted || Method == Method.ShadedWhite)
            return Judged(recipe, new LaidBefore(bare, Paints));
        var passes = PassesOf(recipe);
        var colour = Laying.Middle(bare, ActsOf(passes), Paints).Colour();
        var difference = Ciede2000.Difference(wanted, colour);
        return recipe with
        {
            Predicted = colour,
            Difference = difference,
            Rank = difference + Tinge(wanted, colour) + Price(recipe, passes) + PriceOfHand(recipe, difference),
        };
    }

    /// <summary>A recipe with the ways to its light and its shadow that make the whole come nearest.</summary>
    public Recipe Completed(Recipe recipe) => Completed(recipe, _ => true)!;

    /// <summary>The same, with nothing beside its own colour in light and shadow; null where that cannot be.</summary>
    public Recipe? CompletedOfItself(Recipe recipe) =>
        Completed(recipe, with => with is not { Layers: > 0 } || with.Parts.SequenceEqual(recipe.Parts));

    private Recipe? Completed(Recipe recipe, Func<Companion?, bool> allowed)
    {
        var laid = new LaidBefore(bare, Paints);
        var lit = RecipeLights
            .Of(this, recipe)
            .Where(light => allowed(light.Light))
            .DefaultIfEmpty(recipe)
            .MinBy(light =>
                Ciede2000.Difference(Wishes.Light ?? Wish, laid.After(ActsOf(PassesOf(light))).Light.Colour())
            )!;
        return RecipeShadows
            .Of(this, lit)
            .Where(allowed)
            .Select(shadow => Judged(lit with { Shadow = shadow }, laid))
            .MinBy(judged => judged.Rank);
    }

    /// <summary>Layers of pencil that are left in the shadow after the middle's.</summary>
    public int LayersLeft(Recipe recipe, Pressure pressure) =>
        LookOf(recipe with { Shadow = Companion.NotNeeded }).Shadow.LayersLeft(pressure);

    private Recipe Judged(Recipe recipe, LaidBefore laid)
    {
        var passes = PassesOf(recipe);
        var look = laid.After(ActsOf(passes));
        var differences = Wishes.From(look);
        var shown = differences.Middle is null || Method == Method.ShadedWhite ? look.Shadow : look.Middle;
        var tinge =
            Tinge(Wishes.Middle, look.Middle.Colour()) + ShadowShare * Tinge(Wishes.Shadow, look.Shadow.Colour());
        var difference = (
            differences.Middle is null || Method == Method.ShadedWhite ? differences.Shadow : differences.Middle
        ) ?? 0;
        return recipe with
        {
            Predicted = shown.Colour(),
            Difference = difference,
            Rank = ZoneWishes.Weighed(differences) + tinge + Price(recipe, passes) + PriceOfHand(recipe, difference),
        };
    }

    /// <summary>How far a recipe comes out off by the hand that lays it, CIEDE2000, in two of three cases.</summary>
    public double OffByHand(Recipe recipe) => OffBy(ErrsWith(recipe, Paints.Hand), recipe);

    /// <summary>
    /// What a recipe comes out off by more by this hand than by an ordinary one, for which prices are set: what is off by the
    /// recipe and by the hand adds by squares. Below 0 for a surer hand.
    /// </summary>
    private double PriceOfHand(Recipe recipe, double difference)
    {
        var (errs, ordinary) = (ErrsWith(recipe, Paints.Hand), ErrsWith(recipe, LayingHand.Ordinary));
        return errs == ordinary ? 0 : With(errs) - With(ordinary);

        double With(HandErrs of) => Math.Sqrt(Math.Pow(difference, 2) + Math.Pow(OffBy(of, recipe), 2));
    }

    private HandErrs ErrsWith(Recipe recipe, LayingHand hand) =>
        hand.With(Paints.Colourants[recipe.Parts[0].Colourant].Medium);

    private double OffBy(HandErrs errs, Recipe recipe)
    {
        var acts = ActsOf(PassesOf(recipe)).ToList();
        var stronger = Math.Exp(errs.OfLoad(recipe.Layers));
        return errs.Off(Shown(acts), Shown(acts.Select(act => act.Stronger(stronger))), recipe.Parts.Length > 1);

        Lab Shown(IEnumerable<Act> laid) =>
            Wishes.Middle is null || Method == Method.ShadedWhite
                ? Laying.Lay(bare, laid, Paints).Shadow.Colour()
                : Laying.Middle(bare, laid, Paints).Colour();
    }

    private static IEnumerable<Act> ActsOf(ImmutableArray<AreaPass> passes) => passes.SelectMany(pass => pass.Acts);

    private ImmutableArray<AreaPass> PassesOf(Recipe recipe) =>
        MethodTable.Passes(Method, new AreaTask(0, AnyMm2, AnyShares, recipe), Paints, Schools);

    /// <summary>A tinge in what should be grey is seen more than the difference says.</summary>
    private static double Tinge(Lab? wish, Lab colour) =>
        wish is { Chroma: < NeutralBelow } grey
            ? NeutralWeight * Math.Sqrt(Math.Pow(grey.A - colour.A, 2) + Math.Pow(grey.B - colour.B, 2))
            : 0;

    /// <summary>
    /// What a recipe costs beside how near it comes: colours to mix or lay over each other, layers to dry, layers to
    /// lay.
    /// </summary>
    private double Price(Recipe recipe, ImmutableArray<AreaPass> passes)
    {
        var own = recipe.Parts.Select(part => part.Colourant).ToHashSet();
        bool Other(Companion? with) => with is { Layers: > 0, Parts: [var part, ..] } && !own.Contains(part.Colourant);
        var (wet, dry, pressed) = (0.0, 0, 0);
        foreach (var pass in passes)
        {
            if (pass.Phase is not Phase.Colour)
                continue;
            if (StrokeTable.Of(pass.Stroke).Leaves == Leaves.Water)
                wet += pass.Zone == Zone.Shadow ? ShadowShare : 1;
            else
                dry += pass.Acts.Sum(act => act.Times);
            pressed += pass.Acts.Sum(act => (int)act.Pressure);
        }
        return Schools.Mixes.ColourantPrice()
                * (recipe.Parts.Length - 1 + (Other(recipe.Light) ? 1 : 0) + (Other(recipe.Over) ? 1 : 0))
            + (
                recipe.Shadow is { Layers: > 0 } shadow && shadow.Mix != new PaintMix(recipe.Parts, recipe.Strength)
                    ? OwnShadowPrice
                    : 0
            )
            + MixGrid.LayerPrice * Math.Max(0, wet - 1)
            + DryLayerPrice * dry
            + PressedPrice * pressed;
    }

    /// <summary>
    /// Lays acts on a bare card, from where they part from those before: recipes that are tried one after the other begin
    /// alike.
    /// </summary>
    private sealed class LaidBefore(Surface bare, Paints paints)
    {
        private readonly List<(Act Act, Surface After)> before = [];

        public Surface After(IEnumerable<Act> acts)
        {
            var (there, step) = (bare, 0);
            foreach (var act in acts)
            {
                if (step == before.Count || before[step].Act != act)
                {
                    before.RemoveRange(step, before.Count - step);
                    before.Add((act, Laying.Lay(there, act, paints)));
                }
                there = before[step++].After;
            }
            return there;
        }
    }
}
