using System.Globalization;
using Google.OrTools.Sat;

namespace Nube.Core.Planning;

/// <summary>
/// The best order of one card's passes, and the time before which a run of such cards cannot be done.
/// </summary>
/// <param name="AtLeastSeconds">Proven: no order of the run is done before, s.</param>
/// <param name="StartSeconds">When each pass starts in the best order that was found, s; negative for one that is left
/// out.</param>
/// <param name="OtherSeconds">The same in another good order.</param>
internal sealed record OneCard(double AtLeastSeconds, double[] StartSeconds, double[] OtherSeconds)
{
    private const double Units = 10; // tenths of a second
    private const double ManyPasses = 36; // above, the solver takes far longer for the same deterministic time

    /// <summary>
    /// Solves the card with the most passes exactly, or as far as the effort goes, unless hands bound the run anyway;
    /// null where a heat tool makes drying no bound.
    /// </summary>
    /// <remarks>
    /// A disjunctive schedule: passes that share or touch areas are not wet together, and hands do one thing at a time,
    /// each with the least setup that it can have. Solved by CP-SAT (OR-Tools), which proves its bound; all times are
    /// rounded down, so that the bound holds. A quick search gives it an order to begin with. Every card of a run takes
    /// at least so long, whatever is done between, and all of them longer by what <see cref="ScheduleProblem.Behind"/>
    /// says. One worker and a limit in its own deterministic time: the same on any machine.
    /// </remarks>
    /// <param name="problem">The run.</param>
    /// <param name="atLeast">What is known already: no order is done before, s.</param>
    /// <param name="seconds">Most deterministic time, about seconds.</param>
    /// <param name="stop">Ends the search early.</param>
    public static OneCard? Solve(ScheduleProblem problem, double atLeast, double seconds, CancellationToken stop)
    {
        var jobs = problem.Jobs.GroupBy(job => job / problem.Passes).MaxBy(card => card.Count())!.ToArray();
        if (problem.Heats)
            return null;
        var passes = jobs.Select(job => job % problem.Passes).Order().ToArray();
        var steps = problem.Steps(OrderSearch.Quick(problem, jobs, stop));
        var walked = steps.ToDictionary(step => step.Pass, step => step.StartSeconds);
        // Where one card is quickly done, it is the hands that bound the run; its order is still good to follow.
        if (steps[^1].EndSeconds + problem.Behind(passes) <= atLeast)
            return new OneCard(0, Starts(solver: null), Starts(solver: null));
        long Whole(double time) => (long)Math.Floor(time * Units);
        var horizon = passes.Sum(pass =>
            Whole(problem.Paint(pass) + problem.BoneDry(pass) + problem.LeastSetup(pass)) + 1
        );
        var model = new CpModel();
        var start = passes.ToDictionary(
            pass => pass,
            pass => model.NewIntVar(Whole(problem.LeastSetup(pass)), horizon, Name("start", pass))
        );
        var finish = model.NewIntVar(0, horizon, "finish");
        foreach (var pass in passes)
            model.Add(finish >= start[pass] + Whole(problem.Paint(pass)));
        // Before a pass its setup, then the pass: one after the other.
        model.AddNoOverlap(
            passes.Select(pass =>
                model.NewFixedSizeIntervalVar(
                    start[pass] - Whole(problem.LeastSetup(pass)),
                    Whole(problem.LeastSetup(pass)) + Whole(problem.Paint(pass)),
                    Name("hands", pass)
                )
            )
        );
        foreach (var one in passes)
        {
            foreach (
                var other in passes.Where(other =>
                    other > one && (problem.Precedes[one, other] || problem.Conflict(one, other))
                )
            )
            {
                var before = model.NewBoolVar(Name("before", one * problem.Passes + other));
                model.Add(start[other] >= start[one] + Gap(one, other)).OnlyEnforceIf(before);
                model.Add(start[one] >= start[other] + Gap(other, one)).OnlyEnforceIf(before.Not());
                if (problem.Precedes[one, other])
                    model.Add((LinearExpr)before == 1);
            }
        }
        foreach (var clique in problem.Cliques())
        {
            // What touches all the others is wet one after the other; this is what makes the bound strong.
            var wet = problem.OneAtATime(passes, clique);
            if (wet.Count > 2)
                model.AddNoOverlap(
                    wet.Select(pass =>
                        model.NewFixedSizeIntervalVar(
                            start[pass],
                            Whole(problem.Paint(pass)) + Whole(problem.LeastGap(pass, wet)),
                            Name("wet", pass)
                        )
                    )
                );
        }
        model.Minimize(finish);
        foreach (var pass in passes)
            model.AddHint(start[pass], (long)Math.Ceiling(walked[pass] * Units));
        var limit = (seconds * Math.Min(1, Math.Pow(ManyPasses / passes.Length, 5))).ToString(
            CultureInfo.InvariantCulture
        );
        var solver = new CpSolver
        {
            StringParameters =
                $"num_workers:1,random_seed:1,max_deterministic_time:{limit},presolve_probing_deterministic_time_limit:0.5",
        };
        using var stopping = stop.Register(solver.StopSearch);
        var status = solver.Solve(model);
        var solved = status is CpSolverStatus.Optimal or CpSolverStatus.Feasible;
        return new OneCard(
            (solved ? solver.BestObjectiveBound / Units : 0) + problem.Behind(passes),
            Starts(solved ? pass => solver.Value(start[pass]) / Units : null),
            Starts(solver: null)
        );

        double[] Starts(Func<int, double>? solver) =>
            [
                .. Enumerable
                    .Range(0, problem.Passes)
                    .Select(pass =>
                        !walked.TryGetValue(pass, out var at) ? -1
                        : solver is null ? at
                        : solver(pass)
                    ),
            ];

        long Gap(int first, int then) => Whole(problem.Paint(first)) + Whole(problem.Gap(first, then));

        static string Name(string what, int number) => string.Create(CultureInfo.InvariantCulture, $"{what} {number}");
    }

    /// <summary>
    /// Orders of the whole run in which every card follows one, each so many seconds behind the last.
    /// </summary>
    /// <param name="problem">The run.</param>
    public IEnumerable<int[]> Staggered(ScheduleProblem problem) =>
        new[] { StartSeconds, OtherSeconds }
            .SelectMany(
                _ => Behind,
                (starts, seconds) =>
                    problem
                        .Jobs.OrderBy(job => starts[job % problem.Passes] + seconds * (job / problem.Passes))
                        .ThenBy(job => job / problem.Passes)
                        .ThenBy(job => job % problem.Passes)
                        .ToArray()
            )
            .Where(order => problem.IsPossible(order));

    private static readonly double[] Behind = [0, 5, 15, 30, 60, 90, 120, 180, 240, 300, 400, 500, 700, 900, 1200]; // s
}
