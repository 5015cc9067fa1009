using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>How a device bends light: what it writes is light to some power, with some of the white's light over all.</summary>
/// <param name="Power">The power; 1 for light as it is.</param>
/// <param name="Stray">Light that reaches the sensors from elsewhere, as a share of the paper's, beside what was taken off.</param>
internal readonly record struct DeviceTone(double Power, double Stray)
{
    // What phones and scanners do to a picture so that it pleases (common practice, no source).
    private const double LeastPower = 0.85,
        MostPower = 1.15,
        PowerStep = 0.01,
        LeastStray = -0.01,
        MostStray = 0.03,
        StrayStep = 0.005;
    private const int FewestGreys = 4;

    /// <summary>Light as it is.</summary>
    public static DeviceTone None { get; } = new(1, 0);

    /// <summary>Light as it is, of light as the device has it.</summary>
    public RelativeLight Straight(RelativeLight seen) =>
        this == None ? seen : new RelativeLight(Straight(seen.R), Straight(seen.G), Straight(seen.B));

    /// <summary>The tone that makes greys what they are, whatever light falls on them; none where they are too few.</summary>
    /// <param name="greys">What was seen of greys, and what they are, against the paper, above 0.</param>
    public static DeviceTone Of(IReadOnlyCollection<(double Seen, double Held)> greys)
    {
        if (greys.Count < FewestGreys)
            return None;
        var tones =
            from power in Steps(LeastPower, MostPower, PowerStep)
            from stray in Steps(LeastStray, MostStray, StrayStep)
            select new DeviceTone(power, stray);
        return tones.MinBy(tone =>
        {
            var off = greys.Select(grey => Math.Log(Math.Max(1e-3, tone.Straight(grey.Seen)) / grey.Held)).ToList();
            var mean = off.Average();
            return off.Sum(one => (one - mean) * (one - mean));
        });

        static IEnumerable<double> Steps(double from, double to, double step) =>
            Enumerable.Range(0, (int)Math.Round((to - from) / step) + 1).Select(at => from + at * step);
    }

    private double Straight(double light) => Math.Pow(Math.Max(0, (light - Stray) / (1 - Stray)), 1 / Power);
}
