using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods.Builders;
using Nube.Core.Mixing;
using static Nube.Core.Materials.Medium;

namespace Nube.Core.Methods;

/// <summary>What a method is, needs and does.</summary>
/// <param name="Method">The method.</param>
/// <param name="Name">What it is called.</param>
/// <param name="WholeCard">It is for whole cards, not for single areas.</param>
/// <param name="Media">What its colour may come from; empty when it needs no colour of its own.</param>
/// <param name="With">What must be among the run's colours besides, any one of them; empty for nothing.</param>
/// <param name="What">What is done, in a sentence.</param>
/// <param name="When">When it is the one to take.</param>
/// <param name="Phase">When in the course of a card a method for whole cards comes; for areas their passes say
/// it.</param>
public sealed record MethodSheet(
    Method Method,
    string Name,
    bool WholeCard,
    ImmutableArray<Medium> Media,
    ImmutableArray<Medium> With,
    string What,
    string When,
    Phase Phase
)
{
    /// <summary>
    /// It is work on a piece of a card beside its colours: stamping, cutting, putting together. A card's design tells it.
    /// </summary>
    public bool OfPieces { get; init; }

    /// <summary>Opaque white is a part of each of its mixes.</summary>
    public bool IsBody => Method == Method.BodyColour;
}

/// <summary>All methods. What they are for is common practice, no source.</summary>
public static class MethodTable
{
    private static readonly ImmutableArray<Medium> Wet = [Pan, Tube, InkPad, BrushMarker];
    private static readonly ImmutableArray<Medium> Dry = [WaxPencil, OilPencil, WatercolourPencil];
    private static readonly ImmutableArray<Medium> WetOrPencil = [.. Wet, .. Dry];

    // csharpier-ignore - a table is read by its columns
    /// <summary>All of them, those for areas first.</summary>
    public static ImmutableArray<MethodSheet> All { get; } =
    [
        Area(Method.FlatWash, "Flat wash", Wet, [], "Even washes up to the lines, each dry before the next; more layers in the shadow.", "The usual way with paint."),
        Area(Method.GradedWash, "Graded wash", Wet, [], "Colour at the side away from the light, then clean water pulls it out to nothing.", "Skies, petals, round things in one go."),
        Area(Method.WetInWet, "Wet in wet", Wet, [], "The area is wetted; colour dropped in while it shines spreads and fades softly. Too much is wicked away with a clean damp brush.", "Soft blooms and clouds, on paper that takes water."),
        Area(Method.Glaze, "Glaze", Wet, [], "Two to four thin layers, each dried, instead of one thick one.", "Clear, deep colour; when a colour must not come out too strong at once."),
        Area(Method.LineAndPull, "Line and pull", Wet, [], "Strong colour just inside the line, then a wet brush pulls it inwards: darkest at the edge.", "Small images, markers, little time: the water does the shading."),
        Area(Method.LeadLifted, "Lifted from the lead", [WatercolourPencil], [], "A wet brush takes the colour from the pencil's lead and paints with it: no pencil marks.", "Small washes from watercolour pencils."),
        Area(Method.PencilWetted, "Pencil, then water", [WatercolourPencil], [], "Drawn in light layers, then wetted; the strokes stay faintly.", "Fur, grass, bark."),
        Area(Method.BrushPenPair, "Light and dark pen", [BrushPen], [], "The light and the dark pen at once, and the blender pulls dark into light while they are wet.", "Quick, clean shading of small areas."),
        Area(Method.DryPencil, "Pencil in dry layers", Dry, [], "Many light layers with a sharp point: lightest over all, middle, darkest in the shadow, then back.", "The usual way with pencils."),
        Area(Method.BurnishedPencil, "Burnished pencil", [WaxPencil, OilPencil], [], "Dry layers, then a pale pencil pressed over all of it. Nothing more sticks afterwards.", "A smooth, shiny finish."),
        Area(Method.SolventPencil, "Pencil with solvent", [WaxPencil, OilPencil], [], "Dry layers, then a stump lightly dipped in odourless solvent, from light into dark.", "Smooth areas without paper showing through."),
        Area(Method.PencilOverMarker, "Pencil over marker", [AlcoholMarker], [WaxPencil, OilPencil], "A flat marker coat, and pencil in darker colours over it for depth.", "Even colour fast, with depth. Never marker over pencil."),
        Area(Method.OilDetail, "Oil pencil over paint", Wet, [OilPencil], "A wash, and when it is bone dry an oil pencil for edges and shadow.", "Crisp detail over soft colour."),
        Area(Method.PencilAccents, "Pencil accents", Dry, [], "A few light strokes on the shadow side of a coloured print; print and paper stay visible.", "Solid and painted-look images."),
        Area(Method.SpongeBlend, "Sponge blending", [BlendingInk], [], "Lightest ink over all, middle over all but the light, darkest in the deepest part, then back with middle and lightest.", "Soft round shading on smooth card; on coloured card with darker ink of its family."),
        Area(Method.ShadedWhite, "Shading something white", [], WetOrPencil, "A pale blue, violet or the colour of what stands beside it, in its shadow and mostly outside its edge.", "White flowers, eggs, mugs: shaded, not painted."),
        Area(Method.WhiteBase, "White base, then colour", WetOrPencil, [OpaqueWhite, WaxPencil, OilPencil], "Opaque white first, the colour on it when it is dry.", "Kraft and toned card, on which transparent colour is lost."),
        Area(Method.BodyColour, "Body colour", Wet, [OpaqueWhite], "Paint mixed with opaque white, laid evenly like cream: it covers what is under it.", "Kraft and toned card in one go; pale, chalky colours."),
        Area(Method.NoLine, "No-line", WetOrPencil, [], "Coloured over a pale line; what vanishes with it, eyes and veins, is drawn again at the end.", "Soft images stamped in pale ink."),
        Area(Method.RaisedParts, "Raised parts only", Wet, [], "A flat, nearly dry brush skims what the press has raised.", "Panels pressed with a 3-D pattern."),
        Area(Method.NegativePainting, "Paint around shapes", Wet, [], "The space between shapes is painted; their guide lines are erased when it is bone dry.", "White shapes on colour."),
        Area(Method.Lift, "Wash, then lift a light", Wet, [], "A wash, and where the light falls a damp brush lifts it again when it is dry.", "Highlights on round things; corrections. Staining pigments lift badly."),
        Area(Method.Gradient, "One colour into another", [.. Wet, .. Dry, BrushPen, AlcoholMarker, BlendingInk], [], "Two to four hues that pass into each other: paint and pens side by side while they are wet, pencils and foam tips one over the other, each fading out into the next.", "Petals, leaves, hair, skies, the space around shapes; named colour by colour."),
        Card(Method.LooseBackground, "Loose background", Wet, [], "A loose, wet wash over the whole card before everything else.", "A soft ground; on heavy paper, taped down.", Phase.Ground),
        Card(Method.RainbowBands, "Rainbow bands", Wet, [], "Hues in their order side by side, the mat wiped between; a band that is too strong is watered down at once.", "A painted patch a little larger than the die that will frame it.", Phase.Ground),
        Card(Method.RainbowStamp, "Rainbow stamp", [InkPad, BlendingInk, BrushMarker], [], "A solid stamp inked in bands of neighbouring hues, misted and printed; misted again for a second, paler, and a third, palest.", "Backgrounds for several cards from one inking.", Phase.Ground),
        Card(Method.BlendedPanel, "Blended panel", [BlendingInk], [], "Inks blended in large circles; neighbours overlap, and the lighter one goes back over the seam.", "Skies, hills, glows.", Phase.Ground),
        Card(Method.StencilledInk, "Ink through a stencil", [BlendingInk], [], "A stencil taped down, ink blended over its openings with a nearly dry tip; the stencil is cleaned between colours.", "Patterns with clean edges, behind an image or by themselves.", Phase.Ground),
        Card(Method.MistAndBlot, "Mist, wait, blot", [], [], "Mist with water, wait half a minute, blot: soft pale spots.", "Texture on a blended or painted panel.", Phase.Ground),
        Card(Method.SoftenedStamp, "Softened stamp pattern", [InkPad, BrushMarker], [], "A pattern stamped in ink that water dissolves, then softened with more water.", "A quiet pattern behind an image.", Phase.Ground),
        Card(Method.DipAndDry, "Dip and dry", [InkPad, BlendingInk], [], "Laid face down in misted ink and dried, again and again until deep enough.", "Die-cut shapes in mottled colour.", Phase.Ground),
        Card(Method.Splatter, "Splatter", [.. Wet, OpaqueWhite], [], "Drops flicked from a loaded brush onto dry colour, the rest covered.", "Life on a finished panel; white for snow and stars."),
        Card(Method.Highlights, "White highlights", [OpaqueWhite, GelPen], [], "Dots and lines of white where the light falls.", "Last of all, sparingly."),
        Card(Method.Relining, "Crisp lines again", [], [], "The outline gone over with a fine pen or sharp pencil, or stamped a second time in the same position.", "Lines dulled by pencil, sponge or opaque white."),
        Card(Method.PressedPattern, "Pressed pattern", [], [], "The card is misted and run through the press in a patterned folder.", "Before it is coloured, so that a flat brush finds the raised parts.", Phase.Ground),
        Card(Method.ResistSpray, "Resist spray", [], [], "A fine spray of resist; where its speckles lie the paper sheds what is painted.", "Sparkling light in a loose wash.", Phase.Ground),
        Card(Method.EmbossedWords, "Heat-embossed words", [], [], "Dusted, stamped in sticky ink, covered with powder, the rest tipped back, melted until every spot is glossy.", "Greetings and borders, on colour that is bone dry."),
        Card(Method.StencilPaste, "Paste through a stencil", [], [], "A stencil taped down, paste spread thin and not too evenly, the stencil lifted straight up.", "Raised texture; after cutting, for paste cracks in a press.", Phase.Assembly),
        Card(Method.Shine, "Gloss and glitter", [], [], "Glossy medium or a glitter brush on a few spots.", "Late: it dries slowly, and nothing goes over it.", Phase.Assembly),
        Card(Method.DieCut, "Cut with a die", [], [], "The die held with low-tack tape and turned a little, run through the press, fluff picked off.", "When all is bone dry.", Phase.Assembly),
        Card(Method.OnFoam, "Set on foam", [], [], "Foam in one or two heights behind the piece.", "Last of all: foam takes neither heat nor press.", Phase.Assembly),
        Card(Method.OwnStep, "A step of one's own", [], [], "Whatever the maker adds at the bench.", "What no method knows.", Phase.Finish),
        Card(Method.Buffing, "Buff the embossed lines", [], [], "A dry cloth takes off what beads on the raised lines.", "Always with embossed lines; the plan does it by itself.", Phase.Clean),
        Piece(Method.CutToSize, "Cut to size", "Cut with a trimmer, the cut that frees the most first.", "Before it is worked on, or last where it was painted larger than it is to be."),
        Piece(Method.ScoreAndFold, "Score and fold", "Scored along the grain, folded away from the scored side, and rubbed down.", "A base, before anything is put on it."),
        Piece(Method.StampedImage, "Stamp the image", "A clean stamp, evenly inked, pressed straight down; from a fixed position where it may be stamped again.", "Before its colour."),
        Piece(Method.EmbossedImage, "Stamp and emboss the image", "Dusted, stamped in slow or sticky ink, covered with powder, the rest tipped back, melted until every spot is glossy.", "Before its colour; its lines then stop water."),
        Piece(Method.StampedWords, "Stamp words", "On a line drawn through the middle, so that they stand straight; a second and third print from one inking are paler.", "Before anything is put together: inside a card, and on what is cut out around them."),
        Piece(Method.Masking, "Mask", "A print on low-tack paper, cut out just inside its line and laid over it.", "Before what lies behind is stamped or blended."),
        Piece(Method.Unmasking, "Take the mask off", "Lifted slowly, flat over itself.", "When what went over it is bone dry."),
        Piece(Method.TapingDown, "Tape it down", "Low-tack tape along all four sides, on a board.", "Before a wet ground, so that it dries flat."),
        Piece(Method.TracingGuides, "Trace shapes", "A stencil traced lightly in pencil.", "Before the space around the shapes is painted."),
        Piece(Method.Picture, "Colour the picture", "Its areas, as their colours say.", "Where in its course the colours come."),
        Piece(Method.Flattening, "Flatten", "Between clean plates or under heavy books.", "When it is bone dry, before it is cut or put on."),
        Piece(Method.CutByHand, "Cut out by hand", "Small scissors, the paper turned and not the hand, a thin white border left.", "After the colour, where no die fits the image."),
        Piece(Method.PartialCut, "Cut in part", "A die with the plate left off what is to stay.", "A base or a panel from which a shape stands up."),
        Piece(Method.Inlaying, "Inlay", "Inner pieces on low-tack tape in their order, set back one by one.", "After each has its colour."),
        Piece(Method.StackedCuts, "Stack of cuts", "Two or more cuts of one shape glued on each other.", "Words and shapes that are to stand up."),
        Piece(Method.Assembling, "Put together", "Put onto what lies under it.", "When both are done; the plan does it by itself."),
        Piece(Method.Confetti, "Dots and confetti", "In odd numbers, on tiny drops of clear-drying medium.", "Sparingly, when all is put together."),
        Piece(Method.Weighting, "Weight on top", "A flat weight until the glue has set.", "After liquid glue."),
        Piece(Method.TrimmingOverhang, "Trim what hangs over", "What reaches beyond the card cut off from behind.", "After a piece that runs off the edge."),
        Piece(Method.IntoEnvelope, "Into the envelope", "Into its envelope, when nothing is wet any more.", "Last of all."),
        Card(Method.ErasingGuides, "Erase the guide lines", [], [], "Traced lines are erased when everything is bone dry.", "Always with traced shapes; the plan does it by itself.", Phase.Clean),
    ];

    /// <summary>The sheet of a method.</summary>
    public static MethodSheet Of(Method method) => Sheets[method];

    /// <summary>
    /// A maker may choose it; the others come by themselves, and a gradient by naming its colours.
    /// </summary>
    public static bool IsChosen(Method method) =>
        method is not (Method.OwnStep or Method.Buffing or Method.ErasingGuides or Method.Gradient)
        && !Of(method).OfPieces;

    /// <summary>
    /// A maker may choose it for a piece of a card that has no picture, or beside its picture: what is done to a whole card,
    /// and what is work on pieces alone.
    /// </summary>
    public static bool IsChosenForPieces(Method method) =>
        Of(method).WholeCard
        && (IsChosen(method) || Of(method).OfPieces)
        && method is not (Method.Assembling or Method.Picture or Method.OnFoam);

    /// <summary>It may be given colours.</summary>
    public static bool TakesColour(Method method) => Of(method).Media.Length > 0 || method == Method.ShadedWhite;

    /// <summary>It cannot be done without a colour that is chosen for it.</summary>
    public static bool NeedsColour(Method method) =>
        Of(method).Media.Length > 0 && method is not (Method.Splatter or Method.Highlights);

    /// <summary>The method that suits a medium, where nothing else is said.</summary>
    /// <param name="medium">What the colour comes from.</param>
    /// <param name="toned">The card is kraft, toned or dark.</param>
    /// <param name="schools">The maker's ways.</param>
    public static Method Usual(Medium medium, bool toned, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(schools);
        return medium switch
        {
            WaxPencil or OilPencil when toned => Method.WhiteBase,
            WaxPencil or OilPencil => schools.Pencils switch
            {
                PencilBlend.Burnish => Method.BurnishedPencil,
                PencilBlend.Solvent => Method.SolventPencil,
                _ => Method.DryPencil,
            },
            WatercolourPencil => Method.LeadLifted,
            BrushMarker => Method.LineAndPull,
            BrushPen => Method.BrushPenPair,
            AlcoholMarker => Method.PencilOverMarker,
            BlendingInk => Method.SpongeBlend,
            _ => toned ? Method.WhiteBase : Method.FlatWash,
        };
    }

    /// <summary>What is missing among the run's colours for a method, in a sentence; null when nothing is.</summary>
    public static string? Missing(Method method, IReadOnlyCollection<Medium> owned)
    {
        ArgumentNullException.ThrowIfNull(owned);
        var sheet = Of(method);
        if (NeedsColour(method) && !sheet.Media.Any(owned.Contains))
            return $"{sheet.Name} needs {OneOf(sheet.Media)} among the run's colours.";
        return sheet.With.Length > 0 && !sheet.With.Any(owned.Contains)
            ? $"{sheet.Name} needs {OneOf(sheet.With)} among the run's colours as well."
            : null;
    }

    /// <summary>The passes of an area.</summary>
    /// <param name="method">How it is coloured; a method for areas.</param>
    /// <param name="task">The area.</param>
    /// <param name="paints">The run's colourants; what the method needs is among them.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <exception cref="ArgumentException">The method is for whole cards.</exception>
    public static ImmutableArray<AreaPass> Passes(Method method, AreaTask task, Paints paints, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(task);
        ArgumentNullException.ThrowIfNull(paints);
        ArgumentNullException.ThrowIfNull(schools);
        return
        [
            .. method switch
            {
                Method.FlatWash => Washes.Flat(task, paints, schools),
                Method.GradedWash => Washes.Graded(task, paints, schools),
                Method.WetInWet => Washes.WetInWet(task, paints, schools),
                Method.Glaze => Washes.Flat(task, paints, schools),
                Method.LineAndPull => Washes.LineAndPull(task, paints, schools),
                Method.LeadLifted => Washes.LeadLifted(task, paints, schools),
                Method.PencilWetted => Pencils.Wetted(task, paints, schools),
                Method.BrushPenPair => Inks.PenPair(task, paints, schools),
                Method.DryPencil => Pencils.Dry(task, paints, schools),
                Method.BurnishedPencil => Pencils.Burnished(task, paints, schools),
                Method.SolventPencil => Pencils.Dissolved(task, paints, schools),
                Method.PencilOverMarker => Pencils.OverMarker(task, paints, schools),
                Method.OilDetail => Pencils.OilOverPaint(task, paints, schools),
                Method.PencilAccents => Pencils.Accents(task, paints, schools),
                Method.SpongeBlend => Inks.SpongeBlend(task, paints, schools),
                Method.ShadedWhite => Whites.Shaded(task, paints, schools),
                Method.WhiteBase => Whites.Based(task, paints, schools),
                Method.BodyColour => Washes.Flat(task, paints, schools),
                Method.NoLine => Washes.NoLine(task, paints, schools),
                Method.RaisedParts => Washes.Raised(task, paints, schools),
                Method.NegativePainting => Washes.Negative(task, paints, schools),
                Method.Lift => Washes.Lift(task, paints, schools),
                Method.Gradient => Gradients.Passes(task, paints, schools),
                _ => throw new ArgumentException($"{Of(method).Name} is for whole cards.", nameof(method)),
            },
        ];
    }

    /// <summary>The passes of something that is done to the whole card.</summary>
    /// <param name="task">What.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <exception cref="ArgumentException">The method is for single areas.</exception>
    public static ImmutableArray<AreaPass> Passes(CardTask task, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(task);
        return
        [
            .. task.Method switch
            {
                Method.LooseBackground => WholeCards.Loose(task, paints),
                Method.RainbowBands => WholeCards.Bands(task, paints),
                Method.RainbowStamp => WholeCards.PrintedBands(task),
                Method.BlendedPanel => WholeCards.Blended(Stroke.Blend, task),
                Method.StencilledInk => WholeCards.Blended(Stroke.BlendThrough, task),
                Method.MistAndBlot => WholeCards.Misted(task),
                Method.SoftenedStamp => WholeCards.Softened(task, paints),
                Method.DipAndDry => WholeCards.Dips(task, paints),
                Method.Splatter => WholeCards.Splatter(task, paints),
                Method.Highlights => WholeCards.Highlights(task, paints),
                Method.Relining => WholeCards.Relined(task),
                Method.PressedPattern => WholeCards.Plain(
                    Stroke.PressPattern,
                    task,
                    HowWet.AtMost(BrushWater.Damp, paints.Paper)
                ),
                Method.ResistSpray => WholeCards.Plain(Stroke.SprayResist, task),
                Method.EmbossedWords => WholeCards.Plain(Stroke.Emboss, task),
                Method.StencilPaste => WholeCards.Plain(Stroke.SpreadPaste, task),
                Method.Shine => WholeCards.Shine(task, paints),
                Method.DieCut => WholeCards.Plain(Stroke.CutOut, task),
                Method.OnFoam => WholeCards.Plain(Stroke.SetOnFoam, task),
                Method.OwnStep => WholeCards.Plain(Stroke.Own, task),
                Method.Buffing => WholeCards.Plain(Stroke.Buff, task),
                Method.ErasingGuides => WholeCards.Plain(Stroke.Erase, task),
                Method.CutToSize => WholeCards.Plain(Stroke.Trim, task),
                Method.CutByHand => WholeCards.Plain(Stroke.CutByHand, task),
                Method.PartialCut => WholeCards.Plain(Stroke.CutPartly, task),
                Method.ScoreAndFold => WholeCards.Plain(Stroke.Fold, task),
                Method.StampedImage => WholeCards.Stamped(Stroke.StampImage, task),
                Method.EmbossedImage => WholeCards.Plain(Stroke.Emboss, task),
                Method.StampedWords => WholeCards.Stamped(Stroke.StampWords, task),
                Method.Masking => WholeCards.Plain(Stroke.LayMask, task),
                Method.Unmasking => WholeCards.Plain(Stroke.TakeMaskOff, task),
                Method.TapingDown => WholeCards.Plain(Stroke.TapeDown, task),
                Method.TracingGuides => WholeCards.Plain(Stroke.TraceGuides, task),
                Method.Picture => [],
                Method.Flattening => WholeCards.Plain(Stroke.Flatten, task),
                Method.Inlaying => WholeCards.Plain(Stroke.Inlay, task),
                Method.StackedCuts => WholeCards.Plain(Stroke.StackCuts, task),
                Method.Assembling => WholeCards.Plain(Stroke.FixWithTape, task),
                Method.Confetti => WholeCards.Plain(Stroke.SetDots, task),
                Method.Weighting => WholeCards.Plain(Stroke.PutWeight, task),
                Method.TrimmingOverhang => WholeCards.Plain(Stroke.TrimOverhang, task),
                Method.IntoEnvelope => WholeCards.Plain(Stroke.PutIntoEnvelope, task),
                _ => throw new ArgumentException($"{Of(task.Method).Name} is for single areas.", nameof(task)),
            },
        ];
    }

    /// <summary>The middle's own acts shade the area: nothing else deepens it.</summary>
    public static bool ShadesItself(Method method) =>
        method is Method.ShadedWhite or Method.PencilAccents or Method.GradedWash or Method.WetInWet;

    /// <summary>A colour of its own can lie in the light, under the rest.</summary>
    /// <param name="method">The method.</param>
    /// <param name="pencil">The area's colour comes from a pencil.</param>
    public static bool LightensWithAnother(Method method, bool pencil) =>
        method
            is Method.DryPencil
                or Method.BurnishedPencil
                or Method.SolventPencil
                or Method.PencilWetted
                or Method.SpongeBlend
        || (pencil && method is Method.NoLine or Method.WhiteBase);

    /// <summary>The area's colour comes from a pencil.</summary>
    internal static bool IsPencil(AreaTask task, Paints paints) => IsPencil(task.Recipe, paints);

    /// <summary>A recipe's colour comes from a pencil.</summary>
    internal static bool IsPencil(Recipe recipe, Paints paints) =>
        !recipe.Parts.IsEmpty && paints.Colourants[recipe.Parts[0].Colourant].Medium.IsPencil();

    private static string OneOf(ImmutableArray<Medium> media)
    {
        var names = media.Select(medium => medium.InWords()).Distinct().ToList();
        return names.Count == 1 ? names[0] : $"{string.Join(", ", names.SkipLast(1))} or {names[^1]}";
    }

    private static MethodSheet Area(
        Method method,
        string name,
        ImmutableArray<Medium> media,
        ImmutableArray<Medium> with,
        string what,
        string when
    ) => new(method, name, false, media, with, what, when, Phase.Colour);

    private static MethodSheet Card(
        Method method,
        string name,
        ImmutableArray<Medium> media,
        ImmutableArray<Medium> with,
        string what,
        string when,
        Phase phase = Phase.Finish
    ) => new(method, name, true, media, with, what, when, phase);

    private static MethodSheet Piece(Method method, string name, string what, string when) =>
        Card(method, name, [], [], what, when, Phase.Assembly) with
        {
            OfPieces = true,
        };

    private static readonly ImmutableDictionary<Method, MethodSheet> Sheets = All.ToImmutableDictionary(sheet =>
        sheet.Method
    );
}
