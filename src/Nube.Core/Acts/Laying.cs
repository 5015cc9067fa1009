using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Acts;

/// <summary>Lays an act on what is there: the only place where a colour on a card comes from.</summary>
public static class Laying
{
    /// <summary>What lies on an area after an act, dry.</summary>
    /// <param name="under">What lies there.</param>
    /// <param name="act">What is done.</param>
    /// <param name="paints">The colourants that its mixes are of.</param>
    public static Surface Lay(Surface under, Act act, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(under);
        ArgumentNullException.ThrowIfNull(act);
        ArgumentNullException.ThrowIfNull(paints);
        if (act.Through is not null || under.Through is not null)
            return LayThrough(under, act, paints);
        var one = act.Along?.At;
        if ((act.Along is null || one is not null) && under.Along.IsEmpty)
            return LayAt(under, act, one, paints);
        // Once a gradient lies there, whatever comes lies on each step of it.
        var along = under.Along.IsEmpty ? [.. Enumerable.Repeat(under, Surface.StepsAlong)] : under.Along;
        return Surface.Of(
            one is null ? act.Along?.Gradient ?? under.Gradient! : under.Gradient!,
            [.. along.Select((step, at) => LayAt(step, act, one ?? Surface.PlaceOf(at), paints))]
        );
    }

    /// <summary>
    /// The same where a pattern lies, or comes to lie: colour that goes through the same openings once more lies on what is
    /// in them, another pattern on the mean of what is there.
    /// </summary>
    private static Surface LayThrough(Surface under, Act act, Paints paints)
    {
        var everywhere = act with { Through = null };
        if (act.Through is null || act.Through == under.Through?.Openings)
        {
            var parts = under.Through!;
            return Surface.Of(
                parts with
                {
                    Inside = Lay(parts.Inside, everywhere, paints),
                    Edge = Lay(parts.Edge, act.Through is null ? act : OnEdge(), paints),
                    Between = act.Through is null ? Lay(parts.Between, act, paints) : parts.Between,
                }
            );
        }
        var there = under with { Through = null };
        return Surface.Of(
            new OpenAndBetween(act.Through, Lay(there, everywhere, paints), Lay(there, OnEdge(), paints), there)
        );

        Act OnEdge() => everywhere with { Share = OpenAndBetween.LoadOnEdge * act.Share };
    }

    /// <summary>The same at one place on the way of a gradient, 0 to 1; null where there is none.</summary>
    private static Surface LayAt(Surface under, Act act, double? place, Paints paints)
    {
        if (act.Kind == ActKind.Blend)
        {
            var middle = under.Middle.Reflectance();
            return under with
            {
                Light = Towards(under.Light, middle, act.Share),
                Shadow = Towards(under.Shadow, middle, act.Share),
            };
        }
        return under.Each(Spread.Over(act.Zone), (zone, share) => Lay(zone, act, share, place, paints, under.Paper));
    }

    /// <summary>What lies on an area after acts, in their order.</summary>
    public static Surface Lay(Surface under, IEnumerable<Act> acts, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(acts);
        return acts.Aggregate(under, (there, act) => Lay(there, act, paints));
    }

    /// <summary>
    /// Layers of pencil among acts that the tooth has no room for, in the part that has least: they are left out.
    /// </summary>
    /// <param name="under">What lies there.</param>
    /// <param name="acts">What is done, in its order.</param>
    /// <param name="paints">The colourants that its mixes are of.</param>
    public static int LayersLeftOut(Surface under, IEnumerable<Act> acts, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(under);
        ArgumentNullException.ThrowIfNull(acts);
        var leftOut = 0;
        foreach (var act in acts)
        {
            if (act.Kind == ActKind.Draw)
            {
                var spread = Spread.Over(act.Zone);
                var room = new[]
                {
                    (under.Light, spread.Light),
                    (under.Middle, spread.Middle),
                    (under.Shadow, spread.Shadow),
                }
                    .Where(zone => zone.Item2 > 0)
                    .Select(zone => zone.Item1.LayersLeft(act.Pressure))
                    .DefaultIfEmpty(act.Times)
                    .Min();
                leftOut += Math.Max(0, act.Times - room);
            }
            under = Lay(under, act, paints);
        }
        return leftOut;
    }

    /// <summary>The middle of an area alone, which nothing runs into.</summary>
    internal static ZoneSurface Middle(Surface under, IEnumerable<Act> acts, Paints paints) =>
        acts.Where(act => act.Kind != ActKind.Blend)
            .Aggregate(under.Middle, (there, act) =>
                Lay(there, act, Spread.Over(act.Zone).Middle, null, paints, under.Paper)
            );

    private static ZoneSurface Lay(
        ZoneSurface under,
        Act act,
        double share,
        double? place,
        Paints paints,
        Spectrum paper
    )
    {
        if (share == 0)
            return under;
        var hues = place is { } at ? act.Along?.SharesAt(at, act.Mixes.Length) : null;
        return act.Kind switch
        {
            ActKind.Lay when hues is { } shares => IntoEachOther(under, act, share, shares, paints),
            ActKind.Lay => Layer(under, act, share, paints),
            ActKind.Draw => Apart(
                under,
                act.Mixes.Aggregate(under, (there, pencil) =>
                    Draw(there, pencil, LayersOf(act, hues?[act.Mixes.IndexOf(pencil)]), act, paints)
                ),
                act.Share
            ),
            ActKind.Dissolve => Fixed(under, Between(under.Reflectance(), under.EvenlySpread(), act.Share)),
            ActKind.Lift => Towards(under, paper, act.Share * share),
            _ => throw new ArgumentOutOfRangeException(nameof(act)),
        };
    }

    /// <summary>Pencil fades out by layers: each ends a little before the one below it.</summary>
    private static int LayersOf(Act act, double? hue) =>
        hue is { } share ? (int)Math.Round(act.Times * share, MidpointRounding.AwayFromZero) : act.Times;

    /// <summary>Hues that are wet together mix: one layer of what lies of each.</summary>
    private static ZoneSurface IntoEachOther(
        ZoneSurface under,
        Act act,
        double share,
        ImmutableArray<double> hues,
        Paints paints
    )
    {
        var loads = act
            .Mixes.Zip(hues, (mix, hue) => (Paint: paints.OpticsOf(mix), Load: LoadOf(mix, act, share, paints) * hue))
            .Where(hue => hue.Load > 0)
            .ToList();
        return loads.Count == 0
            ? under
            : Fixed(under, KubelkaMunk.Over(under.Reflectance(), PaintOptics.Mix(loads), loads.Sum(hue => hue.Load)));
    }

    private static double LoadOf(PaintMix mix, Act act, double share, Paints paints) =>
        paints.LoadOf(mix) * act.Times * act.Share * share;

    /// <summary>Several mixes lie side by side: what is seen is their mean.</summary>
    private static ZoneSurface Layer(ZoneSurface under, Act act, double share, Paints paints)
    {
        var ground = under.Reflectance();
        Spectrum On(PaintMix mix) => KubelkaMunk.Over(ground, paints.OpticsOf(mix), LoadOf(mix, act, share, paints));
        if (act.Mixes is [var one])
            return Fixed(under, On(one));
        var looks = act.Mixes.Select(On).ToList();
        return looks.Count == 0 ? under : Fixed(under, Spectrum.From(band => looks.Average(look => look[band])));
    }

    /// <summary>No more layers than the tooth takes; the same pencil once more adds to its own layers.</summary>
    private static ZoneSurface Draw(ZoneSurface under, PaintMix mix, int layers, Act act, Paints paints)
    {
        var (pencil, pressure, leaves) = (paints.OpticsOf(mix), act.Pressure, paints.LeavesOf(act));
        var taken = Math.Min(layers, under.LayersLeft(pressure));
        if (taken == 0)
            return under;
        var again =
            under.OnTooth is [.., { } last]
            && ReferenceEquals(last.Pencil, pencil)
            && last.Pressure == pressure
            && last.Leaves.Equals(leaves);
        var onTooth = again
            ? under.OnTooth.SetItem(
                under.OnTooth.Length - 1,
                under.OnTooth[^1] with
                {
                    Layers = under.OnTooth[^1].Layers + taken,
                }
            )
            : under.OnTooth.Add(new DryLayers(pencil, taken, pressure, leaves));
        return new ZoneSurface(
            under.Ground,
            onTooth,
            under.ToothUsed + taken / (double)PencilOnTooth.MostLayers(under.Texture, pressure),
            under.Texture
        );
    }

    /// <summary>Strokes that lie apart: what is seen is the mean of what they go over and of what they leave.</summary>
    private static ZoneSurface Apart(ZoneSurface under, ZoneSurface drawn, double share) =>
        share >= 1 || ReferenceEquals(drawn, under)
            ? drawn
            : new ZoneSurface(
                Between(under.Reflectance(), drawn.Reflectance(), share),
                [],
                // Its tooth fills where the strokes are; the next ones cross them as often as not.
                under.ToothUsed
                    + share * (drawn.ToothUsed - under.ToothUsed),
                under.Texture
            );

    private static ZoneSurface Towards(ZoneSurface under, Spectrum other, double share) =>
        Fixed(under, Between(under.Reflectance(), other, share));

    /// <summary>What was dry on the tooth is bound now; the tooth stays as full as it is.</summary>
    private static ZoneSurface Fixed(ZoneSurface under, Spectrum look) => new(look, [], under.ToothUsed, under.Texture);

    private static Spectrum Between(Spectrum from, Spectrum to, double share) =>
        Spectrum.From(band => from[band] + share * (to[band] - from[band]));
}
