namespace Nube.Core.Swatches;

/// <summary>
/// Light that reaches the sensors without coming from where they look: glare, and a lid that is not quite black.
/// </summary>
internal readonly record struct StrayLight(RelativeLight Offset)
{
    /// <summary>The stray light for which the bare bars are printed black.</summary>
    public static StrayLight From(IReadOnlyList<RelativeLight> bars)
    {
        double Offset(Func<RelativeLight, double> sensor)
        {
            var middle = bars.Select(sensor).Order().ElementAt(bars.Count / 2);
            return Math.Max(0, (middle - SheetEvidence.PrintedBlack) / (1 - SheetEvidence.PrintedBlack));
        }
        return new StrayLight(new RelativeLight(Offset(bar => bar.R), Offset(bar => bar.G), Offset(bar => bar.B)));
    }

    /// <summary>Light without the stray part.</summary>
    public RelativeLight TakenOff(RelativeLight light) =>
        new(
            Math.Max(0, (light.R - Offset.R) / (1 - Offset.R)),
            Math.Max(0, (light.G - Offset.G) / (1 - Offset.G)),
            Math.Max(0, (light.B - Offset.B) / (1 - Offset.B))
        );
}
