using System.Collections.Immutable;

namespace Nube.Core.Planning;

/// <summary>Something that can be done at any moment when hands are idle.</summary>
/// <param name="Name">What, as it is said: "stamp the greeting".</param>
/// <param name="Seconds">How long it takes, s.</param>
/// <param name="Card">For which card; null for all of them at once.</param>
public sealed record IdleTask(string Name, double Seconds, int? Card = null);

/// <summary>An idle task in its place.</summary>
/// <param name="Task">What.</param>
/// <param name="BeforeStep">Number of the step in whose wait it fits; null for after the last stroke, while things
/// dry.</param>
public sealed record PlacedTask(IdleTask Task, int? BeforeStep);

/// <summary>Fills waits with what can be done at any moment.</summary>
public static class Idle
{
    // From memory, for one card.
    private const double GreetingSeconds = 45,
        BaseSeconds = 60,
        SwatchSeconds = 120;

    /// <summary>
    /// What is to be done on nearly every run, and is no step of its plan: swatches; and greetings and bases, where nobody
    /// said what pieces its cards have.
    /// </summary>
    public static ImmutableArray<IdleTask> Usual(Plan plan)
    {
        ArgumentNullException.ThrowIfNull(plan);
        return plan.Pieces.IsEmpty ? Usual(plan.Cards) : [.. Usual(0)];
    }

    private static ImmutableArray<IdleTask> Usual(int cards) =>
        [
            new("swatch the palette on a scrap of the same paper", SwatchSeconds),
            .. Enumerable.Range(1, cards).Select(card => new IdleTask("stamp the greeting", GreetingSeconds, card)),
            .. Enumerable.Range(1, cards).Select(card => new IdleTask("cut and score the base", BaseSeconds, card)),
        ];

    /// <summary>Tasks as they are said: "stamp the greeting for cards 1 to 6".</summary>
    public static ImmutableArray<string> InWords(IEnumerable<IdleTask> tasks)
    {
        ArgumentNullException.ThrowIfNull(tasks);
        return
        [
            .. tasks
                .GroupBy(task => task.Name)
                .Select(same => $"{same.Key}{For([.. same.Select(task => task.Card).OfType<int>().Order()])}"),
        ];

        static string For(int[] cards) => cards.Length == 0 ? "" : $" for {Words.Cards(cards)}";
    }

    /// <summary>
    /// Tasks in the waits of a plan, in their order, each into the first wait that still has room for it; no step
    /// starts later.
    /// </summary>
    public static ImmutableArray<PlacedTask> Placed(Plan plan, IEnumerable<IdleTask> tasks)
    {
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(tasks);
        var room = plan
            .Steps.Where(step => step.Wait is not null)
            .ToDictionary(step => step.Number, step => step.Wait!.Seconds);
        return
        [
            .. tasks.Select(task =>
            {
                var into = plan
                    .Steps.FirstOrDefault(step => room.GetValueOrDefault(step.Number) >= task.Seconds)
                    ?.Number;
                if (into is { } number)
                    room[number] -= task.Seconds;
                return new PlacedTask(task, into);
            }),
        ];
    }
}
