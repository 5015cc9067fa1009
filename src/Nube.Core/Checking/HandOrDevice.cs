namespace Nube.Core.Checking;

/// <summary>How much of a hand that seems strong or weak is the device's, which sees all colours stronger or weaker.</summary>
/// <remarks>
/// The mean of several areas is off by the device, by the hand, and by chance; what is expected of each, when only their sum is
/// known, is in the ratio of their variances (the mean of a normal distribution, given a sum).
/// </remarks>
public static class HandOrDevice
{
    // Logarithms of the load, in two of three cases; set on the trial devices, and this project's own guess of hands.
    private const double Device = 0.07,
        Hand = 0.15;

    /// <summary>How much stronger than they are the device sees all colours, times the load.</summary>
    /// <param name="hand">How strong the hand seems, times the load.</param>
    /// <param name="areas">On how many areas that was seen; 1 or more.</param>
    public static double ByDevice(double hand, int areas)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(areas, 1);
        var chance = CardColours.SureOfStrength * CardColours.SureOfStrength / areas;
        var share = Device * Device / (Device * Device + Hand * Hand + chance);
        return Math.Pow(hand, share);
    }
}
