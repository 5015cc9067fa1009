using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Tests.Methods;
using static Nube.Core.Tests.Planning.Trials;

namespace Nube.Core.Tests.Planning;

/// <summary>Cards made up of pieces for a trial, in the way in which a maker makes them up: a design, then a plan.</summary>
internal static class TrialCards
{
    /// <summary>An empty card of the trade's A2, or of another format.</summary>
    public static CardDesign Card(Opening opening = Opening.Side, CardFormat? format = null) =>
        new(format ?? CardFormat.All[0], opening, null, Of("White cardstock 110 lb"), []);

    /// <summary>A card with one piece more, in the middle or where it is said.</summary>
    public static CardDesign With(
        this CardDesign card,
        PieceKind kind,
        string name,
        double width,
        double height,
        string paper,
        ImmutableArray<PieceWork>? work = null,
        double? left = null,
        double? top = null,
        double raised = 0,
        Glue? glue = null
    ) =>
        card.With(
            new DesignPiece(Guid.NewGuid(), kind, name, width, height, left ?? 0, top ?? 0, Of(paper), raised, 0)
            {
                Work = work,
                Glue = glue,
            },
            (left is null ? Centred.Across : Centred.No) | (top is null ? Centred.Down : Centred.No)
        );

    /// <summary>What is done to a piece, from the same wishes that a whole card can have.</summary>
    public static ImmutableArray<PieceWork> Work(params ChosenCard[] work) =>
        [.. work.Select(one => new PieceWork(Guid.NewGuid(), one.Wish, one.Recipes))];

    /// <summary>Something without a colour.</summary>
    public static ChosenCard Do(Method method, int times = 1) => Trials.Work(method, [], times);

    /// <summary>Cards of a design without a picture.</summary>
    public static Trial Run(CardDesign design, int cards, PlanOptions? options = null, Schools? schools = null) =>
        new Trial(
            Supplies.OnWatercolourPaper,
            schools ?? Schools.Usual,
            new Painting([], [], [], 0, false, false),
            [],
            cards,
            options ?? PlanOptions.None
        ).On(design);

    /// <summary>The same picture on cards of a design.</summary>
    public static Trial On(this Trial trial, CardDesign design) =>
        trial with
        {
            Card = CardToPlan.Of(design, PaperOf, trial.Schools.Glue, trial.Dams != DamLines.None, trial.Cards),
        };

    /// <summary>Strokes on a piece of a card, in their order; with what puts it in its place.</summary>
    public static List<Stroke> On(this Plan plan, string piece, int card = 1)
    {
        var surface = plan.Pieces.Single(one => one.Name == piece).Surface;
        return
        [
            .. OnCard(plan, card)
                .Where(pass => (pass.Piece ?? PieceAreas.Picture) == surface)
                .Select(pass => pass.Stroke),
        ];
    }

    /// <summary>The name of an area or a piece, as pages say it.</summary>
    public static Func<int, string> NamesIn(Plan plan) =>
        area => plan.Pieces.FirstOrDefault(piece => piece.Surface == area)?.Name ?? $"Area {area}";

    /// <summary>The step on a card that does something to a piece.</summary>
    public static PlannedStep Step(this Plan plan, string piece, Stroke stroke, int card = 1)
    {
        var surface = plan.Pieces.Single(one => one.Name == piece).Surface;
        return plan.Steps.First(step =>
            step.Card == card
            && plan.PassOf(step).Stroke == stroke
            && (plan.PassOf(step).Piece ?? PieceAreas.Picture) == surface
        );
    }

    private static readonly ImmutableDictionary<string, Guid> Stash = GenericCatalogue.Papers.ToImmutableDictionary(
        paper => paper.Name,
        _ => Guid.NewGuid()
    );

    private static Guid Of(string paper) => Stash[paper];

    /// <summary>A paper of the stash of these cards.</summary>
    public static Guid? StashOf(string paper) => Of(paper);

    /// <summary>A paper of these cards.</summary>
    public static Paper PaperOf(Guid? id) => GenericCatalogue.Papers.First(paper => Stash[paper.Name] == id);
}
