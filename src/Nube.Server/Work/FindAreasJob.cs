using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Data.Mapping;
using Nube.Server.Support;
using SkiaSharp;

namespace Nube.Server.Work;

/// <summary>Finds the areas of a picture that was brought in.</summary>
public sealed class FindAreasJob(NubeDb db, MakerAtWork maker, FileStore files, StampBox stamps, ImageForms forms, JobBoard board, TimeProvider clock)
{
    /// <summary>What the job is told.</summary>
    /// <param name="Maker">For whom.</param>
    /// <param name="Job">Where to report.</param>
    /// <param name="Run">The run.</param>
    /// <param name="FileHash">The picture.</param>
    /// <param name="FileName">The name it had.</param>
    /// <param name="WidthMm">Width that the maker gave, mm.</param>
    /// <param name="DotsPerInch">Resolution that the maker gave.</param>
    public sealed record Order(
        Guid Maker, Guid Job, Guid Run, string FileHash, string FileName, double? WidthMm, double? DotsPerInch)
    {
        /// <summary>The run's picture is looked at once more: what still is an area keeps its number, name and colour.</summary>
        public bool Again { get; init; }

        /// <summary>Where the panel lies in a photo, as JSON; null for a scan or a drawing.</summary>
        public string? Panel { get; init; }

        /// <summary>Longest gap that is bridged, mm.</summary>
        public double GapMm { get; init; } = GapRule.Strict.LongestMm;

        /// <summary>Smallest area; smaller ones join a neighbour, mm2.</summary>
        public double SmallestMm2 { get; init; } = AreaFinder.SliverMm2;

        /// <summary>The scene whose print the picture is, as JSON; null for a picture that was brought in.</summary>
        public string? Scene { get; init; }

        /// <summary>The maker's corrections, as JSON: the queue's own serialiser does not tell one kind from another.</summary>
        public string Edits { get; init; } = "[]";
    }

    /// <summary>Does the work. Until it is done the run keeps the image that it had.</summary>
    public Task Work(Order order, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(order);
        maker.MakerId = order.Maker;
        return board.Do(
            order.Job,
            "Stopped. The image that was there before is kept.",
            "Something went wrong here while reading the picture. What was there before is kept.",
            (say, stop) => Find(order, say, stop),
            cancel);
    }

    private async Task<string> Find(Order order, Func<double, string, Task> say, CancellationToken stop)
    {
        await say(0.05, "Reading the picture");
        var size = new PictureSize(order.WidthMm, order.DotsPerInch);
        var panel = order.Panel is null ? null : JsonSerializer.Deserialize<PanelInPhoto>(order.Panel, Jsonb.Options);
        var picture = Picture((await files.Get(order.FileHash, stop)).Content, panel, size);
        var edits = JsonSerializer.Deserialize<ImmutableArray<AreaEdit>>(order.Edits, Jsonb.Options);
        // In a scene that was rearranged areas go where their stamps went, and the maker's strokes with them.
        var moved = order.Scene is null ? null : await stamps.Moved(order.Run, JsonSerializer.Deserialize<Scene>(order.Scene, Jsonb.Options)!, stop);
        if (moved is not null) edits = moved.Carry(edits);
        await say(0.3, "Finding the lines");
        var art = LineExtraction.From(picture);
        await say(0.5, "Finding the areas");
        var map = AreaFinder.FindAreas(art, GapRule.UpTo(order.GapMm), edits.OfType<CloseGap>(), order.SmallestMm2, cancel: stop);
        await say(0.9, "Keeping what was found");
        var (found, dropped) = await Keep(order, edits, moved, panel, size, picture, art, map, stop);
        var lost = dropped == 0 ? "" : $" {dropped} of your corrections had nothing left to correct.";
        var coarser = map.SmallestMm2 <= order.SmallestMm2 ? "" : string.Create(
            CultureInfo.InvariantCulture,
            $" There were too many to colour: those below {map.SmallestMm2:0.#} mm2 joined a neighbour. Set a larger smallest area, or scan it cleaner.");
        return $"{(found == 1 ? "1 area" : $"{found} areas")} found.{coarser}{lost}";
    }

    /// <summary>A picture in greys, laid flat when it is a photo of a panel.</summary>
    internal static GreyPicture Picture(byte[] file, PanelInPhoto? panel, PictureSize size) =>
        panel is null ? PictureReader.Read(file, size) : PhotoPanel.Flatten(PictureReader.ReadColours(file), panel);

    /// <summary>Keeps what was found; answers how many areas there are, and how many corrections came to nothing.</summary>
    private async Task<(int Areas, int Dropped)> Keep(
        Order order, ImmutableArray<AreaEdit> wanted, SceneMove? moved, PanelInPhoto? panel, PictureSize size, GreyPicture picture, LineArt art, AreaMap map, CancellationToken cancel)
    {
        var run = await db.Runs.Include(r => r.Image).SingleOrDefaultAsync(r => r.Id == order.Run, cancel)
            ?? throw TroubleException.Gone("The run was deleted meanwhile.");
        var again = run.Image is not null && (moved is not null || (order.Again && run.Image.FileHash == order.FileHash));
        if (again)
        {
            var found = LabelFile.Read((await files.Get(run.Image!.LabelsHash, cancel)).Content);
            var lastId = AreaEdits.LastId(found, run.Image.Edits);
            if (moved is not null) found = moved.Carry(found);
            map = AreaMeasuring.Measure(AreaIds.Keep(map.Labels, found, lastId));
        }
        var lineHash = await files.Keep(LinePng(art), "image/png", cancel);
        var labelsHash = await files.Keep(LabelFile.Write(map.Labels), LabelFile.MediaType, cancel);
        if (run.Image is null)
        {
            run.Image = new RunImage
            {
                RunId = run.Id,
                MakerId = run.MakerId,
                FileHash = order.FileHash,
                FileName = order.FileName,
                Size = size,
                LineHash = lineHash,
                LabelsHash = labelsHash,
            };
        }
        var image = run.Image;
        (image.FileHash, image.FileName, image.Size) = (order.FileHash, order.FileName, size);
        (image.Panel, image.LineHash, image.LabelsHash) = (panel, lineHash, labelsHash);
        (image.WidthMm, image.HeightMm) = (picture.WidthMm, picture.HeightMm);
        var corrected = Corrected(map, wanted, out var edits);
        (image.Areas, image.Touching, image.Edits) = (corrected.Areas, corrected.Touching, edits);
        (image.GapMm, image.SmallestMm2) = (order.GapMm, order.SmallestMm2);
        if (!again)
        {
            image.Names = ImmutableDictionary<int, string>.Empty;
            image.Marks = ImmutableDictionary<int, AreaMark>.Empty;
            image.Light = image.Light with { Own = ImmutableDictionary<int, ZoneRule>.Empty };
            (image.Depth, image.Dams) = (Depth.Unknown, image.Dams with { Areas = [] });
            run.Colours = [];
        }
        image.Depth = image.Depth with { Guessed = DepthGuess.Of(corrected.Labels) };
        await Placed(run, image, order, corrected, cancel);
        await forms.Light(image, cancel);
        run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return (corrected.Areas.Length, wanted.Length - edits.Length);
    }

    /// <summary>Says whose each area of a scene is: areas are called after their stamp, and what was traced stays bare.</summary>
    private async Task Placed(Run run, RunImage image, Order order, AreaMap map, CancellationToken cancel)
    {
        if (await db.Scenes.SingleOrDefaultAsync(s => s.RunId == run.Id, cancel) is not { } kept || order.Again) return;
        kept.Found = order.Scene is null ? null : JsonSerializer.Deserialize<Scene>(order.Scene, Jsonb.Options);
        if (kept.Found is not { } scene) return;
        var owners = SceneAreas.Owners(scene, await stamps.Of(scene, cancel), map.Labels);
        foreach (var (area, placed) in owners.Where(owner => !image.Names.ContainsKey(owner.Area)).OrderBy(owner => owner.Area))
        {
            var name = placed is null ? "Ground" : scene.NameOf(placed, await stamps.Of(scene, cancel));
            var number = 1;
            while (image.Names.ContainsValue($"{name}, part {number}")) number++;
            image.Names = image.Names.SetItem(area, $"{name}, part {number}");
            if (placed?.As == PlacedAs.Traced) image.Marks = image.Marks.SetItem(area, AreaMark.LeaveWhite);
        }
    }

    /// <summary>The areas with the maker's corrections; those that have nothing to correct any more are dropped.</summary>
    private static AreaMap Corrected(AreaMap map, ImmutableArray<AreaEdit> wanted, out ImmutableArray<AreaEdit> made)
    {
        made = [];
        foreach (var edit in wanted)
        {
            try
            {
                AreaEdits.Apply(map, made.Add(edit));
                made = made.Add(edit);
            }
            catch (AreaEditException)
            {
                // The areas that it joined or cut are not there with these gaps; the maker is told how many were dropped.
            }
        }
        return AreaEdits.Apply(map, made);
    }

    /// <summary>The lines in black on clear paper, so that paint can be shown under them.</summary>
    public static byte[] LinePng(LineArt art)
    {
        ArgumentNullException.ThrowIfNull(art);
        using var bitmap = new SKBitmap(new SKImageInfo(art.Width, art.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        var pixels = bitmap.GetPixelSpan();
        for (var y = 0; y < art.Height; y++)
        {
            for (var x = 0; x < art.Width; x++)
                pixels[y * bitmap.RowBytes + 4 * x + 3] = Shown(art, x, y);
        }
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    /// <summary>Darkness where there is a line or its soft rim; the grain of the paper is left out.</summary>
    private static byte Shown(LineArt art, int x, int y)
    {
        var at = y * art.Width + x;
        if (art.Darkness[at] == 0) return 0;
        for (var dy = -1; dy <= 1; dy++)
        {
            for (var dx = -1; dx <= 1; dx++)
            {
                if (x + dx >= 0 && x + dx < art.Width && y + dy >= 0 && y + dy < art.Height
                    && art.Ink[at + dy * art.Width + dx] != 0)
                    return art.Darkness[at];
            }
        }
        return 0;
    }
}
