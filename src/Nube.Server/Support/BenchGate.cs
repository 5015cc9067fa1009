using Microsoft.EntityFrameworkCore;
using Nube.Core.Bench;
using Nube.Core.Planning;
using Nube.Data;

namespace Nube.Server.Support;

/// <summary>Lets a run be changed as long as nothing is done at its bench.</summary>
public sealed class BenchGate(NubeDb db)
{
    /// <summary>
    /// Refuses when a step is done or left out. Where all was taken back, what the bench was told of it goes with the
    /// next save, for it speaks of a plan that is changed now; notes and timers stay.
    /// </summary>
    /// <param name="run">The run.</param>
    /// <param name="refusal">What to say when it is refused.</param>
    /// <param name="cancel">Ends the wait for the database.</param>
    public async Task Open(RunWithSupplies run, string refusal, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(run);
        if (run.Run.Plan is not { } made)
            return;
        var taps = await db.Taps.Where(tap => tap.RunId == run.Run.Id).OrderBy(tap => tap.Arrival).ToListAsync(cancel);
        var bench = BenchLog.At(
            made.Plan,
            run.Touching,
            taps.Select(tap => tap.Tap),
            taps.Count == 0 ? made.MadeAt : taps.Max(tap => tap.Tap.At)
        );
        if (bench.Done.Length + bench.LeftOut.Length > 0)
            throw TroubleException.Conflict(refusal);
        db.Taps.RemoveRange(taps.Where(tap => tap.Tap.IsOfWork));
        made.Plan = made.Plan with { Rest = [] };
        // The air may have changed while it was on the bench.
        if (made.Air != run.Room && run.Paper is { } paper && !run.IsStale)
            made.Replace(Scheduler.InAir(made.Plan, run.Touching, paper, run.Room, run.Hand), run.Room, made.MadeAt);
    }
}
