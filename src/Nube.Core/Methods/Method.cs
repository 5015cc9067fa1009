namespace Nube.Core.Methods;

/// <summary>How a colour is brought onto an area, or onto the whole card.</summary>
/// <remarks>What each needs and does is in <see cref="MethodTable"/>; its passes are made in Builders/.</remarks>
public enum Method
{
    /// <summary>Even washes up to the lines.</summary>
    FlatWash,

    /// <summary>Colour at one side, pulled out to nothing with clean water.</summary>
    GradedWash,

    /// <summary>Colour dropped into a shining area; too much is wicked away.</summary>
    WetInWet,

    /// <summary>Two to four thin layers, each dried, instead of one thick one.</summary>
    Glaze,

    /// <summary>Strong colour just inside the line, then water pulls it inwards.</summary>
    LineAndPull,

    /// <summary>Colour lifted from a pencil's lead with a wet brush: no pencil marks.</summary>
    LeadLifted,

    /// <summary>Pencil drawn, then wetted: the strokes stay faintly.</summary>
    PencilWetted,

    /// <summary>A light and a dark brush pen, blended while they are wet.</summary>
    BrushPenPair,

    /// <summary>Pencil in dry layers, from light to dark and back.</summary>
    DryPencil,

    /// <summary>Pencil layers rubbed together with a pale pencil.</summary>
    BurnishedPencil,

    /// <summary>Pencil layers blended with odourless solvent and a stump.</summary>
    SolventPencil,

    /// <summary>A flat alcohol marker, then pencil for depth.</summary>
    PencilOverMarker,

    /// <summary>A wash, then oil pencil for edges and detail.</summary>
    OilDetail,

    /// <summary>A few pencil strokes over a coloured print, leaving print and paper showing.</summary>
    PencilAccents,

    /// <summary>Ink sponged inside the outline: light, middle, dark, middle, light.</summary>
    SpongeBlend,

    /// <summary>Something white: pale tints in its shadow and outside its edge.</summary>
    ShadedWhite,

    /// <summary>An opaque white base, then colour: for kraft and toned card.</summary>
    WhiteBase,

    /// <summary>Body colour: paint mixed with opaque white, which covers toned card by itself.</summary>
    BodyColour,

    /// <summary>Colour over a line that is to vanish, with the details drawn again at the end.</summary>
    NoLine,

    /// <summary>Colour on the raised parts of a pressed panel.</summary>
    RaisedParts,

    /// <summary>Paint around shapes, which stay white; their guide lines are erased at the end.</summary>
    NegativePainting,

    /// <summary>Dried colour lifted again with a damp brush, for a light.</summary>
    Lift,

    /// <summary>Two to four hues that pass into each other.</summary>
    Gradient,

    /// <summary>A loose wet wash over the whole card, before everything else.</summary>
    LooseBackground,

    /// <summary>Bands of hues painted side by side, running into each other.</summary>
    RainbowBands,

    /// <summary>A solid stamp inked in bands, misted and printed up to three times.</summary>
    RainbowStamp,

    /// <summary>A panel blended with inks, from the edges or from the centre.</summary>
    BlendedPanel,

    /// <summary>Inks blended through the openings of a stencil.</summary>
    StencilledInk,

    /// <summary>Mist, half a minute, blot: soft pale spots.</summary>
    MistAndBlot,

    /// <summary>A pattern stamped in ink that water dissolves, softened with more water.</summary>
    SoftenedStamp,

    /// <summary>A cut shape laid in misted ink and dried, until it is deep enough.</summary>
    DipAndDry,

    /// <summary>Drops flicked from a brush onto dry colour.</summary>
    Splatter,

    /// <summary>White dots and lines at the end.</summary>
    Highlights,

    /// <summary>A pattern pressed into the misted card before it is coloured.</summary>
    PressedPattern,

    /// <summary>Speckles of resist that shed what is painted over them.</summary>
    ResistSpray,

    /// <summary>Words or a border in molten powder.</summary>
    EmbossedWords,

    /// <summary>Paste through a stencil.</summary>
    StencilPaste,

    /// <summary>Glossy medium or glitter on chosen spots.</summary>
    Shine,

    /// <summary>The panel or its shapes cut with a die.</summary>
    DieCut,

    /// <summary>Pieces set on foam.</summary>
    OnFoam,

    /// <summary>The outline made crisp again: by pencil, by pen, or stamped a second time.</summary>
    Relining,

    /// <summary>A step that its maker added at the bench.</summary>
    OwnStep,

    /// <summary>Embossed lines wiped with a dry cloth: nobody asks for it, it goes with the dams.</summary>
    Buffing,

    /// <summary>Traced guide lines erased: nobody asks for it, it goes with the scene.</summary>
    ErasingGuides,

    /// <summary>Cut to its size with a trimmer.</summary>
    CutToSize,

    /// <summary>Cut along the image by hand, leaving a thin white border.</summary>
    CutByHand,

    /// <summary>Cut with a die in part: the plate stays off what is not to be cut.</summary>
    PartialCut,

    /// <summary>Scored and folded.</summary>
    ScoreAndFold,

    /// <summary>The image stamped.</summary>
    StampedImage,

    /// <summary>The image stamped, powdered and melted.</summary>
    EmbossedImage,

    /// <summary>Words stamped.</summary>
    StampedWords,

    /// <summary>Something covered with a mask.</summary>
    Masking,

    /// <summary>A mask taken off.</summary>
    Unmasking,

    /// <summary>Taped to a board, so that it dries flat.</summary>
    TapingDown,

    /// <summary>Shapes traced in pencil.</summary>
    TracingGuides,

    /// <summary>The areas of its picture coloured, as its colours say.</summary>
    Picture,

    /// <summary>Flattened under clean plates.</summary>
    Flattening,

    /// <summary>Inner pieces put back into the shape that they were cut from.</summary>
    Inlaying,

    /// <summary>Several cuts of one shape glued on each other.</summary>
    StackedCuts,

    /// <summary>Put onto what lies under it.</summary>
    Assembling,

    /// <summary>Small dots and shapes in odd numbers.</summary>
    Confetti,

    /// <summary>A flat weight on top until the glue has set.</summary>
    Weighting,

    /// <summary>What reaches beyond the card trimmed.</summary>
    TrimmingOverhang,

    /// <summary>Put into its envelope.</summary>
    IntoEnvelope,
}
