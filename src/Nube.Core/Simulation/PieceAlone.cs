using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Cards;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Stamping;

namespace Nube.Core.Simulation;

/// <summary>A piece of a card by itself, with all that is done to its own surface: its ground, without its picture.</summary>
public static class PieceAlone
{
    /// <summary>Something that is done to it brings colour of the palette.</summary>
    public static bool HasGround(IEnumerable<PieceWork> work)
    {
        ArgumentNullException.ThrowIfNull(work);
        return work.Any(one => one.Recipes.Length > 0);
    }

    /// <summary>How many prints are taken from one inking for it; 1 for what is no print.</summary>
    public static int Prints(IEnumerable<PieceWork> work)
    {
        ArgumentNullException.ThrowIfNull(work);
        return work.Where(one => one.Wish.Method == Method.RainbowStamp)
            .Select(one => one.Wish.Times)
            .DefaultIfEmpty(1)
            .Max();
    }

    /// <summary>The piece as it is played: planned as the only piece of one card, in an ordinary room.</summary>
    /// <param name="piece">The piece.</param>
    /// <param name="paints">The run's colourants; the paper is the piece's own.</param>
    /// <param name="slowLine">The ink of its lines dries slowly.</param>
    /// <param name="print">Which print from one inking, from 1.</param>
    /// <param name="seed">Another one, another piece: alike, not the same.</param>
    public static CardToPlay ToPlay(PieceToPlan piece, Paints paints, bool slowLine, int print, int seed)
    {
        ArgumentNullException.ThrowIfNull(piece);
        ArgumentNullException.ThrowIfNull(paints);
        var own = paints.OnPaper(piece.Paper);
        var bare = new Painting([], [], [], 0, false, false) { SlowLine = slowLine };
        var (passes, pieces) = PiecePasses.Of(
            new CardToPlan([piece with { Onto = null, Over = [] }], null, []),
            [],
            bare,
            paints
        );
        var plan = Scheduler.PlanRun(
            passes,
            [],
            1,
            piece.Paper,
            Air.OrdinaryRoom,
            Planning.Hand.Ordinary,
            PlanOptions.None,
            pieces
        );
        return new CardToPlay(
            piece.Size.Width,
            piece.Size.Height,
            [],
            [],
            (_, gradient) =>
            {
                var placeOn = Light.GradientPlace.Of(gradient, piece.Size).PlaceOn(gradient);
                return (x, y) => placeOn(new Artwork.PointMm(x, y));
            },
            ReadOnlyMemory<bool>.Empty,
            own,
            Air.OrdinaryRoom,
            1,
            [
                .. plan.Steps.Select(step => new PassInTime(
                    Print(plan.PassOf(step)),
                    step.StartSeconds,
                    step.EndSeconds,
                    step.DrySeconds
                )),
            ],
            seed
        );

        Pass Print(Pass pass) =>
            pass.Generations < 2
                ? pass
                : pass with
                {
                    Acts = [.. pass.Acts.Select(act => act.Paler(Generations.RelativeLoad(print)))],
                };
    }
}
