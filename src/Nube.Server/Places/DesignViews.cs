using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Cards.Cutting;
using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Data.Entities;

namespace Nube.Server.Places;

/// <summary>A format to choose.</summary>
public sealed record FormatView(string Name, double WidthMm, double HeightMm);

/// <summary>A size in which sheets are sold.</summary>
public sealed record SheetSizeView(string Name, string Width, string Height);

/// <summary>A piece of the card as it is seen. Border: what is under it leaves so much, as a sentence; null for none.
/// Grounds: where pictures of it with its ground are, one for each print from one inking; none where it is bare.</summary>
public sealed record DesignPieceView(
    Guid Id,
    PieceKind Kind,
    string Name,
    string Width,
    string Height,
    double WidthMm,
    double HeightMm,
    double LeftMm,
    double TopMm,
    Guid? Paper,
    Srgb PaperColour,
    double RaisedMm,
    int Spare,
    string? Border,
    Glue? Glue,
    bool OwnWork,
    IReadOnlyList<PieceWorkView> Work,
    IReadOnlyList<string> Grounds,
    string? WindowWidth,
    string? WindowHeight,
    SizeMm? Window,
    ImmutableArray<PaperOfCards> OtherPapers,
    IReadOnlyList<Srgb> ColoursOnCards,
    bool Inside,
    string Left,
    string Top,
    string Size,
    PictureCut? FromPicture,
    string? FromLeft,
    string? FromTop
);

/// <summary>A paper that pieces can be of, with its sheets.</summary>
public sealed record DesignPaperView(Guid Id, string Name, Srgb Colour, IReadOnlyList<SheetsView> Sheets);

/// <summary>Sheets of a paper.</summary>
public sealed record SheetsView(
    Guid Id,
    string Width,
    string Height,
    int Count,
    Grain Grain,
    bool OffCut,
    double? Price
);

/// <summary>A card as it is made up: true to size, with what follows from it.</summary>
public sealed record DesignView(
    string Format,
    bool Turned,
    string Width,
    string Height,
    double WidthMm,
    double HeightMm,
    Opening Opening,
    string? LeftFlap,
    Guid? BasePaper,
    Srgb BaseColour,
    IReadOnlyList<DesignPieceView> Pieces,
    string Sheet,
    string Thickness,
    string Weight,
    string Envelope,
    IReadOnlyList<string> Remarks,
    double? LeftFlapMm,
    IReadOnlyList<FormatView> Formats,
    IReadOnlyList<SheetSizeView> SheetSizes,
    IReadOnlyList<DesignPaperView> Papers,
    bool OwnBaseWork,
    IReadOnlyList<PieceWorkView> BaseWork,
    bool OwnLastWork,
    IReadOnlyList<PieceWorkView> LastWork,
    IReadOnlyList<MethodView> Methods,
    ImmutableArray<PaperOfCards> OtherBasePapers,
    IReadOnlyList<Srgb> BaseColoursOnCards,
    double BladeMm,
    string? Price,
    int Cards,
    LengthUnit Lengths,
    bool InInches
);

/// <summary>
/// A piece as the maker wants it; lengths as makers write them. Without a size it has a usual one, without a place it lies
/// in the middle; Left and Top, where they are there, count before those in mm. Around: instead of both, the piece that it
/// leaves the usual border around. Behind: the frame whose window it is to fill. Window: of a frame, its opening; a new one
/// has a usual one. CutOut: it is cut out of the sheet with the picture, so far from its left and top, or in its middle.
/// </summary>
public sealed record DesignPieceGiven(
    PieceKind Kind,
    string Name,
    Guid? Id = null,
    string? Width = null,
    string? Height = null,
    double? LeftMm = null,
    double? TopMm = null,
    string? Left = null,
    string? Top = null,
    Guid? Paper = null,
    double RaisedMm = 0,
    int Spare = 0,
    Guid? Around = null,
    Guid? Behind = null,
    string? WindowWidth = null,
    string? WindowHeight = null,
    IReadOnlyList<PaperOfCards>? OtherPapers = null,
    bool Inside = false,
    bool CutOut = false,
    string? FromLeft = null,
    string? FromTop = null,
    Glue? Glue = null,
    ImmutableArray<PieceWorkGiven>? Work = null
);

/// <summary>A card as the maker wants it. Format: one of those offered; else of the given size.</summary>
public sealed record DesignGiven(
    Opening Opening,
    ImmutableArray<DesignPieceGiven> Pieces,
    string? Format = null,
    bool Turned = false,
    string? Width = null,
    string? Height = null,
    string? LeftFlap = null,
    Guid? BasePaper = null,
    ImmutableArray<PieceWorkGiven>? BaseWork = null,
    ImmutableArray<PieceWorkGiven>? LastWork = null,
    IReadOnlyList<PaperOfCards>? OtherBasePapers = null,
    double BladeMm = 0
);

/// <summary>What sheets of a paper are there.</summary>
public sealed record SheetsGiven(ImmutableArray<SheetsOfPaper> Sheets);

/// <summary>Sheets of one size.</summary>
public sealed record SheetsOfPaper(
    string Width,
    string Height,
    int Count,
    Guid? Id = null,
    Grain Grain = Grain.Any,
    bool OffCut = false,
    double? Price = null
);

/// <summary>How the parts of one paper are cut.</summary>
public sealed record PaperCutsView(
    Guid Paper,
    string Name,
    Srgb Colour,
    string Sentence,
    string? Trouble,
    IReadOnlyList<SheetCutView> Sheets
);

/// <summary>What a cutting machine did, as a sentence.</summary>
public sealed record CutByMachineView(string Sentence);

/// <summary>How a sheet is cut: so many times, in this order.</summary>
public sealed record SheetCutView(
    double WidthMm,
    double HeightMm,
    int Times,
    bool OffCut,
    string Title,
    IReadOnlyList<CutPlaceView> Parts,
    IReadOnlyList<string> Cuts
)
{
    /// <summary>The view of a sheet.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="format">The card, whose unit lengths are said in.</param>
    /// <param name="unit">In what the sheet's own size is said.</param>
    /// <param name="names">What parts are called.</param>
    internal static SheetCutView Of(
        SheetCut sheet,
        CardFormat format,
        LengthUnit unit,
        IReadOnlyDictionary<Guid, string> names
    )
    {
        var whole = sheet.Whole;
        var size = $"{Lengths.Exactly(whole.WidthMm, unit)} x {Lengths.Exactly(whole.HeightMm, unit)}";
        var title = (sheet.Times, sheet.OffCut) switch
        {
            (1, false) => $"A sheet of {size}",
            (1, true) => $"An off-cut of {size}",
            (var times, false) => $"{times} sheets of {size}, each",
            (var times, true) => $"{times} off-cuts of {size}, each",
        };
        return new SheetCutView(
            whole.WidthMm,
            whole.HeightMm,
            sheet.Times,
            sheet.OffCut,
            title,
            [.. Lying(whole, 0, 0, names)],
            DesignWords.CutsOf(format, whole)
        );
    }

    private static IEnumerable<CutPlaceView> Lying(
        CutPiece piece,
        double left,
        double top,
        IReadOnlyDictionary<Guid, string> names
    ) =>
        piece switch
        {
            CutThrough { Down: true } cut =>
            [
                .. Lying(cut.First, left, top, names),
                .. Lying(cut.Second, left + cut.WidthMm - cut.Second.WidthMm, top, names),
            ],
            CutThrough cut =>
            [
                .. Lying(cut.First, left, top, names),
                .. Lying(cut.Second, left, top + cut.HeightMm - cut.Second.HeightMm, names),
            ],
            CutPart part => [new CutPlaceView(part.Part, names[part.Part], left, top, part.WidthMm, part.HeightMm)],
            _ => [new CutPlaceView(null, null, left, top, piece.WidthMm, piece.HeightMm)],
        };
}

/// <summary>Where a part, or what is left, lies on a sheet. Part: the piece, or the base; null for what is left.</summary>
public sealed record CutPlaceView(
    Guid? Part,
    string? Name,
    double LeftMm,
    double TopMm,
    double WidthMm,
    double HeightMm
);
