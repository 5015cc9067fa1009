using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Stamping;

/// <summary>First, second and further prints from one inking.</summary>
/// <remarks>
/// Each impression takes the same share of the ink that is left on the stamp, so print n carries (1 - share)^(n - 1) of
/// the first one's load. That the film splits about in the middle is what printers reckon with for a full film on a
/// smooth sheet (from memory); misting the stamp, or a thirsty paper, changes it.
/// </remarks>
public static class Generations
{
    /// <summary>Share of the ink on the stamp that an impression takes. From memory.</summary>
    public const double UsualShare = 0.5;

    /// <summary>Load of a print in parts of the first one's, 1 down to 0.</summary>
    /// <param name="generation">Which print from one inking, from 1.</param>
    /// <param name="share">Share of the ink that an impression takes, above 0 and below 1.</param>
    public static double RelativeLoad(int generation, double share = UsualShare)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(generation, 1);
        if (!(share is > 0 and < 1))
            throw new ArgumentOutOfRangeException(nameof(share), "An impression takes a part of the ink.");
        return Math.Pow(1 - share, generation - 1);
    }

    /// <summary>How a print looks.</summary>
    /// <param name="ink">The ink.</param>
    /// <param name="paper">What it is printed on.</param>
    /// <param name="generation">Which print from one inking, from 1.</param>
    /// <param name="share">Share of the ink that an impression takes.</param>
    public static Lab Colour(PaintOptics ink, Spectrum paper, int generation, double share = UsualShare) =>
        SpectralColour.ToLab(KubelkaMunk.Over(paper, ink, RelativeLoad(generation, share)));
}
