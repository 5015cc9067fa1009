using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Mixing;

namespace Nube.Core.Methods;

/// <summary>Where two neighbouring hues of a ground lie over each other.</summary>
/// <param name="Before">The hue before it, from 0.</param>
/// <param name="Colour">What is seen there, dry.</param>
/// <param name="Muddy">They grey each other: see <see cref="Mud"/>.</param>
public sealed record BandSeam(int Before, Lab Colour, bool Muddy)
{
    /// <summary>A method lays its hues side by side, each over the edge of the one before.</summary>
    public static bool Has(Method method) =>
        method is Method.RainbowBands or Method.RainbowStamp or Method.BlendedPanel or Method.LooseBackground;

    /// <summary>The seams of hues in their order; none of a single one.</summary>
    /// <param name="hues">Recipes, in the order in which they lie.</param>
    /// <param name="paints">The colourants that they count, on their paper.</param>
    public static ImmutableArray<BandSeam> Between(ImmutableArray<Recipe> hues, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(paints);
        var bare = Surface.Bare(paints);
        Lab[] alone = [.. hues.Select(hue => Laying.Lay(bare, Of(hue), paints).Middle.Colour())];
        return
        [
            .. Enumerable
                .Range(0, Math.Max(0, hues.Length - 1))
                .Select(before =>
                {
                    var both = Laying.Lay(bare, [Of(hues[before]), Of(hues[before + 1])], paints).Middle.Colour();
                    var clean = Math.Min(alone[before].Chroma, alone[before + 1].Chroma);
                    return new BandSeam(before, both, Mud.Is(both.Chroma, clean));
                }),
        ];

        static Act Of(Recipe hue) => Act.Lay(new PaintMix(hue.Parts, hue.Strength), Zone.Whole, hue.Layers);
    }
}
