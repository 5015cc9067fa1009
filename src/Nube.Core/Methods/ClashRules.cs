using System.Collections.Immutable;
using static Nube.Core.Methods.Severity;
using static Nube.Core.Methods.Traits;

namespace Nube.Core.Methods;

/// <summary>What goes wrong when one thing meets another that is there already.</summary>
/// <param name="Key">By which it is known, and silenced.</param>
/// <param name="First">Traits of what is there, all of them.</param>
/// <param name="Then">Traits of what comes, all of them.</param>
/// <param name="Severity">How bad it is.</param>
/// <param name="Why">Why, in a sentence; {0} is what is there, {1} what comes.</param>
/// <param name="Instead">What to do instead.</param>
/// <param name="Unless">Traits of either that make it harmless.</param>
public sealed record ClashRule(
    string Key,
    Traits First,
    Traits Then,
    Severity Severity,
    string Why,
    string Instead,
    Traits Unless = None
)
{
    /// <summary>
    /// A maker may silence it for a run, with a reason: what can spoil the work, never what can hurt.
    /// </summary>
    public bool MaySilence => Severity != Severity.Caution;

    /// <summary>Whether it applies.</summary>
    public bool Applies(Thing first, Thing then)
    {
        ArgumentNullException.ThrowIfNull(first);
        ArgumentNullException.ThrowIfNull(then);
        return (first.Traits & First) == First
            && (then.Traits & Then) == Then
            && ((first.Traits | then.Traits) & Unless) == None;
    }
}

/// <summary>The table of what clashes. Common practice, no source.</summary>
public static class ClashRules
{
    // csharpier-ignore - a table is read by its columns
    /// <summary>All rules.</summary>
    public static ImmutableArray<ClashRule> All { get; } =
    [
        // The line.
        new("line-bleeds", SolubleLine, Water, Warn, "{0} dissolves in water: the line will bleed into every wash.", "That is wanted for no-line work only; for a crisp line stamp in waterproof ink.", PaleLine),
        new("line-bleeds-mist", SolubleLine, Mist, Warn, "{0} dissolves in water: mist makes the line run.", "Stamp in waterproof ink, or mist before stamping."),
        new("slow-line-smears", SlowLine, Water, Warn, "{0} stays wet for many minutes and smears.", "Let it dry or heat-set it before the first wash."),
        new("slow-line-smears-pencil", SlowLine, PencilStroke, Warn, "{0} stays wet for many minutes: pencil and hand drag it along.", "Let it dry or heat-set it first."),
        new("slow-line-smears-blending", SlowLine, Blending, Warn, "{0} stays wet for many minutes: a sponge drags it along.", "Let it dry or heat-set it first."),
        new("slow-line-under-mask", SlowLine, LowTack, Warn, "{0} comes off on a mask while it is wet.", "Let it dry or heat-set it before the mask goes on."),
        new("line-lost-in-alcohol", LineLostInAlcohol, Alcohol, Warn, "Alcohol dissolves {0}: the line greys and feathers.", "Stamp in alcohol-safe ink, or colour first and stamp afterwards."),
        new("solvent-lifts-line", LineLostInAlcohol, Solvent, Hint, "Solvent may lift {0}.", "Try it on a scrap first."),
        new("embossed-sheds", EmbossedLine, Water, Hint, "Colour beads on an embossed line and dulls it.", "Buff the line with a dry cloth when the wash is dry."),
        new("embossed-sheds-blending", EmbossedLine, Blending, Hint, "Blended ink clouds an embossed line.", "Buff the line with a dry cloth afterwards."),
        new("embossed-pencil", EmbossedLine, PencilStroke, Hint, "Pencil skips at the raised edge of an embossed line.", "Work along the line with a sharp point."),
        new("embossed-heat", EmbossedLine, Heat, Warn, "Heat melts an embossed line again: it sinks in and loses its shine.", "Dry in the air once the line is embossed."),
        new("embossed-press", EmbossedLine, Pattern, Warn, "A pressed pattern crushes or cracks an embossed line.", "Press the pattern first and emboss afterwards; cutting around the line is fine."),
        new("graphite-trapped", Graphite, Water, Warn, "Graphite under paint stays for good.", "Erase the line first, or keep the wash a hair away from it."),
        new("graphite-smears", Graphite, Blending, Warn, "A sponge smears graphite into the colour.", "Erase the line first."),

        // The paper.
        new("buckles", Buckles, Water, Warn, "{0} buckles under a full wash.", "The plan uses a wiped brush; tape the card down."),
        new("thin-floods", ThinPaper, MuchWater, Warn, "{0} is thin: much water warps it for good.", "Take heavier paper, or less water, and tape it down."),
        new("textured-print", TexturedPaper, Powder, Hint, "{0} is textured: powder sticks patchily.", "Take several impressions from a fixed position, or the smoother side."),
        new("textured-die", TexturedPaper, Press, Hint, "Fine details of a die tear in {0}.", "Run it twice, with a shim under fine detail.", Mist),
        new("dark-swallows", DarkPaper, Transparent, Warn, "{1} is transparent: on {0} it darkens or vanishes.", "Lay an opaque white base first, or take an opaque colour.", OpaqueWhite),
        new("smooth-no-tooth", SmoothPaper, PencilStroke, Hint, "{0} has little tooth: it takes few layers of pencil.", "Keep to two or three thin layers, or take paper with a tooth."),
        new("smooth-puddles", SmoothPaper, MuchWater, Hint, "On {0} much water stands in puddles and dries with rims.", "Take less water, or paper that drinks."),

        // Colour on colour.
        new("wax-resists", Wax, Water, Warn, "Wax under a wash resists it.", "Wash first and draw afterwards, or want the resist."),
        new("wax-clogs", Wax, Alcohol, Stop, "Wax clogs the nib of an alcohol marker, and the ink does not take.", "Lay the marker first, the pencil over it."),
        new("oil-clogs", Oil, Alcohol, Stop, "Oil pencil clogs the nib of an alcohol marker.", "Lay the marker first, the pencil over it."),
        new("wax-builds-up", Wax, Wax, Hint, "Many layers of wax fill the tooth and bloom white.", "Keep layers thin, and wipe a bloom off with a soft cloth."),
        new("wakes-under-wash", WakesUp, Water, Hint, "Water moves {0} again, also when it is dry.", "Touch it once and leave it, or lay it last."),
        new("wakes-under-mist", WakesUp, Mist, Warn, "Mist wakes {0} up and moves it.", "Mist before it, or want the soft spots."),
        new("wakes-under-splatter", WakesUp, Splatter, Hint, "Splatter wakes {0} up where it falls.", "Splatter with thinned opaque white or hardly any water."),
        new("solvent-lifts-marker", Alcohol, Solvent, Hint, "Solvent may lift the marker base.", "Try it on a scrap first."),
        new("wet-pencil", Water | Wet, PencilStroke, Warn, "A pencil tears wet paper and does not mark it.", "Wait until it is bone dry."),
        new("wet-splatter", Water | Wet, Splatter, Warn, "Splatter blooms in what is still wet.", "Wait until it is dry, and cover the rest."),
        new("white-over-wakes", WakesUp, OpaqueWhite, Hint, "Water-reactive colour tints opaque white laid over it.", "Take a gel pen, or very little water."),
        new("pen-on-wax", Wax, Pen, Hint, "A pen skips on wax.", "Wipe the spot, or set highlights with opaque white before the pencil."),
        new("resist-sheds", Resist, Water, Hint, "Resist sheds colour where it lies.", "Spray it only where the paper is to stay."),

        // Powder, heat, solvent.
        new("powder-on-damp", Blending | Wet, Powder, Warn, "Powder sticks wherever blended ink is still damp.", "Dry it, and dust with anti-static powder first."),
        new("powder-on-wash", Water | Wet, Powder, Warn, "Powder sticks to a damp wash.", "Wait until it is bone dry, and dust it first."),
        new("heat-on-wax", Wax, Heat, Warn, "Heat melts wax pencil into the paper.", "Dry in the air."),
        new("heat-on-foam", Foam, Heat, Stop, "Foam shrinks and melts under a heat tool.", "Heat before anything is glued on foam."),
        new("heat-on-solvent", Solvent, Heat, Caution, "Solvent and its vapour catch fire: never near a heat tool.", "Let it dry in the air, with the window open and the jar closed."),
        new("heat-on-alcohol", Alcohol | Wet, Heat, Caution, "Wet alcohol ink catches fire: keep a heat tool away.", "Let it dry in the air."),
        new("spray-near-heat", Spray, Heat, Caution, "Sprays are flammable: never near a heat tool or a flame.", "Spray outdoors or well aired, and let it dry first."),
        new("heat-warps", ThinPaper, Heat, Hint, "A heat tool warps thin card.", "Heat from below and keep moving, or dry in the air."),

        // Putting it together.
        new("glue-wakes", WakesUp, WetGlue, Warn, "Wet glue wakes {0} up, and it bleeds.", "Use tape, foam or a dry adhesive, or seal it first."),
        new("glue-on-soluble-line", SolubleLine, WetGlue, Warn, "Wet glue dissolves {0}.", "Use tape, foam or a dry adhesive."),
        new("glue-buckles-thin", ThinPaper, WetGlue, Hint, "Liquid glue cockles {0}.", "Take tape or a dry adhesive, or thin lines of glue and a weight on top."),
        new("shine-smears", SlowShine | Wet, Press, Warn, "Glitter and glossy medium come off in the press while they are wet.", "Do shine last, and let it dry overnight."),
        new("tape-lifts-wet", Wet, LowTack, Warn, "Low-tack tape lifts what is still wet, and the paper with it.", "Wait until it is bone dry."),
        new("erase-wet", Wet, Eraser, Warn, "An eraser tears damp paper and smears colour.", "Wait until it is bone dry."),
        new("marked-plate", Wet, MarkedPlate, Warn, "Plates print their scratches into damp card.", "Wait until it is bone dry, and take clean, smooth plates."),
        new("paste-on-wet", Wet, Paste, Hint, "Stencil paste runs under the stencil on damp card.", "Dry the card and tape the stencil down."),
        new("press-dries-crack", Paste, Press, Warn, "Paste cracks in a press.", "Cut first, paste afterwards."),
    ];
}
