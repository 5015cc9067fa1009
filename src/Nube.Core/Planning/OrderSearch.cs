namespace Nube.Core.Planning;

/// <summary>How long to look for a better order.</summary>
/// <param name="Steps">Jobs that are looked at in all orders that are tried, on each of two threads; it takes some 15
/// ns each.</param>
/// <param name="GoodEnough">How near to the lower bound an order may be at which the search ends, as a share of
/// it.</param>
public sealed record SearchEffort(long Steps, double GoodEnough)
{
    /// <summary>One to three seconds on each of two threads.</summary>
    public static SearchEffort Usual { get; } = new(100_000_000, 0.002);
}

/// <summary>How far a search is.</summary>
/// <param name="Share">Of its effort, 0 to 1.</param>
/// <param name="FinishSeconds">When the last stroke of the best order is done, s.</param>
public sealed record SearchProgress(double Share, double FinishSeconds);

/// <summary>Looks for a better order by simulated annealing.</summary>
/// <remarks>
/// S. Kirkpatrick, C. D. Gelatt, M. P. Vecchi, "Optimization by simulated annealing", Science 220 (1983), 671-680: a
/// random change of the order is kept when it is better, and with probability exp(-loss / temperature) when it is
/// worse, while the temperature falls. A change takes one step, a short row of steps, or a row of one mix elsewhere:
/// near by, anywhere, or beside another step of the same mix; at first nearly always whole rows between rows, so that
/// no change of mix is lost. How much worse is still taken is drawn before an order is walked through, which is left as
/// soon as what remains cannot make that good. Who wants it soonest is led there by steady orders. Two searches with two temperatures run on two threads, each with a
/// generator of its own, and the better result counts: the same on any machine.
/// </remarks>
internal static class OrderSearch
{
    private const int Rounds = 20; // after each of which progress is told
    private const double Hottest = 0.004,
        Coldest = 0.00005; // temperature as a share of the time that the first order takes
    private const double SecondHeat = 0.5; // the second search starts colder: nearly downhill
    private const int LongestRow = 12,
        Near = 14; // steps that are moved together, and how far "near by" is; set on random runs
    private const int QuickChanges = 600; // tried for each job
    private const long QuickMost = 10_000_000; // steps
    private const int JobsPerChange = 100; // what a change costs by itself, in jobs that could be looked at meanwhile

    /// <summary>A good order of one card's jobs, after some tens of milliseconds.</summary>
    /// <param name="problem">What is fixed.</param>
    /// <param name="jobs">The jobs.</param>
    /// <param name="stop">Ends the search.</param>
    public static int[] Quick(ScheduleProblem problem, int[] jobs, CancellationToken stop)
    {
        var steps = Math.Min(QuickMost, (long)QuickChanges * jobs.Length * (jobs.Length + JobsPerChange));
        return Better(
            problem,
            Scheduler.Greedy(problem, jobs).Order,
            new bool[jobs.Length],
            new SearchEffort(steps, 0),
            0,
            null,
            stop
        );
    }

    /// <summary>The best order found.</summary>
    /// <param name="problem">What is fixed.</param>
    /// <param name="first">An order that can be.</param>
    /// <param name="effort">How long to look.</param>
    /// <param name="pinned">Whether the step at each place of the order stays there.</param>
    /// <param name="atLeast">No order can be done before, s.</param>
    /// <param name="progress">Told after each round.</param>
    /// <param name="stop">Ends the search.</param>
    public static int[] Better(
        ScheduleProblem problem,
        int[] first,
        bool[] pinned,
        SearchEffort effort,
        double atLeast,
        IProgress<SearchProgress>? progress,
        CancellationToken stop
    )
    {
        var searches = new[]
        {
            new Search(problem, first, pinned, 1, 0x9E3779B97F4A7C15),
            new Search(problem, first, pinned, SecondHeat, 0xD1B54A32D192ED03),
        };
        var changes = effort.Steps / (first.Length + JobsPerChange);
        for (var round = 0; round < Rounds && first.Length > 1; round++)
        {
            var (from, to) = (round / (double)Rounds, (round + 1) / (double)Rounds);
            Parallel.ForEach(searches, search => search.Go(changes / Rounds, from, to, stop));
            var best = searches.MinBy(search => search.Best)!;
            progress?.Report(new SearchProgress(to, best.BestFinish));
            if (stop.IsCancellationRequested || best.Best <= atLeast * (1 + effort.GoodEnough))
                break;
        }
        return searches[1].Best < searches[0].Best - 1e-9 ? searches[1].BestOrder : searches[0].BestOrder;
    }

    /// <summary>One search.</summary>
    private sealed class Search
    {
        private readonly ScheduleProblem problem;
        private const double RowsFirst = 0.9; // share of moves of whole rows at the start, falling to what chance gives
        private const double LeadUntil = 0.8, // of the way
            LeadStep = 0.01; // of the price, that an order is not priced anew all the time
        private readonly double heat;
        private readonly double scale,
            endPrice; // what changes and breaks count for in the end, as a share of their price
        private readonly bool[] pinned;
        private readonly ScheduleProblem.Walk walk;
        private readonly int[] order;
        private readonly int[] tried;
        private readonly double[] least,
            left; // seconds that each pass takes at least; seconds from each place on
        private int changedTo; // the place from which what is tried is as the order
        private double now;
        private ulong state;

        public Search(ScheduleProblem problem, int[] first, bool[] pinned, double heat, ulong seed)
        {
            (this.problem, this.pinned, this.heat, state) = (problem, pinned, heat, seed);
            walk = problem.Begin();
            (order, tried, BestOrder) = ([.. first], new int[first.Length], [.. first]);
            least =
            [
                .. Enumerable.Range(0, problem.Passes).Select(pass => problem.Paint(pass) + problem.LeastSetup(pass)),
            ];
            left = new double[first.Length + 1];
            endPrice = walk.Price;
            CountLeft();
            Best = now = ScheduleProblem.Cost(order, walk);
            BestFinish = scale = walk.Free;
        }

        public double Best { get; private set; }

        public double BestFinish { get; private set; }

        public int[] BestOrder { get; }

        /// <summary>Tries some changes while the temperature falls from one share of the way to another.</summary>
        public void Go(long changes, double from, double to, CancellationToken stop)
        {
            for (var change = 0L; change < changes; change++)
            {
                if ((change & 255) == 0 && stop.IsCancellationRequested)
                    return;
                if (!Propose(from))
                    continue;
                var way = from + (to - from) * change / changes;
                Lead(way);
                var temperature = heat * scale * Hottest * Math.Pow(Coldest / Hottest, way);
                // Worse by so much is still taken: drawn first, so that an order that cannot reach it is left early.
                var limit = now - temperature * Math.Log(1 - Uniform());
                var cost = ScheduleProblem.Cost(tried, walk, changedTo, left, limit);
                if (cost > limit)
                    continue;
                tried.CopyTo(order.AsSpan());
                now = cost;
                CountLeft();
                var inTheEnd = walk.CostAt(endPrice);
                if (inTheEnd >= Best - 1e-9)
                    continue;
                (Best, BestFinish) = (inTheEnd, walk.Free);
                order.CopyTo(BestOrder.AsSpan());
            }
        }

        /// <summary>
        /// Where changes cost nothing in the end, they cost less and less on the way: few changes leave the hands more
        /// time, and orders with few are found sooner than those that are best.
        /// </summary>
        private void Lead(double way)
        {
            var price = Math.Max(endPrice, 1 - way / LeadUntil);
            if (Math.Abs(walk.Price - price) < LeadStep && (price > endPrice || price.Equals(walk.Price)))
                return;
            walk.Price = price;
            now = ScheduleProblem.Cost(order, walk);
        }

        /// <summary>Writes a changed order; false when the change cannot be.</summary>
        private bool Propose(double way)
        {
            var from = Below(order.Length);
            var length = 1;
            var kind = Uniform() < RowsFirst * (1 - way) ? 2 : Below(4);
            if (kind == 1)
                length = 1 + Below(LongestRow);
            if (kind == 2)
            {
                // The whole row of steps with this mix.
                while (from > 0 && !problem.Changes(Pass(from - 1), Pass(from)))
                    from--;
                while (from + length < order.Length && !problem.Changes(Pass(from + length - 1), Pass(from + length)))
                    length++;
            }
            length = Math.Min(length, order.Length - from);
            var to = Below(3) switch
            {
                0 => from + (Below(2 * Near + 1) - Near) * (kind == 2 ? Math.Max(1, problem.Cards / 2) : 1),
                1 => Below(order.Length),
                _ => BesideSameMix(from),
            };
            if (kind == 2 && to >= 0 && to < order.Length)
            {
                // A whole row goes between others, not into them.
                while (to > 0 && !problem.Changes(Pass(to - 1), Pass(to)))
                    to--;
                if (to > from)
                    to -= length;
            }
            to = Math.Clamp(to, 0, order.Length - length);
            if (to == from || !CanMove(from, length, to))
                return false;
            changedTo = Math.Max(from, to) + length;
            Move(from, length, to);
            return true;
        }

        /// <summary>Work and least setups from each place of the order on.</summary>
        private void CountLeft()
        {
            for (var place = order.Length - 1; place >= 0; place--)
                left[place] = left[place + 1] + least[order[place] % problem.Passes];
        }

        private int Pass(int at) => order[at] % problem.Passes;

        /// <summary>A place beside a step of the same mix, looked for from a random place onwards.</summary>
        private int BesideSameMix(int from)
        {
            var start = Below(order.Length);
            for (var i = 0; i < order.Length; i++)
            {
                var at = (start + i) % order.Length;
                if (at != from && !problem.Changes(Pass(at), Pass(from)))
                    return at < from ? at + 1 : at;
            }
            return from;
        }

        /// <summary>
        /// No step of the row is moved past one that must come before or after it, and no pinned one is moved at all.
        /// </summary>
        private bool CanMove(int from, int length, int to)
        {
            var (passedFrom, passedTo) = to < from ? (to, from) : (from + length, to + length);
            for (var place = Math.Min(from, passedFrom); place < Math.Max(from + length, passedTo); place++)
            {
                if (pinned[place])
                    return false;
            }
            for (var other = passedFrom; other < passedTo; other++)
            {
                for (var mine = from; mine < from + length; mine++)
                {
                    if (order[other] / problem.Passes != order[mine] / problem.Passes)
                        continue;
                    if (
                        to < from
                            ? problem.Precedes[Pass(other), Pass(mine)]
                            : problem.Precedes[Pass(mine), Pass(other)]
                    )
                        return false;
                }
            }
            return true;
        }

        private void Move(int from, int length, int to)
        {
            ReadOnlySpan<int> now = order;
            Span<int> next = tried;
            if (to < from)
            {
                now[..to].CopyTo(next);
                now.Slice(from, length).CopyTo(next[to..]);
                now[to..from].CopyTo(next[(to + length)..]);
                now[(from + length)..].CopyTo(next[(from + length)..]);
                return;
            }
            now[..from].CopyTo(next);
            now.Slice(from + length, to - from).CopyTo(next[from..]);
            now.Slice(from, length).CopyTo(next[to..]);
            now[(to + length)..].CopyTo(next[(to + length)..]);
        }

        /// <summary>The generator xorshift64* (S. Vigna, ACM Trans. Math. Software 42 (2016), 30).</summary>
        private ulong Next()
        {
            state ^= state >> 12;
            state ^= state << 25;
            state ^= state >> 27;
            return state * 0x2545F4914F6CDD1D;
        }

        private int Below(int limit) => (int)((Next() >> 33) * (ulong)limit >> 31);

        private double Uniform() => (Next() >> 11) * (1.0 / (1UL << 53));
    }
}
