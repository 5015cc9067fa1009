using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Light;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Work;

/// <summary>Finds the areas of a picture that was brought in.</summary>
public sealed class FindAreasJob(
    NubeDb db,
    MakerAtWork maker,
    FileStore files,
    StampBox stamps,
    JobBoard board,
    Apprentices apprentices,
    TimeProvider clock
)
{
    /// <summary>What the job is told.</summary>
    /// <param name="FileHash">The picture.</param>
    /// <param name="FileName">The name it had.</param>
    /// <param name="Size">The size that the maker gave.</param>
    public sealed record Order(string FileHash, string FileName, PictureSize Size)
    {
        /// <summary>The piece whose picture it is.</summary>
        public Guid Piece { get; init; }

        /// <summary>
        /// The piece's picture is looked at once more: what still is an area keeps its number, name and colour.
        /// </summary>
        public bool Again { get; init; }

        /// <summary>Where the panel lies in a photo; null for a scan or a drawing.</summary>
        public PanelInPhoto? Panel { get; init; }

        /// <summary>Longest gap that is bridged, mm.</summary>
        public double GapMm { get; init; } = GapRule.Strict.LongestMm;

        /// <summary>Smallest area; smaller ones join a neighbour, mm2.</summary>
        public double SmallestMm2 { get; init; } = AreaFinder.SliverMm2;

        /// <summary>The scene whose print the picture is; null for a picture that was brought in.</summary>
        public Scene? Scene { get; init; }

        /// <summary>What is on the paper.</summary>
        public PictureShows Shows { get; init; }

        /// <summary>The maker's corrections.</summary>
        public ImmutableArray<AreaEdit> Edits { get; init; } = [];
    }

    /// <summary>Does the work. Until it is done the run keeps the image that it had.</summary>
    public Task Work(Job job, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(job);
        maker.MakerId = job.MakerId;
        return board.Do(
            job.Id,
            "Stopped. The image that was there before is kept.",
            "Something went wrong here while reading the picture. What was there before is kept.",
            (say, stop) => Find(job, JsonSerializer.Deserialize<Order>(job.Order, RecordJson.Options)!, say, stop),
            cancel
        );
    }

    private async Task<string> Find(Job job, Order order, Func<double, string, Task> say, CancellationToken stop)
    {
        await say(0.05, "Reading the picture");
        // In a scene that was rearranged areas go where their stamps went, and the maker's strokes with them.
        var moved = order.Scene is null ? null : await stamps.Moved(order.Piece, order.Scene, stop);
        var edits = moved is null ? order.Edits : moved.Carry(order.Edits);
        var image = (
            await db
                .Pieces.AsNoTracking()
                .Include(piece => piece.Image)
                .SingleOrDefaultAsync(piece => piece.Id == order.Piece, stop)
            ?? throw Deleted()
        ).Image;
        var again = image is not null && (moved is not null || (order.Again && image.FileHash == order.FileHash));
        FoundBefore? before = null;
        if (again)
        {
            var labels = LabelFile.Read((await files.Get(image!.LabelsHash, stop)).Content);
            var lastId = AreaEdits.LastId(labels, image.Edits);
            before = new FoundBefore(
                LabelFile.Write(moved is null ? labels : moved.Carry(labels)),
                lastId,
                image.Depth
            );
        }
        var light = image?.Light ?? ImageLight.Usual;
        if (!again)
            light = light with { Own = ImmutableDictionary<int, ZoneRule>.Empty };
        var found = await apprentices.Do(
            new FindAreas(order.Size, order.Panel, order.GapMm, order.SmallestMm2, edits, light, before, order.Shows),
            (await files.Get(order.FileHash, stop)).Content,
            now => say(now.Share, now.Doing),
            stop
        );
        await Keep(order, found, light, image?.LabelsHash, again, stop);
        var dropped = edits.Length - found.Edits.Length;
        string[] remarks =
        [
            found.Areas.Length == 1 ? "1 area found." : $"{found.Areas.Length} areas found.",
            found.SmallestMm2 <= order.SmallestMm2
                ? ""
                : string.Create(
                    CultureInfo.InvariantCulture,
                    $"There were too many to colour: those below {found.SmallestMm2:0.#} mm2 joined a neighbour. Set a larger smallest area, or scan it cleaner."
                ),
            dropped == 0 ? "" : $"{dropped} of your corrections had nothing left to correct.",
            .. found.Remarks,
        ];
        return string.Join(' ', remarks.Where(remark => remark.Length > 0));
    }

    /// <summary>Keeps what was found, unless the image was changed meanwhile.</summary>
    private async Task Keep(
        Order order,
        AreasFound found,
        ImageLight light,
        string? labelsBefore,
        bool again,
        CancellationToken cancel
    )
    {
        var piece = await db
            .Pieces.Include(piece => piece.Image)
            .Include(piece => piece.Scene)
            .SingleOrDefaultAsync(piece => piece.Id == order.Piece, cancel)
            ?? throw Deleted();
        var run = await db.Runs.SingleAsync(run => run.Id == piece.RunId, cancel);
        if (piece.Image?.LabelsHash != labelsBefore)
            throw TroubleException.Conflict(
                "The image was changed in another window meanwhile. What is kept is shown now; find the areas again."
            );
        var lineHash = await files.Keep(found.LinePng, "image/png", cancel);
        var labelsHash = await files.Keep(found.Labels, LabelFile.MediaType, cancel);
        if (piece.Image is null)
        {
            piece.Image = new PieceImage
            {
                PieceId = piece.Id,
                MakerId = piece.MakerId,
                FileHash = order.FileHash,
                FileName = order.FileName,
                Size = order.Size,
                LineHash = lineHash,
                LabelsHash = labelsHash,
            };
        }
        var image = piece.Image;
        (image.FileHash, image.FileName, image.Size) = (order.FileHash, order.FileName, order.Size);
        (image.Panel, image.LineHash, image.LabelsHash) = (order.Panel, lineHash, labelsHash);
        (image.WidthMm, image.HeightMm) = (found.WidthMm, found.HeightMm);
        (image.Areas, image.Touching, image.Edits) = (found.Areas, found.Touching, found.Edits);
        image.Print = found.Print;
        run.Design = run.Design?.WithPicture(new SizeMm(found.WidthMm, found.HeightMm));
        (image.GapMm, image.SmallestMm2) = (order.GapMm, order.SmallestMm2);
        (image.Light, image.Depth, image.Zones) = (light, found.Depth, found.Zones);
        if (!again)
        {
            image.Names = ImmutableDictionary<int, string>.Empty;
            image.Notes = ImmutableDictionary<int, string>.Empty;
            image.Marks = ImmutableDictionary<int, AreaMark>.Empty;
            image.Dams = image.Dams with { Areas = [] };
            image.MayRun = [];
            piece.Colours = [];
        }
        await Placed(piece.Scene, image, order, found, cancel);
        run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
    }

    private static TroubleException Deleted() => TroubleException.Gone("The run was deleted meanwhile.");

    /// <summary>
    /// Says whose each area of a scene is: areas are called after their stamp, and what was traced stays bare.
    /// </summary>
    private async Task Placed(
        PieceScene? kept,
        PieceImage image,
        Order order,
        AreasFound found,
        CancellationToken cancel
    )
    {
        if (kept is null || order.Again)
            return;
        kept.Found = order.Scene;
        if (kept.Found is not { } scene)
            return;
        var labels = AreaEdits.Apply(AreaMeasuring.Measure(LabelFile.Read(found.Labels)), found.Edits).Labels;
        var known = await stamps.Of(scene, cancel);
        string Called(PlacedStamp? placed) => placed is null ? "Ground" : scene.NameOf(placed, known);
        var given = scene.FrontFirst.Select(Called).Append(Called(null)).ToHashSet();
        foreach (var (area, placed) in SceneAreas.Owners(scene, known, labels).OrderBy(owner => owner.Area))
        {
            var name = Called(placed);
            if (image.Names.TryGetValue(area, out var was))
            {
                // A name of the maker's stays; one that was given here follows whose the area is now.
                var of = was.LastIndexOf(", part ", StringComparison.Ordinal);
                if (of < 0 || was[..of] == name || !given.Contains(was[..of]))
                    continue;
                image.Names = image.Names.Remove(area);
            }
            var number = 1;
            while (image.Names.ContainsValue($"{name}, part {number}"))
                number++;
            image.Names = image.Names.SetItem(area, $"{name}, part {number}");
            if (placed?.As == PlacedAs.Traced)
                image.Marks = image.Marks.SetItem(area, AreaMark.LeaveWhite);
        }
    }
}
