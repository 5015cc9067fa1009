using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Planning;
using Nube.Core.Stamping;

namespace Nube.Core.Tests.Stamping;

public class GuideLinesTests
{
    private static readonly Paper Paper = GenericCatalogue.Papers[0];

    /// <summary>Erased when bone dry, never before: common practice, no source.</summary>
    [Fact]
    public void Lines_are_erased_last_after_the_wait_until_bone_dry_in_this_room()
    {
        string Wait(Air air) => GuideLines.Guide(Paper, air, BrushWater.Wash)[^2].Text;
        var steps = GuideLines.Guide(Paper, Air.OrdinaryRoom, BrushWater.Wash);
        Assert.Contains("erase", steps[^1].Text, StringComparison.Ordinal);
        var dry = new DryingCurve(BrushWater.Wash.GramsPerSquareMetre(), Paper, Air.OrdinaryRoom).Times().BoneDry;
        Assert.Contains(
            $"some {Words.Duration(dry.TotalSeconds)} after",
            Wait(Air.OrdinaryRoom),
            StringComparison.Ordinal
        );
        Assert.NotEqual(Wait(Air.OrdinaryRoom), Wait(new Air(28, 0.3, 0.2)));
    }
}
