using Nube.Core.Acts;
using Nube.Core.Checking;
using Nube.Core.Methods;

namespace Nube.Core.Tests.Checking;

public sealed class ZoneFindingsTests
{
    private const int Seed = 640;

    [Fact]
    public void A_light_that_was_to_be_lifted_and_was_not_is_lost()
    {
        var card = new PlannedCard(TrialCards.Image(2), Seed, Method.Lift);
        var large = card.Image.Map.Areas.OrderByDescending(area => area.SizeMm2).Take(8).Select(area => area.Id);
        var forgotten = large.Where((_, place) => place % 2 == 0).ToHashSet();
        var painted = card.Painted(Seed, measured: true, strays: 0.12, mended: area =>
            card.Done.Passes.Where(pass => pass.Areas.Contains(area) && !forgotten.Contains(area))
                .SelectMany(pass => pass.Acts)
                .Where(act => act.Kind == ActKind.Lift)
        );

        var findings = TrialCards.Checked(card, painted, scanner: true, Seed).Findings;

        var lost = findings.Where(one => one.Kind == FindingKind.LightLost).Select(one => one.Area).ToList();
        // Some have no place in the light that is a mm from the rest: nothing is said of those.
        Assert.InRange(lost.Count, forgotten.Count / 2, forgotten.Count);
        Assert.All(lost, area => Assert.Contains(area, forgotten));
    }

    [Fact]
    public void An_area_that_is_pale_for_want_of_its_shadow_is_said_to_want_its_shadow()
    {
        var card = new PlannedCard(TrialCards.Image(0), Seed);
        var areas = card.Image.Map.Areas.Select(area => area.Id).ToList();
        var painted = card.Painted(Seed, measured: true, strays: 0.12, shadow: _ => 0);

        var findings = TrialCards.Checked(card, painted, scanner: true, Seed).Findings;

        var lost = findings.Where(one => one.Kind is FindingKind.ZonesAlike or FindingKind.ShadowPale).ToList();
        Assert.InRange(lost.Count, areas.Count / 8, areas.Count);
        // Each is said once.
        Assert.DoesNotContain(findings, one =>
            one.Kind == FindingKind.TooPale && lost.Exists(shadow => shadow.Area == one.Area)
        );
    }
}
