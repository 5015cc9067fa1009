using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;
using OpenCvSharp;

namespace Nube.Core.Checking;

/// <summary>
/// Where a card lies whose lines look the same when they are turned, or moved by a stripe: its colours tell.
/// </summary>
internal static class PlaceByColours
{
    // CIEDE2000, means of all areas. A card of the trial that lies where it was found is 4 to 7 off, elsewhere 12 and more.
    private const double Fits = 8; // so near nothing else is meant
    private const double Nearer = 1; // by which another place has to fit better
    private const double Wrong = 15; // an area so far off is wrong, however far: a few left out or exchanged move no card

    /// <summary>The card in the place in which its areas come nearest to what was to be expected of them.</summary>
    /// <param name="picture">The scan or photo.</param>
    /// <param name="place">Where its lines are.</param>
    /// <param name="card">What is known of it.</param>
    /// <param name="insides">Its areas.</param>
    public static CardLaidFlat Of(
        ColourPicture picture,
        CardPlace place,
        CardToCheck card,
        ImmutableArray<AreaInside> insides
    )
    {
        var asFound = At(place);
        if (asFound.Off < Fits)
            return asFound.Laid;
        var best = asFound;
        foreach (var move in Elsewhere(card.Lines))
        {
            var moved = At(place with { Flat = place.Flat.After(move) });
            if (moved.Off < best.Off)
                best = moved;
            if (best.Off < Fits)
                break;
        }
        // Lines may draw it back to where it was: it has to fit better still where they settle it.
        return
            FitsBetter(best) && Exact(best.Laid.Place) is { } exact && At(exact) is var settled && FitsBetter(settled)
            ? settled.Laid
            : asFound.Laid;

        bool FitsBetter((CardLaidFlat, double Off) there) => there.Off < asFound.Off - Nearer;

        (CardLaidFlat Laid, double Off) At(CardPlace at)
        {
            var laid = CardLaidFlat.Of(picture, at, card, insides);
            return (laid, Off(laid, card));
        }

        CardPlace? Exact(CardPlace about)
        {
            using var colour = Mat.FromPixelData(picture.Height, picture.Width, MatType.CV_8UC4, picture.Rgba);
            using var fitting = new CardFitting(colour, card.Lines, new Size2d(card.WidthMm, card.HeightMm));
            using var matrix = about.Flat.Matrix();
            return fitting.ExactThere(matrix)?.Place;
        }
    }

    /// <summary>Where else a card lies on itself: turned, shifted, or both.</summary>
    private static IEnumerable<Homography> Elsewhere(LineArt lines)
    {
        var (turns, shifts) = (LinesTurned.Of(lines), LinesShifted.Of(lines));
        return [.. turns, .. shifts, .. turns.SelectMany(turn => shifts.Select(shift => shift.After(turn)))];
    }

    /// <summary>How far the areas of a card are from what was to be expected of them, CIEDE2000.</summary>
    private static double Off(CardLaidFlat laid, CardToCheck card)
    {
        var paper = new RelativeLight(Srgb.Decode(card.Paper.R), Srgb.Decode(card.Paper.G), Srgb.Decode(card.Paper.B));
        var expected = card.Expected.ToDictionary(area => area.Area);
        return laid
            .Reads.Where(read => expected.ContainsKey(read.Area))
            .Select(read =>
                Math.Min(
                    Wrong,
                    Ciede2000.Difference(
                        DeviceBySight.Eye.Colour(read.Whole, paper),
                        Lab.FromXyz(
                            expected[read.Area]
                                .At(0)
                                .Mean(read.LightShare, 1 - read.LightShare - read.ShadowShare, read.ShadowShare)
                        )
                    )
                )
            )
            .DefaultIfEmpty(0)
            .Average();
    }
}
