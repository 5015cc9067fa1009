using System.Collections.Immutable;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Acts;

/// <summary>What an act does to what lies there.</summary>
public enum ActKind
{
    /// <summary>Paint, ink, marker or opaque white lies on it as a layer.</summary>
    Lay,

    /// <summary>Pencil is drawn over the tooth.</summary>
    Draw,

    /// <summary>Pencil that lies on the tooth is spread into its valleys: by solvent, by water, or rubbed in.</summary>
    Dissolve,

    /// <summary>Light and shadow run some of the way into the middle: under a blender, a stump, a wet brush.</summary>
    Blend,

    /// <summary>Colour is taken away again, some of the way to the bare card: lifted or blotted.</summary>
    Lift,
}

/// <summary>One thing that a hand does in one place.</summary>
/// <remarks>
/// A pass is a list of acts. Whatever shows a colour is worked out from acts by <see cref="Laying"/>, and by nothing
/// else: recipes, the looks of a plan, what cards at the bench really look like.
/// </remarks>
/// <param name="Kind">What it does.</param>
/// <param name="Zone">Where.</param>
public sealed record Act(ActKind Kind, Zone Zone)
{
    /// <summary>
    /// What is laid or drawn; several lie side by side, each on as much of the place. None where nothing is.
    /// </summary>
    public ImmutableArray<PaintMix> Mixes { get; init; } = [];

    /// <summary>How many layers, 1 or more.</summary>
    public int Times { get; init; } = 1;

    /// <summary>
    /// Of a layer, how much of the mix's own load comes to lie, above 0: less where water on the paper thins it. Of pencil,
    /// how much of the place its strokes go over, above 0 to 1. Of all others, how far they go, 0 to 1.
    /// </summary>
    public double Share { get; init; } = 1;

    /// <summary>How hard a pencil is pressed.</summary>
    public Pressure Pressure { get; init; }

    /// <summary>What each touch of a pencil leaves, against what such a <see cref="Pressure"/> does: 1 for as much.</summary>
    public double Leaves { get; init; } = 1;

    /// <summary>
    /// Which hues of a gradient its mixes are; null where each is the same all over its place. Several in one act are
    /// laid into each other while they are wet.
    /// </summary>
    public HuesAlong? Along { get; init; }

    /// <summary>Through which openings it goes: what is between them stays as it is; null where it goes everywhere.</summary>
    public Openings? Through { get; init; }

    /// <summary>Layers of a mix.</summary>
    public static Act Lay(PaintMix mix, Zone zone, int times = 1, double share = 1) =>
        new(ActKind.Lay, zone)
        {
            Mixes = [mix],
            Times = times,
            Share = share,
        };

    /// <summary>Dry layers of a pencil.</summary>
    public static Act Draw(PaintMix pencil, Zone zone, int times, Pressure pressure = Pressure.Light) =>
        new(ActKind.Draw, zone)
        {
            Mixes = [pencil],
            Times = times,
            Pressure = pressure,
        };

    /// <summary>Pencil spread so far, 0 for dry grain to 1 for an even layer.</summary>
    public static Act Dissolve(double share) => new(ActKind.Dissolve, Zone.Whole) { Share = share };

    /// <summary>Zones that run into each other so far.</summary>
    public static Act Blend(double share) => new(ActKind.Blend, Zone.Whole) { Share = share };

    /// <summary>Colour taken away so far.</summary>
    public static Act Lift(Zone zone, double share) => new(ActKind.Lift, zone) { Share = share };

    /// <summary>The same with a part of what it lays, as a paler print has it.</summary>
    public Act Paler(double share) => Kind == ActKind.Lay ? this with { Share = Share * share } : this;

    /// <summary>
    /// The same by a hand that lays more or less than it was to. Of pencil, a weak hand draws fewer layers, and the tooth is
    /// less full; a strong one leaves more with each touch.
    /// </summary>
    /// <param name="times">Load against what was to lie there, above 0.</param>
    public Act Stronger(double times)
    {
        if (Kind != ActKind.Draw)
            return Paler(times);
        var layers = Math.Max(1, (int)Math.Round(Times * Math.Min(1, times)));
        return this with { Times = layers, Leaves = Leaves * times * Times / layers };
    }

    /// <summary>The same act with one mix in the place of another.</summary>
    public Act With(PaintMix instead, PaintMix of) =>
        Mixes.Contains(of) ? this with { Mixes = [.. Mixes.Select(mix => mix == of ? instead : mix)] } : this;

    /// <inheritdoc />
    public bool Equals(Act? other) =>
        other is not null
        && Kind == other.Kind
        && Zone == other.Zone
        && Times == other.Times
        && Share.Equals(other.Share)
        && Pressure == other.Pressure
        && Leaves.Equals(other.Leaves)
        && Along == other.Along
        && Through == other.Through
        && Mixes.SequenceEqual(other.Mixes);

    /// <inheritdoc />
    public override int GetHashCode() =>
        HashCode.Combine(Kind, Zone, Times, Share, Pressure, Mixes.IsEmpty ? null : Mixes[0]);
}
