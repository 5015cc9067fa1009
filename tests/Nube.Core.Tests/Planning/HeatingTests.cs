using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using static Nube.Core.Tests.Planning.Trials;

namespace Nube.Core.Tests.Planning;

/// <summary>The heat tool: when it is taken up, how long it takes, and what is kept from it.</summary>
public class HeatingTests
{
    private static readonly PlanOptions Heat = new() { Heat = true };

    // By hand, with the pool formula (ASHRAE Handbook, HVAC Applications, indoor pools) for air of 90 C, 2 % and 5 m/s on
    // a surface that the air brings to some 33 C, es 5.0 kPa: (5.0 - 0.02 x 70) (0.089 + 0.0782 x 5) / 2420 = 7.3e-4
    // kg/(m2 s); on a spot of 1250 mm2 that is 0.9 mg a second, so that a wash of 28 g/m2 on 1000 mm2, 28 mg, takes
    // about half a minute beside the 15 s for taking the tool up.
    [Fact]
    public void It_takes_as_long_as_the_water_that_is_there()
    {
        Assert.Equal(Heating.TakeSeconds, Heating.Seconds(0));
        Assert.InRange(Heating.Seconds(0.028) - Heating.TakeSeconds, 15, 60);
        Assert.Equal(
            2 * (Heating.Seconds(0.028) - Heating.TakeSeconds),
            Heating.Seconds(0.056) - Heating.TakeSeconds,
            6
        );
    }

    [Fact]
    public void It_comes_when_the_shine_is_gone_and_saves_its_time()
    {
        var run = Run(Method.FlatWash, ["#5c9140", "#c93a3a"], 1, [(1, 2)], options: Heat);
        var plan = run.Plan();
        var slow = (run with { Options = PlanOptions.None }).Plan();
        Assert.True(plan.FinishSeconds < slow.FinishSeconds - Heating.WorthSeconds);
        var heated = plan.Steps.Where(step => step.HeatSeconds > 0).ToList();
        Assert.NotEmpty(heated);
        foreach (var step in heated)
        {
            var from = step.StartSeconds - step.SetupSeconds - step.HeatSeconds;
            foreach (var earlier in plan.Steps.Where(one => one.Number < step.Number))
            {
                var shines = earlier.EndSeconds + plan.TimesOf(plan.PassOf(earlier)).Damp.TotalSeconds;
                // What was heated before does not shine any more.
                if (!heated.Exists(one => one.Number > earlier.Number && one.Number < step.Number))
                    Assert.True(from >= shines - 1e-6, "air of a tool would blow what is wet about");
            }
        }
    }

    [Fact]
    public void A_larger_wash_is_heated_longer()
    {
        double Longest(double mm2) =>
            Run(Method.FlatWash, ["#5c9140", "#c93a3a"], 1, [(1, 2)], options: Heat, size: mm2)
                .Plan()
                .Steps.Max(step => step.HeatSeconds);
        Assert.True(Longest(900) > Longest(150) + 1);
    }

    [Theory]
    [InlineData(Method.DryPencil)]
    [InlineData(Method.SolventPencil)]
    [InlineData(Method.PencilOverMarker)]
    public void Wax_solvent_and_alcohol_never_meet_it(Method method)
    {
        var paints = Methods.Supplies.On(Methods.Supplies.Paper("Smooth bristol 270"));
        var plan = Run(method, ["#5c9140"], 2, paints: paints, options: Heat).Plan();
        Assert.All(plan.Steps, step => Assert.Equal(0, step.HeatSeconds));
        Assert.Contains(plan.Passes, Heating.Forbids);
    }
}
