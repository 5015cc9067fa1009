using Nube.Core.Acts;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Tests.Planning;

/// <summary>Areas painted flat, with a lightness after each layer that a trial sets instead of computing it.</summary>
internal static class FlatAreas
{
    /// <summary>An area with some layers over all of it, then some on its shadow side.</summary>
    public static ColouredArea Area(
        int area,
        double sizeMm2,
        int colourant,
        Strength strength,
        int layers,
        int shadow,
        Func<int, double> lightnessAfter,
        Paper paper,
        double shadowShare = 0.35
    )
    {
        var mix = new PaintMix([new RecipePart(colourant, 1)], strength);
        return new ColouredArea(
            area,
            sizeMm2,
            new ZoneShares(0, shadowShare),
            Method.FlatWash,
            [
                .. Enumerable
                    .Range(1, layers + shadow)
                    .Select(layer =>
                    {
                        var zone = layer > layers ? Zone.Shadow : Zone.Whole;
                        var surface = sizeMm2 * (zone == Zone.Shadow ? shadowShare : 1);
                        return new AreaPass(Stroke.Wash, mix, zone, HowWet.ForWash(surface, paper), []);
                    }),
            ],
            [.. Enumerable.Range(1, layers + shadow).Select(lightnessAfter)]
        );
    }
}
