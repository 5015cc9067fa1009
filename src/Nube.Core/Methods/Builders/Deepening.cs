using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Methods.Builders;

/// <summary>The shadow of a painted area: more layers on its shadow side.</summary>
internal static class Deepening
{
    /// <summary>The passes of the shadow: the same mix again, or for a red what its maker deepens reds with, where it is owned.</summary>
    /// <param name="task">The area.</param>
    /// <param name="look">What lies there.</param>
    /// <param name="paints">The run's colourants.</param>
    /// <param name="schools">The maker's ways.</param>
    /// <param name="stroke">What the hand does.</param>
    /// <param name="mix">What the middle was painted with.</param>
    public static IEnumerable<AreaPass> Of(AreaTask task, ZoneLook look, Paints paints, Schools schools, Stroke stroke, PaintMix mix)
    {
        if (task.Shares.Shadow <= 0) yield break;
        for (var layer = 0; layer < task.ShadowLayers; layer++)
        {
            var deeper = stroke == Stroke.LeadWash ? mix : DeepenedBy(look, paints, schools, mix);
            look = look.Wash(paints.OpticsOf(deeper), deeper.Strength.LoadOfOneLayer, Spread.Over(Zone.Shadow));
            yield return new AreaPass(stroke, deeper, Zone.Shadow, BrushWater.Damp, look);
        }
    }

    private static PaintMix DeepenedBy(ZoneLook look, Paints paints, Schools schools, PaintMix mix)
    {
        var now = Colour.SpectralColour.ToLab(look.Shadow);
        if (!ShadowAndLight.IsRed(now)) return mix;
        var wanted = Math.Max(0, now.L - ShadowAndLight.Step);
        var water = paints.Of(WaterMedia).Where(place => mix.Parts.All(part => part.Colourant != place));
        // By its hue a brown is a red, too.
        var deeper = schools.Reds == RedShade.Brown
            ? water.Where(place => paints.Colourants[place].IsBrown)
            : water.Where(place => !paints.Colourants[place].IsBrown && ShadowAndLight.IsRed(paints.FullColour(place)) && paints.FullColour(place).L < now.L);
        return deeper
            .SelectMany(_ => Strength.Ladder, (place, strength) => new PaintMix([new RecipePart(place, 1)], strength))
            .MinBy(glaze => Math.Abs(
                Colour.SpectralColour.ToLab(KubelkaMunk.Over(look.Shadow, paints.OpticsOf(glaze), glaze.Strength.LoadOfOneLayer)).L - wanted))
            ?? mix;
    }

    /// <summary>What is thinned with water on a palette.</summary>
    internal static ImmutableArray<Materials.Medium> WaterMedia { get; } = [.. Enum.GetValues<Materials.Medium>().Where(Materials.Media.MixesWithWater)];
}
