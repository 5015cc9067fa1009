using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Stamping;
using Nube.Core.Swatches;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Places;

namespace Nube.Server.Support;

/// <summary>The scenes of the pieces of the maker at work.</summary>
public sealed class PieceScenes(NubeDb db, RunLoader runs, StampBox stamps, TimeProvider clock)
{
    private const int MostOffered = 30; // stamps of other scenes

    /// <summary>The scene of a piece.</summary>
    public async Task<PieceScene> Load(Guid piece, CancellationToken cancel) =>
        await db.Scenes.SingleOrDefaultAsync(scene => scene.PieceId == piece, cancel)
        ?? throw TroubleException.Gone("This run has no scene.");

    /// <summary>Sets a scene, or says why it cannot be.</summary>
    public async Task<Ok<SceneView>> Change(PieceScene kept, Scene scene, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(kept);
        ArgumentNullException.ThrowIfNull(scene);
        if (scene.Trouble(await stamps.Of(scene, cancel)) is { } trouble)
            throw TroubleException.Unusable(trouble);
        kept.Scene = scene;
        var run = await db.Runs.SingleAsync(run => run.Pieces.Any(piece => piece.Id == kept.PieceId), cancel);
        run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(await View(kept, cancel));
    }

    /// <summary>A scene with its order and its masks.</summary>
    public async Task<SceneView> View(PieceScene kept, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(kept);
        var (scene, run) = (kept.Scene, await runs.Piece(kept.PieceId, cancel));
        var here = scene.FrontFirst.Select(placed => placed.Stamp).ToHashSet();
        // Those of this scene, and the latest others: a maker may have hundreds.
        var all = await db.Stamps.AsNoTracking().Where(stamp => here.Contains(stamp.Id)).ToListAsync(cancel);
        all.AddRange(
            await db
                .Stamps.AsNoTracking()
                .Where(stamp => !here.Contains(stamp.Id))
                .OrderByDescending(stamp => stamp.AddedAt)
                .Take(MostOffered)
                .ToListAsync(cancel)
        );
        all = [.. all.OrderBy(stamp => stamp.Name, StringComparer.CurrentCultureIgnoreCase).ThenBy(stamp => stamp.Id)];
        var known = all.ToDictionary(stamp => stamp.Id, stamp => stamp.Stamp);
        var work = SceneOrder.Of(scene, known, run.Schools.Overlaps);
        var traced = scene.FrontFirst.Any(placed => placed.As == PlacedAs.Traced);
        return new SceneView(
            scene.WidthMm,
            scene.HeightMm,
            scene.PaintsGround,
            [
                .. all.Select(stamp => new StampView(
                    stamp.Id,
                    stamp.Name,
                    stamp.WidthMm,
                    stamp.HeightMm,
                    stamp.Silhouette.Path(),
                    $"/api/pieces/{kept.PieceId}/scene/stamps/{stamp.Id}/lines",
                    stamp.Lettering,
                    here.Contains(stamp.Id),
                    [.. stamp.Silhouette.Enclosed.Select(EnclosedView.Of)]
                )),
            ],
            [
                .. scene.FrontFirst.Select(placed => new PlacedView(
                    placed.Id,
                    placed.Stamp,
                    scene.NameOf(placed, known),
                    placed.At.Middle.X,
                    placed.At.Middle.Y,
                    placed.At.Degrees,
                    placed.At.Mirrored,
                    placed.As,
                    placed.Fill,
                    placed.Generation,
                    placed.Open
                )),
            ],
            [
                .. scene
                    .FrontFirst.Where(placed => placed.Fill is not null)
                    .GroupBy(placed => placed.Fill!.Value)
                    .Select(fill => new FillView(
                        fill.Key,
                        known[fill.First().Stamp].Name,
                        fill.Count(),
                        Fill.Inkings(fill).Length,
                        fill.Max(print => print.Generation),
                        Fill.Symmetry(known[fill.First().Stamp].Silhouette) >= Fill.LooksAlike
                    )),
            ],
            Paler(run.Paper),
            work.Steps,
            work.Masked,
            work.Remarks,
            traced && run.Paper is { } paper ? GuideLines.Guide(paper, run.Room, BrushWater.Wash) : [],
            kept.Found is not null && Same(kept.Found, scene)
        );
    }

    /// <summary>The masks of a piece's scene, laid out on sheets.</summary>
    public async Task<MaskSheet> Masks(Guid piece, SheetOfPaper paper, CancellationToken cancel)
    {
        var scene = (await Load(piece, cancel)).Scene;
        var known = await stamps.Of(scene, cancel);
        var masked = SceneOrder.Of(scene, known).Masked;
        if (masked.IsEmpty)
            throw TroubleException.Conflict("Nothing overlaps in this scene, so no mask is needed.");
        var sheet = MaskSheet.Of(scene, known, masked, paper);
        return sheet.Pages.IsEmpty
            ? throw TroubleException.Conflict(
                $"These masks are larger than {paper.Name}. Print on a larger sheet, or stamp on low-tack paper and cut that."
            )
            : sheet;
    }

    /// <summary>The prints of one inking in black, which shows best how they pale.</summary>
    private static List<GenerationView> Paler(Paper? paper)
    {
        var ground = paper?.Reflectance() ?? Spectrum.Flat(SwatchFit.NeutralPaper);
        var prints = Enumerable
            .Range(1, FillWish.MostGenerations)
            .Select(print => Generations.Colour(Black.Value, ground, print))
            .ToList();
        var bare = SpectralColour.ToLab(ground).L;
        return
        [
            .. prints
                .Index()
                .Select(print => new GenerationView(
                    print.Index + 1,
                    Srgb.FromLab(print.Item),
                    (bare - print.Item.L) / (bare - prints[0].L)
                )),
        ];
    }

    private static readonly Lazy<PaintOptics> Black = new(() =>
        GenericCatalogue.Colourants.First(colourant => colourant.IsBlack).Optics()
    );

    private static bool Same(Scene one, Scene other) =>
        one with { FrontFirst = [] } == other with { FrontFirst = [] }
        && one.FrontFirst.SequenceEqual(other.FrontFirst);
}
