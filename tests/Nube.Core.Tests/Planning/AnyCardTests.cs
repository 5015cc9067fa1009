using System.Collections.Immutable;
using Nube.Core.Cards;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Tests.Methods;
using static Nube.Core.Tests.Planning.TrialCards;
using Glue = Nube.Core.Methods.Glue;

namespace Nube.Core.Tests.Planning;

/// <summary>Cards of any pieces, with any work on them in any order, beside any picture.</summary>
public class AnyCardTests
{
    private static readonly string[] Colours = ["#d2692f", "#5c9140", "#4a7fb0"];
    private static readonly ImmutableArray<Method> ForPieces =
    [
        .. MethodTable.All.Where(sheet => MethodTable.IsChosenForPieces(sheet.Method)).Select(sheet => sheet.Method),
    ];
    private static readonly Lazy<Dictionary<(Method, string), ChosenCard>> Coloured = new(() =>
        (
            from method in ForPieces.Where(MethodTable.NeedsColour)
            from colour in Colours
            select (method, colour)
        ).ToDictionary(key => key, key => Trials.Work(key.method, [key.colour], 3))
    );

    private static CardDesign Design(Random random)
    {
        T One<T>(IReadOnlyList<T> of) => of[random.Next(of.Count)];
        ImmutableArray<PieceWork> Any(params Method[] with) =>
            Work([
                .. Enumerable
                    .Range(0, random.Next(5))
                    .Select(_ => One(ForPieces))
                    .Concat(with)
                    .OrderBy(_ => random.Next())
                    .Select(method =>
                        MethodTable.NeedsColour(method)
                            ? Coloured.Value[(method, One(Colours))]
                            : Do(method, 1 + random.Next(3))
                    ),
            ]);
        var design = Card((Opening)random.Next(4)) with { BaseWork = random.Next(2) == 0 ? null : Any() };
        var pieces = 1 + random.Next(5);
        for (var piece = 0; piece < pieces; piece++)
        {
            var kind = (PieceKind)random.Next(7);
            var isPicture = kind == PieceKind.Image && design.PictureOf is null;
            design = design.With(
                kind,
                $"Piece {piece}",
                20 + random.Next(80),
                20 + random.Next(110),
                GenericCatalogue.Papers[random.Next(GenericCatalogue.Papers.Length)].Name,
                random.Next(3) == 0 ? null : Any(isPicture ? [Method.Picture] : []),
                left: random.Next(2) == 0 ? null : random.Next(60),
                top: random.Next(2) == 0 ? null : random.Next(60),
                raised: random.Next(3) == 0 ? 1.5 : 0,
                glue: random.Next(2) == 0 ? Glue.Liquid : Glue.Tape
            );
        }
        return design;
    }

    [Fact]
    public void Hundreds_of_cards_of_pieces_break_no_rule_of_the_bench()
    {
        var (heated, glued, pictures) = (0, 0, 0);
        for (var seed = 0; seed < 300; seed++)
        {
            var random = new Random(seed);
            var any = AnyRunTests.Any.Of(seed);
            var design = Design(random);
            var picture = design.PictureOf is null || random.Next(4) == 0 ? [] : any.Passes;
            var card = CardToPlan.Of(design, PaperOf, Glue.Tape, embossed: false);
            var (passes, pieces) = PiecePasses.Of(
                card,
                picture,
                any.Painting with
                {
                    SlowLine = random.Next(2) == 0,
                },
                any.Paints
            );
            var plan = Scheduler.PlanRun(
                passes,
                any.Together,
                any.Cards,
                any.Paints.Paper,
                any.Air,
                Hand.Ordinary,
                any.Options,
                pieces
            );
            var fault = ScheduleChecker.Fault(plan, [.. any.Together], Hand.Ordinary);
            Assert.True(fault is null, $"seed {seed}: {fault}");
            var better = Scheduler.Improve(plan, any.Together, Hand.Ordinary, new SearchEffort(20_000, 0));
            fault = ScheduleChecker.Fault(better, [.. any.Together], Hand.Ordinary);
            Assert.True(fault is null, $"searched, seed {seed}: {fault}");
            Assert.True(better.Cost() <= plan.Cost() + 1e-6, $"seed {seed} became worse");
            Assert.Equal(plan.Pieces, better.Pieces);
            // Every piece is put on once, on each card.
            Assert.Equal(
                any.Cards * design.Pieces.Length,
                plan.Steps.Count(step => plan.PassOf(step).Onto is not null)
            );
            heated += plan.Steps.Count(step => step.HeatSeconds > 0);
            glued += plan.Passes.Count(pass => pass.Stroke == Stroke.FixWithGlue);
            pictures += picture.IsEmpty ? 0 : 1;
        }
        // The trial is no trial if it never comes to that.
        Assert.True(
            heated > 100 && glued > 100 && pictures > 50,
            $"{heated} heated, {glued} glued, {pictures} pictures"
        );
    }
}
