using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Grounds;
using Nube.Core.Mixing;

namespace Nube.Core.Methods;

/// <summary>Where two neighbouring hues of a ground lie over each other.</summary>
/// <param name="Before">The hue before it, from 0.</param>
/// <param name="Colour">What is seen there, dry.</param>
/// <param name="Muddy">They grey each other: see <see cref="Mud"/>.</param>
public sealed record BandSeam(int Before, Lab Colour, bool Muddy)
{
    /// <summary>The seams of hues in their order; none of a single one.</summary>
    /// <param name="task">What is done to the piece.</param>
    /// <param name="paints">The colourants that it counts, on its paper.</param>
    public static ImmutableArray<BandSeam> In(CardTask task, Paints paints)
    {
        ArgumentNullException.ThrowIfNull(task);
        ArgumentNullException.ThrowIfNull(paints);
        if (!GroundPlace.HasHues(task.Method) || task.Ground is not { Hues: > 1 } ground)
            return [];
        var (gradient, hues) = (ground.Gradient, ground.Hues);
        ImmutableArray<Act> acts = [.. MethodTable.Passes(task, paints).SelectMany(pass => pass.Acts)];
        return
        [
            .. Enumerable
                .Range(0, hues - 1)
                .Select(before =>
                {
                    var seam = At(gradient.BeginsAt(before + 1, hues));
                    var clean = Math.Min(
                        At(gradient.PlaceOf(before, hues)).Chroma,
                        At(gradient.PlaceOf(before + 1, hues)).Chroma
                    );
                    return new BandSeam(before, seam, Mud.Is(seam.Chroma, clean));
                }),
        ];

        Lab At(double place) =>
            Laying
                .Lay(
                    Surface.Bare(paints),
                    // Through a stencil hues meet in its openings.
                    acts.Select(act =>
                        act with
                        {
                            Along = act.Along is { } along ? along with { At = place } : null,
                            Through = null,
                        }
                    ),
                    paints
                )
                .Middle.Colour();
    }
}
