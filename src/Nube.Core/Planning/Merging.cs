using System.Collections.Immutable;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>Passes of which two were made one.</summary>
/// <param name="Passes">The passes that there are now.</param>
/// <param name="Now">For each pass that there was, its index now; both of the two have the same.</param>
public sealed record Merged(ImmutableArray<Pass> Passes, ImmutableArray<int> Now)
{
    /// <summary>
    /// What a plan reckoned with, for the passes that there are now: other steps stay pinned where they were, one place
    /// earlier for each step before them that is no more; a card's merged step is left out where both were.
    /// </summary>
    /// <param name="before">The plan that was merged.</param>
    public PlanOptions Options(Plan before)
    {
        ArgumentNullException.ThrowIfNull(before);
        var merged = Now.GroupBy(now => now).Single(group => group.Count() == 2).Key;
        var skipped = before.Options.Skipped.ToHashSet();
        // Where both were to be done, the later of the two steps is no more.
        var gone = before
            .Steps.Where(step => Now[step.Pass] == merged)
            .GroupBy(step => step.Card)
            .Where(steps => steps.Count() == 2)
            .Select(steps => steps.Max(step => step.Number))
            .ToList();
        return before.Options with
        {
            Pinned =
            [
                .. before
                    .Options.Pinned.Where(pin => Now[pin.Step.Pass] != merged)
                    .Select(pin => new Pin(At(pin.Step), pin.Place - gone.Count(number => number < pin.Place))),
            ],
            Skipped =
            [
                .. skipped
                    .GroupBy(At)
                    .Where(steps => steps.Key.Pass != merged || steps.Count() == 2)
                    .Select(steps => steps.Key),
            ],
        };

        StepKey At(StepKey step) => step with { Pass = Now[step.Pass] };
    }
}

/// <summary>Makes one pass of two.</summary>
public static class Merging
{
    /// <summary>The passes with two of them merged.</summary>
    /// <param name="passes">All passes.</param>
    /// <param name="one">Index of the one.</param>
    /// <param name="other">Index of the other.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <exception cref="ImpossibleOrderException">They cannot be one; the reason says why.</exception>
    public static Merged Merge(
        ImmutableArray<Pass> passes,
        int one,
        int other,
        IEnumerable<(int One, int Other)> touching
    )
    {
        ArgumentNullException.ThrowIfNull(touching);
        ArgumentOutOfRangeException.ThrowIfNegative(Math.Min(one, other));
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(Math.Max(one, other), passes.Length);
        var (first, then) = (passes[Math.Min(one, other)], passes[Math.Max(one, other)]);
        if (first.Index == then.Index)
            throw new ImpossibleOrderException("Choose two different passes.");
        if (!first.Mixes.SequenceEqual(then.Mixes))
            throw new ImpossibleOrderException("They take different mixes, so they are two passes.");
        if (
            first.Stroke != then.Stroke
            || first.Zone != then.Zone
            || !first.Acts.SequenceEqual(then.Acts)
            || first.WholeCard
            || then.WholeCard
        )
            throw new ImpossibleOrderException(
                "They are done in different ways or on different parts, so they are two passes."
            );
        if (first.Areas.Any(then.Areas.Contains))
            throw new ImpossibleOrderException(
                "They are two layers of the same area: the first must dry before the second."
            );
        if (
            !RunningTogether.MayTouch(first)
            && touching.FirstOrDefault(t =>
                (first.Areas.Contains(t.One) && then.Areas.Contains(t.Other))
                || (first.Areas.Contains(t.Other) && then.Areas.Contains(t.One))
            )
                is var pair
            && pair != default
        )
            throw new ImpossibleOrderException(
                "Some of their areas touch: wet together they would run into each other."
            );
        var precedes = Precedence.Of(passes);
        if (precedes[first.Index, then.Index])
            throw new ImpossibleOrderException("Something must come between them.");

        var merged = PassBuilder.Together([first, then]) with
        {
            // The wetter brush: smaller areas take a little longer to dry.
            Water = (Drying.BrushWater)Math.Max((int)first.Water, (int)then.Water),
            After = [.. first.After.Union(then.After)],
        };
        var all = passes
            .Where(pass => pass != first && pass != then)
            .Append(merged)
            .Select(pass =>
                pass with
                {
                    After = [.. pass.After.Select(index => index == then.Index ? first.Index : index).Distinct()],
                }
            )
            .ToList();
        var ordered = InOrder(all, first.Index, then.Index);
        return ordered with { Passes = PassBuilder.Patched(ordered.Passes, touching) };
    }

    /// <summary>Numbered anew, each after those that must come before it, otherwise as before.</summary>
    private static Merged InOrder(List<Pass> passes, int kept, int gone)
    {
        var numbers = new Dictionary<int, int>();
        var ordered = ImmutableArray.CreateBuilder<Pass>(passes.Count);
        while (passes.Count > 0)
        {
            var next = passes.Where(pass => pass.After.All(numbers.ContainsKey)).MinBy(pass => pass.Index)
                ?? throw new ImpossibleOrderException("Something must come between them.");
            passes.Remove(next);
            numbers[next.Index] = ordered.Count;
            ordered.Add(
                next with
                {
                    Index = ordered.Count,
                    After = [.. next.After.Select(index => numbers[index]).Order()],
                }
            );
        }
        numbers[gone] = numbers[kept];
        return new Merged(
            ordered.MoveToImmutable(),
            [.. numbers.OrderBy(number => number.Key).Select(number => number.Value)]
        );
    }
}
