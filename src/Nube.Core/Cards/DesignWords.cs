using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Cards.Cutting;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Core.Cards;

/// <summary>What follows from a card's design, in words.</summary>
public static class DesignWords
{
    /// <summary>"Base: 4 1/4 x 11 in, scored across at 5 1/2 in, with the grain across."</summary>
    public static string Base(CardDesign design)
    {
        ArgumentNullException.ThrowIfNull(design);
        var (sheet, format) = (design.Base, design.Format);
        var size = Size(format, sheet.WidthMm, sheet.HeightMm);
        if (sheet.ScoresMm.IsEmpty)
            return $"Base: {size}, not folded.";
        var way = sheet.FoldsRunDown ? "down" : "across";
        var scores = string.Join(" and ", sheet.ScoresMm.Select(format.Said));
        var from = sheet.FoldsRunDown ? "the left" : "the top";
        return $"Base: {size}, scored {way} at {scores} from {from}, its grain running {way} too.";
    }

    /// <summary>How thick it gets; whether it still goes as a letter is not ours to say.</summary>
    public static string Thickness(double mm) =>
        FormattableString.Invariant($"{mm:0.0} mm where it is thickest, by the weights of its papers.")
        + " Whether that still goes as a letter, your postal service says.";

    /// <summary>How heavy it gets.</summary>
    public static string Weight(double grams) =>
        FormattableString.Invariant(
            $"About {grams:0} g by the grammage of its papers, without foam, glue and envelope."
        );

    /// <summary>What its paper costs; null where no price is known.</summary>
    /// <param name="price">Of the papers whose price is known; null for none.</param>
    /// <param name="unknown">Some papers have no price.</param>
    public static string? Price(double? price, bool unknown) =>
        price is null
            ? null
            : FormattableString.Invariant(
                $"The paper of a card costs {price:0.00} by the prices of its sheets, without waste"
            ) + (unknown ? "; not all of them have one." : ".");

    /// <summary>The envelope that it goes into.</summary>
    public static string Envelope(CardFormat format, double thicknessMm)
    {
        ArgumentNullException.ThrowIfNull(format);
        return Cards.Envelope.For(format, thicknessMm) is { } envelope
            ? $"Envelope: {envelope.Name}, {Size(format, envelope.WidthMm, envelope.HeightMm)}."
            : "No usual envelope takes it: make one, or hand it over.";
    }

    /// <summary>What is left around a piece that lies in the middle of what is under it; null where it does not.</summary>
    public static string? Border(CardDesign design, DesignPiece piece)
    {
        ArgumentNullException.ThrowIfNull(design);
        ArgumentNullException.ThrowIfNull(piece);
        var (left, top) = design.Under(piece) is { } under
            ? (piece.LeftMm - under.LeftMm, piece.TopMm - under.TopMm)
            : (piece.LeftMm, piece.TopMm);
        var border = design.BorderOf(piece);
        var isPanel = piece.Kind is not (PieceKind.Greeting or PieceKind.Shape or PieceKind.Strip);
        const double seen = 0.5; // mm; by eye
        if (Math.Abs(left - border.AcrossMm) > seen || Math.Abs(top - border.DownMm) > seen || border.AcrossMm < 0)
            return null;
        var on = design.Under(piece)?.Name ?? "the card";
        var format = design.Format;
        if (!isPanel)
            return $"In the middle of {on}.";
        if (border.IsEven)
            return $"{format.Said(border.AcrossMm)} of {on} all round.";
        var outer = design.Under(piece)?.Size ?? new SizeMm(format.WidthMm, format.HeightMm);
        var trimmed = Cards.Border.Trimmed(piece.Size, outer);
        return $"{format.Said(border.AcrossMm)} of {on} at the sides, {format.Said(border.DownMm)} above and below;"
            + $" even when {on} is trimmed to {Size(format, trimmed.Width, trimmed.Height)}.";
    }

    /// <summary>What does not fit together.</summary>
    public static ImmutableArray<string> Remarks(CardDesign design)
    {
        ArgumentNullException.ThrowIfNull(design);
        var (width, height) = (design.Format.WidthMm, design.Format.HeightMm);
        var remarks = new List<string>();
        foreach (var piece in design.Pieces)
        {
            double[] beyond =
            [
                -piece.LeftMm,
                -piece.TopMm,
                piece.LeftMm + piece.WidthMm - width,
                piece.TopMm + piece.HeightMm - height,
            ];
            const double seen = 0.05; // mm
            if (beyond.Max() > seen)
                remarks.Add(
                    $"{piece.Name} reaches {design.Format.Said(beyond.Max())} beyond the card: trim it, or move it."
                );
            if (piece.Kind == PieceKind.Frame)
                remarks.AddRange(
                    design
                        .Below(piece)
                        .Where(under => Stands(under) > piece.RaisedMm)
                        .Select(under =>
                            $"{under.Name} stands up under {piece.Name}: set the frame on foam as high, or leave {under.Name} flat."
                        )
                );
            remarks.AddRange(
                design.Below(piece).Select(under => SeenInWindow(design.Format, piece, under)).OfType<string>()
            );
            var raised = design
                .Pieces.TakeWhile(one => one.Id != piece.Id)
                .FirstOrDefault(one => one.RaisedMm > piece.RaisedMm && Hang(one, piece));
            if (raised is not null)
                remarks.Add(
                    $"{piece.Name} hangs over the edge of {raised.Name}, which stands on foam: it bends there."
                );
        }
        remarks.AddRange(
            design
                .Pieces.Where(piece => piece is { Inside: true, RaisedMm: > 0 })
                .Select(piece => $"{piece.Name} stands on foam inside: the card does not close flat over it.")
        );
        if (design.Opening == Opening.Flat && design.Pieces.Any(piece => piece.Inside))
            remarks.Add("A flat card has no inside: fold it, or lay what is inside on its front.");
        remarks.AddRange(CutOut(design));
        if (design.Opening == Opening.Gate && design.Pieces.Any(piece => !piece.Inside && Closes(design, piece)))
            remarks.Add("What lies over both flaps of a gate is glued to one of them only.");
        return [.. remarks];
    }

    /// <summary>What is wrong with a sheet behind the window of a frame; null where nothing is.</summary>
    private static string? SeenInWindow(CardFormat format, DesignPiece frame, DesignPiece under)
    {
        const double least = 3; // mm; what glue needs; from memory
        return under.Kind is not (PieceKind.Ground or PieceKind.Mat)
            ? null
            : frame.Hides(under) switch
            {
                < 0 => $"{under.Name} ends in the opening of {frame.Name}: its edge is seen there.",
                < least and var hidden =>
                    $"{under.Name} reaches only {format.Said(hidden)} under {frame.Name}: give it {format.Said(least)} to be held by.",
                _ => null,
            };
    }

    /// <summary>What is wrong with pieces that are cut out of one sheet.</summary>
    private static IEnumerable<string> CutOut(CardDesign design)
    {
        var cut = design.Pieces.Where(piece => piece.FromPicture is not null).ToList();
        foreach (var piece in cut.Where(piece => !piece.FromPicture!.Holds(piece.Size)))
            yield return $"{piece.Name} reaches beyond the picture that it is cut out of: move it there, or make it smaller.";
        foreach (var (at, piece) in cut.Index())
        {
            if (cut.Take(at).FirstOrDefault(other => Share(other, piece)) is { } other)
                yield return $"{other.Name} and {piece.Name} lie on each other in the picture: only one of them can be cut out whole.";
        }
        if (cut.Count > 0 && design.PictureOf is { FromPicture: null } whole)
            yield return $"{Words.Names([.. cut.Select(piece => piece.Name)])} {(cut.Count == 1 ? "is" : "are")} cut out of"
                + $" {whole.Name}: say which part of the picture {whole.Name} itself is.";
    }

    private static bool Share(DesignPiece piece, DesignPiece other)
    {
        var (one, two) = (piece.FromPicture!, other.FromPicture!);
        return DesignPiece.Overlap(one.LeftMm, one.TopMm, piece.Size, two.LeftMm, two.TopMm, other.Size);
    }

    /// <summary>How far a piece stands up from what it lies on, mm: its foam, or what is built up on it.</summary>
    private static double Stands(DesignPiece piece)
    {
        const double paste = 0.5,
            cut = 0.3; // mm; of a thin layer, of each cut of a stack beyond the first; from memory
        return piece.RaisedMm
            + piece
                .WorkOn()
                .Sum(work =>
                    work.Wish.Method switch
                    {
                        Method.StencilPaste => paste,
                        Method.StackedCuts => cut * (work.Wish.Times - 1),
                        _ => 0,
                    }
                );
    }

    /// <summary>It lies partly on another and partly beyond it.</summary>
    private static bool Hang(DesignPiece under, DesignPiece over) => !under.Carries(over) && under.Meets(over);

    private static bool Closes(CardDesign design, DesignPiece piece)
    {
        var gap = design.LeftFlapMm ?? design.Format.WidthMm / 2;
        return piece.LeftMm < gap && piece.LeftMm + piece.WidthMm > gap;
    }

    /// <summary>Why a part is not cut.</summary>
    public static string FitsNone(string name, bool folded) =>
        $"{name} fits on none of these sheets"
        + (
            folded ? ", at least not with its fold along the grain. Say another sheet, or another way to open it." : "."
        );

    /// <summary>"3 sheets, 11 cuts. Fewer sheets cannot do."</summary>
    public static string Cuts(CutPlan plan)
    {
        ArgumentNullException.ThrowIfNull(plan);
        var offCuts = plan.Sheets.Where(sheet => sheet.OffCut).Sum(sheet => sheet.Times);
        List<string> of = [];
        if (plan.WholeSheets > 0 || offCuts == 0)
            of.Add(Count(plan.WholeSheets, "sheet"));
        if (offCuts > 0)
            of.Add(Count(offCuts, "off-cut"));
        var buy = plan.ToBuy.Sum(one => one.Count);
        return $"{string.Join(" and ", of)}, {Count(plan.Cuts, "cut")}."
            + (
                plan.FewestSheets ? " Fewer sheets cannot do."
                : plan.AtLeast > 0 ? $" No way with fewer than {Count(plan.AtLeast, "sheet")} is possible."
                : ""
            )
            + (buy > 0 ? $" {Count(buy, "sheet")} more to buy." : "");
    }

    /// <summary>The cuts of a sheet in their order: "1. Down, at 4 1/4 in from the left."</summary>
    public static ImmutableArray<string> CutsOf(CardFormat format, CutPiece whole)
    {
        ArgumentNullException.ThrowIfNull(format);
        ArgumentNullException.ThrowIfNull(whole);
        return
        [
            .. whole
                .Cuts()
                .Select(
                    (cut, at) =>
                        (at == 0 ? "The sheet" : $"The piece of {Size(format, cut.WidthMm, cut.HeightMm)}")
                        + (
                            cut.Down
                                ? $": down, {format.Said(cut.AtMm)} from its left."
                                : $": across, {format.Said(cut.AtMm)} from its top."
                        )
                ),
        ];
    }

    /// <summary>"4 1/4 x 5 1/2 in", "105 x 148 mm".</summary>
    public static string Size(CardFormat format, double widthMm, double heightMm)
    {
        ArgumentNullException.ThrowIfNull(format);
        return Lengths.Size(widthMm, heightMm, format.InInches);
    }

    private static string Count(int number, string thing) => number == 1 ? $"1 {thing}" : $"{number} {thing}s";
}
