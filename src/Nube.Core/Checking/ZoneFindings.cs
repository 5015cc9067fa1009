using Nube.Core.Colour;
using Nube.Core.Light;

namespace Nube.Core.Checking;

/// <summary>Light and shadow of areas whose colour is right otherwise.</summary>
/// <remarks>
/// They are held against the rest of their own area: what device, paints and hand have in common for both is the same there.
/// </remarks>
internal static class ZoneFindings
{
    // CIELAB lightness. Half of what tells areas side by side: within an area the step is looked for (this project's own).
    private const double Apart = 5; // by which a zone was to differ from the rest
    private const double Seen = 3; // by which it does otherwise

    // Of the step that was to be. Set on the trial cards.
    private const double Alike = 0.35,
        Pale = 0.6,
        Strong = 1.4;

    /// <summary>What is wrong with the light or the shadow of an area; null where both are near enough.</summary>
    /// <param name="area">The area.</param>
    /// <param name="mask">Its cells.</param>
    public static Finding? Of(AreaColour area, AreaMask mask) =>
        WrongPart(area) is { } wrong
            ? new Finding(
                wrong.Kind,
                area.Area,
                null,
                wrong.Off,
                mask.Parts.Count(of => of == wrong.Part) * CardMap.CellMm2,
                mask.Outline(wrong.Part)
            )
            : null;

    /// <summary>Whether an area is off by its light or its shadow alone: its middle is as it was to be.</summary>
    public static bool Explain(AreaColour area) =>
        WrongPart(area) is not null
        && area is { Middle: { } middle, Asked: { } asked }
        && Ciede2000.Difference(middle, asked.Middle) < ColourFindings.Enough(area.Sure);

    private static (FindingKind Kind, CellPart Part, double Off)? WrongPart(AreaColour area)
    {
        if (area.Asked is not { } asked)
            return null;
        var light = KindOf(area.LightStep, asked.Light.L - asked.Middle.L);
        var shadow = KindOf(area.ShadowStep, asked.Middle.L - asked.Shadow.L);
        // Where both are wrong, what is more so is said.
        if (light is { Kind: FindingKind.ZonesAlike } lost && lost.Off > (shadow?.Off ?? 0))
            return (FindingKind.LightLost, CellPart.Light, lost.Off);
        return shadow is { } wrong ? (wrong.Kind, CellPart.Shadow, wrong.Off) : null;
    }

    private static (FindingKind Kind, double Off)? KindOf(double? step, double asked)
    {
        if (step is not { } read || asked < Apart || Math.Abs(read - asked) < Seen)
            return null;
        FindingKind? kind = (read / asked) switch
        {
            <= Alike => FindingKind.ZonesAlike,
            <= Pale => FindingKind.ShadowPale,
            >= Strong => FindingKind.ShadowStrong,
            _ => null,
        };
        return kind is { } of ? (of, Math.Abs(read - asked)) : null;
    }
}
