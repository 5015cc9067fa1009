using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Cards.Cutting;
using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Simulation;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Devices;
using Nube.Server.Printing;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>What the cards of a run are made of.</summary>
public static class DesignPlace
{
    private const double LongestMm = 600; // of a card or a piece: what goes on a table

    /// <summary>Maps the place.</summary>
    public static void MapDesign(this IEndpointRouteBuilder api)
    {
        var design = api.MapGroup("/runs/{id:guid}/design").WithTags("Design");
        design.MapGet("/", Look);
        design.MapPut("/", Change);
        design.MapGrounds();
        design.MapCutting();
        api.MapSheetsOfPapers();
    }

    private static async Task<Ok<DesignView>> Look(
        Guid id,
        RunLoader runs,
        NubeDb db,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        return TypedResults.Ok(View(Of(run), await Papers(db, cancel), run, palettes));
    }

    private static async Task<Ok<DesignView>> Change(
        Guid id,
        DesignGiven given,
        RunLoader runs,
        BenchGate gate,
        NubeDb db,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        if (run.Run.Plan is { Plan.Pieces.IsEmpty: false })
            await gate.Open(run, OnTheBench, cancel);
        var papers = await Papers(db, cancel);
        var items = papers.ToImmutableDictionary(paper => paper.Id);
        // Papers that are chosen now are known from here on.
        run = run with { Items = run.Items.ToImmutableDictionary().SetItems(items) };
        var design = WithWork(
            new DesignReading(given, Of(run), papers, run.Run.Cards, run.Lengths, PictureOf(run)).Read(),
            given,
            Of(run),
            run,
            palettes
        );
        if (design.Pieces.FirstOrDefault(OnSeveralPapers) is { } coloured)
            throw TroubleException.Unusable(
                $"{coloured.Name} is coloured, and its colours are worked out for one paper. Make a piece for each paper, "
                    + "or let the cards on another paper be a run of their own."
            );
        (run.Run.Design, run.Run.ChangedAt) = (design, clock.GetUtcNow());
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(View(design, papers, run, palettes));
    }

    private static bool OnSeveralPapers(DesignPiece piece) =>
        !piece.OtherPapers.IsEmpty && (piece.Kind == PieceKind.Image || PieceAlone.HasGround(piece.WorkOn()));

    private const string OnTheBench =
        "This run is on the bench already; its pieces stay as planned. Take its steps back, or begin a new run to change them.";

    /// <summary>A design with the work on its pieces; what is on another paper now is worked out anew.</summary>
    private static CardDesign WithWork(
        CardDesign design,
        DesignGiven given,
        CardDesign before,
        RunWithSupplies run,
        Palettes palettes
    )
    {
        ImmutableArray<PieceWork>? OfBase(ImmutableArray<PieceWorkGiven>? work, ImmutableArray<PieceWork>? there) =>
            PieceWorks.Read(
                work,
                before.BasePaper == design.BasePaper ? there : null,
                run.PaperOf(design.BasePaper),
                run,
                palettes
            );
        return design with
        {
            BaseWork = OfBase(given.BaseWork, before.BaseWork),
            LastWork = OfBase(given.LastWork, before.LastWork),
            Pieces = [.. design.Pieces.Zip(given.Pieces, (piece, one) =>
                {
                    var was = before.Pieces.FirstOrDefault(other => other.Id == piece.Id);
                    return piece with
                    {
                        Glue = one.Glue,
                        Work = PieceWorks.Read(
                            one.Work,
                            was?.Paper == piece.Paper ? was?.Work : null,
                            run.PaperOf(piece.Paper),
                            run,
                            palettes
                        ),
                    };
                })],
        };
    }

    /// <summary>The run's own, or what is usual for its image.</summary>
    internal static CardDesign Of(RunWithSupplies run) =>
        run.Run.Design ?? CardDesign.Usual(PictureOf(run), run.InHand.PaperId, run.InHand.Id);

    private static SizeMm? PictureOf(RunWithSupplies run) =>
        run.InHand.Image is { } image ? new SizeMm(image.WidthMm, image.HeightMm) : null;

    internal static Task<List<StashItem>> Papers(NubeDb db, CancellationToken cancel) =>
        db
            .Stash.Where(item => item.Kind == StashKind.Paper && item.ArchivedAt == null)
            .OrderBy(item => item.Id)
            .ToListAsync(cancel);

    /// <summary>A length as it was said: one that is said as it was shown is the same to the last digit.</summary>
    internal static double Length(
        string? text,
        string what,
        double? was,
        LengthUnit unit,
        double longestMm = LongestMm
    ) => was is { } shown && text == Lengths.Exactly(shown, unit) ? shown : Length(text, what, longestMm);

    internal static double Length(string? text, string what, double longestMm = LongestMm) =>
        Lengths.ParseMillimetres(text) is { } mm && mm <= longestMm
            ? mm
            : throw TroubleException.Unusable(
                $"Say {what} in millimetres or inches, up to {longestMm:0} mm: 108 mm, 4 1/4 in."
            );

    private static DesignView View(CardDesign design, List<StashItem> papers, RunWithSupplies run, Palettes palettes)
    {
        var embossed = run.Piece.Lines != DamLines.None;
        var unit = run.Lengths;
        // Its words are said in the maker's unit.
        design = design with { Format = design.Format.In(unit) };
        var format = design.Format;
        var glued = design.Pieces.Any(piece => piece.RaisedMm == 0 && (piece.Glue ?? run.Schools.Glue) == Glue.Liquid);
        IReadOnlyList<PieceWorkView> Work(ImmutableArray<PieceWork> work, Guid? paper, SizeMm? size = null) =>
            PieceWorks.View(
                work,
                run.PaperOf(paper),
                size ?? new SizeMm(format.WidthMm, format.HeightMm),
                run,
                palettes
            );
        var thickness = design.ThicknessMm(ThicknessIn(papers));
        var known = CardFormat.All.FirstOrDefault(one => one.Name == format.Name);
        return new DesignView(
            format.Name,
            known is not null && known.WidthMm > known.HeightMm != format.WidthMm > format.HeightMm,
            Lengths.Exactly(format.WidthMm, unit),
            Lengths.Exactly(format.HeightMm, unit),
            format.WidthMm,
            format.HeightMm,
            design.Opening,
            design.LeftFlapMm is { } flap ? Lengths.Exactly(flap, unit) : null,
            design.BasePaper,
            ColourOf(papers, design.BasePaper),
            [
                .. design.Pieces.Select(piece =>
                    ViewOf(
                        design,
                        piece,
                        papers,
                        unit,
                        Work(piece.WorkOn(embossed), piece.Paper, design.SheetOf(piece) ?? piece.Size),
                        GroundPictures.UrlsOf(run, design, design.SheetOf(piece) is null ? design.PictureOf! : piece),
                        run.Run.Cards
                    )
                ),
            ],
            DesignWords.Base(design),
            DesignWords.Thickness(thickness),
            DesignWords.Weight(design.Grams(paper => run.PaperOf(paper).GramsPerSquareMetre)),
            DesignWords.Envelope(format, thickness),
            DesignWords.Remarks(design),
            design.LeftFlapMm,
            [.. CardFormat.All.Select(one => new FormatView(one.Name, one.WidthMm, one.HeightMm))],
            [
                .. SheetSize.All.Select(size => new SheetSizeView(
                    size.Name,
                    Lengths.Exactly(size.WidthMm, unit),
                    Lengths.Exactly(size.HeightMm, unit)
                )),
            ],
            [.. papers.Select(paper => ViewOf(paper, unit))],
            design.BaseWork is not null,
            Work(design.WorkOnBase, design.BasePaper),
            design.LastWork is not null,
            Work(design.WorkAtTheEnd(glued), design.BasePaper),
            PieceWorks.Methods(run),
            design.OtherBasePapers,
            [
                .. PaperOfCards
                    .OnCards(design.BasePaper, design.OtherBasePapers, run.Run.Cards)
                    .Select(paper => ColourOf(papers, paper)),
            ],
            design.BladeMm,
            DesignWords.Price(
                design.PaperPrice(PriceIn(papers)),
                design.Papers.Any(paper => PriceIn(papers)(paper) is null)
            ),
            run.Run.Cards,
            run.Lengths,
            run.InInches
        );
    }

    private static readonly Srgb Unchosen = Srgb.Parse("#fbfaf7");

    private static Srgb ColourOf(List<StashItem> papers, Guid? paper) =>
        papers.Find(one => one.Id == paper)?.Paper?.Colour ?? Unchosen;

    private static Func<Guid?, double> ThicknessIn(List<StashItem> papers)
    {
        const double usual = 0.3; // mm; card as it is mostly used, where none is chosen; from memory
        return paper => papers.Find(one => one.Id == paper)?.Paper?.ThicknessMm ?? usual;
    }

    /// <summary>Price of a paper for 1 mm2, by the first of its sheets that has one.</summary>
    private static Func<Guid?, double?> PriceIn(List<StashItem> papers) =>
        paper =>
            papers
                .Find(one => one.Id == paper)
                ?.Sheets.Where(sheet => sheet.Price is not null)
                .Select(sheet => sheet.Price / (sheet.WidthMm * sheet.HeightMm))
                .FirstOrDefault();

    private static DesignPieceView ViewOf(
        CardDesign design,
        DesignPiece piece,
        List<StashItem> papers,
        LengthUnit unit,
        IReadOnlyList<PieceWorkView> work,
        IReadOnlyList<string> grounds,
        int cards
    ) =>
        new(
            piece.Id,
            piece.Kind,
            piece.Name,
            Lengths.Exactly(piece.WidthMm, unit),
            Lengths.Exactly(piece.HeightMm, unit),
            piece.WidthMm,
            piece.HeightMm,
            piece.LeftMm,
            piece.TopMm,
            piece.Paper,
            ColourOf(papers, piece.Paper),
            piece.RaisedMm,
            piece.Spare,
            DesignWords.Border(design, piece),
            piece.Glue,
            piece.Work is not null,
            work,
            grounds,
            piece.Window is { } open ? Lengths.Exactly(open.Width, unit) : null,
            piece.Window is { } window ? Lengths.Exactly(window.Height, unit) : null,
            piece.Window,
            piece.OtherPapers,
            [.. PaperOfCards.OnCards(piece.Paper, piece.OtherPapers, cards).Select(paper => ColourOf(papers, paper))],
            piece.Inside,
            Lengths.Exactly(piece.LeftMm, unit),
            Lengths.Exactly(piece.TopMm, unit),
            unit == LengthUnit.Inches
                ? DesignWords.Size(design.Format, piece.WidthMm, piece.HeightMm)
                : $"{Lengths.Exactly(piece.WidthMm, unit)} x {Lengths.Exactly(piece.HeightMm, unit)}",
            piece.FromPicture,
            piece.FromPicture is { } fromLeft ? Lengths.Exactly(fromLeft.LeftMm, unit) : null,
            piece.FromPicture is { } fromTop ? Lengths.Exactly(fromTop.TopMm, unit) : null
        );

    internal static DesignPaperView ViewOf(StashItem paper, LengthUnit unit) =>
        new(
            paper.Id,
            paper.Name,
            paper.Paper!.Colour,
            [
                .. paper.Sheets.Select(sheet => new SheetsView(
                    sheet.Id,
                    Lengths.Exactly(sheet.WidthMm, unit),
                    Lengths.Exactly(sheet.HeightMm, unit),
                    sheet.Count,
                    sheet.Grain,
                    sheet.OffCut,
                    sheet.Price
                )),
            ]
        );
}
