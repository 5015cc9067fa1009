using System.Collections.Immutable;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Cards;

/// <summary>One thing that is done to a piece of a card, with the recipes that were chosen for it.</summary>
/// <param name="Id">Tells it from others.</param>
/// <param name="Wish">What; <see cref="Method.Picture"/> stands for the colours of the piece's picture.</param>
/// <param name="Recipes">One for each of its colours.</param>
public sealed record PieceWork(Guid Id, CardWish Wish, ImmutableArray<Recipe> Recipes)
{
    /// <summary>Most that is done to a piece.</summary>
    public const int Most = 24;

    /// <summary>
    /// What is done to a piece of a kind before its maker says anything, in its order. Common practice, no source.
    /// </summary>
    /// <param name="kind">The kind; null for the base.</param>
    /// <param name="embossed">Of an image, that its lines are embossed.</param>
    /// <param name="cutOut">It is cut out of the sheet with the picture.</param>
    public static ImmutableArray<PieceWork> Usual(PieceKind? kind, bool embossed = false, bool cutOut = false) =>
        [
            .. (
                kind switch
                {
                    null => (Method[])[Method.CutToSize, Method.ScoreAndFold],
                    PieceKind.Image =>
                    [
                        Method.CutToSize,
                        embossed ? Method.EmbossedImage : Method.StampedImage,
                        Method.Picture,
                        Method.Flattening,
                        .. cutOut ? [Method.CutByHand] : Array.Empty<Method>(),
                    ],
                    _ when cutOut => [Method.CutByHand],
                    // Words are stamped first and cut around: so they stand in the middle.
                    PieceKind.Greeting => [Method.StampedWords, Method.CutToSize],
                    PieceKind.Frame => [Method.CutToSize, Method.DieCut],
                    PieceKind.Shape => [Method.DieCut],
                    _ => [Method.CutToSize],
                }
            ).Select(Plain),
        ];

    /// <summary>Work that needs no colour; each method of a usual list has an id of its own.</summary>
    internal static PieceWork Plain(Method method) =>
        new(new Guid((int)method + 1, 0, 0, new byte[8]), new CardWish(method, []), []);
}
