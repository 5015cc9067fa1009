using Nube.Core.Checking;
using Nube.Core.Methods;

namespace Nube.Core.Tests.Checking;

/// <summary>What no picture shows is asked where it can be.</summary>
public sealed class QuestionsTests
{
    [Fact]
    public void Pencil_is_asked_for_haze_shine_and_dust_and_a_wash_for_nothing()
    {
        var pencilled = new PlannedCard(TrialCards.Image(0), 1, Method.DryPencil);
        var washed = new PlannedCard(TrialCards.Image(0), 1);

        Assert.Equal(Questions.All, Questions.Of(pencilled.Done));
        Assert.Empty(Questions.Of(washed.Done));
        Assert.All(Questions.All, kind => Assert.EndsWith("?", Questions.Text(kind), StringComparison.Ordinal));
        Assert.Throws<ArgumentOutOfRangeException>(() => Questions.Found(FindingKind.TooPale));
    }
}
