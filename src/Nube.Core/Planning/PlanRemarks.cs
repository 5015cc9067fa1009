using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning.Pieces;

namespace Nube.Core.Planning;

/// <summary>What a card's colours meet beside each other.</summary>
/// <param name="Paper">The paper.</param>
/// <param name="Ink">The ink of the outline.</param>
/// <param name="Dams">Which lines are embossed.</param>
/// <param name="Traced">There are guide lines in pencil.</param>
/// <param name="Masked">Masks are laid on what is stamped.</param>
/// <param name="Glue">With what the card is put together.</param>
public sealed record Setting(
    Paper Paper,
    StampingInk Ink,
    DamLines Dams,
    bool Traced = false,
    bool Masked = false,
    Glue Glue = Glue.Tape
);

/// <summary>What to know before a plan is begun, and at its steps: is this wise?</summary>
public static class PlanRemarks
{
    // Shares of the time in which colour flows; this project's own.
    private const double TightFrom = 0.6;

    /// <summary>
    /// What clashes among everything that meets on the same spot in the whole plan, and how tight it is; the worst
    /// first.
    /// </summary>
    /// <param name="plan">The plan.</param>
    /// <param name="colourants">The run's colourants, as its recipes count them.</param>
    /// <param name="setting">What the colours meet beside each other.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <param name="nameOf">Names of areas.</param>
    public static ImmutableArray<Remark> Of(
        Plan plan,
        IReadOnlyList<Colourant> colourants,
        Setting setting,
        Hand hand,
        Func<int, string> nameOf
    )
    {
        ArgumentNullException.ThrowIfNull(plan);
        var clashes = ClashesOf(plan, colourants, setting).Select(RemarkOf);
        var tight = plan.Passes.SelectMany(pass => Tight(pass, plan.Drying, hand, nameOf));
        var cautions = plan.Steps.SelectMany(step => AtStep(plan.PassOf(step), step.HeatSeconds > 0));
        return
        [
            .. clashes
                .Concat(tight)
                .Concat(Long(plan))
                .Concat(cautions)
                .DistinctBy(remark => remark.Text)
                .OrderByDescending(remark => remark.Severity),
        ];
    }

    /// <summary>The cautions that belong to a step.</summary>
    /// <param name="pass">Its pass.</param>
    /// <param name="heated">The heat tool is used before it.</param>
    public static ImmutableArray<Remark> AtStep(Pass pass, bool heated)
    {
        ArgumentNullException.ThrowIfNull(pass);
        var remarks = ImmutableArray.CreateBuilder<Remark>();
        if (heated)
            remarks.Add(Cautions.HeatTool);
        if (pass.Leaves == Leaves.Solvent)
            remarks.Add(Cautions.Solvent);
        if (pass.Leaves == Leaves.Alcohol)
            remarks.Add(Cautions.Alcohol);
        if (pass.Stroke is Stroke.Draw or Stroke.Burnish)
            remarks.Add(Cautions.PencilDust);
        if (pass.Stroke == Stroke.Emboss)
            remarks.Add(Cautions.Powder);
        if (pass.Stroke == Stroke.SprayResist)
            remarks.Add(Cautions.Sprays);
        if (pass.Stroke is Stroke.CutOut or Stroke.CutPartly or Stroke.CutByHand or Stroke.Trim or Stroke.TrimOverhang)
            remarks.Add(Cautions.Blades);
        return remarks.ToImmutable();
    }

    /// <summary>
    /// The cautions to say at a step: when its tool is taken up, and not again with every card while it stays in hand.
    /// The heat tool's is said each time.
    /// </summary>
    /// <param name="pass">Its pass.</param>
    /// <param name="heated">The heat tool is used before it.</param>
    /// <param name="before">What was done right before; null at the start.</param>
    public static ImmutableArray<Remark> ToSay(Pass pass, bool heated, Pass? before) =>
        before is null ? AtStep(pass, heated) : [.. AtStep(pass, heated).Except(AtStep(before, heated: false))];

    /// <summary>What a step is likely to spoil on what is there, the worst first; hints are left to the plan.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="step">The step.</param>
    /// <param name="done">The steps that were done before, in their order.</param>
    /// <param name="colourants">The run's colourants, as its recipes count them.</param>
    /// <param name="setting">What the colours meet beside each other.</param>
    /// <param name="wet">Passes that have left its areas wetter than it needs them.</param>
    public static ImmutableArray<Remark> SpoiltBy(
        Plan plan,
        PlannedStep step,
        IEnumerable<PlannedStep> done,
        IReadOnlyList<Colourant> colourants,
        Setting setting,
        IReadOnlySet<int>? wet = null
    )
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(step);
        ArgumentNullException.ThrowIfNull(done);
        var areas = plan.PassOf(step).Areas;
        var there = done.Where(earlier => earlier.Card == step.Card && plan.PassOf(earlier).Areas.Any(areas.Contains))
            .SelectMany(earlier =>
                Things(plan, earlier, colourants, setting)
                    .Select(one => wet?.Contains(earlier.Pass) == true ? (Wet(one.Thing), one.From) : one)
            )
            .ToList();
        return Spoilt(
            plan,
            plan.PassOf(step).Piece ?? PieceAreas.Picture,
            setting,
            there,
            [.. Things(plan, step, colourants, setting)]
        );
    }

    /// <summary>What a heat tool is likely to spoil or set alight on a card as it is, the worst first.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="done">The steps that were done on the card, in their order.</param>
    /// <param name="colourants">The run's colourants, as its recipes count them.</param>
    /// <param name="setting">What the colours meet beside each other.</param>
    /// <param name="wet">Passes that are wet on it.</param>
    public static ImmutableArray<Remark> SpoiltByHeat(
        Plan plan,
        IEnumerable<PlannedStep> done,
        IReadOnlyList<Colourant> colourants,
        Setting setting,
        IReadOnlySet<int> wet
    )
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(done);
        ArgumentNullException.ThrowIfNull(wet);
        var there = done.SelectMany(earlier =>
            Things(plan, earlier, colourants, setting)
                .Select(one => wet.Contains(earlier.Pass) ? (Wet(one.Thing), one.From) : one)
        );
        return Spoilt(plan, PieceAreas.Picture, setting, [.. there], [(HeatTool, null)]);
    }

    private static Thing HeatTool { get; } = new("The heat tool", Traits.Heat);

    private static Thing Wet(Thing thing) => thing with { Traits = thing.Traits | Traits.Wet };

    private static ImmutableArray<Remark> Spoilt(
        Plan plan,
        int piece,
        Setting setting,
        List<(Thing Thing, Method? From)> there,
        List<(Thing Thing, Method? From)> comes
    )
    {
        (Thing, Method?)[] row = [.. Before(plan, piece, setting, [.. there, .. comes]), .. there, .. comes];
        return
        [
            .. InOrder(row, since: row.Length - comes.Count)
                .Where(clash => clash.Rule.Severity >= Severity.Warn || (clash.Rule.First & Traits.Wet) != 0)
                .DistinctBy(clash => clash.Rule.Key)
                .OrderByDescending(clash => clash.Rule.Severity)
                .Select(RemarkOf),
        ];
    }

    /// <summary>Every ordered pair of things on the same area of a card, each rule once for what is there.</summary>
    public static ImmutableArray<Clash> ClashesOf(Plan plan, IReadOnlyList<Colourant> colourants, Setting setting)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(setting);
        (Thing Thing, Method? From) after = (
            setting.Glue == Glue.Liquid ? new Thing("Liquid glue", Traits.WetGlue) : new Thing("Tape", Traits.None),
            null
        );
        var rows = plan
            .Steps.SelectMany(step => plan.PassOf(step).Areas, (step, area) => (step, area))
            .Where(on => !PieceAreas.IsJoint(on.area))
            .GroupBy(on => (on.step.Card, on.area))
            .Select(on =>
                (
                    Piece: PieceAreas.SurfaceOf(on.Key.area),
                    Things: on.OrderBy(o => o.step.Number)
                        .SelectMany(o => Things(plan, o.step, colourants, setting))
                        .ToList()
                )
            )
            .DistinctBy(row => $"{row.Piece} {string.Join('\n', row.Things.Select(one => $"{one.Thing} {one.From}"))}");
        return
        [
            .. rows.SelectMany(row =>
                    // Where the pieces are known, what holds them is a step.
                    InOrder([
                        .. Before(plan, row.Piece, setting, row.Things),
                        .. row.Things,
                        .. plan.Pieces.IsEmpty ? [after] : Array.Empty<(Thing, Method?)>(),
                    ])
                )
                .DistinctBy(clash => (clash.Rule.Key, clash.First.Name))
                .OrderByDescending(clash => clash.Rule.Severity),
        ];
    }

    private static Paper PaperOf(Plan plan, int piece, Setting setting) =>
        plan.Pieces.FirstOrDefault(one => one.Surface == piece && piece != PieceAreas.Picture)?.Paper ?? setting.Paper;

    /// <summary>What is on a piece before it is coloured.</summary>
    private static IEnumerable<(Thing Thing, Method? From)> Before(
        Plan plan,
        int piece,
        Setting setting,
        IEnumerable<(Thing Thing, Method? From)> row
    )
    {
        if (piece != PieceAreas.Picture)
        {
            yield return (Thing.Of(PaperOf(plan, piece, setting)), null);
            yield break;
        }
        var line = Thing.Of(setting.Ink, setting.Dams);
        yield return (Thing.Of(setting.Paper), null);
        // A line that is to vanish may bleed.
        yield return (
            row.Any(one => one.From == Method.NoLine) ? line with { Traits = line.Traits | Traits.PaleLine } : line,
            null
        );
        if (setting.Masked)
            yield return (new Thing("The mask", Traits.LowTack), null);
        // What is painted around shapes keeps clear of their lines.
        if (setting.Traced)
            yield return (new Thing("The guide line", Traits.Graphite), Method.NegativePainting);
    }

    /// <summary>What a method does to its own colours is meant, unless it can hurt.</summary>
    private static IEnumerable<Clash> InOrder((Thing Thing, Method? From)[] row, int since = 0) =>
        from then in Enumerable.Range(since, row.Length - since)
        from first in Enumerable.Range(0, then)
        from rule in ClashRules.All
        where rule.Applies(row[first].Thing, row[then].Thing)
        where
            row[first].From is null
            || row[first].From != row[then].From
            || rule.Severity == Severity.Caution
            || (rule.First & Traits.Wet) != 0
        select new Clash(rule, row[first].Thing, row[then].Thing);

    private static Remark RemarkOf(Clash clash) =>
        new(clash.Rule.Severity, clash.Text, clash.Rule.MaySilence ? clash.Rule.Key : null);

    private static IEnumerable<(Thing Thing, Method? From)> Things(
        Plan plan,
        PlannedStep step,
        IReadOnlyList<Colourant> colourants,
        Setting setting
    )
    {
        var pass = plan.PassOf(step);
        var paper = PaperOf(plan, pass.Piece ?? PieceAreas.Picture, setting);
        if (step.HeatSeconds > 0)
            yield return (HeatTool, null);
        var bringing =
            pass.Sheet.Brings
            | (pass.Leaves == Leaves.Water && pass.Water >= BrushWater.Juicy ? Traits.MuchWater : Traits.None);
        var parts = pass.Mixes.SelectMany(mix => mix.Parts).Select(part => part.Colourant).Distinct().ToList();
        if (parts.Count == 0)
            yield return (new Thing(StrokeTable.Of(pass.Sheet.Tool).Name, bringing), pass.Method);
        // What a colour brings by itself, but water and strokes only as this stroke does.
        const Traits byStroke = Traits.Water | Traits.MuchWater | Traits.PencilStroke;
        foreach (var part in parts)
        {
            var colour = Thing.Of(colourants[part], paper);
            yield return (new Thing(colour.Name, (colour.Traits & ~byStroke) | bringing), pass.Method);
        }
    }

    /// <summary>Areas that the hand is not done with before they shine no more: the wet edge dries behind it.</summary>
    internal static IEnumerable<Remark> Tight(
        Pass pass,
        ImmutableArray<DryingOf> drying,
        Hand hand,
        Func<int, string> nameOf
    )
    {
        if (pass.Stroke == Stroke.Sponge && pass.Tips > 1)
        {
            var slow = HandOverArea(pass, drying, hand)
                .Where(area => area.Takes > OpenTime.BlendingInkSeconds)
                .ToList();
            if (slow.Count > 0)
                yield return new Remark(
                    Severity.Hint,
                    $"{Words.Names([.. slow.Select(area => nameOf(area.Area))])}: the hand takes about "
                        + $"{Words.Duration(slow.Max(area => area.Takes))}, and the ink can be moved for about "
                        + $"{Words.Duration(OpenTime.BlendingInkSeconds)}. Blend it part by part, each from light to dark."
                );
            yield break;
        }
        if (pass.Leaves != Leaves.Water || (pass.Sheet.Brings & Traits.Water) == 0)
            yield break;
        var tight = HandOverArea(pass, drying, hand).Where(area => area.Takes >= TightFrom * area.Shines).ToList();
        if (tight.Count == 0)
            yield break;
        var (_, takes, shines) = tight.MaxBy(area => area.Takes / area.Shines);
        var what = pass.WholeCard
            ? nameOf(pass.Piece ?? Pass.Panel)
            : Words.Names([.. tight.Select(area => nameOf(area.Area))]);
        var inParts = pass.Stroke is Stroke.DropIn or Stroke.GradedWash or Stroke.Pull or Stroke.PenPair;
        var oneBrush = pass.Stroke == Stroke.Variegate;
        yield return new Remark(
            takes > shines ? Severity.Warn : Severity.Hint,
            $"{what}: the hand takes about {Words.Duration(takes)}, and the wash shines for {Words.Duration(shines)} only. "
                + (
                    oneBrush ? OneBrushEach
                    : inParts ? "Work it in parts, wet the area first, or take a method that does not need it wet."
                    : "Wet it first, or take a larger brush, so that no edge dries behind your hand."
                )
        );
    }

    /// <summary>What helps a hand that is too slow for hues that pass into each other.</summary>
    internal const string OneBrushEach =
        "Wet the area first and load a brush with each colour before you begin; or let each dry and glaze the next over its edge.";

    /// <summary>How long the hand takes over each area of a pass, and how long the area shines, s.</summary>
    private static IEnumerable<(int Area, double Takes, double Shines)> HandOverArea(
        Pass pass,
        ImmutableArray<DryingOf> drying,
        Hand hand
    )
    {
        if (pass.WholeCard)
        {
            var all = pass.Piece ?? Pass.Panel;
            return [(all, hand.PaintSeconds(pass), drying.TimesOf(pass, all).Damp.TotalSeconds)];
        }
        var surface = pass.Patches.Sum(patch => patch.OwnMm * patch.OwnMm);
        return pass.Areas.Select(area =>
        {
            // By its share of the surface; plans without patches know no sizes.
            var own = pass.Patches.FirstOrDefault(patch => patch.Area == area).OwnMm;
            var share = surface > 0 ? own * own / surface : 1.0 / pass.Areas.Length;
            var alone = pass with { Areas = [area], PaintedMm2 = share * pass.PaintedMm2 };
            return (area, hand.PaintSeconds(alone), drying.TimesOf(pass, area).Damp.TotalSeconds);
        });
    }

    private static IEnumerable<Remark> Long(Plan plan)
    {
        var sittings = plan.Steps.Max(step => step.Sitting);
        if (sittings > 1)
            yield return new Remark(
                Severity.Hint,
                $"It takes {sittings} sittings. Wrap what is mixed, or note the recipe: it is on every step."
            );
        if (
            plan.Steps.Any(step =>
                plan.PassOf(step).Leaves == Leaves.SlowInk
                && plan.Steps.Any(later => later.Card == step.Card && later.Number > step.Number)
            )
        )
            yield return new Remark(Severity.Hint, "Slow ink dries overnight: stop after it, and go on the next day.");
    }
}
