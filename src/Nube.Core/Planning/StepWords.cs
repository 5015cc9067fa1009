using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Checking;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Planning;

/// <summary>What a pass is called, where it goes, how it is done: sentences that can be read aloud.</summary>
public static class StepWords
{
    /// <summary>"Second wash, left pear and branch".</summary>
    public static string Title(Pass pass, Func<int, string> nameOf)
    {
        ArgumentNullException.ThrowIfNull(pass);
        if (pass.Called is { } called)
            return called;
        // What was left out is coloured as it was to be.
        if (pass.Mends is not null and not { Kind: FindingKind.Forgotten })
            return MendingWords.StepTitle(pass, Words.LowerFirst(Words.Names([.. pass.Areas.Select(nameOf)])));
        if (pass.Onto is { } onto)
            return $"{nameOf(pass.Piece!.Value)} onto {Words.LowerFirst(nameOf(onto))}";
        if (pass.Piece is { } piece && pass.Phase != Phase.Together)
            return $"{nameOf(piece)}: {pass.Does ?? Words.LowerFirst(CardTitle(pass))}";
        if (pass.WholeCard)
            return CardTitle(pass);
        var names = Words.LowerFirst(Words.Names([.. pass.Areas.Select(nameOf)]));
        if (OnGradient(pass) is { } along)
            return along.Of == pass.Colours.Count()
                ? $"One colour into another, {names}"
                : $"{Words.Ordinal(along.First + 1)} of {along.Of} colours into each other, {names}";
        return pass.Stroke switch
        {
            Stroke.Wash or Stroke.LeadWash or Stroke.Around => pass.Zone switch
            {
                Zone.Shadow => $"Shadow side of {names}",
                Zone.Beside => $"Shadow beside {names}",
                _ => $"{Words.Ordinal(pass.Layer)} wash, {names}",
            },
            Stroke.GradedWash => $"Graded wash, {names}",
            Stroke.DropIn => $"Wet in wet, {names}",
            Stroke.Pull => pass.Zone == Zone.Shadow ? $"Shadow side of {names}" : $"Line and pull, {names}",
            Stroke.Draw => pass.Times == 1
                ? $"Pencil, {ZonePart(pass.Zone)}{names}"
                : $"Pencil in {pass.Times} layers, {ZonePart(pass.Zone)}{names}",
            Stroke.WetDrawn => $"Water over the pencil, {names}",
            Stroke.PenPair => $"Light and dark pen, {names}",
            Stroke.Burnish => $"Burnish {names}",
            Stroke.Dissolve => $"Solvent, {names}",
            Stroke.Marker => $"Marker, {names}",
            // Of plans whose steps were one ink each, the part is told.
            Stroke.Sponge => pass.Tips > 1
                ? $"Sponge blend, {names}"
                : $"Sponge{(pass.Times == 1 ? "" : $" {pass.Times} times")}, {ZonePart(pass.Zone)}{names}",
            Stroke.WhiteBase => $"White base, {names}",
            Stroke.Redraw => $"Draw again: details of {names}",
            Stroke.Skim => $"Raised parts of {names}",
            Stroke.Lift => $"Lift the light of {names}",
            Stroke.Erase => $"Erase the guide lines, {names}",
            _ => $"{MethodTable.Of(pass.Method).Name}, {names}",
        };
    }

    /// <summary>Where it goes, and what it leaves white.</summary>
    /// <param name="pass">The pass.</param>
    /// <param name="inInches">Lengths are said in inches.</param>
    public static string Where(Pass pass, bool inInches = false)
    {
        ArgumentNullException.ThrowIfNull(pass);
        var white = pass.AroundWhite.Length switch
        {
            0 => "",
            var all when all == pass.Areas.Length => "; the highlight stays white",
            _ => "; where a highlight is marked it stays white",
        };
        return ZoneWords(pass, inInches) + white;
    }

    /// <summary>The gradient that a pass lays hues of; null where it lays none.</summary>
    private static HuesAlong? OnGradient(Pass pass) =>
        pass.Acts.Select(act => act.Along).FirstOrDefault(along => along is not null);

    /// <summary>How far apart the strokes of a pencil lie; empty where they lie close together.</summary>
    private static string Apart(Pass pass)
    {
        var covered = pass.Acts.Where(act => act.Kind == ActKind.Draw).Select(act => act.Share).DefaultIfEmpty(1).Min();
        return covered < 1
            ? FormattableString.Invariant(
                $"Strokes apart: about {100 * (1 - covered):0} % of what is under them stays to be seen. "
            )
            : "";
    }

    private static string Across(Pass pass) => pass.Times > 1 ? "Each layer across the one before. " : "";

    private static string ZoneWords(Pass pass, bool inInches)
    {
        var each = pass.Areas.Length == 1 ? "" : " of each area";
        if (pass.Ground is { } ground)
            return $"{(pass.Piece is null ? "The whole card" : "All of it")}, {ground.InWords(inInches)}";
        if (OnGradient(pass) is { } along)
            return $"All{(each.Length == 0 ? " of it" : each)}, {along.Gradient.InWords}";
        return pass.Zone switch
        {
            _ when pass.Onto is not null => "Where the card shows it",
            Zone.Details when pass.Mends is not null => MendingWords.Where(pass),
            _ when pass.Phase == Phase.Together => "The whole card",
            _ when pass.Piece is not null => "All of it",
            _ when pass.WholeCard => "The whole card",
            Zone.Shadow => $"The side away from the light{each}",
            Zone.ButLight => $"All{(each.Length == 0 ? " of it" : each)} but the part in the light",
            Zone.Light => $"The part in the light{each}",
            Zone.ButShadow => $"All{(each.Length == 0 ? " of it" : each)} but the shadow",
            Zone.Middle => $"What is neither in light nor in shadow{each}",
            Zone.Deepest => $"Only the deepest of the shadow{each}",
            Zone.Edge => $"Just inside the line{each}",
            Zone.Graded => $"From the side away from the light{each} to the other",
            Zone.Beside => $"In the shadow{each} and just outside its edge",
            Zone.Details => $"The details{each}",
            Zone.Raised => $"The raised parts{each}",
            _ => $"All{(each.Length == 0 ? " of it" : each)}, up to the lines",
        };
    }

    /// <summary>How it is done.</summary>
    /// <param name="pass">The pass.</param>
    /// <param name="schools">The maker's ways.</param>
    public static string How(Pass pass, Schools schools)
    {
        ArgumentNullException.ThrowIfNull(pass);
        ArgumentNullException.ThrowIfNull(schools);
        if (pass.Told is { } told)
            return told;
        var stroke = OfStroke(pass, schools);
        return pass.OfMeant < 1 ? $"{FromBelow.InWords}. {stroke}" : stroke;
    }

    private static string OfStroke(Pass pass, Schools schools) =>
        pass.Stroke switch
        {
            Stroke.Wash or Stroke.LeadWash or Stroke.Around when pass.Zone is Zone.Shadow or Zone.Beside =>
                $"{Brush(pass.Water)}; pull the inner edge soft with a clean damp brush",
            Stroke.LeadWash => $"Take the colour from the lead with the wet brush. {Brush(pass.Water)}",
            Stroke.Around => $"{Brush(pass.Water)}. Keep a hair away from the guide lines",
            Stroke.Variegate when OnGradient(pass) is { Gradient.Way: GradientWay.DropIns } =>
                $"{Brush(pass.Water)}. The first colour all over; while it shines, touch the second in where "
                    + "the picture shows it and leave it alone",
            Stroke.Variegate =>
                $"{Brush(pass.Water)}. A brush loaded with each colour before you begin, if you can; each into the "
                    + "edge of the last while it shines, and then leave it alone",
            Stroke.Draw when OnGradient(pass) is { } along => Fading(pass, along),
            Stroke.Sponge when OnGradient(pass) is not null =>
                $"{(pass.Areas.Length > 1 ? "Area by area, each to its end before the next" : "To its end")} while the ink can "
                    + "be moved: each ink on its own part, lightly over into the next. Dab off on scrap each time; small circles",
            Stroke.PenPair or Stroke.Marker when OnGradient(pass) is not null =>
                "One colour beside the other without a pause; go back over the seam with the lighter one while both are wet",
            Stroke.GradedWash =>
                $"{Brush(pass.Water)}. Colour first, then clean water pulls it out to nothing; work fast while it shines",
            Stroke.DropIn =>
                $"Area by area: wet it with clean water until it shines, then touch the colour in. Too much? Touch it with a clean damp brush. {Brush(pass.Water)}",
            Stroke.Pull =>
                "Line the area with colour, then pull it in with a wet brush at once; in small areas line all of one colour first",
            Stroke.Draw =>
                $"{Pressed(pass.Pressure)}. {Apart(pass)}{Across(pass)}Brush the crumbs off, a sheet under your hand",
            Stroke.WetDrawn => "A clean wet brush along the strokes, from light into dark; rinse it often",
            Stroke.PenPair => schools.Pens switch
            {
                PenBlend.Water =>
                    "Area by area: the light pen, the dark one in the shadow, and a wet brush pulls dark into light",
                PenBlend.Blender =>
                    "Area by area: the light pen, the dark one in the shadow, and the blender pulls dark into light",
                _ => "The light pen, and the dark one in the shadow",
            },
            Stroke.Burnish => "Press firmly and rub until no paper shows",
            Stroke.Dissolve => "Dip the stump lightly, dab it off, and rub from light into dark",
            Stroke.Marker => "Flat and quick, edges while they are wet",
            Stroke.Sponge => pass.Tips > 1
                ? $"{(pass.Areas.Length > 1 ? "Area by area, each to its end before the next" : "To its end")} while the ink can be moved: {Inks(pass)}. Dab off on scrap each time; small circles"
                : $"Dab off on scrap {(pass.Times == 1 ? "first" : "each time")}; small circles",
            Stroke.WhiteBase => $"{Brush(pass.Water)}; let it cover",
            Stroke.Redraw => "A nearly dry pointed brush or a sharp pencil, with the image beside you",
            Stroke.Skim => "A flat brush, nearly dry, held low, drawn across the raised parts",
            Stroke.Lift => "A clean damp brush; rub gently, blot with a cloth, repeat",
            Stroke.Loose => $"{Brush(pass.Water)}. Tape the card down, let the water decide",
            Stroke.Bands =>
                "Hues in their order, each into the edge of the last while it is wet; wipe the mat between. Too strong? Water it down at once",
            Stroke.PrintBands => "Ink neighbouring hues onto the stamp, mist it, print",
            Stroke.Blend => schools.Panels == PanelFrom.Outside
                ? "Start off the edge and let the pressure fall off inwards; overlap neighbours and go back over the seam with the lighter one"
                : "Start in the centre, where the image will hide it, and let the pressure fall off outwards; go back over each seam with the lighter ink",
            Stroke.BlendThrough =>
                "Tape the stencil down so that it cannot shift, and cover what lies beside it. Dab off on scrap, hold the tip "
                    + "flat, small circles from the stencil onto its openings. Clean the stencil at once, and between colours",
            Stroke.MistAndBlot => "Mist, wait half a minute, blot with kitchen paper",
            Stroke.PrintPattern => "A clean stamp, ink that water dissolves",
            Stroke.Soften => $"{Brush(pass.Water)}, clean water over the pattern",
            Stroke.Dip => "Smear the inks on the mat, mist them, lay the card face down, lift it straight up",
            Stroke.Splatter =>
                "Cover the rest. Thin opaque white with a drop of water. Load the brush, tap it on a finger over scrap first",
            Stroke.Highlight => "Dots and short lines where the light falls, sparingly",
            Stroke.Reline => "Fine pen or sharp black pencil along the line, one direction",
            Stroke.StampAgain => "The same position, the stamp clean and freshly inked",
            Stroke.Erase => "A soft eraser, no pressure",
            Stroke.Buff => "A dry cloth along the raised lines",
            Stroke.PressPattern => "Mist the card lightly, lay it into the folder, and run it through once",
            Stroke.SprayResist =>
                "Lay the card flat, spray from a forearm's length in one sweep; two thin coats rather than one wet one",
            Stroke.Emboss =>
                "Dust first. Press the stamp two or three times, powder over all, tap off, tip the rest back. The heat tool already hot, held at a distance, until every spot is glossy: a dark, grainy spot is not melted yet",
            Stroke.SpreadPaste => "Tape the stencil down, draw the paste over it thinly, lift the stencil straight up",
            Stroke.AddShine => "A few spots, thinly, and leave it alone",
            Stroke.CutOut => "Hold the die with low-tack tape, turn it a little so that it feeds easily, run it twice",
            Stroke.Own => "As you know it",
            Stroke.Trim =>
                "Hold the ruler or the guide down, one firm stroke; look at the cut sheet for the order of the cuts",
            Stroke.CutByHand => "Turn the paper, not the scissors, and leave a thin white border all round",
            Stroke.CutPartly =>
                "Hold the die with low-tack tape and leave the plate off what is to stay; run it through to there and back",
            Stroke.Fold => "Score along the grain, fold away from the scored side, and rub the fold down",
            Stroke.StampImage =>
                "Fix paper and stamp so that nothing slips, ink evenly, press straight down without rocking",
            Stroke.StampWords =>
                "Lay it against a line through the middle, so that the words stand straight; ink evenly, press straight down",
            Stroke.LayMask => "Lay the mask over the print, and rub its edge down with a nail",
            Stroke.TakeMaskOff => "Lift it slowly, flat over itself",
            Stroke.TapeDown =>
                "Tape along all four sides; rub the tape on your sleeve first, so that it comes off again",
            Stroke.TraceGuides => "A soft pencil, hardly pressed, once around each shape",
            Stroke.Flatten => "Between clean, smooth plates or under heavy books until you need it",
            Stroke.Inlay => "Set each inner piece back into its opening in the order in which it lies on the tape",
            Stroke.StackCuts => "Thin lines of glue, edges exactly over each other, and press",
            Stroke.SetDots => "In odd numbers; a tiny drop of clear-drying medium under each, set with tweezers",
            Stroke.FixWithTape => "Tape along the edges; place it from one side, once: it cannot be slid",
            Stroke.FixWithGlue => "A thin line near the edge and a few dots within; slide it into place, then press",
            Stroke.PutWeight => "A clean sheet and something flat and heavy on top",
            Stroke.TrimOverhang => "Turn it over and cut along the edge of the card",
            Stroke.PutIntoEnvelope => "Look it over once more, inside too",
            Stroke.SetOnFoam => "Foam near the edges and in the middle, so that nothing sags; place it once",
            _ => Brush(pass.Water),
        };

    /// <summary>
    /// Which print of how many comes next from one inking; null where nothing is printed in generations.
    /// </summary>
    /// <param name="pass">The pass.</param>
    /// <param name="taken">Prints of this pass that were taken so far, on other cards.</param>
    public static string? Generation(Pass pass, int taken)
    {
        ArgumentNullException.ThrowIfNull(pass);
        if (pass.Generations < 2)
            return null;
        var print = taken % pass.Generations + 1;
        return print == 1
            ? "Ink the stamp freshly: the first print."
            : $"Do not ink again: mist the stamp and take the {Words.LowerFirst(Words.Ordinal(print))} print, paler than the one before.";
    }

    /// <summary>Which brush, how wet.</summary>
    public static string Brush(BrushWater water) =>
        water switch
        {
            BrushWater.DryBrush => "Small round brush, nearly dry",
            BrushWater.Damp => "Small round brush, loaded, tip wiped once",
            BrushWater.Wash => "Round brush, loaded",
            BrushWater.Juicy => "Round brush, with a bead of water running along",
            _ => "Large brush, as much as stays on the paper",
        };

    /// <summary>What has to be made clean before a pass; null for nothing.</summary>
    /// <param name="before">What was done before, the latest first; its tool may have been laid down in
    /// between.</param>
    /// <param name="next">What comes.</param>
    /// <param name="laySeconds">How long the tool lay before, s.</param>
    public static string? CleanFirst(IEnumerable<Pass> before, Pass next, double laySeconds = 0)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(next);
        var tool = next.Sheet.Tool;
        var last = before.FirstOrDefault(pass => pass.Sheet.Tool == tool);
        // What keeps the colour of another day is cleaned before its first use, too.
        if (last is null && tool is not (Tool.Stump or Tool.Sponge or Tool.Pen))
            return null;
        if (last is not null && Hand.SameOnTool(last, next))
            return tool == Tool.Brush && next.Colours.Any() && laySeconds >= OpenTime.LoadedBrushSeconds
                ? "Rinse the brush and load it again: colour has dried in it."
                : null;
        var cleaning = StrokeTable.Of(tool).Cleaning;
        return cleaning.Length == 0 ? null : cleaning;
    }

    /// <summary>
    /// What is done before the stroke: something cleaned, a tool taken up, or nothing but the next card.
    /// </summary>
    /// <param name="before">What was done before, the latest first.</param>
    /// <param name="next">What comes.</param>
    /// <param name="laySeconds">How long the tool lay before, s.</param>
    public static string First(IReadOnlyList<Pass> before, Pass next, double laySeconds = 0)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(next);
        if (CleanFirst(before, next, laySeconds) is { } clean)
            return before.Any(pass => pass.Sheet.Tool == next.Sheet.Tool)
                ? clean
                : $"Take up {StrokeTable.Of(next.Sheet.Tool).Called}. {clean}";
        return before.Count > 0 && Hand.SameOnTool(before[0], next)
            ? ""
            : $"Take up {StrokeTable.Of(next.Sheet.Tool).Called}.";
    }

    /// <summary>"the first ink over all 2 times, the second in the deepest of the shadow, the first again over all".</summary>
    private static string Inks(Pass pass)
    {
        var seen = new List<PaintMix>();
        return string.Join(
            ", ",
            pass.Acts.Select(act =>
            {
                var ink = act.Mixes[0];
                var again = seen.Contains(ink);
                if (!again)
                    seen.Add(ink);
                var which =
                    pass.Mixes.Count() == 1 ? "it" : $"the {Words.LowerFirst(Words.Ordinal(seen.IndexOf(ink) + 1))}";
                var where = act.Zone switch
                {
                    Zone.Whole => "over all",
                    Zone.ButLight => "over all but the light",
                    _ => "in the deepest of the shadow only",
                };
                return $"{which}{(again ? " again" : "")} {where}{(act.Times > 1 ? $" {act.Times} times" : "")}";
            })
        );
    }

    /// <summary>How a pencil of a gradient ends: layer by layer, each a little before the one below it.</summary>
    private static string Fading(Pass pass, HuesAlong along)
    {
        var where = along.First switch
        {
            _ when along.Gradient.Way == GradientWay.DropIns => along.First == 0 ? "All over" : "Around the points",
            0 => "From where the gradient begins",
            var last when last == along.Of - 1 => "From where it ends",
            _ => "In its own part",
        };
        var ends =
            pass.Times > 1
                ? "each layer a little shorter than the one before, and lighter at its end"
                : "lighter at its end";
        return $"{Pressed(pass.Pressure)}. {where}, {ends}. Brush the crumbs off, a sheet under your hand";
    }

    private static string Pressed(Pressure pressure) =>
        pressure switch
        {
            Pressure.Light => "Sharp point, light hand, strokes along the form",
            Pressure.Medium => "Sharp point, ordinary pressure, strokes along the form",
            _ => "Press hard, into the valleys of the paper; little will stick afterwards",
        };

    private static string CardTitle(Pass pass) =>
        pass.Stroke switch
        {
            Stroke.Dip => $"{Words.Ordinal(pass.Round > 0 ? pass.Round : pass.Layer)} dip",
            Stroke.Soften => "Soften the pattern with water",
            Stroke.StampAgain => "Stamp the outline again",
            Stroke.Blend => OnGradient(pass) is { Of: > 1 } along
                ? $"Blend the panel, {Words.LowerFirst(Words.Ordinal(along.First + 1))} of {along.Of} inks"
                : "Blend the panel",
            Stroke.BlendThrough => OnGradient(pass) is { Of: > 1 } along
                ? $"Ink through the stencil, {Words.LowerFirst(Words.Ordinal(along.First + 1))} of {along.Of} inks"
                : "Ink through the stencil",
            _ => MethodTable.Of(pass.Method).Name,
        };

    private static string ZonePart(Zone zone) =>
        zone switch
        {
            Zone.Shadow => "shadow side of ",
            Zone.ButLight => "all but the light of ",
            Zone.Deepest => "deepest part of ",
            Zone.Light => "light of ",
            Zone.Middle => "middle of ",
            Zone.ButShadow => "all but the shadow of ",
            _ => "all of ",
        };
}
