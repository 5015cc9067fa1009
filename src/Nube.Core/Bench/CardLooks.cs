using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Stamping;

namespace Nube.Core.Bench;

/// <summary>A step that was done with another mix than planned.</summary>
/// <param name="Step">Its number.</param>
/// <param name="Mix">What was taken.</param>
/// <param name="Area">The area on which it differs most.</param>
/// <param name="Planned">What the area was to look like after it.</param>
/// <param name="Really">What it looks like.</param>
/// <param name="Difference">CIEDE2000 between them, of the zone where it is largest; null for drops and lines, whose own colours are given.</param>
public sealed record Otherwise(int Step, PaintMix Mix, int Area, ZoneColours Planned, ZoneColours Really, double? Difference);

/// <summary>What cards look like after what was really done to them.</summary>
/// <remarks>
/// As long as a card is worked as planned, its looks are those of the plan. Where another mix was taken, or a print is a paler one from
/// the same inking, that pass is laid on what is there by the same optics, and so is all that follows on the area. What lies there is
/// known as a colour only, so its reflectance is the smoothest one that has it (<see cref="ReflectanceReconstruction"/>). Whatever else
/// the pass does, a blender's work or a damp brush's, changes what is there by as much as it changes what was planned, band by band.
/// </remarks>
public static class CardLooks
{
    /// <summary>What lies on a card now; nothing for what is still bare.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="bench">The bench.</param>
    /// <param name="card">The card, from 1.</param>
    /// <param name="paints">The run's colourants on its paper.</param>
    public static ImmutableArray<AreaLook> Of(Plan plan, BenchState bench, int card, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(bench);
        ArgumentNullException.ThrowIfNull(paints);
        var bare = ZoneLook.Bare(paints.Reflectance);
        var planned = new Dictionary<int, AreaLook>();
        var really = new Dictionary<int, AreaLook>(); // where it differs
        var prints = new Dictionary<int, int>();
        foreach (var (number, pass) in bench.Done.Zip(bench.PassesDone(plan)))
        {
            var taken = prints[pass.Index] = prints.GetValueOrDefault(pass.Index) + 1;
            if (plan.Steps[number - 1].Card != card) continue;
            var generation = 1 + (taken - 1) % pass.Generations;
            foreach (var look in pass.Looks)
            {
                if (really.ContainsKey(look.Area) || bench.Instead.ContainsKey(number) || generation > 1)
                {
                    var before = really.TryGetValue(look.Area, out var differs) || planned.TryGetValue(look.Area, out differs) ? Known(differs.Colours) : bare;
                    var planBefore = planned.TryGetValue(look.Area, out var was) ? Known(was.Colours) : bare;
                    // By colours on both sides, so that a mix that is all a pass lays is changed by nothing else.
                    var plannedMix = Known(Laid(plan.Passes[pass.Index], planBefore, paints, 1).Colours);
                    var after = Changed(Laid(pass, before, paints, Generations.RelativeLoad(generation)), plannedMix, Known(look.Colours));
                    really[look.Area] = new AreaLook(look.Area, after.Colours);
                }
                planned[look.Area] = look;
            }
        }
        return [.. planned.Values.Select(look => really.GetValueOrDefault(look.Area, look)).OrderBy(look => look.Area)];
    }

    /// <summary>The steps that were done with another mix, in their order, and what that made of the card.</summary>
    public static ImmutableArray<Otherwise> Otherwise(Plan plan, BenchState bench, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(bench);
        return
        [
            .. bench.Done.Index().Where(done => bench.Instead.ContainsKey(done.Item)).Select(done =>
            {
                var step = plan.Steps[done.Item - 1];
                var pass = plan.PassOf(step);
                if (pass.Zone == Zone.Details)
                    return new Otherwise(done.Item, bench.Instead[done.Item], pass.Areas[0], ByItself(pass.Mix), ByItself(bench.Instead[done.Item]), null);
                var really = Of(plan, bench with { Done = bench.Done[..(done.Index + 1)] }, step.Card, paints).ToDictionary(look => look.Area, look => look.Colours);
                var most = pass.Looks.MaxBy(look => Difference(look.Colours, really[look.Area]))!;
                return new Otherwise(done.Item, bench.Instead[done.Item], most.Area, most.Colours, really[most.Area], Difference(most.Colours, really[most.Area]));
            }),
        ];

        ZoneColours ByItself(PaintMix mix) => (mix.Parts.IsEmpty
            ? ZoneLook.Bare(paints.Reflectance)
            : ZoneLook.Bare(paints.Reflectance).Wash(paints.OpticsOf(mix), mix.Strength.LoadOfOneLayer, Spread.Even)).Colours;
    }

    private static double Difference(ZoneColours one, ZoneColours other) => new[]
    {
        (one.Light, other.Light), (one.Middle, other.Middle), (one.Shadow, other.Shadow),
    }.Max(zone => Ciede2000.Difference(zone.Item1.ToLab(), zone.Item2.ToLab()));

    /// <summary>A pass laid on what is there; 1 for a fresh print, less for a paler one.</summary>
    private static ZoneLook Laid(Pass pass, ZoneLook on, Paints paints, double share)
    {
        // A dark pen in the shadow goes with the light one: what it adds is in what was planned.
        var mixes = (pass.Stroke == Stroke.PenPair ? [pass.Mix] : pass.Mixes).Where(mix => !mix.Parts.IsEmpty).ToList();
        if (mixes.Count == 0) return on;
        var spread = Spread.Over(pass.Stroke == Stroke.DropIn ? Zone.Edge : pass.Zone);
        if ((pass.Sheet.Brings & Traits.PencilStroke) != 0)
            return on.Pencil(paints.OpticsOf(pass.Mix), 1, paints.Paper.Texture, Pressure.Light, spread);
        // Several colours side by side are one mean colour, as in the plan.
        var looks = mixes.Select(mix => on.Wash(paints.OpticsOf(mix), mix.Strength.LoadOfOneLayer * share * pass.Thinned, spread)).ToList();
        return looks.Skip(1).Index().Aggregate(looks[0], (mean, next) => mean.Towards(next.Item, 1.0 / (next.Index + 2)));
    }

    private static ZoneLook Changed(ZoneLook before, ZoneLook planBefore, ZoneLook planAfter)
    {
        return new ZoneLook(
            Zone(before.Light, planBefore.Light, planAfter.Light), Zone(before.Middle, planBefore.Middle, planAfter.Middle), Zone(before.Shadow, planBefore.Shadow, planAfter.Shadow));

        static Spectrum Zone(Spectrum on, Spectrum from, Spectrum to) => Spectrum.From(band => Math.Clamp(on[band] * to[band] / from[band], 0, 1));
    }

    private static ZoneLook Known(ZoneColours colours) => new(
        ReflectanceReconstruction.From(colours.Light), ReflectanceReconstruction.From(colours.Middle), ReflectanceReconstruction.From(colours.Shadow));
}
