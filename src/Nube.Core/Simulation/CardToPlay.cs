using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Simulation.Hand;

namespace Nube.Core.Simulation;

/// <summary>A pass on a card, and when.</summary>
/// <param name="Pass">The pass.</param>
/// <param name="StartSeconds">When painting starts, s.</param>
/// <param name="EndSeconds">When it ends, s.</param>
/// <param name="DrySeconds">When what it leaves is dry, s.</param>
/// <param name="HeatSeconds">So long the card is dried with the heat tool right before it, s.</param>
public sealed record PassInTime(
    Pass Pass,
    double StartSeconds,
    double EndSeconds,
    double DrySeconds,
    double HeatSeconds = 0
)
{
    /// <summary>What a plan does to the picture of one of its cards, in its order.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="card">The card, from 1.</param>
    public static ImmutableArray<PassInTime> OfCard(Plan plan, int card)
    {
        ArgumentNullException.ThrowIfNull(plan);
        return
        [
            .. plan
                .Steps.Where(step => step.Card == card && IsSeen(plan.PassOf(step)))
                .Select(step => new PassInTime(
                    plan.PassOf(step),
                    step.StartSeconds,
                    step.EndSeconds,
                    step.DrySeconds,
                    step.HeatSeconds
                )),
        ];
    }

    /// <summary>It is a pass over the picture's areas, or leaves colour on the paper that the picture is on.</summary>
    private static bool IsSeen(Pass pass) =>
        pass.Piece is null || (pass.Piece == PieceAreas.Picture && (!pass.Acts.IsEmpty || DetailStrokes.Are(pass)));
}

/// <summary>A card with all that is done to it.</summary>
/// <param name="WidthMm">Width of the picture, mm.</param>
/// <param name="HeightMm">Height of the picture, mm.</param>
/// <param name="Masks">Its areas.</param>
/// <param name="Forms">Their forms, which pencil strokes follow.</param>
/// <param name="Ways">Of each gradient in it, where on its way a point is, mm, by area.</param>
/// <param name="Dams">Cells of the masks' size that hold water back; empty where none do.</param>
/// <param name="Paints">The run's colourants on its paper.</param>
/// <param name="Air">The air.</param>
/// <param name="DryingFactor">The maker's own factor on drying times, above 0.</param>
/// <param name="Passes">What is done, in its order.</param>
/// <param name="Seed">Another one, another card: alike, not the same.</param>
public sealed record CardToPlay(
    double WidthMm,
    double HeightMm,
    ImmutableArray<AreaMask> Masks,
    ImmutableArray<AreaForm> Forms,
    Func<int, Gradient, Func<double, double, double>> Ways,
    ReadOnlyMemory<bool> Dams,
    Paints Paints,
    Air Air,
    double DryingFactor,
    ImmutableArray<PassInTime> Passes,
    int Seed
)
{
    /// <summary>Largest picture that is played, mm2: a little more than A4 (ISO 216).</summary>
    public const double LargestMm2 = 70_000;

    /// <summary>Pictures up to here are played on cells of the masks' size, mm2: an A2 panel, 4 1/4 x 5 1/2 in, and more.</summary>
    private const double FineUpToMm2 = 20_000;

    /// <summary>Side of the finest cells on which a picture of this size is played, mm: so that memory stays bounded.</summary>
    public static double FinestMm(double widthMm, double heightMm) =>
        widthMm * heightMm <= FineUpToMm2 ? AreaMask.CellMm : 2 * AreaMask.CellMm;

    /// <summary>Cells of the masks' size that the picture is played on: a few more than it has.</summary>
    public CellGrid MaskGrid => GridOf(WidthMm, HeightMm);

    /// <summary>Cells of the masks' size for a picture of this size.</summary>
    public static CellGrid GridOf(double widthMm, double heightMm)
    {
        const int together = 16; // so that cells of twice the side are whole, too, and lines go together without a rest
        return new CellGrid(Whole(widthMm), Whole(heightMm), AreaMask.CellMm);

        static int Whole(double mm) => ((int)Math.Ceiling(mm / AreaMask.CellMm) + together - 1) / together * together;
    }
}

/// <summary>When a card is looked at.</summary>
public enum Moment
{
    /// <summary>The pass is just done.</summary>
    Done,

    /// <summary>Its film is going: it shines still, or is damp.</summary>
    Drying,

    /// <summary>It is dry, or something else begins on this card.</summary>
    Dry,
}

/// <summary>A look at a card.</summary>
/// <param name="Pass">Index of the pass that was done last.</param>
/// <param name="Moment">How long after it.</param>
/// <param name="Seconds">When, from the start of the run, s.</param>
/// <param name="Picture">The picture of it.</param>
public sealed record CardStill(int Pass, Moment Moment, double Seconds, CardPicture Picture);

/// <summary>A picture of a card: blue, green, red of each pixel, row by row, as sRGB codes them.</summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Bgr">The codes, 0 to 255.</param>
public sealed record CardPicture(int Width, int Height, byte[] Bgr);
