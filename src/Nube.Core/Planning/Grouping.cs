using System.Collections.Immutable;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>What decides whether areas that go together make a card wait.</summary>
/// <param name="Cards">How many cards the hands have to do.</param>
/// <param name="Hand">The maker's hand.</param>
/// <param name="Paper">The paper.</param>
/// <param name="Air">The air of the room.</param>
/// <param name="Options">What else the plan reckons with.</param>
public sealed record Pace(int Cards, Hand Hand, Paper Paper, Air Air, PlanOptions Options);

/// <summary>Which areas are gone over together.</summary>
/// <remarks>
/// Areas that get the same stroke with the same mix at the same place in their row can go together, unless they touch
/// and would lose their shading where they meet: fewer steps and fewer changes of colour. But what goes together waits
/// for whatever touches any of it, so that a card takes longer to dry its way through; where hands wait for paint
/// anyway, that is time lost. So an area joins others only as long as one card by itself is done within about the time
/// that the hands need for all cards, or as soon as if every area went alone.
/// </remarks>
internal static class Grouping
{
    private const double WorthSteps = 1.05; // of the time of a card: what fewer steps are worth. This project's own

    /// <summary>All that can go together: sets of single passes that become one pass each.</summary>
    /// <param name="singles">Passes of one area each with the details in it, or of the whole card, each after those that must come before
    /// it.</param>
    /// <param name="touching">Which areas touch.</param>
    public static List<List<Pass>> Together(ImmutableArray<Pass> singles, IEnumerable<(int One, int Other)> touching)
    {
        var touch = touching.SelectMany(t => new[] { t, (t.Other, t.One) }).ToHashSet();
        return
        [
            .. singles
                .GroupBy(pass => pass.WholeCard ? (object)pass.Index : Alike(pass))
                .SelectMany(group => Apart(group, touch)),
        ];
    }

    /// <summary>Smaller sets where the larger ones make hands wait; null where they do not, or not enough.</summary>
    /// <param name="singles">Passes of one area each with the details in it, or of the whole card, each after those that must come before
    /// it.</param>
    /// <param name="sets">All that can go together.</param>
    /// <param name="together">The passes that these make.</param>
    /// <param name="touching">Which areas touch.</param>
    /// <param name="pace">What decides.</param>
    public static List<List<Pass>>? WithoutWaits(
        ImmutableArray<Pass> singles,
        List<List<Pass>> sets,
        ImmutableArray<Pass> together,
        IReadOnlyCollection<(int One, int Other)> touching,
        Pace pace
    )
    {
        // With a heat tool nothing waits for drying; who wants few rinses would rather wait.
        if (
            pace.Options.Heat
            || pace.Options.Turns is Turns.FewRinses or Turns.OneByOne
            || together.Length == singles.Length
        )
            return null;
        var (hands, large) = (Hands(together, pace), new OneCardOrder(together, touching, pace).Seconds);
        if (large <= hands)
            return null;
        var card = new OneCardOrder(singles, touching, pace);
        if (large <= WorthSteps * card.Seconds)
            return null;
        var limit = Math.Max(hands, card.Seconds);
        foreach (var set in sets)
        {
            // Each joins the first before it that takes it.
            foreach (var (place, pass) in set.Index())
                _ = set[..place].Exists(home => card.Join(pass, home, limit));
        }
        return card.Sets;
    }

    /// <summary>About how long the hands are busy with all cards when every mix is taken up once, s.</summary>
    private static double Hands(ImmutableArray<Pass> together, Pace pace) =>
        pace.Cards * together.Sum(pass => pace.Hand.PaintSeconds(pass) + pace.Hand.NextCardSeconds)
        + together.DistinctBy(pass => string.Join('|', pass.Mixes.Select(mix => mix.Key))).Count()
            * pace.Hand.NextMixSeconds;

    /// <summary>
    /// Few sets in which none touch that may not: each goes into the first that takes it, the largest areas first.
    /// </summary>
    private static List<List<Pass>> Apart(IEnumerable<Pass> alike, HashSet<(int, int)> touch)
    {
        var sets = new List<List<Pass>>();
        foreach (var pass in alike.OrderByDescending(pass => pass.PaintedMm2).ThenBy(pass => pass.Areas[0]))
        {
            var home = sets.Find(set => RunningTogether.MayTouch(pass) || !set.Exists(other => Touch(pass, other)));
            if (home is null)
                sets.Add(home = []);
            home.Add(pass);
        }
        return sets;

        bool Touch(Pass one, Pass other) => one.Areas.Any(a => other.Areas.Any(b => touch.Contains((a, b))));
    }

    private static object Alike(Pass pass) =>
        (
            pass.Method,
            pass.Stroke,
            pass.Phase,
            pass.Layer,
            pass.Zone,
            pass.Water,
            string.Join('|', pass.Mixes.Select(mix => mix.Key)),
            string.Join(
                '|',
                pass.Acts.Select(act =>
                    FormattableString.Invariant(
                        $"{act.Kind} {act.Zone} {act.Times} {act.Share} {act.Pressure} {act.Along?.Key} {act.Through?.Key}"
                    )
                )
            )
        );
}
