using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Artwork;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Server.Support;
using Nube.Server.Work;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>A mark for some areas; none to take it off.</summary>
public sealed record MarkGiven(ImmutableArray<int> Areas, AreaMark? Mark);

/// <summary>
/// A name for some areas: one keeps it as it is, several are numbered; anew in each thing that they are a part of, such
/// as "flower", where that is said.
/// </summary>
public sealed record NameGiven(ImmutableArray<int> Areas, string Name, string? PartOf = null);

/// <summary>A note on areas; empty to take it away.</summary>
public sealed record NoteGiven(ImmutableArray<int> Areas, string Note);

/// <summary>
/// How areas are looked for: up to which length gaps are bridged, which gap a stroke closes, or several at once, and which
/// areas are too small.
/// </summary>
public sealed record GapsGiven(
    double? LongestMm,
    ImmutableArray<PointMm>? Stroke,
    double? SmallestMm2,
    IReadOnlyList<IReadOnlyList<PointMm>>? Also = null
);

/// <summary>Lines that stop about as far short of another line; a sentence on them, and the strokes that bridge them.</summary>
public sealed record ShortLinesView(string Sentence, IReadOnlyList<IReadOnlyList<PointMm>> Strokes);

/// <summary>Which lines stop water.</summary>
public sealed record DamsGiven(DamLines Lines, ImmutableArray<int> Areas);

/// <summary>Areas of which those that touch may run together, or may not any more.</summary>
public sealed record LeaveGiven(ImmutableArray<int> Areas, bool MayRun);

/// <summary>Which of two areas is in front: one of them, 0 for neither, none to go back to the guess.</summary>
public sealed record DepthGiven(int One, int Other, int? Front);

/// <summary>How to stamp a run's outline, as each kind of line.</summary>
public sealed record StampingView(
    ImmutableArray<StampingStep> Crisp,
    ImmutableArray<StampingStep> Embossed,
    ImmutableArray<StampingStep> NoLine
);

/// <summary>
/// What a maker says of areas once they are found: names, marks, which are alike, which gaps to close.
/// </summary>
internal static class ImageAreas
{
    private const int LongestNote = 300,
        NumbersInNames = 8, // letters: two numbers, a comma and blanks
        MostStrokes = 1000;

    public static void MapImageAreas(this IEndpointRouteBuilder image)
    {
        image.MapPut("/marks", Mark);
        image.MapPut("/names", NameSeveral);
        image.MapPut("/notes", Note);
        image.MapPut("/dams", SetDams);
        image.MapPut("/leave", GiveLeave);
        image.MapPut("/depth", SayDepth);
        image.MapGet("/areas/{area:int}/alike", Alike);
        image.MapPost("/gaps", FindAgain);
        image.MapGet("/shortLines", Short);
        image.MapGet("/stamping", HowToStamp);
    }

    private static async Task<Ok<ImageView>> Mark(
        Guid id,
        MarkGiven given,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        await runs.RefuseOnceBegun(run, "This run is on the bench already; its areas stay as they are.", cancel);
        var areas = Image.Known(run.Image, given.Areas);
        var marks = run.Image.Marks.RemoveRange(areas);
        if (given.Mark is { } mark)
            marks = marks.AddRange(areas.Select(area => KeyValuePair.Create(area, mark)));
        // What becomes a detail is coloured on something else, and what is none any more too.
        Colours.FollowWhatIsUnder(areas.Union(run.Details), run, palettes, () => run.Image.Marks = marks);
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(ImageView.Of(run.Image, run.Ink, run.InInches)!);
    }

    private static async Task<Ok<ImageView>> NameSeveral(
        Guid id,
        NameGiven given,
        NubeDb db,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        var areas = Image.Known(run.Image, given.Areas);
        var (name, partOf) = (Image.CheckedName(given.Name), Image.CheckedName(given.PartOf ?? ""));
        if (name.Length + partOf.Length > Image.LongestName - NumbersInNames)
            throw TroubleException.Unusable("These names are too long together. Shorten one.");
        var names = run.Image.Names.RemoveRange(areas);
        if (name.Length > 0)
            names = names.AddRange(
                NamesByPlace.Of(Figures.Of(run.Image.Areas, run.Image.Touching), areas, name, partOf, names)
            );
        run.Image.Names = names;
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(ImageView.Of(run.Image, run.Ink, run.InInches)!);
    }

    private static async Task<Ok<ImageView>> Note(
        Guid id,
        NoteGiven given,
        NubeDb db,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        var areas = Image.Known(run.Image, given.Areas);
        if (given.Note.Trim() is not { Length: <= LongestNote } note)
            throw TroubleException.Unusable($"A note has at most {LongestNote} letters.");
        var notes = run.Image.Notes.RemoveRange(areas);
        if (note.Length > 0)
            notes = notes.AddRange(areas.Select(area => KeyValuePair.Create(area, note)));
        run.Image.Notes = notes;
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(ImageView.Of(run.Image, run.Ink, run.InInches)!);
    }

    private static async Task<Ok<ImageView>> SetDams(
        Guid id,
        DamsGiven given,
        NubeDb db,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        await runs.RefuseOnceBegun(run, "This run is on the bench already; its lines stay as they are.", cancel);
        ImmutableArray<int> areas = given.Areas.IsDefaultOrEmpty
            ? []
            : [.. Image.Known(run.Image, given.Areas).Order()];
        if (given.Lines == DamLines.Chosen && areas.IsEmpty)
            throw TroubleException.Unusable("Choose the areas whose outlines are embossed.");
        run.Image.Dams = new Dams(given.Lines, areas);
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(ImageView.Of(run.Image, run.Ink, run.InInches)!);
    }

    /// <summary>Lets those of some areas that touch run together when both are wet, or keeps them apart again.</summary>
    private static async Task<Ok<ImageView>> GiveLeave(
        Guid id,
        LeaveGiven given,
        NubeDb db,
        RunLoader runs,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        await runs.RefuseOnceBegun(
            run,
            "This run is on the bench already; what may run together stays as it is.",
            cancel
        );
        var areas = Image.Known(run.Image, given.Areas).ToHashSet();
        ImmutableArray<AreaPair> pairs =
        [
            .. run
                .Image.Touching.Where(pair => areas.Contains(pair.One) && areas.Contains(pair.Other))
                .Select(pair => AreaPair.Of(pair.One, pair.Other)),
        ];
        if (pairs.IsEmpty)
            throw TroubleException.Unusable("Pick areas that touch each other.");
        run.Image.MayRun = given.MayRun
            ? [.. run.Image.MayRun.Union(pairs).OrderBy(pair => pair.One).ThenBy(pair => pair.Other)]
            : [.. run.Image.MayRun.Except(pairs)];
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(ImageView.Of(run.Image, run.Ink, run.InInches)!);
    }

    private static async Task<Ok<LightView>> SayDepth(
        Guid id,
        DepthGiven given,
        NubeDb db,
        RunLoader runs,
        ImageForms forms,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        Image.Known(run.Image, [given.One, given.Other]);
        if (given.One == given.Other)
            throw TroubleException.Unusable("Choose two areas.");
        if (given.Front is { } front && front != 0 && front != given.One && front != given.Other)
            throw TroubleException.Unusable("One of the two is in front, or neither.");
        run.Image.Depth = run.Image.Depth.Say(given.One, given.Other, given.Front);
        await forms.Light(run.Image, cancel);
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(LightView.Of(run.Image));
    }

    private static async Task<Ok<StampingView>> HowToStamp(Guid id, RunLoader runs, CancellationToken cancel)
    {
        var run = await runs.Piece(id, cancel);
        if (run.Ink is null || run.Paper is null)
            throw TroubleException.Conflict(
                "Choose the paper and the ink of the outline on the Colours stage; then it is told how to stamp."
            );
        ImmutableArray<StampingStep> Steps(OutlineKind kind) =>
            PrintGuide.Guide(run.Ink, run.Paper, kind, run.Run.Cards);
        return TypedResults.Ok(
            new StampingView(Steps(OutlineKind.Crisp), Steps(OutlineKind.Embossed), Steps(OutlineKind.NoLine))
        );
    }

    private static async Task<Ok<IReadOnlyList<int>>> Alike(
        Guid id,
        int area,
        RunLoader runs,
        ImageForms forms,
        CancellationToken cancel
    )
    {
        var image = (await runs.Piece(id, cancel)).Image;
        return TypedResults.Ok(AreaLikeness.Alike((await forms.Areas(image, cancel)).Labels, area));
    }

    private static async Task<Ok<IReadOnlyList<ShortLinesView>>> Short(
        Guid id,
        RunLoader runs,
        FileStore files,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var image = (await runs.Piece(id, cancel)).Image;
        if (image.Print.Shows == PictureShows.Print)
            return TypedResults.Ok<IReadOnlyList<ShortLinesView>>([]);
        var found = await apprentices.Do(
            new FindShortLines(image.WidthMm, image.GapMm, image.SmallestMm2, [.. image.Edits.OfType<CloseGap>()]),
            (await files.Get(image.LineHash, cancel)).Content,
            stop: cancel
        );
        return TypedResults.Ok<IReadOnlyList<ShortLinesView>>([
            .. found.Alike.Select(alike => new ShortLinesView(
                alike.InWords,
                [.. alike.Strokes.Select(stroke => (IReadOnlyList<PointMm>)stroke)]
            )),
        ]);
    }

    private static async Task<Accepted<JobStarted>> FindAgain(
        Guid id,
        GapsGiven given,
        RunLoader runs,
        JobBoard board,
        MakerAtWork maker,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        await runs.RefuseOnceBegun(run, "This run is on the bench already; its areas stay as they are.", cancel);
        var gapMm = given.LongestMm ?? run.Image.GapMm;
        if (!(gapMm is >= 0 and <= GapRule.MostMm))
            throw TroubleException.Unusable($"Gaps are bridged up to {GapRule.MostMm:0.#} mm.");
        var smallestMm2 = given.SmallestMm2 ?? run.Image.SmallestMm2;
        if (!(smallestMm2 is >= AreaFinder.SliverMm2 and <= AreaFinder.MostSliverMm2))
            throw TroubleException.Unusable(
                $"The smallest area is between {AreaFinder.SliverMm2:0} and {AreaFinder.MostSliverMm2:0} mm2."
            );
        var edits = run.Image.Edits;
        if (given.Stroke is { IsDefault: false } stroke)
        {
            if (stroke.Length < 2)
                throw TroubleException.Unusable("Draw a stroke over the gap, from line to line.");
            var also = given.Also ?? [];
            if (also.Count > MostStrokes || also.Any(one => one.Count < 2))
                throw TroubleException.Unusable(
                    $"Up to {MostStrokes} gaps are closed at once, each from line to line."
                );
            edits = edits.Add(new CloseGap(stroke) { Also = [.. also.Select(one => one.ToImmutableArray())] });
        }
        return await Image.FindAgain(run, gapMm, smallestMm2, edits, board, maker, cancel);
    }
}
