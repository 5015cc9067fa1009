using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Artwork;

namespace Nube.Core.Light;

/// <summary>Where the light comes from, as an angle on the picture.</summary>
/// <param name="Degrees">0 from the right, 90 from below, 180 from the left, 225 from up and left; clockwise as
/// seen.</param>
public readonly record struct LightAngle(double Degrees)
{
    /// <summary>Up and to the left. Common practice, no source.</summary>
    public static LightAngle UpLeft { get; } = new(225);

    /// <summary>Height of the light over the paper. This project's own: low enough to part light from shadow.</summary>
    private const double ElevationDegrees = 40;

    /// <summary>The direction to the light, of length 1: right, down, out of the paper.</summary>
    internal (double X, double Y, double Z) Direction()
    {
        var (sin, cos) = Math.SinCos(Degrees * Math.PI / 180);
        var (up, flat) = Math.SinCos(ElevationDegrees * Math.PI / 180);
        return (cos * flat, sin * flat, up);
    }
}

/// <summary>What decides where an area is light and where it lies in shadow.</summary>
public enum ZoneStyle
{
    /// <summary>Its rounded form in the light.</summary>
    Light,

    /// <summary>Deep where it starts, as petals are: shadow near a point, light away from it.</summary>
    CentreOut,

    /// <summary>Deep along its outline, light in the middle: line and pull.</summary>
    EdgeDark,
}

/// <summary>How areas are divided into shadow, middle and light.</summary>
/// <param name="Style">What decides.</param>
/// <param name="ShadowShare">Share of the surface in shadow, 0 to 0.9.</param>
/// <param name="LightShare">Share of the surface in the light, 0 to 0.9; with the shadow at most 1.</param>
/// <param name="WhiteShare">Share that is kept white within the light, 0 to the light's own.</param>
/// <param name="From">The point from which <see cref="ZoneStyle.CentreOut"/> goes out; null for the middle of the
/// image.</param>
public sealed record ZoneRule(ZoneStyle Style, double ShadowShare, double LightShare, double WhiteShare, PointMm? From)
{
    /// <summary>A third in shadow, a fifth in the light, nothing kept white. This project's own.</summary>
    public static ZoneRule Usual { get; } = new(ZoneStyle.Light, 0.35, 0.20, 0, null);

    /// <summary>Whether the shares can be.</summary>
    [JsonIgnore]
    public bool IsPossible =>
        ShadowShare is >= 0 and <= 0.9
        && LightShare is >= 0 and <= 0.9
        && ShadowShare + LightShare <= 1
        && WhiteShare >= 0
        && WhiteShare <= LightShare;
}

/// <summary>How an image is lit: where from, how areas are divided, and which of them otherwise.</summary>
/// <param name="Angle">Where the light comes from.</param>
/// <param name="Rule">The rule for all areas that have no rule of their own.</param>
/// <param name="Own">Rules of single areas.</param>
public sealed record ImageLight(LightAngle Angle, ZoneRule Rule, ImmutableDictionary<int, ZoneRule> Own)
{
    /// <summary>From up and left, by the usual rule.</summary>
    public static ImageLight Usual { get; } =
        new(LightAngle.UpLeft, ZoneRule.Usual, ImmutableDictionary<int, ZoneRule>.Empty);

    /// <summary>The rule for an area.</summary>
    public ZoneRule RuleOf(int area) => Own.GetValueOrDefault(area, Rule);
}

/// <summary>The zones of an area.</summary>
/// <param name="Id">The area.</param>
/// <param name="Shadow">SVG path in mm, even-odd; empty when the area has one tone.</param>
/// <param name="Light">The same for the light; it includes what is kept white.</param>
/// <param name="White">The same for what is kept white.</param>
/// <param name="ShadowShare">Share that the shadow really has.</param>
public sealed record AreaZones(int Id, string Shadow, string Light, string White, double ShadowShare)
{
    /// <summary>
    /// Share that the light really has, with what is kept white; null where it was not kept with the outlines.
    /// </summary>
    public double? LightShare { get; init; }

    /// <summary>Share that is really kept white.</summary>
    public double WhiteShare { get; init; }
}
