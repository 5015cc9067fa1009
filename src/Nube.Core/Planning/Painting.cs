using System.Collections.Immutable;
using Nube.Core.Methods;
using Nube.Core.Mixing;

namespace Nube.Core.Planning;

/// <summary>A wish with the recipe that was chosen for it.</summary>
/// <param name="Wish">What the area should become.</param>
/// <param name="Recipe">How.</param>
public sealed record ChosenColour(Wish Wish, Recipe Recipe);

/// <summary>Something done to the whole card, with the recipes that were chosen for it.</summary>
/// <param name="Wish">What.</param>
/// <param name="Recipes">One for each of its colours.</param>
public sealed record ChosenCard(CardWish Wish, ImmutableArray<Recipe> Recipes);

/// <summary>An area of the image, as painting needs it.</summary>
/// <param name="Area">Its id.</param>
/// <param name="SizeMm2">Its surface, mm2.</param>
/// <param name="Shares">How the light divides it.</param>
/// <param name="Redraw">Its details are to be drawn again at the end.</param>
public sealed record AreaToPaint(int Area, double SizeMm2, ZoneShares Shares, bool Redraw);

/// <summary>All that is to be painted on each card of a run.</summary>
/// <param name="Colours">What the areas become; areas without one stay bare.</param>
/// <param name="Cards">What is done to the whole card, in the order in which it is done.</param>
/// <param name="Areas">The areas of the image.</param>
/// <param name="PanelMm2">Surface of a card, mm2.</param>
/// <param name="Embossed">Lines are embossed, and are buffed at the end.</param>
/// <param name="Traced">There are guide lines, which are erased at the end.</param>
public sealed record Painting(
    IReadOnlyList<ChosenColour> Colours,
    IReadOnlyList<ChosenCard> Cards,
    IReadOnlyList<AreaToPaint> Areas,
    double PanelMm2,
    bool Embossed,
    bool Traced)
{
    /// <summary>There is nothing to paint.</summary>
    public bool IsEmpty => Colours.Count == 0 && Cards.Count == 0;

    /// <summary>The passes of one card.</summary>
    /// <param name="paints">The run's colourants on its paper.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="touching">Which areas run together when both are wet.</param>
    /// <param name="pace">What decides whether areas that go together make a card wait; null where everything that can goes together.</param>
    public ImmutableArray<Pass> Passes(Paints paints, Schools schools, IEnumerable<(int One, int Other)> touching, Pace? pace = null)
    {
        ArgumentNullException.ThrowIfNull(paints);
        ArgumentNullException.ThrowIfNull(schools);
        var (cards, ground) = OfCards(paints, schools);
        return PassBuilder.Passes(OfAreas(paints, schools, ground), touching, cards, schools.Tones, pace);
    }

    /// <summary>What each coloured area looks like in the end.</summary>
    public IEnumerable<AreaLook> Finished(Paints paints, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(paints);
        var (_, ground) = OfCards(paints, schools);
        return OfAreas(paints, schools, ground).Where(area => area.Passes.Length > 0).Select(area => new AreaLook(area.Area, area.Passes[^1].After.Colours));
    }

    private List<ColouredArea> OfAreas(Paints paints, Schools schools, ZoneLook ground)
    {
        // Colours come onto what is there: paper, or a background.
        var onGround = paints with { Reflectance = ground.Middle };
        var there = Areas.ToDictionary(area => area.Area);
        return
        [
            .. Colours.Where(colour => there.ContainsKey(colour.Wish.Area)).Select(colour =>
            {
                var area = there[colour.Wish.Area];
                var task = new AreaTask(area.Area, area.SizeMm2, area.Shares, colour.Recipe, colour.Wish.ShadowLayers);
                var passes = MethodTable.Passes(colour.Wish.Method, task, onGround, schools);
                if (area.Redraw && colour.Wish.Method != Method.NoLine && passes.Length > 0) passes = passes.Add(Redrawn(task, passes[^1].After));
                return new ColouredArea(area.Area, area.SizeMm2, area.Shares, colour.Wish.Method, passes);
            }),
        ];
    }

    private (List<ColouredCard> Cards, ZoneLook Ground) OfCards(Paints paints, Schools schools)
    {
        var ground = ZoneLook.Bare(paints.Reflectance);
        var cards = new List<ColouredCard>();
        foreach (var card in Cards)
        {
            Add(new CardTask(card.Wish.Method, card.Recipes, card.Wish.Times, PanelMm2, card.Wish.RelineWith));
            if (cards[^1].Passes is [.., { Phase: Phase.Ground } last]) ground = last.After;
        }
        if (Traced) Add(new CardTask(Method.ErasingGuides, [], 1, PanelMm2));
        if (Embossed) Add(new CardTask(Method.Buffing, [], 1, PanelMm2));
        return (cards, ground);

        void Add(CardTask task) => cards.Add(new ColouredCard(task, MethodTable.Passes(task, paints, schools, ground)));
    }

    private static AreaPass Redrawn(AreaTask task, ZoneLook look) =>
        new(Stroke.Redraw, new PaintMix(task.Recipe.Parts, new Optics.Strength(0)), Zone.Details, Drying.BrushWater.DryBrush, look) { Phase = Phase.Detail };
}
