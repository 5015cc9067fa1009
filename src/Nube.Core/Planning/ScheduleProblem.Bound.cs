namespace Nube.Core.Planning;

/// <content>A time before which no order can be done, from what is fixed alone.</content>
internal sealed partial class ScheduleProblem
{
    /// <summary>
    /// A time before which no order can be done, s: the hands' work with the fewest changes; or, dried in the air, that
    /// of all but what ends every card, which must dry before; or on one card the heaviest set of areas that all touch
    /// each other, of which only one can be wet at a time.
    /// </summary>
    public double LowerBound()
    {
        var within = Enumerable
            .Range(0, Passes)
            .Min(pass => Enumerable.Range(-1, Passes + 1).Min(last => setup[last + 1, pass]));
        var hands = Hands(Jobs);
        if (options.Heat)
            return hands;
        return Math.Max(hands, Math.Max(AndThenDry(), within + Enumerable.Range(0, Cards).Max(OnOneCard)));

        // Each way in which a tool is loaded is entered once at least, and not from itself.
        double Hands(IReadOnlyCollection<int> jobs)
        {
            var classes = jobs.Select(job => job % Passes)
                .Distinct()
                .GroupBy(pass => Enumerable.Range(0, Passes).First(other => other == pass || !Changes(other, pass)))
                .ToList();
            var work = jobs.GroupBy(job => job % Passes)
                .ToDictionary(group => group.Key, group => group.Count() * (paint[group.Key] + within));
            var entries = classes.Sum(group =>
            {
                var entry = group.Min(pass =>
                    Enumerable
                        .Range(-1, Passes + 1)
                        .Where(last => last < 0 || Changes(last, pass))
                        .Min(last => setup[last + 1, pass])
                );
                return entry + Again(group, entry - within, group.Sum(pass => work[pass]));
            });
            return jobs.Sum(job => paint[job % Passes]) + entries + (jobs.Count - classes.Count) * within;
        }

        // Layers of one mix on the same area: while the first dries, the hands either stay with this mix, whose work
        // may not last so long, or come back to it later.
        double Again(IEnumerable<int> group, double entry, double work)
        {
            var inClass = group.Order().ToList();
            return Enumerable
                .Range(0, areas.Ids.Length)
                .Max(area =>
                {
                    var row = inClass.Where(pass => Paints(pass, area)).ToList();
                    // A heat tool ends a wait, but takes the hands itself.
                    var gaps = row.Take(Math.Max(0, row.Count - 1))
                        .Select(pass =>
                            options.Heat ? Math.Min(Dries(pass, area), Heating.TakeSeconds) : Dries(pass, area)
                        )
                        .Order()
                        .ToList();
                    return Enumerable
                        .Range(0, gaps.Count + 1)
                        .Min(again => again * entry + Math.Max(0, gaps.Take(gaps.Count - again).Sum() - work));
                });
        }

        // Whatever is painted last, on some card, must dry before what ends every card.
        double AndThenDry()
        {
            var ends = Enumerable
                .Range(0, Passes)
                .Where(pass =>
                    passes[pass].WholeCard
                    && Enumerable
                        .Range(0, Passes)
                        .All(other => other == pass || Precedes[other, pass] || Precedes[pass, other])
                    && Enumerable.Range(0, Cards).All(card => Jobs.Contains(card * Passes + pass))
                )
                .ToHashSet();
            var last = ends.Where(pass =>
                    !Enumerable.Range(0, Passes).Any(other => Precedes[pass, other] && !ends.Contains(other))
                )
                .ToList();
            var rest = Jobs.Where(job => !last.Contains(job % Passes)).ToList();
            if (last.Count == 0 || rest.Count == 0)
                return 0;
            var first = last.MinBy(pass => pass);
            return Hands(rest) + rest.Min(job => gap[job % Passes, first]) + last.Sum(pass => paint[pass]);
        }

        double OnOneCard(int card)
        {
            var there = Jobs.Where(job => job / Passes == card).Select(job => job % Passes).ToList();
            return there.Count == 0 ? 0 : Cliques().Max(clique => InARow(there, clique));
        }

        // The drying of the one that comes last is not waited for.
        double InARow(List<int> there, int[] clique)
        {
            var one = OneAtATime(there, clique);
            if (one.Count == 0)
                return 0;
            double[] gaps = [.. one.Select(pass => LeastGap(pass, one))];
            return one.Sum(pass => paint[pass]) + gaps.Sum() - gaps.Max() + Behind(one);
        }
    }

    /// <summary>
    /// How much later a run is done than one of its cards could be by itself, at least, s. Hands begin the cards one
    /// after the other and end them one after the other. Of n cards each has i that were begun before it and j that are
    /// ended after it; all i and j together are n (n - 1), so that some card has i + j of n - 1 or more, and as many
    /// first or last passes of other cards lie outside its own time.
    /// </summary>
    /// <param name="those">Passes that one card cannot be done with sooner than some time; other cards count that have
    /// all of them.</param>
    public double Behind(IReadOnlyCollection<int> those)
    {
        var jobs = Jobs.ToHashSet();
        var cards = Enumerable.Range(0, Cards).Count(card => those.All(pass => jobs.Contains(card * Passes + pass)));
        double Least(Func<int, int, bool> inTheWay) =>
            those.Where(pass => !those.Any(other => inTheWay(other, pass))).Min(pass => paint[pass] + LeastSetup(pass));
        return (cards - 1)
            * Math.Min(Least((other, pass) => Precedes[other, pass]), Least((other, pass) => Precedes[pass, other]));
    }

    /// <summary>Sets of one to four areas that all touch each other; on paper there are hardly larger ones.</summary>
    public IEnumerable<int[]> Cliques()
    {
        for (var a = 0; a < areas.Ids.Length; a++)
        {
            yield return [a];
            for (var b = a + 1; b < areas.Ids.Length; b++)
            {
                if (!areas.Touch[a, b])
                    continue;
                yield return [a, b];
                for (var c = b + 1; c < areas.Ids.Length; c++)
                {
                    if (!areas.Touch[a, c] || !areas.Touch[b, c])
                        continue;
                    yield return [a, b, c];
                    for (var d = c + 1; d < areas.Ids.Length; d++)
                    {
                        if (areas.Touch[a, d] && areas.Touch[b, d] && areas.Touch[c, d])
                            yield return [a, b, c, d];
                    }
                }
            }
        }
    }
}
