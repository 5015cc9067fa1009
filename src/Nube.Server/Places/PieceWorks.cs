using System.Collections.Immutable;
using Nube.Core.Cards;
using Nube.Core.Colour;
using Nube.Core.Grounds;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Something that is done to a piece, as it is seen.</summary>
public sealed record PieceWorkView(
    Guid Id,
    Method Method,
    string Name,
    int Times,
    RelineWith RelineWith,
    IReadOnlyList<Srgb> Colours,
    IReadOnlyList<Srgb> Predicted,
    IReadOnlyList<Srgb> Overlaps,
    string? Trouble,
    GroundPlace? Place,
    string? Lies
);

/// <summary>Something that is to be done to a piece; without an id it is new.</summary>
public sealed record PieceWorkGiven(
    Method Method,
    ImmutableArray<Srgb> Colours,
    Guid? Id = null,
    int Times = 1,
    RelineWith RelineWith = RelineWith.Pen,
    GroundPlace? Place = null
);

/// <summary>What is done to pieces, on their own papers.</summary>
internal static class PieceWorks
{
    /// <summary>The methods that a maker can choose for a piece, and what is missing for them.</summary>
    public static IReadOnlyList<MethodView> Methods(RunWithSupplies run) =>
        [
            .. MethodTable
                .All.Where(sheet => MethodTable.IsChosenForPieces(sheet.Method))
                .Select(sheet => MethodView.Of(sheet, Colours.Owned(run))),
        ];

    /// <summary>Work as it was given, with its best recipes; what was there before keeps its own.</summary>
    /// <param name="given">What was given; null for what is usual.</param>
    /// <param name="before">What stood there; null where that was the usual, or is to be chosen anew.</param>
    /// <param name="paper">The paper of the piece.</param>
    /// <param name="run">The run.</param>
    /// <param name="palettes">Palettes.</param>
    public static ImmutableArray<PieceWork>? Read(
        ImmutableArray<PieceWorkGiven>? given,
        ImmutableArray<PieceWork>? before,
        Paper paper,
        RunWithSupplies run,
        Palettes palettes
    )
    {
        if (given is not { IsDefault: false } work)
            return null;
        if (work.Length > PieceWork.Most)
            throw TroubleException.Unusable($"At most {PieceWork.Most} things are done to a piece.");
        return
        [
            .. work.Select(one =>
            {
                var colours = one.Colours.IsDefault ? [] : one.Colours;
                if (one.Method != Method.Picture)
                    Refuse(one, colours.Length, run);
                return
                    before?.FirstOrDefault(kept => kept.Id == one.Id) is { } kept
                    && kept.Wish.Method == one.Method
                    && kept.Wish.Times == one.Times
                    && kept.Wish.RelineWith == one.RelineWith
                    && kept.Wish.Place == one.Place
                    && kept.Wish.Colours.SequenceEqual(colours)
                    ? kept
                    : Best(one.Id ?? Guid.CreateVersion7(), Wish(one), paper, run, palettes);
            }),
        ];
    }

    /// <summary>A design whose work has the best recipes of the run's colours as they are now.</summary>
    public static CardDesign Anew(CardDesign design, RunWithSupplies run, Palettes palettes)
    {
        ArgumentNullException.ThrowIfNull(design);
        return design with
        {
            BaseWork = Again(design.BaseWork, design.BasePaper),
            LastWork = Again(design.LastWork, design.BasePaper),
            Pieces = [.. design.Pieces.Select(piece => piece with { Work = Again(piece.Work, piece.Paper) })],
        };

        ImmutableArray<PieceWork>? Again(ImmutableArray<PieceWork>? work, Guid? paper) =>
            work is { } there
                ?
                [
                    .. there.Select(one =>
                        one.Wish.Colours.IsDefaultOrEmpty
                            ? one
                            : Best(one.Id, one.Wish, run.PaperOf(paper), run, palettes)
                    ),
                ]
                : null;
    }

    /// <summary>Work as it is seen.</summary>
    public static IReadOnlyList<PieceWorkView> View(
        ImmutableArray<PieceWork> work,
        Paper paper,
        SizeMm size,
        RunWithSupplies run,
        Palettes palettes
    )
    {
        var paints = OnPaper(paper, run, palettes)?.Paints;
        return
        [
            .. work.Select(one => new PieceWorkView(
                one.Id,
                one.Wish.Method,
                MethodTable.Of(one.Wish.Method).Name,
                one.Wish.Times,
                one.Wish.RelineWith,
                one.Wish.Colours,
                [.. one.Recipes.Select(recipe => Srgb.FromLab(recipe.Predicted))],
                [.. Seams(one).Select(seam => Srgb.FromLab(seam.Colour))],
                one.Recipes.Length < one.Wish.Colours.Length
                    ? MethodTable.Missing(one.Wish.Method, Colours.Owned(run)) ?? "No colour of the run suits it."
                    : Muddy(one),
                GroundPlace.Has(one.Wish.Method) ? one.Wish.Place ?? GroundPlace.Usual(one.Wish.Method) : null,
                Task(one).Ground?.InWords(run.InInches)
            )),
        ];

        CardTask Task(PieceWork one) =>
            new(one.Wish.Method, one.Recipes, one.Wish.Times, size.Width * size.Height, one.Wish.RelineWith)
            {
                Size = size,
                Place = one.Wish.Place,
            };

        ImmutableArray<BandSeam> Seams(PieceWork one) => paints is null ? [] : BandSeam.In(Task(one), paints);

        string? Muddy(PieceWork one)
        {
            var muddy = Seams(one).Where(seam => seam.Muddy).Select(seam => seam.Before + 1).ToList();
            return muddy.Count == 0
                ? null
                : $"Hues {string.Join(", ", muddy.Select(hue => $"{hue} and {hue + 1}"))} grey each other where they meet: "
                    + "put a hue between them, or let them dry and keep them apart.";
        }
    }

    private static PieceWork Best(Guid id, CardWish wish, Paper paper, RunWithSupplies run, Palettes palettes)
    {
        if (wish.Colours.IsDefaultOrEmpty)
            return new PieceWork(id, wish with { Colours = [] }, []);
        // Where its colours are not there any more, the wish waits for others.
        if (OnPaper(paper, run, palettes) is not { } palette || !palette.CanUse(wish.Method))
            return new PieceWork(id, wish, []);
        var best = Choosing.Best(palette, wish);
        return new PieceWork(id, best.Wish, best.Recipes);
    }

    private static RunPalette? OnPaper(Paper paper, RunWithSupplies run, Palettes palettes) =>
        run.Palette.Count == 0
            ? null
            : palettes.ForRun([.. run.Palette.Select(item => item.Colourant!)], paper, run.LayingHand);

    private static CardWish Wish(PieceWorkGiven given) =>
        new(given.Method, given.Colours.IsDefault ? [] : given.Colours, given.Times, given.RelineWith)
        {
            Place = GroundPlace.Has(given.Method) ? given.Place : null,
        };

    private static void Refuse(PieceWorkGiven work, int colours, RunWithSupplies run)
    {
        var sheet = MethodTable.Of(work.Method);
        if (!MethodTable.IsChosenForPieces(work.Method))
            throw TroubleException.Unusable($"{sheet.Name} is not chosen for a piece.");
        if (Wish(work).Trouble() is { } trouble)
            throw TroubleException.Unusable(trouble);
        if (colours > 0 && MethodTable.Missing(work.Method, Colours.Owned(run)) is { } missing)
            throw TroubleException.Unusable(missing);
    }
}
