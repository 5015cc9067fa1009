namespace Nube.Core.Planning;

/// <summary>How fast a maker works.</summary>
/// <param name="SecondsPerArea">To aim, start and finish an area, s.</param>
/// <param name="SecondsPerMm2">To paint, s per mm2.</param>
/// <param name="NextCardSeconds">To take the next card with the same mix, s.</param>
/// <param name="NextMixSeconds">To rinse and load another mix, s.</param>
/// <param name="LighterMixSeconds">The same when the next mix is lighter, so that the brush must be cleaner, s.</param>
public sealed record Hand(
    double SecondsPerArea,
    double SecondsPerMm2,
    double NextCardSeconds,
    double NextMixSeconds,
    double LighterMixSeconds)
{
    /// <summary>
    /// An ordinary hand. From memory: six cards of a small image take about half an hour of colouring.
    /// </summary>
    public static Hand Ordinary { get; } = new(5, 0.03, 4, 20, 35);
}
