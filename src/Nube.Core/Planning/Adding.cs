using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;

namespace Nube.Core.Planning;

/// <summary>Adds to a plan that is being worked: steps that are there keep their numbers.</summary>
public static class Adding
{
    /// <summary>
    /// One layer more like a step that was done: right after it and after all that was done on its areas since, before
    /// what is still to come on them.
    /// </summary>
    /// <param name="plan">The plan.</param>
    /// <param name="like">Number of the step.</param>
    /// <param name="cards">The cards that get it, each once.</param>
    /// <param name="done">Numbers of the steps that were done or left out.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <exception cref="ImpossibleOrderException">It cannot be added; the reason says why.</exception>
    public static Plan LayerLike(
        Plan plan,
        int like,
        IReadOnlyCollection<int> cards,
        IReadOnlyCollection<int> done,
        Hand hand
    )
    {
        Check(plan, cards, done, hand);
        var model = plan.PassOf(plan.Steps[like - 1]);
        if (model.WholeCard || model.Acts.IsEmpty)
            throw new ImpossibleOrderException("Only what lays colour in areas can be done once more.");
        // What is done already on one of the cards stays before it.
        var before = plan
            .Passes.Where(pass =>
                pass.Index == model.Index
                || (
                    pass.Areas.Any(model.Areas.Contains)
                    && plan.Steps.Any(step =>
                        step.Pass == pass.Index && cards.Contains(step.Card) && done.Contains(step.Number)
                    )
                )
            )
            .Select(pass => pass.Index)
            .ToHashSet();
        return Inserted(plan, model, before, ToCome(plan, model.Areas, before), cards, hand);
    }

    /// <summary>
    /// A step of the maker's own on some cards: after all that is done on them, before all that is still to come.
    /// </summary>
    /// <param name="plan">The plan.</param>
    /// <param name="called">What the maker calls it.</param>
    /// <param name="seconds">How long it takes, s, above 0.</param>
    /// <param name="cards">The cards that get it, each once.</param>
    /// <param name="done">Numbers of the steps that were done or left out.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <exception cref="ImpossibleOrderException">It cannot be added; the reason says why.</exception>
    public static Plan OwnStep(
        Plan plan,
        string called,
        double seconds,
        IReadOnlyCollection<int> cards,
        IReadOnlyCollection<int> done,
        Hand hand
    )
    {
        Check(plan, cards, done, hand);
        var before = plan
            .Steps.Where(step => cards.Contains(step.Card) && done.Contains(step.Number))
            .Select(step => step.Pass)
            .ToHashSet();
        var own = new Pass(
            0,
            PaintMix.None,
            [.. plan.Passes.SelectMany(pass => pass.Areas).Append(Pass.Panel).Distinct().Order()],
            Zone.Details,
            1,
            BrushWater.DryBrush,
            plan.Passes[0].Lightness,
            0
        )
        {
            Method = Method.OwnStep,
            Stroke = Stroke.Own,
            Phase = Phase.Finish,
            Called = called,
            TakesSeconds = seconds,
        };
        return Inserted(plan, own, before, ToCome(plan, own.Areas, before), cards, hand);
    }

    /// <summary>
    /// What mends a finding, on some cards: one after the other, after all that was done on the same areas; before what is
    /// still to come on them, but what finishes a card comes after all colour.
    /// </summary>
    /// <param name="plan">The plan.</param>
    /// <param name="mending">The passes, in their order; at least one.</param>
    /// <param name="cards">The cards that get them, each once.</param>
    /// <param name="done">Numbers of the steps that were done or left out.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <param name="paper">The paper that they lie on.</param>
    /// <param name="air">The air that the plan reckons with.</param>
    /// <exception cref="ImpossibleOrderException">They cannot be added; the reason says why.</exception>
    public static Plan Mending(
        Plan plan,
        IReadOnlyList<Pass> mending,
        IReadOnlyCollection<int> cards,
        IReadOnlyCollection<int> done,
        Hand hand,
        Paper paper,
        Air air
    )
    {
        Check(plan, cards, done, hand);
        ArgumentNullException.ThrowIfNull(mending);
        var planned = plan.Steps.Length;
        // They may be wet in patches that nothing of the plan is.
        var dries = plan with
        {
            Drying = plan.Drying.WithTimesOf(DryingOfPasses.In(air, [.. mending], paper, plan.Options, plan.Pieces)),
        };
        return mending.Aggregate(dries, (now, model) =>
        {
            var before = now
                .Passes.Where(pass =>
                    pass.Areas.Any(model.Areas.Contains)
                    && (
                        model.Phase == Phase.Finish && pass.Phase <= Phase.Finish
                        || now.Steps.Any(step =>
                            step.Pass == pass.Index
                            && cards.Contains(step.Card)
                            && (done.Contains(step.Number) || step.Number > planned)
                        )
                    )
                )
                .Select(pass => pass.Index)
                .ToHashSet();
            return Inserted(now, model, before, ToCome(now, model.Areas, before), cards, hand);
        });
    }

    /// <summary>What is still to come on some areas after passes that were done: all but these and what they need first.</summary>
    private static HashSet<int> ToCome(Plan plan, ImmutableArray<int> areas, HashSet<int> before)
    {
        var precedes = Precedence.Of(plan.Passes);
        return
        [
            .. plan
                .Passes.Where(pass =>
                    !before.Contains(pass.Index)
                    && pass.Areas.Any(areas.Contains)
                    && before.All(earlier => !precedes[pass.Index, earlier])
                )
                .Select(pass => pass.Index),
        ];
    }

    private static void Check(Plan plan, IReadOnlyCollection<int> cards, IReadOnlyCollection<int> done, Hand hand)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(cards);
        ArgumentNullException.ThrowIfNull(done);
        ArgumentNullException.ThrowIfNull(hand);
        if (cards.Count == 0 || cards.Any(card => card < 1 || card > plan.Cards))
            throw new ImpossibleOrderException("Say on which cards.");
    }

    /// <summary>A pass put between passes, with a step on each of some cards at the end of the plan.</summary>
    private static Plan Inserted(
        Plan plan,
        Pass model,
        HashSet<int> before,
        HashSet<int> behind,
        IReadOnlyCollection<int> cards,
        Hand hand
    )
    {
        var precedes = Precedence.Of(plan.Passes);
        // Passes stand in an order in which each comes after those that must come before it: the new one comes after
        // the last of these, and what must follow it moves behind it.
        var place = before.DefaultIfEmpty(-1).Max() + 1;
        var moved = Enumerable.Range(0, place).Where(index => behind.Contains(index) || MustFollow(index)).ToList();
        List<int> order =
        [
            .. Enumerable.Range(0, place).Except(moved),
            New,
            .. moved,
            .. Enumerable.Range(place, plan.Passes.Length - place),
        ];
        var now = order.Index().ToDictionary(one => one.Item, one => one.Index);
        var added = model with
        {
            After = [.. before.Order()],
            Layer = plan
                .Passes.Where(pass => before.Contains(pass.Index))
                .Select(pass => pass.Layer)
                .DefaultIfEmpty(1)
                .Max(),
        };
        ImmutableArray<Pass> passes =
        [
            .. order.Select(old =>
            {
                var pass = old == New ? added : plan.Passes[old];
                var after = behind.Contains(old) ? pass.After.Append(New) : pass.After;
                return pass with { Index = now[old], After = [.. after.Select(other => now[other]).Order()] };
            }),
        ];
        StepKey Now(StepKey step) => step with { Pass = now[step.Pass] };
        var steps = plan.Steps.Select(step => step with { Pass = now[step.Pass] }).ToImmutableArray();
        var ends = plan.DrySeconds;
        var drying = plan.Drying.Any(of => of.Leaves == model.Leaves)
            ? plan.Drying
            : plan.Drying.Add(new DryingOf(default, default, model.Leaves));
        foreach (var card in cards.Order())
        {
            var (start, times) = (ends + hand.NextMixSeconds, drying.TimesOf(model));
            ends = start + hand.PaintSeconds(model);
            steps = steps.Add(
                new PlannedStep(
                    steps.Length + 1,
                    now[New],
                    card,
                    hand.NextMixSeconds,
                    true,
                    null,
                    start,
                    ends,
                    ends + times.Shining.TotalSeconds,
                    ends + times.Damp.TotalSeconds,
                    ends + times.Dry.TotalSeconds
                )
            );
        }
        return plan with
        {
            Passes = passes,
            Steps = steps,
            Drying = drying,
            Options = plan.Options with
            {
                Pinned = [],
                Skipped =
                [
                    .. plan.Options.Skipped.Select(Now),
                    .. Enumerable.Range(1, plan.Cards).Except(cards).Select(card => new StepKey(card, now[New])),
                ],
            },
        };

        bool MustFollow(int index) => behind.Any(first => precedes[first, index]);
    }

    /// <summary>Why a pass cannot be done once more on what lies on a card now: a sentence; null where it can.</summary>
    /// <param name="pass">The pass.</param>
    /// <param name="card">The card as it is.</param>
    /// <param name="paints">The colourants of the plan on its paper.</param>
    public static string? NoRoomFor(Pass pass, CardSurface card, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(pass);
        ArgumentNullException.ThrowIfNull(card);
        var layers = pass.Acts.Where(act => act.Kind == ActKind.Draw).Sum(act => act.Times);
        var leftOut = pass
            .Areas.Where(card.Areas.ContainsKey)
            .Select(area => Laying.LayersLeftOut(card.Areas[area], pass.Acts, paints))
            .DefaultIfEmpty(0)
            .Max();
        return layers == 0 || leftOut < layers
            ? null
            : "The tooth of the paper is full there: no more pencil holds. Burnish it, or lift some with a kneaded eraser first.";
    }

    private const int New = -1; // in the place of the pass that is added
}
