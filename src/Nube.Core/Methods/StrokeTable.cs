using System.Collections.Immutable;
using Nube.Core.Drying;
using static Nube.Core.Methods.Traits;

namespace Nube.Core.Methods;

/// <summary>What a stroke takes and leaves.</summary>
/// <param name="Stroke">The stroke.</param>
/// <param name="Tool">What is in the hand.</param>
/// <param name="Effort">How much longer a surface takes than a wash of it, each time it is gone over.</param>
/// <param name="Seconds">What it takes beside that, s on each card, each time.</param>
/// <param name="Leaves">What must dry afterwards.</param>
/// <param name="Needs">How dry its areas must be, and those that touch them.</param>
/// <param name="Brings">What it brings that may clash, beside its colour's own traits.</param>
public sealed record StrokeSheet(
    Stroke Stroke,
    Tool Tool,
    double Effort,
    double Seconds,
    Leaves Leaves,
    Wetness Needs,
    Traits Brings = None
);

/// <summary>What a tool takes to be ready.</summary>
/// <param name="Tool">The tool.</param>
/// <param name="Called">What it is called in a sentence: "the brush".</param>
/// <param name="Name">What is laid out.</param>
/// <param name="TakeSeconds">To lay the last one down, take this one and load it, s.</param>
/// <param name="ChangeSeconds">To change its colour, s.</param>
/// <param name="Cleaning">How it is made clean before another colour; empty where nothing is to be cleaned.</param>
public sealed record ToolSheet(
    Tool Tool,
    string Called,
    string Name,
    double TakeSeconds,
    double ChangeSeconds,
    string Cleaning
);

/// <summary>Strokes and tools.</summary>
/// <remarks>
/// Times are from memory, checked against "six cards of a small image take about half an hour of colouring"; the
/// maker's own are learned from the bench. What a stroke must find and leaves is common practice, no source.
/// </remarks>
public static class StrokeTable
{
    // csharpier-ignore - a table is read by its columns
    /// <summary>All strokes.</summary>
    public static ImmutableArray<StrokeSheet> All { get; } =
    [
        new(Stroke.Wash, Tool.Brush, 1, 0, Leaves.Water, Wetness.Dry, Water),
        new(Stroke.GradedWash, Tool.Brush, 1.4, 3, Leaves.Water, Wetness.Dry, Water),
        new(Stroke.DropIn, Tool.Brush, 1.6, 5, Leaves.Water, Wetness.Dry, Water | MuchWater),
        new(Stroke.Pull, Tool.Brush, 1.5, 2, Leaves.Water, Wetness.Dry, Water),
        new(Stroke.LeadWash, Tool.Brush, 1.2, 0, Leaves.Water, Wetness.Dry, Water),
        new(Stroke.Draw, Tool.Pencil, 1.5, 0, Leaves.Nothing, Wetness.BoneDry, PencilStroke),
        new(Stroke.WetDrawn, Tool.Brush, 1.2, 0, Leaves.Water, Wetness.Dry, Water),
        new(Stroke.PenPair, Tool.Pen, 2.5, 4, Leaves.Water, Wetness.Dry, Water),
        new(Stroke.Burnish, Tool.Pencil, 4, 0, Leaves.Nothing, Wetness.BoneDry, PencilStroke | Wax),
        new(Stroke.Dissolve, Tool.Stump, 3, 5, Leaves.Solvent, Wetness.BoneDry, Solvent),
        new(Stroke.Marker, Tool.Marker, 0.8, 0, Leaves.Alcohol, Wetness.BoneDry, Alcohol),
        new(Stroke.Sponge, Tool.Sponge, 1.2, 3, Leaves.Nothing, Wetness.BoneDry, Blending),
        new(Stroke.WhiteBase, Tool.Brush, 1.2, 0, Leaves.Water, Wetness.Dry, Water | OpaqueWhite),
        new(Stroke.Redraw, Tool.Brush, 20, 5, Leaves.Water, Wetness.BoneDry, None),
        new(Stroke.Skim, Tool.Brush, 1.5, 0, Leaves.Water, Wetness.Dry, None),
        new(Stroke.Around, Tool.Brush, 1.3, 0, Leaves.Water, Wetness.Dry, Water),
        new(Stroke.Lift, Tool.Brush, 3, 5, Leaves.Water, Wetness.Dry, Water),
        new(Stroke.Loose, Tool.Brush, 0.3, 10, Leaves.Water, Wetness.Dry, Water | MuchWater),
        new(Stroke.Bands, Tool.Brush, 0.8, 10, Leaves.Water, Wetness.Dry, Water | MuchWater),
        new(Stroke.PrintBands, Tool.Stamp, 0, 60, Leaves.Water, Wetness.BoneDry, Water | WakesUp | Mist),
        new(Stroke.Blend, Tool.Sponge, 0.4, 20, Leaves.SlowInk, Wetness.BoneDry, Blending | WakesUp),
        new(Stroke.BlendThrough, Tool.Sponge, 0.4, 50, Leaves.SlowInk, Wetness.BoneDry, Blending | WakesUp | LowTack),
        new(Stroke.MistAndBlot, Tool.Mister, 0, 45, Leaves.Water, Wetness.Dry, Mist),
        new(Stroke.PrintPattern, Tool.Stamp, 0, 40, Leaves.Water, Wetness.BoneDry, WakesUp),
        new(Stroke.Soften, Tool.Brush, 0.5, 10, Leaves.Water, Wetness.Dry, Water),
        new(Stroke.Dip, Tool.Mat, 0, 30, Leaves.Water, Wetness.Dry, Water | WakesUp),
        new(Stroke.Splatter, Tool.Brush, 0, 30, Leaves.Water, Wetness.Dry, Splatter),
        new(Stroke.Highlight, Tool.FinePen, 0, 40, Leaves.ThickWhite, Wetness.BoneDry, Pen),
        new(Stroke.Reline, Tool.FinePen, 0, 90, Leaves.Nothing, Wetness.BoneDry, Pen),
        new(Stroke.StampAgain, Tool.Stamp, 0, 30, Leaves.SlowInk, Wetness.BoneDry, None),
        new(Stroke.Erase, Tool.Eraser, 0.5, 10, Leaves.Nothing, Wetness.BoneDry, Eraser),
        new(Stroke.Buff, Tool.Cloth, 0, 15, Leaves.Nothing, Wetness.BoneDry, None),
        new(Stroke.PressPattern, Tool.Press, 0, 45, Leaves.Water, Wetness.BoneDry, Press | Mist | Pattern),
        new(Stroke.SprayResist, Tool.SprayCan, 0, 20, Leaves.Resist, Wetness.BoneDry, Resist | Spray),
        new(Stroke.Emboss, Tool.Powder, 0, 120, Leaves.Nothing, Wetness.BoneDry, Powder | Heat),
        new(Stroke.SpreadPaste, Tool.Knife, 0, 90, Leaves.Paste, Wetness.BoneDry, Paste),
        new(Stroke.AddShine, Tool.Gloss, 0, 40, Leaves.Gloss, Wetness.BoneDry, SlowShine),
        new(Stroke.CutOut, Tool.Press, 0, 75, Leaves.Nothing, Wetness.BoneDry, Press | LowTack | MarkedPlate),
        new(Stroke.SetOnFoam, Tool.Foam, 0, 60, Leaves.Nothing, Wetness.BoneDry, Foam),
        new(Stroke.Own, Tool.OwnThings, 0, 0, Leaves.Nothing, Wetness.Dry),
        new(Stroke.Variegate, Tool.Brush, 1.4, 3, Leaves.Water, Wetness.Dry, Water | MuchWater),
        new(Stroke.Trim, Tool.Trimmer, 0, 25, Leaves.Nothing, Wetness.BoneDry),
        new(Stroke.CutByHand, Tool.Scissors, 0, 120, Leaves.Nothing, Wetness.BoneDry),
        new(Stroke.CutPartly, Tool.Press, 0, 90, Leaves.Nothing, Wetness.BoneDry, Press | LowTack | MarkedPlate),
        new(Stroke.Fold, Tool.Folder, 0, 30, Leaves.Nothing, Wetness.BoneDry),
        new(Stroke.StampImage, Tool.Stamp, 0, 30, Leaves.SlowLine, Wetness.BoneDry),
        new(Stroke.StampWords, Tool.Stamp, 0, 30, Leaves.SlowLine, Wetness.BoneDry),
        new(Stroke.LayMask, Tool.Mask, 0, 40, Leaves.Nothing, Wetness.BoneDry, LowTack),
        new(Stroke.TakeMaskOff, Tool.Mask, 0, 10, Leaves.Nothing, Wetness.BoneDry),
        new(Stroke.TapeDown, Tool.LowTackTape, 0, 25, Leaves.Nothing, Wetness.BoneDry, LowTack),
        new(Stroke.TraceGuides, Tool.FinePen, 0, 60, Leaves.Nothing, Wetness.BoneDry, Graphite),
        new(Stroke.Flatten, Tool.Weight, 0, 15, Leaves.Nothing, Wetness.BoneDry, MarkedPlate),
        new(Stroke.Inlay, Tool.Tweezers, 0, 90, Leaves.Nothing, Wetness.BoneDry),
        new(Stroke.StackCuts, Tool.Glue, 0, 60, Leaves.Glue, Wetness.BoneDry, WetGlue),
        new(Stroke.SetDots, Tool.Tweezers, 0, 60, Leaves.Gel, Wetness.BoneDry),
        new(Stroke.FixWithTape, Tool.DryTape, 0, 30, Leaves.Nothing, Wetness.BoneDry),
        new(Stroke.FixWithGlue, Tool.Glue, 0, 35, Leaves.Glue, Wetness.BoneDry, WetGlue),
        new(Stroke.PutWeight, Tool.Weight, 0, 10, Leaves.Nothing, Wetness.Dry),
        new(Stroke.TrimOverhang, Tool.Trimmer, 0, 25, Leaves.Nothing, Wetness.BoneDry),
        new(Stroke.PutIntoEnvelope, Tool.Envelope, 0, 15, Leaves.Nothing, Wetness.BoneDry),
    ];

    // csharpier-ignore - a table is read by its columns
    /// <summary>All tools.</summary>
    public static ImmutableArray<ToolSheet> Tools { get; } =
    [
        new(Tool.Brush, "the brush", "round brushes, two jars of water, a cloth", 20, 20, "Rinse the brush and wipe it."),
        new(Tool.Pencil, "the pencil", "pencils with a short point, a soft brush for crumbs, a sheet under your hand", 5, 4, ""),
        new(Tool.Pen, "the pen", "brush pens and their blender, scrap paper", 5, 12, "Scribble the blender on scrap until it runs clear."),
        new(Tool.Marker, "the marker", "alcohol markers, a sheet under the card", 5, 4, ""),
        new(Tool.Sponge, "the foam tip", "foam tips or blending brushes, scrap to dab off on", 8, 15, "Wipe the foam well, or take a clean tip; dab off on scrap first."),
        new(Tool.Stump, "the stump", "paper stumps, sandpaper, solvent in a closed jar", 8, 12, "Wipe the stump on sandpaper."),
        new(Tool.Stamp, "the stamp", "the stamp, its block or positioner, a damp cloth", 20, 60, "Clean the stamp."),
        new(Tool.Mat, "the mat", "a glass or plastic mat and a spray bottle", 20, 40, "Wipe the mat."),
        new(Tool.Mister, "the spray bottle", "a spray bottle and kitchen paper", 6, 6, ""),
        new(Tool.FinePen, "the pen", "a white gel pen, a fine pen or a sharp pencil", 5, 4, ""),
        new(Tool.Eraser, "the eraser", "a soft eraser", 5, 0, ""),
        new(Tool.Cloth, "the cloth", "a dry cloth", 5, 0, ""),
        new(Tool.Press, "the press", "the press with clean plates, its dies and folders, low-tack tape", 15, 15, "Wipe the plates and look for scratches."),
        new(Tool.SprayCan, "the spray can", "resist spray, a mask for yourself, newspaper outdoors or at an open window", 60, 0, ""),
        new(Tool.Powder, "the powder", "anti-static powder, sticky ink and its stamp, embossing powder, scrap paper, a heat tool, tweezers", 40, 0, ""),
        new(Tool.Knife, "the stencil and the knife", "a stencil, paste, a palette knife, tape, a bowl of water", 15, 60, "Wash stencil and knife at once, before the paste sets."),
        new(Tool.Gloss, "the gloss", "a glitter brush or glossy medium", 5, 10, "Wipe the tip on scrap until it is clear."),
        new(Tool.OwnThings, "what you need", "what your own steps need", 5, 0, ""),
        new(Tool.Foam, "the foam", "foam pieces or foam tape, scissors", 8, 0, ""),
        new(Tool.Trimmer, "the trimmer", "a trimmer, or a knife, a steel ruler and a cutting mat", 10, 5, ""),
        new(Tool.Scissors, "the scissors", "small sharp scissors", 5, 0, ""),
        new(Tool.Folder, "the folder", "a scoring board and a bone folder", 10, 5, ""),
        new(Tool.Mask, "the mask", "masks of low-tack paper", 5, 5, ""),
        new(Tool.LowTackTape, "the low-tack tape", "low-tack tape and a board", 8, 0, ""),
        new(Tool.Weight, "the weight", "clean plates, heavy books", 5, 0, ""),
        new(Tool.Tweezers, "the tweezers", "tweezers, clear-drying medium, small shapes", 8, 0, ""),
        new(Tool.Glue, "the glue", "liquid glue with a fine tip, scrap to wipe it on", 8, 0, ""),
        new(Tool.DryTape, "the tape", "double-sided tape or a dry adhesive", 5, 0, ""),
        new(Tool.Envelope, "the envelopes", "envelopes", 5, 0, ""),
    ];

    /// <summary>The sheet of a stroke.</summary>
    public static StrokeSheet Of(Stroke stroke) => Strokes[stroke];

    /// <summary>The sheet of a tool.</summary>
    public static ToolSheet Of(Tool tool) => ToolSheets[tool];

    private static readonly ImmutableDictionary<Stroke, StrokeSheet> Strokes = All.ToImmutableDictionary(sheet =>
        sheet.Stroke
    );
    private static readonly ImmutableDictionary<Tool, ToolSheet> ToolSheets = Tools.ToImmutableDictionary(sheet =>
        sheet.Tool
    );
}
