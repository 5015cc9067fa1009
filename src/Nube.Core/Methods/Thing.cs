using Nube.Core.Artwork;
using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Core.Methods;

/// <summary>What a thing that meets others on a card brings with it.</summary>
[Flags]
public enum Traits : long
{
    /// <summary>Nothing that matters.</summary>
    None = 0,

    /// <summary>Paper: its texture breaks a print.</summary>
    TexturedPaper = 1L << 0,

    /// <summary>Paper: below some 200 g/m2.</summary>
    ThinPaper = 1L << 1,

    /// <summary>Paper: buckles under a full wash.</summary>
    Buckles = 1L << 2,

    /// <summary>Paper: kraft or dark, on which transparent colour is lost.</summary>
    DarkPaper = 1L << 3,

    /// <summary>Paper: smooth, with little tooth.</summary>
    SmoothPaper = 1L << 4,

    /// <summary>Line: dissolves in water.</summary>
    SolubleLine = 1L << 5,

    /// <summary>Line: slow ink, not dry or set yet.</summary>
    SlowLine = 1L << 6,

    /// <summary>Line: dissolves in alcohol.</summary>
    LineLostInAlcohol = 1L << 7,

    /// <summary>Line: embossed, raised and shiny.</summary>
    EmbossedLine = 1L << 8,

    /// <summary>Line: pale, to vanish.</summary>
    PaleLine = 1L << 9,

    /// <summary>Line: graphite, to be erased.</summary>
    Graphite = 1L << 10,

    /// <summary>Brings water.</summary>
    Water = 1L << 11,

    /// <summary>Brings much water: a juicy wash, a flood.</summary>
    MuchWater = 1L << 12,

    /// <summary>Colour that water moves again when it is dry.</summary>
    WakesUp = 1L << 13,

    /// <summary>Transparent colour.</summary>
    Transparent = 1L << 14,

    /// <summary>Opaque white.</summary>
    OpaqueWhite = 1L << 15,

    /// <summary>Wax.</summary>
    Wax = 1L << 16,

    /// <summary>Oil pencil.</summary>
    Oil = 1L << 17,

    /// <summary>Any pencil stroke.</summary>
    PencilStroke = 1L << 18,

    /// <summary>Alcohol marker.</summary>
    Alcohol = 1L << 19,

    /// <summary>Odourless solvent.</summary>
    Solvent = 1L << 20,

    /// <summary>Heat tool.</summary>
    Heat = 1L << 21,

    /// <summary>Embossing powder.</summary>
    Powder = 1L << 22,

    /// <summary>Sponge or brush blending with dry ink.</summary>
    Blending = 1L << 23,

    /// <summary>Mist from a bottle.</summary>
    Mist = 1L << 24,

    /// <summary>Splatter.</summary>
    Splatter = 1L << 25,

    /// <summary>Resist: repels water.</summary>
    Resist = 1L << 26,

    /// <summary>Gel pen or fine pen.</summary>
    Pen = 1L << 27,

    /// <summary>Glitter brush, glossy medium: dries slowly.</summary>
    SlowShine = 1L << 28,

    /// <summary>Wet glue.</summary>
    WetGlue = 1L << 29,

    /// <summary>Foam pieces or foam tape.</summary>
    Foam = 1L << 30,

    /// <summary>Low-tack mask or tape.</summary>
    LowTack = 1L << 31,

    /// <summary>Eraser.</summary>
    Eraser = 1L << 32,

    /// <summary>Die or pressing plate.</summary>
    Press = 1L << 33,

    /// <summary>Spray from a can.</summary>
    Spray = 1L << 34,

    /// <summary>Not dry yet.</summary>
    Wet = 1L << 35,

    /// <summary>Metal plate that marks the card.</summary>
    MarkedPlate = 1L << 36,

    /// <summary>Stencil paste.</summary>
    Paste = 1L << 37,

    /// <summary>A patterned folder, pressed into the card.</summary>
    Pattern = 1L << 38,
}

/// <summary>Something that touches a card: the paper, the line, a colour, a tool.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Traits">What it brings.</param>
public sealed record Thing(string Name, Traits Traits)
{
    private const double ThinGrams = 200,
        DarkLightness = 80; // g/m2; L*. This project's own.
    private const double TransparentBelow = 0.08; // scattering per unit load

    /// <summary>
    /// A darker ink of a coloured card's own family is meant to darken it, and is not lost there. Common practice, no
    /// source; how near the hues must be is this project's own.
    /// </summary>
    private static bool Deepens(Colourant colourant, Paper on)
    {
        var (ink, card) = (colourant.FullStrength.ToLab(), on.Colour.ToLab());
        var apart = Math.Abs(ink.Hue - card.Hue);
        return card.Chroma > ColouredAbove && ink.L < card.L && Math.Min(apart, 360 - apart) < FamilyDegrees;
    }

    private const double ColouredAbove = 8, // C*
        FamilyDegrees = 30; // of hue

    /// <summary>A paper.</summary>
    public static Thing Of(Paper paper)
    {
        ArgumentNullException.ThrowIfNull(paper);
        var traits = Traits.None;
        if (paper.Impressions > 1)
            traits |= Traits.TexturedPaper;
        if (paper.GramsPerSquareMetre < ThinGrams)
            traits |= Traits.ThinPaper;
        if (paper.BuckleWater < Drying.WaterLaid.GramsPerSquareMetre(Drying.BrushWater.Wash))
            traits |= Traits.Buckles;
        if (paper.Colour.ToLab().L < DarkLightness)
            traits |= Traits.DarkPaper;
        if (paper.Texture == PaperTexture.Smooth)
            traits |= Traits.SmoothPaper;
        return new Thing(paper.Name, traits);
    }

    /// <summary>The line as it is stamped.</summary>
    /// <param name="ink">Its ink.</param>
    /// <param name="dams">Which lines are embossed.</param>
    public static Thing Of(StampingInk ink, DamLines dams)
    {
        ArgumentNullException.ThrowIfNull(ink);
        var traits = Traits.None;
        if (dams != DamLines.None)
            traits |= Traits.EmbossedLine;
        if (!ink.Waterproof)
            traits |= Traits.SolubleLine;
        // Under molten powder slow ink is set.
        if (ink.Slow && dams == DamLines.None)
            traits |= Traits.SlowLine;
        if (!ink.AlcoholSafe)
            traits |= Traits.LineLostInAlcohol;
        return new Thing(ink.Name, traits);
    }

    /// <summary>A colourant as it is laid.</summary>
    /// <param name="colourant">The colourant.</param>
    /// <param name="on">What it is laid on, where that is known.</param>
    public static Thing Of(Colourant colourant, Paper? on = null)
    {
        ArgumentNullException.ThrowIfNull(colourant);
        var traits = colourant.Medium switch
        {
            Medium.Pan or Medium.Tube => Traits.Water,
            Medium.InkPad or Medium.BrushMarker or Medium.BrushPen => Traits.Water | Traits.WakesUp,
            Medium.WatercolourPencil => Traits.PencilStroke | Traits.WakesUp,
            Medium.WaxPencil => Traits.PencilStroke | Traits.Wax,
            Medium.OilPencil => Traits.PencilStroke | Traits.Oil,
            Medium.AlcoholMarker => Traits.Alcohol,
            Medium.BlendingInk => Traits.Blending | Traits.WakesUp,
            Medium.OpaqueWhite => Traits.OpaqueWhite | Traits.Water,
            Medium.GelPen => Traits.Pen,
            _ => Traits.SlowShine,
        };
        if (
            colourant.Scattering < TransparentBelow
            && colourant.Medium != Medium.OpaqueWhite
            && !(on is not null && Deepens(colourant, on))
        )
            traits |= Traits.Transparent;
        return new Thing(colourant.Name, traits);
    }
}
