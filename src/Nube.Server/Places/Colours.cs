using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Paper, ink and colours to work with.</summary>
public sealed record Supplies(Guid? Paper, Guid? StampingInk, ImmutableArray<Guid> Palette);

/// <summary>A wish for several areas at once; without a method the one that suits what the colour comes from.</summary>
public sealed record WishFor(ImmutableArray<int> Areas, Srgb Colour, ShadowDepth Shadow, Method? Method = null);

/// <summary>Another method for areas that have a colour.</summary>
public sealed record MethodFor(ImmutableArray<int> Areas, Method Method);

/// <summary>What is done to the whole card, in the order in which it is done.</summary>
public sealed record CardWorkGiven(ImmutableArray<CardWish> Work);

/// <summary>Areas that stay white.</summary>
public sealed record LeaveWhite(ImmutableArray<int> Areas);

/// <summary>Another of the recipes offered, for several areas: 0 is the best.</summary>
public sealed record RecipeChoice(ImmutableArray<int> Areas, int Place);

/// <summary>The second stage: supplies, wishes, recipes.</summary>
public static partial class Colours
{
    /// <summary>Maps the place.</summary>
    public static void MapColours(this IEndpointRouteBuilder api)
    {
        var colours = api.MapGroup("/pieces/{id:guid}/colours").WithTags("Colours");
        colours.MapGet("/", Look);
        colours.MapPut("/supplies", Choose);
        colours.MapPut("/wishes", Wish);
        colours.MapPost("/wishes/leave-white", Leave);
        colours.MapPut("/methods", ChooseMethod);
        colours.MapPut("/card", ChooseCardWork);
        colours.MapPut("/recipes", Pick);
        colours.MapAreaCloseUp();
    }

    private static async Task<Ok<ColoursView>> Look(
        Guid id,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    ) => TypedResults.Ok(await ColourViews.View(await runs.Piece(id, cancel), db, palettes, cancel));

    private static Task<Ok<ColoursView>> Wish(
        Guid id,
        WishFor given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            run =>
            {
                var palette = Ground(run, palettes);
                var areas = Known(run, given.Areas);
                var unders = Unders(run, palettes);
                var printed = areas.All(run.Printed.ContainsKey);
                var method = given.Method ?? Choosing.UsualFor(palette, run.Schools, given.Colour, printed);
                RefuseMissing(run, method, wholeCard: false);
                var before = run.InHand.Colours.ToDictionary(c => c.Wish.Area);
                run.InHand.Colours =
                [
                    .. run.InHand.Colours.Where(c => !areas.Contains(c.Wish.Area)),
                    .. areas.Select(area =>
                    {
                        var wish = new Wish(area, given.Colour, given.Shadow, method);
                        return Choosing.Changed(unders(area), run.Schools, wish, before.GetValueOrDefault(area))
                            ?? throw NoneFor(run, wish);
                    }),
                ];
            },
            cancel
        );

    private static Task<Ok<ColoursView>> Leave(
        Guid id,
        LeaveWhite given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            run =>
            {
                var areas = Known(run, given.Areas);
                run.InHand.Colours = [.. run.InHand.Colours.Where(c => !areas.Contains(c.Wish.Area))];
            },
            cancel
        );

    private static Task<Ok<ColoursView>> ChooseMethod(
        Guid id,
        MethodFor given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            run =>
            {
                var areas = Known(run, given.Areas);
                RefuseMissing(run, given.Method, wholeCard: false);
                var unders = Unders(run, palettes);
                run.InHand.Colours =
                [
                    .. run.InHand.Colours.Select(c =>
                        areas.Contains(c.Wish.Area) && c.Wish.Method != given.Method
                            ? Chosen(run, unders(c.Wish.Area), c.Wish with { Method = given.Method, Exactly = false })
                            : c
                    ),
                ];
            },
            cancel
        );

    private static Task<Ok<ColoursView>> ChooseCardWork(
        Guid id,
        CardWorkGiven given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            run =>
            {
                var palette = Needed(run, palettes);
                var work = given.Work.IsDefault ? [] : given.Work;
                if (work.Length > Choosing.MostCardWork)
                    throw TroubleException.Unusable(
                        $"At most {Choosing.MostCardWork} things are done to a whole card."
                    );
                foreach (var wish in work)
                {
                    RefuseMissing(run, wish.Method, wholeCard: true);
                    if (wish.Trouble() is { } trouble)
                        throw TroubleException.Unusable(trouble);
                }
                FollowWhatIsUnder(run.Colours.Select(colour => colour.Wish.Area), run, palettes, () =>
                    run.InHand.CardWork = [.. work.Select(wish => Choosing.Best(palette, wish))]
                );
            },
            cancel
        );

    private static Task<Ok<ColoursView>> Pick(
        Guid id,
        RecipeChoice given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            run =>
            {
                var areas = Known(run, given.Areas);
                var unders = Unders(run, palettes);
                run.InHand.Colours =
                [
                    .. run.InHand.Colours.Select(colour =>
                    {
                        if (!areas.Contains(colour.Wish.Area))
                            return colour;
                        var under = unders(colour.Wish.Area);
                        var offered = Choosing.Offers(under, run.Schools, colour.Wish, run.Mixed);
                        if (given.Place < 0 || given.Place >= offered.Length)
                            throw TroubleException.Unusable("This recipe was not offered.");
                        return colour with { Recipe = offered[given.Place] };
                    }),
                ];
            },
            cancel
        );

    /// <summary>Changes a run that is not on the bench, and answers its colours.</summary>
    internal static async Task<Ok<ColoursView>> Change(
        Guid id,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        Action<RunWithSupplies> change,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        await gate.Open(run, OnTheBench, cancel);
        DetailsFollow(run, palettes, () => change(run));
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await ColourViews.View(run, db, palettes, cancel));
    }

    /// <summary>A wish with its best recipe, or a sentence that there is none.</summary>
    internal static ChosenColour Chosen(RunWithSupplies run, RunPalette palette, Wish wish) =>
        Choosing.Best(palette, run.Schools, wish) ?? throw NoneFor(run, wish);

    private static TroubleException NoneFor(RunWithSupplies run, Wish wish) =>
        TroubleException.Conflict(
            MethodTable.Missing(wish.Method, Owned(run))
                ?? $"None of these colours can be used for {MethodTable.Of(wish.Method).Name.ToLowerInvariant()}. Add one that can."
        );

    internal static HashSet<Medium> Owned(RunWithSupplies run) =>
        [.. run.Palette.Select(item => item.Colourant!.Medium)];

    internal static void RefuseMissing(RunWithSupplies run, Method method, bool wholeCard)
    {
        var sheet = MethodTable.Of(method);
        if (method == Method.Gradient)
            throw TroubleException.Unusable("Name the colours that pass into each other, and how.");
        if (sheet.WholeCard != wholeCard || !MethodTable.IsChosen(method))
            throw TroubleException.Unusable(
                wholeCard ? $"{sheet.Name} is for single areas." : $"{sheet.Name} is for whole cards."
            );
        if (MethodTable.Missing(method, Owned(run)) is { } missing)
            throw TroubleException.Unusable(missing);
    }

    internal const string OnTheBench =
        "This run is on the bench already; its colours stay as planned. Take its steps back, or begin a new run to change them.";

    /// <summary>Areas that are there and can have a colour, or a sentence.</summary>
    internal static HashSet<int> Known(RunWithSupplies run, ImmutableArray<int> areas)
    {
        var known = Image.Known(run.Image, areas);
        foreach (var area in known)
        {
            if (run.Image.StaysBare(area))
            {
                var marked =
                    run.Image.Marks[area] == Core.Artwork.AreaMark.NotPart
                        ? "not part of the image"
                        : "to be left white";
                throw TroubleException.Unusable(
                    $"{run.Image.NameOf(area)} is marked as {marked}. Take the mark off on the Image stage first."
                );
            }
        }
        return known;
    }
}
