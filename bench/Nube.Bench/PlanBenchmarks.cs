using System.Collections.Immutable;
using BenchmarkDotNet.Attributes;
using Nube.Core.Acts;
using Nube.Core.Cards;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Tests.Planning;

namespace Nube.Bench;

/// <summary>
/// The whole plan for 12 areas in 3 passes each on 6 cards, every area with a mix of its own (target: 300 ms); and for
/// such a picture on 12 cards of five pieces, each stamped, cut and put together (target: 1 s).
/// </summary>
public class PlanBenchmarks
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];
    private readonly (int, int)[] touching =
    [
        .. Enumerable.Range(1, 11).Select(i => (i, i + 1)),
        (1, 12),
        (2, 7),
        (4, 9),
    ];

    [Benchmark]
    public Plan TwelveAreasSixCards() =>
        Scheduler.PlanRun(Picture(6), touching, 6, Paper, Air.OrdinaryRoom, Hand.Ordinary);

    [Benchmark]
    public Plan TwelveCardsOfFivePieces()
    {
        var (passes, pieces) = PiecePasses.Of(card, Picture(12), Bare, Paints);
        return Scheduler.PlanRun(
            passes,
            touching,
            12,
            Paper,
            Air.OrdinaryRoom,
            Hand.Ordinary,
            PlanOptions.None,
            pieces
        );
    }

    private static readonly Paints Paints = new([], [], Paper, Paper.Reflectance());
    private static readonly Painting Bare = new([], [], [], 0, false, false) { SlowLine = false };

    private readonly CardToPlan card = CardToPlan.Of(
        new[]
        {
            (PieceKind.Ground, 100.0),
            (PieceKind.Mat, 90.0),
            (PieceKind.Image, 80.0),
            (PieceKind.Strip, 70.0),
            (PieceKind.Greeting, 40.0),
        }.Aggregate(new CardDesign(CardFormat.All[0], Opening.Side, null, null, []), (card, piece) =>
            card.With(
                new DesignPiece(
                    Guid.NewGuid(),
                    piece.Item1,
                    $"{piece.Item1}",
                    piece.Item2,
                    piece.Item2,
                    0,
                    0,
                    null,
                    0,
                    0
                ),
                Centred.Both
            )
        ),
        _ => Paper,
        Glue.Liquid,
        embossed: false
    );

    private ImmutableArray<Pass> Picture(int cards)
    {
        var areas = Enumerable
            .Range(1, 12)
            .Select(i =>
                FlatAreas.Area(i, 60 + 90 * (i % 5), i, new Strength(4), 2, 1, layer => 90.0 - i - 9 * layer, Paper)
            )
            .ToList();
        return PassBuilder.Passes(
            areas,
            touching,
            pace: new Pace(cards, Hand.Ordinary, Paper, Air.OrdinaryRoom, PlanOptions.None)
        );
    }
}
