namespace Nube.Core.Optics;

/// <summary>
/// How a hand dilutes: the load that it lays is what was told to this power. Below 1 its washes come out stronger than
/// told, above 1 weaker; full strength is the same for all.
/// </summary>
/// <param name="Exponent">The power, above 0.</param>
public readonly record struct Dilution(double Exponent)
{
    /// <summary>A hand that dilutes as it is told.</summary>
    public static Dilution AsTold { get; } = new(1);

    /// <summary>Load of one layer of a strength: X = (p / (p + w))^e.</summary>
    public double LoadOf(Strength told) => Math.Pow(told.LoadOfOneLayer, Exponent);

    /// <summary>Load against that of a mix when it is thinned once more, above 0 to 1.</summary>
    /// <param name="share">Share of the mix in what is laid, above 0 to 1.</param>
    public double Thinned(double share) => Math.Pow(share, Exponent);

    /// <summary>Parts of water with which a hand that dilutes as it is told lays the same load.</summary>
    public double LikeWater(Strength told) => 1 / LoadOf(told) - 1;
}
