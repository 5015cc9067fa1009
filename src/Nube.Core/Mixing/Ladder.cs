using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>One step of a ladder: a load and the dry colour that it gives.</summary>
/// <param name="Load">Load of all layers together.</param>
/// <param name="Predicted">The dry colour.</param>
public readonly record struct LadderStep(double Load, Lab Predicted);

/// <summary>What a mix looks like when it is thinned or laid again.</summary>
public static class Ladder
{
    /// <summary>The dry colours of a mix on a paper at these loads.</summary>
    public static ImmutableArray<LadderStep> Of(PaintOptics mix, Spectrum paper, params ReadOnlySpan<double> loads)
    {
        ArgumentNullException.ThrowIfNull(mix);
        ArgumentNullException.ThrowIfNull(paper);
        var steps = ImmutableArray.CreateBuilder<LadderStep>(loads.Length);
        foreach (var load in loads)
            steps.Add(new LadderStep(load, SpectralColour.ToLab(KubelkaMunk.Over(paper, mix, load))));
        return steps.ToImmutable();
    }
}
