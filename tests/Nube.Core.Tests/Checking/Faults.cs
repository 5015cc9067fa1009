using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Colour;

namespace Nube.Core.Tests.Checking;

/// <summary>Something that went wrong when a card was painted.</summary>
/// <param name="Kind">What should be found.</param>
/// <param name="Area">Where.</param>
/// <param name="SizeMm2">How much of the card it takes; null where that is all of the area.</param>
internal abstract record Fault(FindingKind Kind, int Area, double? SizeMm2 = null)
{
    /// <summary>The other area that has to do with it.</summary>
    public virtual int? Other => null;

    /// <summary>What lies over all else where it is.</summary>
    public virtual Spectrum? Mark => null;

    /// <summary>Whether it is at a point, which is in such an area.</summary>
    public abstract bool Touches(PointMm point, int area);

    /// <summary>Times the load that was to lie there.</summary>
    public virtual double LoadAt(PointMm point) => 1;

    /// <summary>The area whose colour lies there over all else, and how many times its load.</summary>
    public virtual (int Area, double Load)? OverAt(PointMm point, int area) => null;

    protected static double Between(PointMm one, PointMm other) =>
        Math.Sqrt(Math.Pow(one.X - other.X, 2) + Math.Pow(one.Y - other.Y, 2));
}

/// <summary>A stroke that left the line: a disc of the area's colour, as far as it lies in the other area.</summary>
internal sealed record StrayStroke(int From, int Into, PointMm Middle, double RadiusMm, double Size)
    : Fault(FindingKind.OverTheLine, From, Size)
{
    public override int? Other => Into == CardMapPaper ? null : Into;

    private const int CardMapPaper = LabelRaster.Background;

    public override bool Touches(PointMm point, int area) => area == Into && Between(point, Middle) < RadiusMm;

    public override (int Area, double Load)? OverAt(PointMm point, int area) => (From, 1);
}

/// <summary>Two wet areas that ran: each has the other's colour, less and less away from where they met.</summary>
internal sealed record RanTogether(int One, int Second, PointMm Where, double ReachMm)
    : Fault(FindingKind.RunTogether, One)
{
    public override int? Other => Second;

    public override bool Touches(PointMm point, int area) =>
        (area == One || area == Second) && Between(point, Where) < ReachMm;

    public override (int Area, double Load)? OverAt(PointMm point, int area) =>
        (area == One ? Second : One, 0.35 + 0.85 * (1 - Between(point, Where) / ReachMm));
}

/// <summary>Spots that the brush never came to.</summary>
internal sealed record MissedSpots(int In, IReadOnlyList<PointMm> Spots, double RadiusMm)
    : Fault(FindingKind.BareSpecks, In, Spots.Count * Math.PI * RadiusMm * RadiusMm)
{
    public override bool Touches(PointMm point, int area) =>
        area == In && Spots.Any(spot => Between(spot, point) < RadiusMm);

    public override double LoadAt(PointMm point) => 0;
}

/// <summary>Grains of embossing powder, or splashes of ink.</summary>
internal sealed record PowderSpots(int In, IReadOnlyList<PointMm> Spots, double RadiusMm)
    : Fault(FindingKind.DarkSpecks, In, Spots.Count * Math.PI * RadiusMm * RadiusMm)
{
    public override Spectrum? Mark => Powder;

    private static readonly Spectrum Powder = Spectrum.Flat(0.07);

    public override bool Touches(PointMm point, int area) =>
        area == In && Spots.Any(spot => Between(spot, point) < RadiusMm);
}

/// <summary>Strokes that did not flow together.</summary>
internal sealed record Streaks(int In, double Angle, double SpacingMm, double Strength) : Fault(FindingKind.Streaky, In)
{
    public override bool Touches(PointMm point, int area) => area == In;

    public override double LoadAt(PointMm point) =>
        Math.Exp(
            Strength * Math.Sin(2 * Math.PI * (point.X * Math.Cos(Angle) + point.Y * Math.Sin(Angle)) / SpacingMm)
        );
}

/// <summary>A drop of water in half dry colour.</summary>
internal sealed record WaterDrop(int In, PointMm Middle, double RadiusMm)
    : Fault(FindingKind.Bloom, In, Math.PI * RadiusMm * RadiusMm)
{
    private const double RimMm = 1;

    public override bool Touches(PointMm point, int area) => area == In && Between(point, Middle) < RadiusMm + RimMm;

    public override double LoadAt(PointMm point) => Between(point, Middle) < RadiusMm ? 0.5 : 1.6;
}

/// <summary>Another load, or another area's colours.</summary>
internal sealed record WrongColour(FindingKind What, int In, double Strength, int? From) : Fault(What, In)
{
    public override int? Other => Kind == FindingKind.Exchanged ? From : null;

    public override bool Touches(PointMm point, int area) => false;
}

/// <summary>Another load in the shadow only.</summary>
internal sealed record WrongShadow(FindingKind What, int In, double Strength) : Fault(What, In)
{
    public override bool Touches(PointMm point, int area) => false;
}

/// <summary>Borders of light and shadow that nobody pulled soft.</summary>
internal sealed record HardBorders(int In) : Fault(FindingKind.HardEdge, In)
{
    public override bool Touches(PointMm point, int area) => false;
}

/// <summary>Colour that hides the lines.</summary>
internal sealed record HiddenLines(int In, double Hides) : Fault(FindingKind.LinesDulled, In)
{
    public override bool Touches(PointMm point, int area) => false;
}

/// <summary>A card that does not lie flat.</summary>
internal sealed record BentPaper(double Mm) : Fault(FindingKind.Warped, 0)
{
    public override bool Touches(PointMm point, int area) => false;
}
