namespace Nube.Core.Methods;

/// <summary>What the hand does in a pass.</summary>
/// <remarks>Tool, speed, what it leaves and what it must find are in <see cref="StrokeTable"/>.</remarks>
public enum Stroke
{
    /// <summary>A wash up to the lines.</summary>
    Wash,

    /// <summary>Colour at one side, then clean water to the other.</summary>
    GradedWash,

    /// <summary>Water or a pale wash, then colour dropped in while it shines.</summary>
    DropIn,

    /// <summary>Colour just inside the line, then water pulls it in.</summary>
    Pull,

    /// <summary>Colour from a pencil's lead, on a wet brush.</summary>
    LeadWash,

    /// <summary>A pencil layer.</summary>
    Draw,

    /// <summary>Water over drawn pencil.</summary>
    WetDrawn,

    /// <summary>Light and dark pen, and the blender while they are wet.</summary>
    PenPair,

    /// <summary>A pale pencil pressed hard over the layers.</summary>
    Burnish,

    /// <summary>Stump with solvent over the layers.</summary>
    Dissolve,

    /// <summary>Alcohol marker, flat.</summary>
    Marker,

    /// <summary>Foam tip in small circles.</summary>
    Sponge,

    /// <summary>Opaque white as a base.</summary>
    WhiteBase,

    /// <summary>A nearly dry brush or a sharp pencil for what the image lost.</summary>
    Redraw,

    /// <summary>A flat brush drawn over raised parts.</summary>
    Skim,

    /// <summary>Paint up to shapes from outside.</summary>
    Around,

    /// <summary>A damp brush that takes dried colour away.</summary>
    Lift,

    /// <summary>A loose wash over the whole card.</summary>
    Loose,

    /// <summary>Bands of hues side by side in one go.</summary>
    Bands,

    /// <summary>A stamp inked in bands, misted, printed.</summary>
    PrintBands,

    /// <summary>Large soft circles with a blending brush or sponge.</summary>
    Blend,

    /// <summary>The same through the openings of a stencil.</summary>
    BlendThrough,

    /// <summary>Mist, wait, blot.</summary>
    MistAndBlot,

    /// <summary>A pattern stamped in ink that water dissolves.</summary>
    PrintPattern,

    /// <summary>Water over a stamped pattern.</summary>
    Soften,

    /// <summary>Face down into misted ink.</summary>
    Dip,

    /// <summary>Drops from a brush.</summary>
    Splatter,

    /// <summary>White dots and lines.</summary>
    Highlight,

    /// <summary>The outline again, with a sharp pencil or fine pen.</summary>
    Reline,

    /// <summary>The outline again, with the stamp in the same position.</summary>
    StampAgain,

    /// <summary>Guide lines erased.</summary>
    Erase,

    /// <summary>Embossed lines wiped with a dry cloth.</summary>
    Buff,

    /// <summary>Misted, and through the press in a patterned folder.</summary>
    PressPattern,

    /// <summary>Resist sprayed from a distance.</summary>
    SprayResist,

    /// <summary>Dusted, stamped, covered with powder, melted.</summary>
    Emboss,

    /// <summary>Paste drawn over a stencil.</summary>
    SpreadPaste,

    /// <summary>Gloss or glitter put on spots.</summary>
    AddShine,

    /// <summary>Through the press with a die.</summary>
    CutOut,

    /// <summary>Foam behind pieces.</summary>
    SetOnFoam,

    /// <summary>What the maker named.</summary>
    Own,

    /// <summary>Hues side by side in one wash, each into the edge of the last while it is wet.</summary>
    Variegate,

    /// <summary>A trimmer's cut.</summary>
    Trim,

    /// <summary>Scissors along the line.</summary>
    CutByHand,

    /// <summary>Through the press with a die, a plate over one part only.</summary>
    CutPartly,

    /// <summary>Scored and folded.</summary>
    Fold,

    /// <summary>The image's stamp, pressed straight down.</summary>
    StampImage,

    /// <summary>A stamp of words, along a line.</summary>
    StampWords,

    /// <summary>A mask laid over a print.</summary>
    LayMask,

    /// <summary>A mask taken off.</summary>
    TakeMaskOff,

    /// <summary>Low-tack tape around the edges.</summary>
    TapeDown,

    /// <summary>A pencil around shapes.</summary>
    TraceGuides,

    /// <summary>Between plates or under a book.</summary>
    Flatten,

    /// <summary>Inner pieces set back with tweezers.</summary>
    Inlay,

    /// <summary>Cuts of one shape glued on each other.</summary>
    StackCuts,

    /// <summary>Dots and small shapes on tiny drops of medium.</summary>
    SetDots,

    /// <summary>Put down on dry tape.</summary>
    FixWithTape,

    /// <summary>Put down on liquid glue.</summary>
    FixWithGlue,

    /// <summary>A flat weight put on top.</summary>
    PutWeight,

    /// <summary>What reaches beyond the card cut off.</summary>
    TrimOverhang,

    /// <summary>Into the envelope.</summary>
    PutIntoEnvelope,
}

/// <summary>What is in the hand.</summary>
public enum Tool
{
    /// <summary>A round brush.</summary>
    Brush,

    /// <summary>A pencil.</summary>
    Pencil,

    /// <summary>A brush pen.</summary>
    Pen,

    /// <summary>A marker.</summary>
    Marker,

    /// <summary>A foam tip or blending brush.</summary>
    Sponge,

    /// <summary>A paper stump with solvent.</summary>
    Stump,

    /// <summary>A stamp on its block.</summary>
    Stamp,

    /// <summary>A mat with misted ink.</summary>
    Mat,

    /// <summary>A spray bottle.</summary>
    Mister,

    /// <summary>A gel pen or fine pen.</summary>
    FinePen,

    /// <summary>An eraser.</summary>
    Eraser,

    /// <summary>A dry cloth.</summary>
    Cloth,

    /// <summary>A press with its plates, dies and folders.</summary>
    Press,

    /// <summary>A spray can.</summary>
    SprayCan,

    /// <summary>Sticky ink, embossing powder and the heat tool.</summary>
    Powder,

    /// <summary>A stencil and a palette knife.</summary>
    Knife,

    /// <summary>A glitter brush or a bottle of glossy medium.</summary>
    Gloss,

    /// <summary>Foam pieces or foam tape.</summary>
    Foam,

    /// <summary>What a step of the maker's own takes.</summary>
    OwnThings,

    /// <summary>A trimmer, or a knife and a steel ruler.</summary>
    Trimmer,

    /// <summary>Scissors.</summary>
    Scissors,

    /// <summary>A scoring board and a bone folder.</summary>
    Folder,

    /// <summary>Masks of low-tack paper.</summary>
    Mask,

    /// <summary>Low-tack tape.</summary>
    LowTackTape,

    /// <summary>Plates, books, a flat weight.</summary>
    Weight,

    /// <summary>Tweezers.</summary>
    Tweezers,

    /// <summary>Liquid glue.</summary>
    Glue,

    /// <summary>Double-sided tape or a dry adhesive.</summary>
    DryTape,

    /// <summary>Envelopes.</summary>
    Envelope,
}
