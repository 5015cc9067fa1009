using System.Security.Claims;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Cards.Cutting;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Devices;
using Nube.Server.Printing;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>How the pieces of a run's cards are cut, and from which sheets.</summary>
public static class CuttingPlace
{
    private const double LongestSheetMm = 1600; // the largest that is sold flat, and more
    private const int MostKinds = 20, // of sheets of a paper
        MostSheets = 999;
    private const double DearestSheet = 1000; // in any money; more is a slip of the key

    /// <summary>Maps how a design is cut.</summary>
    public static void MapCutting(this IEndpointRouteBuilder design)
    {
        design.MapPost("/cuts", Cuts);
        design.MapGet("/cuts/{paper:guid}.pdf", CutsAsPdf);
        design.MapGet("/cuts/{paper:guid}/{sheet:int}.svg", CutsAsSvg);
        design.MapPost("/cuts/{paper:guid}/{sheet:int}/machine", CutByMachine);
    }

    /// <summary>Maps the sheets of papers.</summary>
    public static void MapSheetsOfPapers(this IEndpointRouteBuilder api) =>
        api.MapPut("/stash/{id:guid}/sheets", SetSheets).WithTags("Design");

    private static async Task<Ok<DesignPaperView>> SetSheets(
        Guid id,
        SheetsGiven given,
        NubeDb db,
        ClaimsPrincipal user,
        UserManager<Maker> makers,
        CancellationToken cancel
    )
    {
        var maker = await Account.Here(user, makers);
        var paper = await db.Stash.SingleOrDefaultAsync(item => item.Id == id && item.Kind == StashKind.Paper, cancel)
            ?? throw TroubleException.Gone("This paper is not in the stash any more.");
        if (given.Sheets.Length > MostKinds)
            throw TroubleException.Unusable($"A paper has up to {MostKinds} sizes of sheets here.");
        paper.Sheets =
        [
            .. given.Sheets.Select(sheet => Sheet(sheet, paper.Sheets.FirstOrDefault(was => was.Id == sheet.Id))),
        ];
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(DesignPlace.ViewOf(paper, maker.Lengths));

        SheetOwned Sheet(SheetsOfPaper sheet, SheetOwned? was)
        {
            if (sheet.Count is < 0 or > MostSheets)
                throw TroubleException.Unusable($"Of a sheet there are 0 to {MostSheets}.");
            if (sheet.Price is not (null or (>= 0 and <= DearestSheet)))
                throw TroubleException.Unusable($"A sheet costs 0 to {DearestSheet:0}.");
            return new SheetOwned(
                sheet.Id ?? Guid.CreateVersion7(),
                DesignPlace.Length(sheet.Width, "a sheet's width", was?.WidthMm, maker.Lengths, LongestSheetMm),
                DesignPlace.Length(sheet.Height, "a sheet's height", was?.HeightMm, maker.Lengths, LongestSheetMm),
                sheet.Count,
                sheet.Grain,
                sheet.OffCut
            )
            {
                Price = sheet.Price,
            };
        }
    }

    private static async Task<Ok<List<PaperCutsView>>> Cuts(
        Guid id,
        RunLoader runs,
        NubeDb db,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        return TypedResults.Ok(await CutsOf(run, _ => true, db, apprentices, cancel));
    }

    private static async Task<FileContentHttpResult> CutsAsPdf(
        Guid id,
        Guid paper,
        RunLoader runs,
        NubeDb db,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var cuts = await CutsOf(run, paper, db, apprentices, cancel);
        return TypedResults.File(
            CutSheetPrint.Pdf(cuts, run.Run.Name),
            "application/pdf",
            $"cut sheets {cuts.Name}.pdf"
        );
    }

    private static async Task<FileContentHttpResult> CutsAsSvg(
        Guid id,
        Guid paper,
        int sheet,
        RunLoader runs,
        NubeDb db,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var cuts = await CutsOf(await runs.Load(id, cancel), paper, db, apprentices, cancel);
        return TypedResults.File(
            CutSheetPrint.Svg(Sheet(cuts, sheet)),
            "image/svg+xml",
            $"cut sheet {cuts.Name} {sheet}.svg"
        );
    }

    private static async Task<Ok<CutByMachineView>> CutByMachine(
        Guid id,
        Guid paper,
        int sheet,
        RunLoader runs,
        NubeDb db,
        Apprentices apprentices,
        ICuttingMachine machine,
        CancellationToken cancel
    )
    {
        var cuts = await CutsOf(await runs.Load(id, cancel), paper, db, apprentices, cancel);
        try
        {
            var cut = machine.Cut(CutSheetPrint.Svg(Sheet(cuts, sheet)));
            return TypedResults.Ok(
                new CutByMachineView(
                    $"The simulated cutter cut {cut.Pieces.Count} pieces in {Words.Duration(cut.Seconds)}."
                )
            );
        }
        catch (InvalidOperationException trouble)
        {
            throw TroubleException.Unusable(trouble.Message);
        }
    }

    /// <summary>How one paper is cut, or a sentence why it is not.</summary>
    private static async Task<PaperCutsView> CutsOf(
        RunWithSupplies run,
        Guid paper,
        NubeDb db,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var cuts = (await CutsOf(run, one => one == paper, db, apprentices, cancel)).SingleOrDefault()
            ?? throw TroubleException.Gone("Nothing of this card is cut from that paper.");
        return cuts.Trouble is { } trouble ? throw TroubleException.Conflict(trouble) : cuts;
    }

    private static SheetCutView Sheet(PaperCutsView cuts, int sheet) =>
        sheet >= 1 && sheet <= cuts.Sheets.Count
            ? cuts.Sheets[sheet - 1]
            : throw TroubleException.Gone(
                $"There {(cuts.Sheets.Count == 1 ? "is 1 cut sheet" : $"are {cuts.Sheets.Count} cut sheets")} of it."
            );

    private static async Task<List<PaperCutsView>> CutsOf(
        RunWithSupplies run,
        Func<Guid, bool> wanted,
        NubeDb db,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var (design, papers) = (DesignPlace.Of(run), await DesignPlace.Papers(db, cancel));
        var cuts = new List<PaperCutsView>();
        foreach (var parts in design.Parts(run.Run.Cards).Where(parts => parts.Key is { } paper && wanted(paper)))
        {
            if (papers.Find(paper => paper.Id == parts.Key) is not { } paper)
                continue;
            if (paper.Sheets.IsEmpty)
            {
                cuts.Add(
                    CutsOf(paper, new CutAnswer(null, "Say which sheets of it there are.", null), design, run.Lengths)
                );
                continue;
            }
            var answer = await apprentices.Do(
                new CutParts([.. parts], paper.Sheets, design.BladeMm),
                ReadOnlyMemory<byte>.Empty,
                stop: cancel
            );
            cuts.Add(CutsOf(paper, answer, design, run.Lengths));
        }
        return cuts;
    }

    private static PaperCutsView CutsOf(StashItem paper, CutAnswer answer, CardDesign design, LengthUnit unit)
    {
        var names = design.Pieces.ToDictionary(piece => piece.Id, piece => piece.Name);
        names[CardDesign.BaseId] = "The base";
        return new PaperCutsView(
            paper.Id,
            paper.Name,
            paper.Paper!.Colour,
            answer.Plan is { } plan ? DesignWords.Cuts(plan) : "",
            answer.Part is { } part ? DesignWords.FitsNone(names[part], part == CardDesign.BaseId) : answer.Trouble,
            [.. answer.Plan?.Sheets.Select(sheet => SheetCutView.Of(sheet, design.Format.In(unit), unit, names)) ?? []]
        );
    }
}
