using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Mixing;

namespace Nube.Core.Planning;

/// <summary>A wish with the recipe that was chosen for it.</summary>
/// <param name="Wish">What the area should become.</param>
/// <param name="Recipe">How.</param>
public sealed record ChosenColour(Wish Wish, Recipe Recipe)
{
    /// <summary>
    /// The recipe with its shadow; one that was kept before recipes told theirs gets a layer of its own mix for each
    /// step of depth.
    /// </summary>
    [JsonIgnore]
    public Recipe WholeRecipe =>
        Recipe.Shadow is null
            ? Recipe with
            {
                Shadow = new Companion(Recipe.Parts, Recipe.Strength, (int)Wish.Shadow),
            }
            : Recipe;
}

/// <summary>Something done to the whole card, with the recipes that were chosen for it.</summary>
/// <param name="Wish">What.</param>
/// <param name="Recipes">One for each of its colours.</param>
public sealed record ChosenCard(CardWish Wish, ImmutableArray<Recipe> Recipes);

/// <summary>An area of the image, as painting needs it.</summary>
/// <param name="Area">Its id.</param>
/// <param name="SizeMm2">Its surface, mm2.</param>
/// <param name="Shares">How the light divides it.</param>
/// <param name="DetailOf">
/// The area that it is a detail of: it is painted over as part of that, and coloured at the end; null where it is an area
/// like others.
/// </param>
public sealed record AreaToPaint(int Area, double SizeMm2, ZoneShares Shares, int? DetailOf = null)
{
    /// <summary>Radius of the disc that dries as it does, mm; less than that of its surface where it is long.</summary>
    public double RadiusMm { get; init; } = WetPatch.Radius(SizeMm2);

    /// <summary>Its middle, mm from the card's upper left corner; null where nobody said.</summary>
    public PointMm? Centre { get; init; }
}

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
    bool Traced
)
{
    /// <summary>The ink of the outline dries slowly; so it is where it is not known.</summary>
    public bool SlowLine { get; init; } = true;

    /// <summary>The card's size; of an unknown shape, a square.</summary>
    public SizeMm Panel { get; init; } = new(Math.Sqrt(PanelMm2), Math.Sqrt(PanelMm2));

    /// <summary>Where its areas are, those of which it is known.</summary>
    public ImmutableArray<(int Area, PointMm Centre)> Centres =>
        [.. Areas.Where(area => area.Centre is not null).Select(area => (area.Area, area.Centre!.Value))];

    /// <summary>There is nothing to paint.</summary>
    public bool IsEmpty => Colours.Count == 0 && Cards.Count == 0;

    /// <summary>The passes of one card.</summary>
    /// <param name="paints">The run's colourants on its paper.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="touching">Which areas run together when both are wet.</param>
    /// <param name="pace">What decides whether areas that go together make a card wait; null where everything that can
    /// goes together.</param>
    public ImmutableArray<Pass> Passes(
        Paints paints,
        Schools schools,
        IEnumerable<(int One, int Other)> touching,
        Pace? pace = null
    )
    {
        ArgumentNullException.ThrowIfNull(paints);
        ArgumentNullException.ThrowIfNull(schools);
        var (cards, ground) = OfCards(paints);
        var passes = PassBuilder.Passes(OfAreas(paints, schools, ground), touching, cards, schools.Tones, pace);
        return schools.Approach == Approach.FromBelow
            ? [.. passes.Select(pass => FromBelow.Thinned(pass, paints.Dilution))]
            : passes;
    }

    /// <summary>What areas are coloured on: the bare paper, or the background that is laid before them.</summary>
    public Surface GroundOn(Paints paints) => OfCards(paints).Ground.On(Pass.Panel);

    /// <summary>What lies on each coloured area in the end.</summary>
    public CardSurface Finished(Paints paints, Schools schools)
    {
        var (_, ground) = OfCards(paints);
        return new CardSurface(
            OfAreas(paints, schools, ground)
                .Where(area => area.Passes.Length > 0)
                .SelectMany(area => area.WithDetails, (area, part) => (part, area.Passes))
                .GroupBy(area => area.part, area => area.Passes)
                .ToImmutableSortedDictionary(
                    area => area.Key,
                    area =>
                        Laying.Lay(
                            ground.On(area.Key),
                            area.SelectMany(passes => passes).SelectMany(p => p.Acts),
                            paints
                        )
                )
        );
    }

    /// <summary>
    /// How near each coloured area comes to its wish in the end, zone by zone; zones that it does not have count for
    /// nothing.
    /// </summary>
    public ImmutableDictionary<int, ZoneDifferences> Differences(Paints paints, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(paints);
        var finished = Finished(paints, schools);
        var shares = Areas.ToDictionary(area => area.Area, area => area.Shares);
        return Colours
            .Select(colour => colour.Wish)
            .Where(wish => finished.Areas.ContainsKey(wish.Area))
            .ToImmutableDictionary(
                wish => wish.Area,
                wish =>
                    wish.Exactly
                        ? new ZoneDifferences(null, null, null)
                        : ZoneWishes
                            .Of(
                                wish.Method,
                                wish.Colour.ToLab(),
                                wish.Shadow,
                                SpectralColour.ToLab(paints.ReflectanceOf(wish.Area)),
                                schools.Shadows
                            )
                            .In(shares[wish.Area])
                            .From(finished.Areas[wish.Area])
            );
    }

    /// <summary>
    /// What areas are coloured on: what lies under a detail, else the ground as it is where the area lies, and what is printed
    /// there. Asked for by area; what they share is worked out once.
    /// </summary>
    /// <param name="paints">The run's colourants on its paper.</param>
    /// <param name="schools">The maker's ways.</param>
    public Func<int, Surface> Unders(Paints paints, Schools schools)
    {
        var (_, ground) = OfCards(paints);
        var hosts = Areas
            .Where(area => area.DetailOf is not null)
            .ToDictionary(area => area.Area, area => area.DetailOf!.Value);
        var coloured = new Lazy<List<ColouredArea>>(() => OfAreas(paints, schools, ground));
        return area =>
            hosts.TryGetValue(area, out var host) && coloured.Value.Find(one => one.Area == host) is { } around
                ? Laying.Lay(ground.On(area), around.Passes.SelectMany(pass => pass.Acts), paints)
                : ground.On(area);
    }

    /// <summary>What an area is coloured on.</summary>
    /// <param name="area">The area.</param>
    /// <param name="paints">The run's colourants on its paper.</param>
    /// <param name="schools">The maker's ways.</param>
    public Surface Under(int area, Paints paints, Schools schools) => Unders(paints, schools)(area);

    /// <summary>What each area gets by its wish; details at the end, over what is around them.</summary>
    private List<ColouredArea> OfAreas(Paints paints, Schools schools, Grounded ground)
    {
        var there = Areas.ToDictionary(area => area.Area);
        var whole = Colours
            .Where(colour => there.GetValueOrDefault(colour.Wish.Area) is { } area && !IsDetail(area))
            .Select(colour => Coloured(colour, ground.On(colour.Wish.Area)))
            .ToList();
        var around = whole.ToDictionary(area => area.Area);
        var details = Colours
            .Where(colour => there.GetValueOrDefault(colour.Wish.Area) is { } area && IsDetail(area))
            .Select(colour =>
            {
                var host = around[there[colour.Wish.Area].DetailOf!.Value];
                var detail = Coloured(
                    colour,
                    Laying.Lay(ground.On(colour.Wish.Area), host.Passes.SelectMany(pass => pass.Acts), paints)
                );
                return detail with
                {
                    Under = host.Passes.Length,
                    Passes =
                    [
                        .. detail.Passes.Select(pass =>
                            pass.Phase < Phase.Detail ? pass with { Phase = Phase.Detail } : pass
                        ),
                    ],
                };
            });
        return [.. whole, .. details];

        // Colours come onto what is there: paper, a background, or what a detail is drawn on.
        ColouredArea Coloured(ChosenColour colour, Surface on)
        {
            var area = there[colour.Wish.Area];
            var passes = PassesOf(area, colour, paints, schools);
            return new ColouredArea(
                area.Area,
                area.SizeMm2,
                area.Shares,
                colour.Wish.Method,
                passes,
                LightnessAfter(on, passes, paints)
            )
            {
                RadiusMm = area.RadiusMm,
                Details = [.. Areas.Where(other => other.DetailOf == area.Area)],
            };
        }
    }

    /// <summary>It is a detail of something that has a colour.</summary>
    private bool IsDetail(AreaToPaint area) =>
        area.DetailOf is { } host && Colours.Any(colour => colour.Wish.Area == host);

    /// <summary>
    /// The passes of an area. What vanished is drawn again where nobody said what it is: an area that is a detail, or
    /// has such in it, is drawn in their own colours.
    /// </summary>
    private ImmutableArray<AreaPass> PassesOf(AreaToPaint area, ChosenColour colour, Paints paints, Schools schools)
    {
        var task = new AreaTask(area.Area, area.SizeMm2, area.Shares, colour.WholeRecipe);
        var passes = MethodTable.Passes(colour.Wish.Method, task, paints, schools);
        return IsDetail(area) || Areas.Any(other => other.DetailOf == area.Area)
            ? [.. passes.Where(pass => pass.Stroke != Stroke.Redraw)]
            : passes;
    }

    private (List<ColouredCard> Cards, Grounded Ground) OfCards(Paints paints)
    {
        ArgumentNullException.ThrowIfNull(paints);
        var (ground, centres) = (new Grounded(paints), Centres);
        var cards = new List<ColouredCard>();
        foreach (var card in Cards)
            Add(
                new CardTask(card.Wish.Method, card.Recipes, card.Wish.Times, PanelMm2, card.Wish.RelineWith)
                {
                    SlowLine = SlowLine,
                    Size = Panel,
                    Place = card.Wish.Place,
                }
            );
        if (Traced)
            Add(new CardTask(Method.ErasingGuides, [], 1, PanelMm2));
        if (Embossed)
            Add(new CardTask(Method.Buffing, [], 1, PanelMm2));
        return (cards, ground);

        void Add(CardTask task)
        {
            var passes = MethodTable.Passes(task, paints);
            // Dipped or made to shine after cutting is what was cut out.
            if (
                task.Method is Method.DipAndDry or Method.Shine
                && cards.Exists(card => card.Task.Method == Method.DieCut)
            )
                passes = [.. passes.Select(pass => pass with { Phase = Phase.Assembly })];
            cards.Add(
                new ColouredCard(task, passes, LightnessAfter(ground.On(Pass.Panel), passes, paints))
                {
                    Centres = centres,
                }
            );
            ground.Lay(passes, centres);
        }
    }

    /// <summary>What backgrounds leave where each area is. Worked out once for those that lie alike.</summary>
    private sealed class Grounded(Paints paints)
    {
        private readonly List<AreaPass> laid = [];
        private readonly Dictionary<int, Surface> on = [];

        public void Lay(ImmutableArray<AreaPass> passes, ImmutableArray<(int, PointMm)> centres)
        {
            laid.AddRange(
                passes
                    .Where(pass => !pass.Acts.IsEmpty)
                    .Select(pass => pass with { Ground = pass.Ground?.With(centres) })
            );
            on.Clear();
        }

        public Surface On(int area)
        {
            // Where no ground has a place and nothing is printed, all areas lie alike.
            if (laid.TrueForAll(pass => pass.Ground is null) && !paints.Printed.ContainsKey(area))
                area = Pass.Panel;
            return on.TryGetValue(area, out var known)
                ? known
                : on[area] = Laying.Lay(
                    Surface.Before(paints, area),
                    laid.SelectMany(pass => pass.Acts.Select(act => pass.Ground?.On(act, area) ?? act)),
                    paints
                );
        }
    }

    private static ImmutableArray<double> LightnessAfter(Surface ground, ImmutableArray<AreaPass> passes, Paints paints)
    {
        var look = ground;
        return [.. passes.Select(pass => (look = Laying.Lay(look, pass.Acts, paints)).LightnessOf(pass.Zone))];
    }
}
