using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Light;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Core.Grounds;

/// <summary>Where an area of a picture lies on the way of a ground.</summary>
/// <param name="Area">Its id.</param>
/// <param name="Along">Where, 0 where the first hue is, to 1.</param>
public readonly record struct AreaOnWay(int Area, double Along);

/// <summary>A ground on the piece that it lies on.</summary>
/// <param name="Place">Where its hues lie.</param>
/// <param name="Piece">The size of the piece.</param>
/// <param name="Hues">How many hues it has.</param>
public sealed record GroundOnPiece(GroundPlace Place, SizeMm Piece, int Hues)
{
    /// <summary>Where the areas of a picture on the piece lie in it; none where it has no picture.</summary>
    public ImmutableArray<AreaOnWay> Areas { get; init; } = [];

    /// <summary>The way of its hues over the piece.</summary>
    [JsonIgnore]
    public Gradient Gradient => Place.On(Piece);

    private const double CreepsMm = 0.4, // how far ink from foam fades out under a stencil; from memory
        SoftenedMm = 2; // how broad the edges of a stamped pattern are when water has softened them; from memory

    /// <summary>Through which openings a stroke lays it; null where it is no pattern.</summary>
    /// <param name="stroke">Through a stencil edges are sharper than where water softens what was stamped.</param>
    public Openings? OpeningsOf(Stroke stroke) =>
        Place.Through is { } through
            ? through with
            {
                EdgeMm = stroke == Stroke.PrintPattern ? SoftenedMm : CreepsMm,
            }
            : null;

    /// <summary>Where on the way a point is, mm from the piece's upper left corner.</summary>
    public Func<PointMm, double> PlaceOn()
    {
        var gradient = Gradient;
        return GradientPlace.Of(gradient, Piece).PlaceOn(gradient);
    }

    /// <summary>With the areas of a picture on it.</summary>
    /// <param name="centres">The areas with their middles, mm from the piece's upper left corner.</param>
    public GroundOnPiece With(IEnumerable<(int Area, PointMm Centre)> centres)
    {
        var placeOn = PlaceOn();
        return this with { Areas = [.. centres.Select(area => new AreaOnWay(area.Area, placeOn(area.Centre)))] };
    }

    /// <summary>An act that goes over the piece, as it is on one area of its picture.</summary>
    /// <param name="act">The act.</param>
    /// <param name="area">The area's id.</param>
    public Act On(Act act, int area)
    {
        ArgumentNullException.ThrowIfNull(act);
        return act.Along is { } hues && Areas.FirstOrDefault(one => one.Area == area) is { Area: > 0 } there
            ? act with
            {
                Along = hues with { At = there.Along },
            }
            : act;
    }

    /// <summary>How broad each hue is, mm.</summary>
    [JsonIgnore]
    public ImmutableArray<double> BreadthsMm
    {
        get
        {
            var gradient = Gradient;
            var reach = GradientPlace.Of(gradient, Piece).ReachMm;
            return
            [
                .. Enumerable
                    .Range(0, Hues)
                    .Select(hue => reach * (gradient.BeginsAt(hue + 1, Hues) - gradient.BeginsAt(hue, Hues))),
            ];
        }
    }

    /// <summary>"from top to bottom, each hue about 26 mm broad".</summary>
    /// <param name="inInches">Lengths are said in inches.</param>
    public string InWords(bool inInches)
    {
        var breadths = BreadthsMm.Select(mm => Lengths.Said(inInches ? mm : Math.Round(mm), inInches)).ToList();
        var way =
            Hues < 2 ? Place.InWords
            : breadths.Distinct().Count() == 1 ? $"{Place.InWords}, each hue about {breadths[0]} broad"
            : $"{Place.InWords}, the hues about {Words.Names(breadths)} broad";
        if (Place.Through is not { } through)
            return way;
        var pattern = through.InWords(Lengths.Said(through.PitchMm, inInches));
        return (Place with { Through = null }).IsEven(Hues) ? pattern : $"{pattern}, {way}";
    }

    /// <inheritdoc />
    public bool Equals(GroundOnPiece? other) =>
        other is not null
        && Place == other.Place
        && Piece == other.Piece
        && Hues == other.Hues
        && Areas.SequenceEqual(other.Areas);

    /// <inheritdoc />
    public override int GetHashCode() => HashCode.Combine(Place, Piece, Hues);
}
