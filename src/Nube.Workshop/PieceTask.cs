using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Planning.Pieces;
using Nube.Core.Simulation;

namespace Nube.Workshop;

/// <summary>How a piece of a card looks, dry, before there is a plan. It needs no file.</summary>
/// <param name="Piece">The piece.</param>
/// <param name="Colourants">The run's colourants, in the order in which recipes count them.</param>
/// <param name="Hand">The hand that colours it.</param>
/// <param name="SlowLine">The ink of its lines dries slowly.</param>
/// <param name="Print">Which print from one inking, from 1.</param>
/// <param name="Seed">Another one, another piece.</param>
/// <param name="CellMm">Side of a cell, mm.</param>
public sealed record PlayPiece(
    PieceToPlan Piece,
    ImmutableArray<Colourant> Colourants,
    LayingHand Hand,
    bool SlowLine,
    int Print,
    int Seed,
    double CellMm
) : WorkshopTask<PiecePlayed>
{
    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.Long;

    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Soon;

    private protected override PiecePlayed Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var paints = new Paints(
            Colourants,
            [.. Colourants.Select(colourant => colourant.Optics())],
            Piece.Paper,
            Piece.Paper.Reflectance()
        )
        {
            Hand = Hand,
        };
        var play = PieceAlone.ToPlay(Piece, paints, SlowLine, Print, Seed);
        return new PiecePlayed(PlayCard.Coded(new CardPlay(play, CellMm).Last(stop).Picture));
    }
}

/// <summary>A piece as it looks, dry.</summary>
/// <param name="Webp">The picture.</param>
public sealed record PiecePlayed(byte[] Webp);
