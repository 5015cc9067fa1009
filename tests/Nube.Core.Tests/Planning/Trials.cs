using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Planning;

/// <summary>Runs made up for a trial, in the way in which a maker makes them: wishes, recipes, passes, a plan.</summary>
internal static class Trials
{
    public static readonly StampingInk Waterproof = GenericCatalogue.StampingInks[0];

    /// <summary>A run made up for a trial.</summary>
    internal sealed record Trial(
        Paints Paints,
        Schools Schools,
        Painting Painting,
        (int, int)[] Touching,
        int Cards,
        PlanOptions Options,
        DamLines Dams = DamLines.None,
        bool Masked = false,
        CardToPlan? Card = null
    )
    {
        public (int, int)[] Together => Dams == DamLines.None ? Touching : [];

        public Plan Plan()
        {
            var pace = new Pace(Cards, Hand.Ordinary, Paints.Paper, Air.OrdinaryRoom, Options);
            var picture = Painting.IsEmpty ? [] : Painting.Passes(Paints, Schools, Together, pace);
            var (passes, pieces) = Card is null ? (picture, []) : PiecePasses.Of(Card, picture, Painting, Paints);
            return Checked(
                Scheduler.PlanRun(
                    passes,
                    Together,
                    Cards,
                    Paints.Paper,
                    Air.OrdinaryRoom,
                    Hand.Ordinary,
                    Options,
                    pieces
                )
            );
        }

        public Plan Searched() =>
            Checked(Scheduler.Improve(Plan(), Together, Hand.Ordinary, new SearchEffort(3_000_000, 0)));

        public ImmutableArray<Remark> Remarks(Plan plan, StampingInk? ink = null) =>
            PlanRemarks.Of(plan, Paints.Colourants, SettingWith(ink), Hand.Ordinary, area => $"Area {area}");

        public Setting SettingWith(StampingInk? ink) =>
            new(Paints.Paper, ink ?? Waterproof, Dams, Painting.Traced, Masked, Schools.Glue);

        private Plan Checked(Plan plan)
        {
            Assert.Null(ScheduleChecker.Fault(plan, Together, Hand.Ordinary));
            return plan;
        }
    }

    public static Trial Run(
        Method method,
        string[] colours,
        int cards,
        (int, int)[]? touching = null,
        Paints? paints = null,
        Schools? schools = null,
        ShadowDepth shadow = ShadowDepth.Soft,
        ImmutableArray<ChosenCard> work = default,
        DamLines dams = DamLines.None,
        bool traced = false,
        double size = 180,
        PlanOptions? options = null,
        Func<int, int?>? detailOf = null,
        bool masked = false
    )
    {
        var on = paints ?? Supplies.OnWatercolourPaper;
        var mixes =
            paints is null || MethodTable.Of(method).Media.Contains(Medium.Pan)
                ? Supplies.MixesOn(on, MethodRecipes.GroundOf(method, on))
                : null;
        var chosen = colours
            .Index()
            .Select(c => new ChosenColour(
                new Wish(c.Index + 1, Srgb.Parse(c.Item), shadow, method),
                Supplies.Best(method, c.Item, on, mixes, shadow, schools)
            ))
            .ToList();
        var areas = colours
            .Index()
            .Select(c => new AreaToPaint(c.Index + 1, size, new ZoneShares(0.2, 0.35), detailOf?.Invoke(c.Index + 1)))
            .ToList();
        return new Trial(
            on,
            schools ?? Schools.Usual,
            new Painting(chosen, work.IsDefault ? [] : work, areas, 105 * 148, dams != DamLines.None, traced),
            touching ?? [],
            cards,
            options ?? PlanOptions.None,
            dams,
            masked
        );
    }

    public static ChosenCard Work(Method method, string[] colours, int times = 1, RelineWith with = RelineWith.Pen) =>
        new(
            new CardWish(method, [.. colours.Select(Srgb.Parse)], times, with),
            [.. colours.Select(colour => Supplies.Best(method, colour))]
        );

    public static IEnumerable<Pass> OnCard(Plan plan, int card) =>
        plan.Steps.Where(step => step.Card == card).Select(plan.PassOf);
}
