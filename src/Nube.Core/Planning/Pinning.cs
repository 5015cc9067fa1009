using System.Collections.Immutable;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>Puts steps where the maker wants them.</summary>
public static class Pinning
{
    /// <summary>An order with some steps in their places; the rest keeps its order around them.</summary>
    /// <param name="order">Jobs, <c>(card - 1) * passes + pass</c>.</param>
    /// <param name="passes">The passes.</param>
    /// <param name="pins">What goes where.</param>
    /// <exception cref="ImpossibleOrderException">A step cannot be there; the reason says why.</exception>
    internal static int[] Pinned(int[] order, ImmutableArray<Pass> passes, ImmutableArray<Pin> pins)
    {
        if (pins.IsEmpty)
            return order;
        var jobs = order.ToList();
        foreach (var pin in pins)
        {
            // A pin of something that is left out now waits for it to come back.
            jobs.Remove(Job(pin.Step));
        }
        var places = pins.Where(pin => order.Contains(Job(pin.Step))).OrderBy(pin => pin.Place);
        foreach (var pin in places)
            jobs.Insert(Math.Clamp(pin.Place - 1, 0, jobs.Count), Job(pin.Step));
        if (Fault(jobs, passes) is { } fault)
            throw new ImpossibleOrderException(fault);
        return [.. jobs];

        int Job(StepKey step) => (step.Card - 1) * passes.Length + step.Pass;
    }

    /// <summary>A plan with a step moved to another place, where it stays pinned.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="number">The step, by its number.</param>
    /// <param name="place">Where it is to be, from 1.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="hand">The maker's hand.</param>
    /// <exception cref="ImpossibleOrderException">It cannot be there; the reason says why.</exception>
    public static Plan Move(Plan plan, int number, int place, IEnumerable<(int One, int Other)> touching, Hand hand)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentOutOfRangeException.ThrowIfLessThan(number, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(number, plan.Steps.Length);
        var order = Scheduler.OrderOf(plan).ToList();
        var job = order[number - 1];
        var key = new StepKey(plan.Steps[number - 1].Card, plan.Steps[number - 1].Pass);
        order.RemoveAt(number - 1);
        order.Insert(Math.Clamp(place - 1, 0, order.Count), job);
        if (Fault(order, plan.Passes) is { } fault)
            throw new ImpossibleOrderException(fault);
        // What was pinned before keeps its place unless this step pushed it on.
        var pinned = plan
            .Options.Pinned.Where(pin => pin.Step != key)
            .Select(pin => pin.Step)
            .Append(key)
            .Select(step => new Pin(step, order.IndexOf((step.Card - 1) * plan.Passes.Length + step.Pass) + 1))
            .Where(pin => pin.Place > 0);
        return Scheduler.InOrder(
            plan,
            [.. order],
            touching,
            hand,
            plan.Options with
            {
                Pinned = [.. pinned.OrderBy(pin => pin.Place)],
            }
        );
    }

    /// <summary>A plan in which a step may be anywhere again.</summary>
    public static PlanOptions Unpinned(PlanOptions options, StepKey step)
    {
        ArgumentNullException.ThrowIfNull(options);
        return options with { Pinned = options.Pinned.RemoveAll(pin => pin.Step == step) };
    }

    /// <summary>Why an order cannot be; null when it can.</summary>
    private static string? Fault(List<int> order, ImmutableArray<Pass> passes)
    {
        var at = order.Index().ToDictionary(job => job.Item, job => job.Index);
        var precedes = Precedence.Of(passes);
        foreach (var (job, place) in at)
        {
            var (card, pass) = (job / passes.Length, job % passes.Length);
            for (var earlier = 0; earlier < pass; earlier++)
            {
                if (
                    !precedes[earlier, pass]
                    || !at.TryGetValue(card * passes.Length + earlier, out var before)
                    || before < place
                )
                    continue;
                var (one, other) = (passes[earlier], passes[pass]);
                return one.WholeCard || other.WholeCard || one.Phase != other.Phase
                    ? $"On card {card + 1}, {MethodTable.Of(one.Method).Name.ToLowerInvariant()} must come before {MethodTable.Of(other.Method).Name.ToLowerInvariant()} there."
                    : $"On card {card + 1}, go {one.Layer} over an area must come before go {other.Layer} over it.";
            }
        }
        return null;
    }
}
