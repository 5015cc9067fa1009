using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Light;

namespace Nube.Core.Checking;

/// <summary>What is known of a card before it is looked at.</summary>
/// <param name="Lines">The stamped lines.</param>
/// <param name="Masks">Its areas.</param>
/// <param name="Touching">Areas side by side.</param>
/// <param name="Expected">What its areas are to look like after what was done.</param>
/// <param name="Paper">The colour of the bare paper.</param>
/// <param name="SureOfPaints">How far <paramref name="Expected"/> may be off, CIEDE2000, in two of three cases.</param>
public sealed record CardToCheck(
    LineArt Lines,
    ImmutableArray<AreaMask> Masks,
    ImmutableArray<(int One, int Other)> Touching,
    ImmutableArray<AreaExpected> Expected,
    Srgb Paper,
    double SureOfPaints
)
{
    /// <summary>Width of its picture, mm.</summary>
    public double WidthMm => Lines.Width / Lines.PixelsPerMm;

    /// <summary>Height of its picture, mm.</summary>
    public double HeightMm => Lines.Height / Lines.PixelsPerMm;
}

/// <summary>What came out on a card.</summary>
/// <param name="Flat">The card, laid flat.</param>
/// <param name="Colours">What its areas came out as.</param>
/// <param name="Findings">What is otherwise than it was to be, most worth mending first.</param>
public sealed record CardChecked(CardFlat Flat, CardColours Colours, ImmutableArray<Finding> Findings)
{
    /// <summary>Looks at a card.</summary>
    /// <param name="picture">The scan or photo.</param>
    /// <param name="place">Where its lines are; where they look the same when turned, colours tell how it lies.</param>
    /// <param name="card">What is known of it.</param>
    /// <param name="chart">A chart of known colours that lies beside it; null for none.</param>
    /// <exception cref="PictureTroubleException">The corners of the chart are none's.</exception>
    public static CardChecked Of(ColourPicture picture, CardPlace place, CardToCheck card, ChartInShot? chart = null)
    {
        ArgumentNullException.ThrowIfNull(card);
        var insides = AreaInside.Of(card.Masks, card.Lines);
        var laid = PlaceByColours.Of(picture, place, card, insides);
        var colours = CardColours.Of(
            laid.Reads,
            card.Expected,
            card.Paper,
            card.SureOfPaints,
            chart is null ? ChartSeen.None : ChartBesideCard.Read(picture, chart, laid, card.Paper)
        );
        var map = CardMap.Of(laid.Flat, card.Masks, card.Lines);
        var eye = CardToEye.Of(laid.Flat, laid.Paper, colours.Device, card.Paper);
        var own = card.Expected.ToDictionary(area => area.Area, area => OwnColours.Of(area, eye));
        var tones = AreaTone.Of(map, eye, own);
        var coloured = card.Expected.Select(area => area.Area).ToHashSet();
        var ofColour = ColourFindings.Of(colours, card);
        var seen = new CardSeen(
            map,
            eye,
            tones,
            own,
            coloured,
            card.Expected.Where(area => !area.Varies).Select(area => area.Area).ToHashSet()
        );
        var over = OverLines.Of(seen, card.Touching);
        var even = Evenness.Of(seen, over.Cells);
        // The rim of a bloom is dark, and no powder.
        HashSet<int> pushed = [.. over.Cells, .. even.SelectMany(area => area.Pushed)];
        Finding[] all =
        [
            .. ofColour,
            .. over.Findings,
            .. Specks.Of(seen, pushed),
            .. even.Select(area => area.Finding).OfType<Finding>(),
            .. HardEdges.Of(seen, over.Cells),
            .. LinesOfCard.Dulled(seen),
            .. LinesOfCard.Warped(laid.Place, card),
        ];
        return new CardChecked(
            laid.Flat,
            colours.With(even),
            [.. SaidOnce.Of(all).OrderByDescending(WorthMending).ThenBy(one => one.Kind).ThenBy(one => one.Area)]
        );
    }

    /// <summary>How much it is seen: how far it is off, and from how far away.</summary>
    private static double WorthMending(Finding one) => one.Difference * Math.Sqrt(one.SizeMm2);
}

/// <summary>A card as it is seen, cell by cell.</summary>
/// <param name="Map">What is where.</param>
/// <param name="Eye">Its light.</param>
/// <param name="Tones">The light of most of each area.</param>
/// <param name="Own">What areas can look like with nothing but their own colours.</param>
/// <param name="Coloured">Areas that something was laid on.</param>
/// <param name="Even">Those of them that are to be even.</param>
internal sealed record CardSeen(
    CardMap Map,
    CardToEye Eye,
    IReadOnlyDictionary<int, AreaTone> Tones,
    IReadOnlyDictionary<int, OwnColours> Own,
    IReadOnlySet<int> Coloured,
    IReadOnlySet<int> Even
)
{
    private const double FromRimMm = 0.6; // nearer to lines the brush strays

    /// <summary>Cells by which it is told whether colour lies as it was to: of even areas, inside their rims.</summary>
    /// <param name="taken">Cells that something else was found on.</param>
    public Dictionary<int, List<int>> EvenCells(IReadOnlySet<int> taken) =>
        Map.CellsByArea(cell =>
            Even.Contains(Map.Area[cell])
            && Tones.ContainsKey(Map.Area[cell])
            && Map.FromRim[cell] >= FromRimMm
            && Map.Part[cell] != CellPart.White
            && !taken.Contains(cell)
        );
}
