using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Cards;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Simulation;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>An area as it is drawn.</summary>
public sealed record AreaView(
    int Id,
    string Name,
    double SizeMm2,
    PointMm Centre,
    string Outline,
    string ShadowOutline,
    string LightOutline,
    string WhiteOutline,
    AreaMark? Mark,
    string Note
)
{
    /// <summary>What is printed on it in colour before anything is painted, on white paper; null where it is bare.</summary>
    public Srgb? Printed { get; init; }
}

/// <summary>The image of a run as it is drawn: areas below, lines above.</summary>
public sealed record ImageView(
    double WidthMm,
    double HeightMm,
    string Size,
    string LineUrl,
    Srgb LineColour,
    string FileName,
    bool CanUndo,
    double GapMm,
    double SmallestMm2,
    double LightDegrees,
    Dams Dams,
    IReadOnlyList<AreaPair> MayRun,
    IReadOnlyList<AreaView> Areas
)
{
    /// <summary>What is on the paper that was brought in.</summary>
    public PictureShows Shows { get; init; }

    /// <summary>The view of an image; null when there is none.</summary>
    /// <param name="image">The image.</param>
    /// <param name="ink">The ink of its line; null where none is chosen.</param>
    /// <param name="inInches">Its size is said in inches.</param>
    public static ImageView? Of(PieceImage? image, StampingInk? ink, bool inInches)
    {
        if (image is null)
            return null;
        var zones = image.Zones.ToDictionary(zone => zone.Id);
        return new(
            image.WidthMm,
            image.HeightMm,
            inInches
                ? Lengths.Size(image.WidthMm, image.HeightMm, inInches)
                : Lengths.Size(Math.Round(image.WidthMm), Math.Round(image.HeightMm), inInches),
            $"/api/pieces/{image.PieceId}/image/lines/{image.LineHash}",
            ink?.Colour ?? StampingInk.Black,
            image.FileName,
            image.Edits.Length > 0,
            image.GapMm,
            image.SmallestMm2,
            image.Light.Angle.Degrees,
            image.Dams,
            image.MayRun,
            [
                .. image.Areas.Select(a => new AreaView(
                    a.Id,
                    image.NameOf(a.Id),
                    a.SizeMm2,
                    a.Centre,
                    a.Outline,
                    zones.GetValueOrDefault(a.Id)?.Shadow ?? "",
                    zones.GetValueOrDefault(a.Id)?.Light ?? "",
                    zones.GetValueOrDefault(a.Id)?.White ?? "",
                    image.Marks.TryGetValue(a.Id, out var mark) ? mark : null,
                    image.Notes.GetValueOrDefault(a.Id, "")
                )
                {
                    Printed = image.Print.Areas.TryGetValue(a.Id, out var print) ? print : null,
                }),
            ]
        )
        {
            Shows = image.Print.Shows,
        };
    }
}

/// <summary>The paint at a place, or at one step of a gradient: where light and shadow differ from the middle, they
/// too.</summary>
public sealed record ZoneFill(Srgb Whole, Srgb? Light, Srgb? Shadow)
{
    /// <summary>Of such colours.</summary>
    public static ZoneFill Of(ZoneColours colours) =>
        new(
            colours.Middle,
            colours.Light == colours.Middle ? null : colours.Light,
            colours.Shadow == colours.Middle ? null : colours.Shadow
        );
}

/// <summary>A gradient as it is drawn: along what, from where to where, and what lies at equal steps of the way.</summary>
public sealed record GradientFill(
    GradientWay Way,
    PointMm From,
    PointMm To,
    double ReachMm,
    IReadOnlyList<PointMm> Points,
    string Outline,
    IReadOnlyList<ZoneFill> Steps
);

/// <summary>The paint on an area: in the middle, and where light and shadow differ from it.</summary>
public sealed record AreaFill(int Area, Srgb Whole, Srgb? Light, Srgb? Shadow, GradientFill? Gradient = null)
{
    /// <summary>The fill of an area that looks so.</summary>
    /// <param name="look">How it looks.</param>
    /// <param name="image">The image that it is in; null where there is none any more.</param>
    public static AreaFill Of(AreaLook look, PieceImage? image)
    {
        ArgumentNullException.ThrowIfNull(look);
        var whole = ZoneFill.Of(look.Colours);
        return new AreaFill(look.Area, whole.Whole, whole.Light, whole.Shadow, GradientOf(look, image));
    }

    private static GradientFill? GradientOf(AreaLook look, PieceImage? image)
    {
        if (look.Gradient is not { } gradient || image?.Areas.FirstOrDefault(a => a.Id == look.Area) is not { } area)
            return null;
        var place = GradientPlace.Of(gradient, area);
        return new GradientFill(
            gradient.Way,
            place.From,
            place.To,
            place.ReachMm,
            gradient.Points,
            place.Outline,
            [.. look.Along.Select(ZoneFill.Of)]
        );
    }
}

/// <summary>A card as it hangs on the drying line.</summary>
public sealed record CardView(
    int Card,
    Core.Drying.Wetness State,
    DateTimeOffset? NextStateAt,
    DateTimeOffset? DryAt,
    Srgb? Ground,
    IReadOnlyList<AreaFill> Fills
)
{
    /// <summary>Where the picture is of how it looks, once it is dry; null where there is none.</summary>
    public string? Look { get; init; }

    /// <summary>Pieces beside its picture that are begun and not in their place yet: they hang beside it.</summary>
    public IReadOnlyList<PieceOnLine> Pieces { get; init; } = [];
}

/// <summary>A piece of a card as it hangs on the drying line.</summary>
public sealed record PieceOnLine(
    Guid Piece,
    string Name,
    Srgb Colour,
    Core.Drying.Wetness State,
    DateTimeOffset? DryAt
);

/// <summary>What is painted so far.</summary>
public static class Looks
{
    /// <summary>The fills of a card.</summary>
    public static IReadOnlyList<AreaFill> Fills(CardSurface card, PieceImage? image)
    {
        ArgumentNullException.ThrowIfNull(card);
        return [.. card.Looks().Where(look => look.Area != Pass.Panel).Select(look => AreaFill.Of(look, image))];
    }

    /// <summary>The colour of a card around its areas; null while it is bare.</summary>
    public static Srgb? Ground(CardSurface card)
    {
        ArgumentNullException.ThrowIfNull(card);
        return card.Areas.TryGetValue(Pass.Panel, out var panel) ? panel.Colours().Middle : null;
    }

    /// <summary>The fills of a finished card.</summary>
    public static IReadOnlyList<AreaFill> Finished(RunWithSupplies run, RunPalette? palette)
    {
        ArgumentNullException.ThrowIfNull(run);
        return palette is null ? [] : Fills(run.Painting.Finished(palette.Paints, run.Schools), run.InHand.Image);
    }

    /// <summary>Where the picture is of a card on which all is done; null where there is none.</summary>
    public static string? Finished(Plan plan, IReadOnlyList<PlanStill> stills)
    {
        ArgumentNullException.ThrowIfNull(plan);
        var last = PassInTime.OfCard(plan, 1).LastOrDefault()?.Pass.Index;
        return stills.FirstOrDefault(still => still.Pass == last)?.Url;
    }

    /// <summary>All cards of a run at some moment, as what was really done left them.</summary>
    /// <param name="run">The run.</param>
    /// <param name="bench">Its bench; null before there is a plan.</param>
    /// <param name="palettes">Palettes.</param>
    /// <param name="stills">How its first card looks after each pass, as far as that is painted.</param>
    public static IReadOnlyList<CardView> Cards(
        RunWithSupplies run,
        BenchState? bench,
        Palettes palettes,
        IEnumerable<PlanStill> stills
    )
    {
        ArgumentNullException.ThrowIfNull(run);
        if (bench is null || run.Run.Plan is not { Plan: { } plan })
        {
            return
            [
                .. Enumerable
                    .Range(1, run.Run.Cards)
                    .Select(card => new CardView(card, Core.Drying.Wetness.BoneDry, null, null, null, [])),
            ];
        }
        // Without its colours nothing can be shown of them; the line still says what is wet.
        var looks = Colours.Palette(run.AsPlanned, palettes) is { } palette
            ? CardLooks.Of(plan, bench, palette.Paints)
            : [.. bench.Cards.Select(_ => CardSurface.Bare)];
        return [.. bench.Cards.Zip(looks, (card, look) =>
            {
                // Where pieces hang beside it, the card is its picture.
                var picture = card.Pieces.FirstOrDefault(piece => piece.Surface == PieceAreas.Picture);
                return new CardView(
                    card.Card,
                    picture?.State ?? card.State,
                    picture is null ? card.NextStateAt : picture.NextStateAt,
                    picture is null ? card.DryAt : picture.DryAt,
                    Ground(look),
                    Fills(look, run.InHand.Image)
                )
                {
                    Look = LookOf(card.Card, plan, bench, stills),
                    Pieces =
                    [
                        .. plan
                            .Pieces.Zip(card.Pieces)
                            .Where(one =>
                                one.Second is { Begun: true, InPlace: false }
                                && one.First.Surface != PieceAreas.Picture
                                // The base is put onto nothing; it hangs there while it is wet.
                                && (
                                    one.First.Piece != CardDesign.BaseId
                                    || one.Second.State < Core.Drying.Wetness.BoneDry
                                )
                            )
                            .Select(one => new PieceOnLine(
                                one.First.Piece,
                                one.First.Name,
                                look.Areas.TryGetValue(one.First.Surface, out var surface)
                                    ? surface.Colours().Middle
                                    : one.First.PaperOn(card.Card).Colour,
                                one.Second.State,
                                one.Second.DryAt
                            )),
                    ],
                };
            })];
    }

    /// <summary>
    /// The look of a card on which the same was done, in the same order and with what was planned, as on the first one up to
    /// some pass; null for another one.
    /// </summary>
    private static string? LookOf(int card, Plan plan, BenchState bench, IEnumerable<PlanStill> stills)
    {
        var done = bench.Done.Where(number => plan.Steps[number - 1].Card == card).ToList();
        // Work on pieces beside the picture does not change how that looks.
        var passes = done.Select(number => plan.PassOf(plan.Steps[number - 1]))
            .Where(pass => pass.Piece is null)
            .Select(pass => pass.Index)
            .ToList();
        var first = PassInTime.OfCard(plan, 1).Select(go => go.Pass.Index);
        return
            passes.Count > 0
            && !done.Exists(bench.Instead.ContainsKey)
            && passes.SequenceEqual(first.Take(passes.Count))
            ? stills.FirstOrDefault(still => still.Pass == passes[^1])?.Url
            : null;
    }
}
