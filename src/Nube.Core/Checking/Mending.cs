using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Checking;

/// <summary>Finds what puts a finding right.</summary>
public static class Mending
{
    /// <summary>What to do about a finding: for each area that it is about, or once where it is about a place.</summary>
    /// <param name="finding">The finding.</param>
    /// <param name="card">Its card.</param>
    public static ImmutableArray<Correction> Of(Finding finding, CardToMend card)
    {
        ArgumentNullException.ThrowIfNull(finding);
        ArgumentNullException.ThrowIfNull(card);
        return finding.Kind switch
        {
            // A hand that is strong or weak all over is told: where that is seen, each area has a finding of its own.
            _ when finding.Area == CardMap.Paper && finding.Kind is FindingKind.TooPale or FindingKind.TooStrong =>
            [
                Leave(finding),
            ],
            FindingKind.TooPale
            or FindingKind.TooStrong
            or FindingKind.HueOff
            or FindingKind.Forgotten
            or FindingKind.ZonesAlike
            or FindingKind.ShadowPale
            or FindingKind.ShadowStrong
            or FindingKind.LightLost => [Corrections.Of(finding.Area, card)],
            FindingKind.Exchanged or FindingKind.AlikeInValue =>
            [
                Corrections.Of(finding.Area, card),
                Corrections.Of(finding.Other!.Value, card),
            ],
            FindingKind.OverTheLine => [TakenAway(finding, card, mayCover: finding.Other is null)],
            FindingKind.RunTogether => [TakenAway(finding, card, mayCover: false)],
            FindingKind.BareSpecks => [Filled(finding, card)],
            FindingKind.DarkSpecks => [Plain(finding, CorrectionKind.PickOff, null)],
            FindingKind.Streaky or FindingKind.Bloom or FindingKind.HardEdge => [Softened(finding, card)],
            FindingKind.LinesDulled or FindingKind.DetailsLost => [Plain(finding, CorrectionKind.Reline, 0)],
            FindingKind.Warped => [Plain(finding, CorrectionKind.Flatten, null)],
            FindingKind.WaxBloom => [Plain(finding, CorrectionKind.Wipe, null)],
            FindingKind.Shine => [Leave(finding)],
            FindingKind.LooseColour => [Plain(finding, CorrectionKind.BrushOff, null)],
            _ => throw new ArgumentOutOfRangeException(nameof(finding), finding.Kind, "unknown kind of finding"),
        };
    }

    /// <summary>What was done to the colour of an area, in its order.</summary>
    internal static IEnumerable<Act> ActsOn(int area, WorkDone done) =>
        On(area, done).SelectMany(pass => OldPasses.ActsOf(pass));

    /// <summary>The passes of the plan that coloured an area by itself, in their order, with nothing kept back.</summary>
    internal static IEnumerable<Pass> Planned(int area, WorkDone done) =>
        On(area, done).Where(pass => pass.Mends is null && !pass.WholeCard).Select(FromBelow.AsMeant);

    /// <summary>All passes that coloured an area, in their order.</summary>
    internal static IEnumerable<Pass> On(int area, WorkDone done) =>
        done.Passes.Where(pass => pass.Areas.Contains(area) && pass.Zone != Zone.Details);

    /// <summary>What was laid on an area as paint, ink or marker, each mix once.</summary>
    internal static ImmutableArray<PaintMix> LaidOn(int area, WorkDone done) =>
        [
            .. ActsOn(area, done)
                .Where(act => act.Kind == ActKind.Lay)
                .SelectMany(act => act.Mixes)
                .Where(mix => !mix.Parts.IsEmpty)
                .Distinct(),
        ];

    /// <summary>How far a damp brush takes away what was laid, 0 to 1.</summary>
    internal static double Lifted(ImmutableArray<PaintMix> laid, Paints paints) =>
        Staining.Lifted(
            [.. laid.SelectMany(mix => mix.Parts).Select(part => (paints.Colourants[part.Colourant], part.Parts))],
            paints.Paper
        );

    private static Correction Leave(Finding finding) =>
        new(CorrectionKind.Leave, finding.Area, [], null, finding.Difference, finding.Difference, finding.SizeMm2);

    private static Correction Plain(Finding finding, CorrectionKind kind, double? remains) =>
        Leave(finding) with
        {
            Kind = kind,
            Remains = remains,
        };

    private static Correction OrLeave(Finding finding, Correction correction) =>
        correction.Closes >= Corrections.LeastClosed ? correction : Leave(finding);

    /// <summary>Colour that lies where it should not: lifted as far as it goes, or, on bare paper, covered with white.</summary>
    private static Correction TakenAway(Finding finding, CardToMend card, bool mayCover)
    {
        var (done, paints) = (card.Done, card.Done.Paints);
        if (!ActsOn(finding.Area, done).Any(act => act.Kind is ActKind.Lay or ActKind.Draw))
            return Leave(finding);
        var laid = LaidOn(finding.Area, done);
        var paper = Surface.Bare(paints);
        var over = done.Lying(card.Hand).Areas[finding.Area];
        // Water takes paint away, not pencil.
        ImmutableArray<Act> lift = laid.IsEmpty ? [] : [Act.Lift(Zone.Whole, Lifted(laid, paints))];
        var best = lift.IsEmpty ? Leave(finding) : Way(CorrectionKind.LiftSpots, lift);
        if (mayCover && best.Remains >= Corrections.Tolerated)
        {
            var kind = lift.IsEmpty ? CorrectionKind.CoverOnly : CorrectionKind.Cover;
            best = Whites(paints).Select(white => Way(kind, [.. lift, white])).Prepend(best).MinBy(way => way.Remains)!;
        }
        return OrLeave(finding, best);

        // The seen difference shrinks as the computed one does.
        Correction Way(CorrectionKind kind, ImmutableArray<Act> acts) =>
            Leave(finding) with
            {
                Kind = kind,
                Acts = [.. acts.Select(act => act with { Zone = Zone.Details })],
                Remains =
                    finding.Difference
                    * Math.Min(1, FromPaper(Laying.Lay(over, acts, paints)) / Math.Max(FromPaper(over), 1e-6)),
            };

        double FromPaper(Surface surface) => Ciede2000.Difference(surface.Middle.Colour(), paper.Middle.Colour());
    }

    /// <summary>What covers: opaque white, or white pencil pressed firmly.</summary>
    private static IEnumerable<Act> Whites(Paints paints)
    {
        const int pencilLayers = 2;
        if (paints.White(pencil: false) is { } paint)
            yield return Act.Lay(Paints.Plain(paint), Zone.Whole);
        if (paints.White(pencil: true) is { } pencil)
            yield return Act.Draw(Paints.Plain(pencil), Zone.Whole, pencilLayers, Pressure.Heavy);
    }

    /// <summary>Bare spots: the one touch that comes nearest to what lies around them.</summary>
    private static Correction Filled(Finding finding, CardToMend card)
    {
        var paints = card.Done.Paints;
        var around = card.Areas.FirstOrDefault(one => one.Area == finding.Area)?.Colour;
        var bare = Surface.Before(paints, finding.Area);
        var touches = ActsOn(finding.Area, card.Done)
            .Where(act => act.Kind is ActKind.Lay or ActKind.Draw)
            .SelectMany(act =>
                act.Mixes.Where(mix => !mix.Parts.IsEmpty)
                    .SelectMany(mix =>
                        mix.Parts.All(part => paints.Colourants[part.Colourant].Medium.MixesInParts())
                            ? Strength.Ladder.Select(strength =>
                                act with
                                {
                                    Mixes = [mix with { Strength = strength }],
                                }
                            )
                            : [act with { Mixes = [mix] }]
                    )
            )
            .Select(act => act with { Zone = Zone.Whole, Times = 1, Share = 1, Along = null, Through = null })
            .Distinct()
            .Select(act => (Act: act, Colour: Laying.Lay(bare, act, paints).Middle.Colour()))
            .ToList();
        if (around is not { } colour || touches.Count == 0)
            return Leave(finding);
        var (touch, after) = touches.MinBy(one => Ciede2000.Difference(one.Colour, colour));
        return OrLeave(
            finding,
            Leave(finding) with
            {
                Kind = CorrectionKind.FillSpecks,
                Acts = [touch with { Zone = Zone.Details }],
                Remains = Ciede2000.Difference(after, colour),
            }
        );
    }

    /// <summary>Streaks, blooms and hard edges: water moves as much of the colour once more as paper and pigments let go.</summary>
    private static Correction Softened(Finding finding, CardToMend card)
    {
        var laid = LaidOn(finding.Area, card.Done);
        if (laid.IsEmpty || ActsOn(finding.Area, card.Done).Any(act => act.Kind == ActKind.Draw))
            return Leave(finding);
        return OrLeave(
            finding,
            Plain(finding, CorrectionKind.Soften, finding.Difference * (1 - Lifted(laid, card.Done.Paints)))
        );
    }
}
