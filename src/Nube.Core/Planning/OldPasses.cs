using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>Plans that were kept before passes told their acts.</summary>
internal static class OldPasses
{
    /// <summary>The acts of a pass; of an old one what its stroke, zone and mix say of them.</summary>
    public static ImmutableArray<Act> ActsOf(Pass pass)
    {
        if (!pass.Acts.IsDefaultOrEmpty || pass.Zone == Zone.Details)
            return pass.Acts.IsDefault ? [] : pass.Acts;
        var mixes = pass.Mixes.Where(mix => !mix.Parts.IsEmpty).ToImmutableArray();
        return pass.Stroke switch
        {
            Stroke.Erase or Stroke.Soften => [],
            Stroke.MistAndBlot => [Act.Lift(Zone.Whole, MistTook)],
            Stroke.Lift => [Act.Lift(Zone.Light, HalfLifted)],
            Stroke.Dissolve => Blending.Solvent,
            Stroke.WetDrawn => Blending.Water,
            Stroke.Burnish => Blending.Burnish(pass.Mix),
            _ when mixes.IsEmpty => [],
            Stroke.Draw => [Act.Draw(pass.Mix, pass.Zone, 1)],
            Stroke.PenPair =>
            [
                Act.Lay(pass.Mix, Zone.Whole),
                .. mixes.Skip(1).Select(dark => Act.Lay(dark, Zone.Shadow, share: DarkPen)),
                .. Blending.Pens,
            ],
            Stroke.DropIn => [Act.Lay(pass.Mix, Zone.Edge, share: pass.Thinned)],
            _ => [new Act(ActKind.Lay, pass.Zone) { Mixes = mixes, Share = pass.Thinned }],
        };
    }

    // As they were when such plans were made.
    private const double MistTook = 0.25,
        DarkPen = 0.5,
        HalfLifted = 0.5;
}
