using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Checking;

/// <summary>From a correction to passes of a plan.</summary>
public static class MendingPasses
{
    /// <summary>The passes, in their order; none where it is left. Their places in the plan are not set.</summary>
    /// <param name="correction">The correction.</param>
    /// <param name="mends">What it mends.</param>
    /// <param name="card">The card that it was found on.</param>
    public static ImmutableArray<Pass> Of(Correction correction, FindingKey mends, CardToMend card)
    {
        ArgumentNullException.ThrowIfNull(correction);
        ArgumentNullException.ThrowIfNull(mends);
        ArgumentNullException.ThrowIfNull(card);
        var paints = card.Done.Paints;
        return correction.Kind switch
        {
            CorrectionKind.Leave => [],
            CorrectionKind.AsPlanned => [.. Mending.Planned(correction.Area, card.Done).Select(Again)],
            CorrectionKind.FillSpecks => [Local(Stroke.Redraw, correction.Acts[0].Mixes[0], BrushWater.DryBrush)],
            CorrectionKind.LiftSpots => [Lifting()],
            CorrectionKind.Cover => [Lifting(), Covering(correction.Acts[1])],
            CorrectionKind.CoverOnly => [Covering(correction.Acts[0])],
            CorrectionKind.WhitePencil =>
            [
                Whole(Stroke.Burnish, White(correction.Acts), correction.Acts[0], BrushWater.DryBrush) with
                {
                    Acts = correction.Acts,
                    Told =
                        "Light, even layers along the strokes that lie there; stop when it is pale enough, white does not come off again",
                },
            ],
            CorrectionKind.Soften =>
            [
                Local(Stroke.Soften, PaintMix.CleanWater, BrushWater.Damp) with
                {
                    Told = "A clean damp brush along what is darker until the edge goes; blot, and let it dry flat",
                },
            ],
            CorrectionKind.Reline => [Finish(Stroke.Reline)],
            CorrectionKind.PickOff =>
            [
                ByHand(
                    "A soft dry brush first. What holds on: the corner of a kneaded eraser, pressed and lifted, not rubbed"
                ),
            ],
            CorrectionKind.Flatten => [Finish(Stroke.Flatten)],
            CorrectionKind.Wipe =>
            [
                ByHand("A soft dry cloth in small circles, without pressing: pressing makes it shine"),
            ],
            CorrectionKind.BrushOff =>
            [
                ByHand(
                    "Tap the card on its edge over waste paper, then a soft dry brush; do not blow, and do not breathe the dust"
                ),
            ],
            _ => [.. correction.Acts.SelectMany(OfColour)],
        };

        Pass ByHand(string how) => Finish(Stroke.Own) with { TakesSeconds = ByHandSeconds, Told = how };

        Pass Lifting() => Local(Stroke.Lift, PaintMix.CleanWater, BrushWater.Damp) with { Acts = [correction.Acts[0]] };

        static PaintMix White(ImmutableArray<Act> acts) => acts.First(act => !act.Mixes.IsEmpty).Mixes[0];

        Pass Again(Pass planned) =>
            planned with
            {
                Areas = [correction.Area],
                Patches = [.. planned.Patches.Where(patch => patch.Area == correction.Area)],
                AroundWhite = [.. planned.AroundWhite.Where(area => area == correction.Area)],
                PaintedMm2 = GoneOver(planned.Zone),
                After = [],
                Mends = mends,
            };

        Pass Covering(Act white) =>
            white.Kind == ActKind.Draw
                ? Local(Stroke.Burnish, white.Mixes[0], BrushWater.DryBrush) with
                {
                    Acts = [white],
                    Told = "White pencil, firmly, only where colour lies on the paper",
                }
                : Local(Stroke.Highlight, white.Mixes[0], BrushWater.DryBrush) with
                {
                    Acts = [white],
                    Told =
                        "Opaque white as it comes, thinly, only where colour lies on the paper; it dries a little darker",
                };

        // Each layer of paint dries before the next; pencil and foam go over it again in one go.
        IEnumerable<Pass> OfColour(Act act)
        {
            if (act.Kind == ActKind.Lift)
                return [Whole(Stroke.Lift, PaintMix.CleanWater, act, BrushWater.Damp)];
            var (mix, stroke) = (act.Mixes[0], StrokeOf(act));
            return stroke is Stroke.Draw or Stroke.Sponge
                ? [Whole(stroke, mix, act, BrushWater.DryBrush)]
                : Enumerable.Repeat(
                    Whole(stroke, mix, act with { Times = 1 }, HowWet.ForWash(GoneOver(act.Zone), paints.Paper)),
                    act.Times
                );
        }

        Stroke StrokeOf(Act act) =>
            act.Kind == ActKind.Draw
                ? Stroke.Draw
                : paints.Colourants[act.Mixes[0].Parts[0].Colourant].Medium switch
                {
                    Medium.BlendingInk => Stroke.Sponge,
                    Medium.AlcoholMarker or Medium.BrushPen => Stroke.Marker,
                    Medium.WatercolourPencil => Stroke.LeadWash,
                    Medium.OpaqueWhite => Stroke.WhiteBase,
                    _ => Stroke.Wash,
                };

        Pass Whole(Stroke stroke, PaintMix mix, Act act, BrushWater water) =>
            Made(stroke, mix, act.Zone, water, GoneOver(act.Zone)) with
            {
                Acts = [act],
            };

        Pass Local(Stroke stroke, PaintMix mix, BrushWater water) =>
            Made(stroke, mix, Zone.Details, water, correction.SizeMm2) with
            {
                Phase = Phase.Detail,
                Acts = stroke == Stroke.Redraw ? correction.Acts : [],
            };

        Pass Finish(Stroke stroke) =>
            Local(stroke, PaintMix.None, BrushWater.DryBrush) with
            {
                Phase = Phase.Finish,
                Acts = [],
            };

        Pass Made(Stroke stroke, PaintMix mix, Zone zone, BrushWater water, double paintedMm2) =>
            new(0, mix, Areas(), zone, 1, water, (correction.After ?? ColourOf(correction.Area)).L, paintedMm2)
            {
                Method = MethodOf(correction.Area),
                Stroke = stroke,
                Patches =
                [
                    .. Areas()
                        .Where(area => area > Pass.Panel)
                        .Select(area =>
                            WetPatch.Alone(
                                area,
                                zone == Zone.Details
                                    ? WetPatch.Radius(paintedMm2)
                                    : SizeOf(area).RadiusMm * Math.Sqrt(SizeOf(area).Shares.Of(zone))
                            )
                        ),
                ],
                Mends = mends,
            };

        // What lies over a line has to be dry on both of its sides.
        ImmutableArray<int> Areas() =>
            correction.Area == Pass.Panel ? [.. card.Areas.Select(area => area.Area).Order()]
            : correction.Kind is CorrectionKind.LiftSpots && mends.Other is { } other && card.Sizes.Any(Is(other))
                ? [.. new[] { correction.Area, other }.Order()]
            : [correction.Area];

        double GoneOver(Zone zone) => SizeOf(correction.Area) is var size ? size.SizeMm2 * size.Shares.Of(zone) : 0;

        AreaToPaint SizeOf(int area) => card.Sizes.First(Is(area));

        Lab ColourOf(int area) =>
            card.Areas.FirstOrDefault(one => one.Area == area)?.Colour ?? paints.Paper.Colour.ToLab();

        Method MethodOf(int area) =>
            card.Done.Passes.FirstOrDefault(pass => pass.Areas.Contains(area) && !pass.WholeCard)?.Method
            ?? Method.FlatWash;

        static Func<AreaToPaint, bool> Is(int area) => one => one.Area == area;
    }

    private const double ByHandSeconds = 40; // from memory: a look, a brush and a few dabs
}
