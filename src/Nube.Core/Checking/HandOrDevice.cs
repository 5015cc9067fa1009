using Nube.Core.Acts;

namespace Nube.Core.Checking;

/// <summary>How much of a hand that seems strong or weak is the device's, which sees all colours stronger or weaker.</summary>
/// <remarks>
/// The mean of several areas is off by the device, by the hand, and by chance; what is expected of each, when only their sum is
/// known, is in the ratio of their variances (the mean of a normal distribution, given a sum).
/// </remarks>
public static class HandOrDevice
{
    // Logarithms of the load, in two of three cases. The trial devices make 0.062 (scanners) and 0.084 (phones) of hands that are
    // neither strong nor weak; what hands do is this project's own guess.
    internal const double Device = 0.07;
    private const double Hand = 0.1;

    /// <summary>How much stronger than they are the device sees all colours, times the load.</summary>
    /// <param name="hand">How strong the hand seems, times the load.</param>
    /// <param name="areas">On how many areas that was seen; 1 or more.</param>
    public static double ByDevice(double hand, int areas) => Math.Pow(hand, ShareOfDevice(areas));

    /// <summary>How far that may be off, as a logarithm, in two of three cases.</summary>
    /// <param name="areas">On how many areas the hand was seen; 1 or more.</param>
    public static double Sure(int areas) => Device * Math.Sqrt(1 - ShareOfDevice(areas));

    private static double ShareOfDevice(int areas)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(areas, 1);
        var chance = HandErrs.Ordinary.Spread * HandErrs.Ordinary.Spread / areas;
        return Device * Device / (Device * Device + Hand * Hand + chance);
    }
}
