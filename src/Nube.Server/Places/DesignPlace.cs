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
    private const double LongestMm = 600, // of a card or a piece: what goes on a table
        MostFoamMm = 20,
        BroadestBladeMm = 5;
    private const int MostSpare = 24;

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
        var design = WithWork(Read(given, papers, run.Run.Cards), given, Of(run), run, palettes);
        if (design.Pieces.FirstOrDefault(OnSeveralPapers) is { } coloured)
            throw TroubleException.Unusable(
                $"{coloured.Name} is coloured, and its colours are worked out for one paper. Make a piece for each paper, or a run."
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
        run.Run.Design
        ?? CardDesign.Usual(
            run.InHand.Image is { } image ? new SizeMm(image.WidthMm, image.HeightMm) : null,
            run.InHand.PaperId,
            run.InHand.Id
        );

    internal static Task<List<StashItem>> Papers(NubeDb db, CancellationToken cancel) =>
        db
            .Stash.Where(item => item.Kind == StashKind.Paper && item.ArchivedAt == null)
            .OrderBy(item => item.Id)
            .ToListAsync(cancel);

    private static CardDesign Read(DesignGiven given, List<StashItem> papers, int cards)
    {
        if (given.Pieces.IsDefault || given.Pieces.Length > CardDesign.MostPieces)
            throw TroubleException.Unusable($"A card has up to {CardDesign.MostPieces} pieces on it here.");
        var format = CardFormat.All.FirstOrDefault(one => one.Name == given.Format);
        format =
            format is null ? OwnFormat(given)
            : given.Turned ? format.Turned()
            : format;
        var flap = string.IsNullOrWhiteSpace(given.LeftFlap) ? (double?)null : Length(given.LeftFlap, "the left flap");
        if (given.Opening == Opening.Gate && flap >= format.WidthMm)
            throw TroubleException.Unusable("The left flap is narrower than the card: both flaps together cover it.");
        var design = new CardDesign(
            format,
            given.Opening,
            given.Opening == Opening.Gate ? flap : null,
            Known(given.BasePaper),
            []
        )
        {
            OtherBasePapers = Others(given.OtherBasePapers),
            BladeMm = given.BladeMm is >= 0 and <= BroadestBladeMm
                ? given.BladeMm
                : throw TroubleException.Unusable($"A blade takes 0 to {BroadestBladeMm} mm."),
        };
        design = given.Pieces.Aggregate(design, (so, piece) => so.With(Piece(Sized(piece)), Centring(Sized(piece))));
        return design with { Pieces = [.. design.Pieces.Zip(given.Pieces, Behind)] };

        DesignPiece Behind(DesignPiece piece, DesignPieceGiven one) =>
            one.Behind is not { } frame ? piece
            : design.Pieces.FirstOrDefault(other => other.Id == frame) is { Window: not null } there
                ? CardDesign.Behind(piece, there)
            : throw TroubleException.Unusable("The frame that it is to lie behind has no opening.");

        DesignPieceGiven Sized(DesignPieceGiven piece)
        {
            if (piece.Around is not { } around)
                return piece;
            var inner = given.Pieces.FirstOrDefault(one => one.Id == around)
                ?? throw TroubleException.Unusable("The piece that this one goes around is not there.");
            var border = format.UsualBorderMm;
            var size = Border.Even(
                new SizeMm(Length(inner.Width, "a piece's width"), Length(inner.Height, "a piece's height")),
                border
            );
            return piece with
            {
                Width = DesignWords.Length(size.Width),
                Height = DesignWords.Length(size.Height),
                LeftMm = inner.LeftMm - border,
                TopMm = inner.TopMm - border,
            };
        }

        Guid? Known(Guid? paper) =>
            paper is null || papers.Exists(one => one.Id == paper)
                ? paper
                : throw TroubleException.Gone("This paper is not in the stash any more.");

        ImmutableArray<PaperOfCards> Others(IReadOnlyList<PaperOfCards>? others)
        {
            if (others is null)
                return [];
            if (others.Any(one => one.Cards < 1) || others.Sum(one => (long)one.Cards) >= cards)
                throw TroubleException.Unusable(
                    $"Other papers are for 1 card or more each, and for fewer than all {cards} together."
                );
            return [.. others.Select(one => one with { Paper = Known(one.Paper) })];
        }

        DesignPiece Piece(DesignPieceGiven piece)
        {
            if (string.IsNullOrWhiteSpace(piece.Name) || piece.Name.Length > Line.LongestName)
                throw TroubleException.Unusable($"Give each piece a name of up to {Line.LongestName} letters.");
            if (!(piece.RaisedMm is >= 0 and <= MostFoamMm))
                throw TroubleException.Unusable($"Foam is 0 to {MostFoamMm} mm high.");
            if (piece.Spare is < 0 or > MostSpare)
                throw TroubleException.Unusable($"There are 0 to {MostSpare} spare ones.");
            var usual = design.UsualSize(piece.Kind);
            return Windowed(
                piece,
                new DesignPiece(
                    piece.Id ?? Guid.CreateVersion7(),
                    piece.Kind,
                    piece.Name.Trim(),
                    piece.Width is null ? usual.Width : Length(piece.Width, "a piece's width"),
                    piece.Height is null ? usual.Height : Length(piece.Height, "a piece's height"),
                    Place(piece.LeftMm),
                    Place(piece.TopMm),
                    Known(piece.Paper),
                    piece.RaisedMm,
                    piece.Spare
                )
                {
                    OtherPapers = Others(piece.OtherPapers),
                }
            );
        }

        DesignPiece Windowed(DesignPieceGiven given, DesignPiece piece)
        {
            if (piece.Kind != PieceKind.Frame)
                return piece;
            var window =
                given.WindowWidth is not null || given.WindowHeight is not null
                    ? new SizeMm(
                        Length(given.WindowWidth, "the opening's width"),
                        Length(given.WindowHeight, "the opening's height")
                    )
                : given.Id is null ? CardDesign.UsualWindow(piece.Size)
                : (SizeMm?)null;
            if (window is { } open && (open.Width >= piece.WidthMm || open.Height >= piece.HeightMm))
                throw TroubleException.Unusable($"The opening of {piece.Name} is smaller than {piece.Name} itself.");
            return piece with { Window = window };
        }

        static double Place(double? mm) =>
            Math.Abs(mm ?? 0) <= LongestMm
                ? mm ?? 0
                : throw TroubleException.Unusable("A piece lies on the card, or partly beyond it.");

        static Centred Centring(DesignPieceGiven piece) =>
            (piece.LeftMm is null ? Centred.Across : Centred.No) | (piece.TopMm is null ? Centred.Down : Centred.No);
    }

    private static CardFormat OwnFormat(DesignGiven given) =>
        new(
            "Own size",
            Length(given.Width, "the card's width"),
            Length(given.Height, "the card's height"),
            given.Width?.Contains("in", StringComparison.Ordinal) == true
        );

    internal static double Length(string? text, string what, double longestMm = LongestMm) =>
        Lengths.ParseMillimetres(text) is { } mm && mm <= longestMm
            ? mm
            : throw TroubleException.Unusable(
                $"Say {what} in millimetres or inches, up to {longestMm:0} mm: 108 mm, 4 1/4 in."
            );

    private static DesignView View(CardDesign design, List<StashItem> papers, RunWithSupplies run, Palettes palettes)
    {
        var embossed = run.Piece.Lines != DamLines.None;
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
            DesignWords.Length(format.WidthMm),
            DesignWords.Length(format.HeightMm),
            format.WidthMm,
            format.HeightMm,
            design.Opening,
            design.LeftFlapMm is { } flap ? DesignWords.Length(flap) : null,
            design.BasePaper,
            ColourOf(papers, design.BasePaper),
            [
                .. design.Pieces.Select(piece =>
                    ViewOf(
                        design,
                        piece,
                        papers,
                        Work(piece.WorkOn(embossed), piece.Paper, piece.Size),
                        GroundPictures.UrlsOf(run, design, piece),
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
                    DesignWords.Length(size.WidthMm),
                    DesignWords.Length(size.HeightMm)
                )),
            ],
            [.. papers.Select(ViewOf)],
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
            run.Run.Cards
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
        IReadOnlyList<PieceWorkView> work,
        IReadOnlyList<string> grounds,
        int cards
    ) =>
        new(
            piece.Id,
            piece.Kind,
            piece.Name,
            DesignWords.Length(piece.WidthMm),
            DesignWords.Length(piece.HeightMm),
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
            piece.Window is { } open ? DesignWords.Length(open.Width) : null,
            piece.Window is { } window ? DesignWords.Length(window.Height) : null,
            piece.Window,
            piece.OtherPapers,
            [.. PaperOfCards.OnCards(piece.Paper, piece.OtherPapers, cards).Select(paper => ColourOf(papers, paper))]
        );

    internal static DesignPaperView ViewOf(StashItem paper) =>
        new(
            paper.Id,
            paper.Name,
            paper.Paper!.Colour,
            [
                .. paper.Sheets.Select(sheet => new SheetsView(
                    sheet.Id,
                    DesignWords.Length(sheet.WidthMm),
                    DesignWords.Length(sheet.HeightMm),
                    sheet.Count,
                    sheet.Grain,
                    sheet.OffCut,
                    sheet.Price
                )),
            ]
        );
}
