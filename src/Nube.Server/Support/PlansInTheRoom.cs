using Microsoft.EntityFrameworkCore;
using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>Lets the plans of a maker's open runs follow the air of the room.</summary>
public sealed class PlansInTheRoom(NubeDb db, RunLoader runs, TimeProvider clock)
{
    /// <summary>
    /// Plans that are not begun get the times of the new air, and another order where that is better. On the bench it
    /// is written down that the air changed, and what is left is arranged anew.
    /// </summary>
    public async Task Shift(CancellationToken cancel)
    {
        var planned = await db
            .Runs.Where(run => run.FinishedAt == null && run.Plan != null)
            .Select(run => run.Id)
            .ToListAsync(cancel);
        foreach (var id in planned)
            await Shift(id, cancel);
    }

    private const int MostTries = 5;

    private async Task Shift(Guid id, CancellationToken cancel)
    {
        for (var tries = 1; ; tries++)
        {
            db.ChangeTracker.Clear();
            await ShiftOnce(id, cancel);
            try
            {
                await db.SaveChangesAsync(cancel);
                return;
            }
            catch (DbUpdateConcurrencyException) when (tries < MostTries)
            {
                // A device did something at that bench at the same moment: both count.
            }
        }
    }

    private async Task ShiftOnce(Guid id, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        var made = run.Run.Plan!;
        var taps = await runs.Taps(id, cancel);
        if (run.Paper is not { } paper || run.IsStale)
            return; // It has to be planned again anyway.
        if (taps.Exists(tap => tap.IsOfWork))
        {
            double Dry(Air air) => Leaves.Water.Times(BrushWater.Wash, paper, air).Dry.TotalSeconds;
            var tap = new Tap(TapKind.Air, 0, clock.GetUtcNow(), "") { AirFactor = Dry(run.Room) / Dry(made.Air) };
            db.Taps.Add(
                new BenchTap
                {
                    Id = Guid.CreateVersion7(),
                    RunId = id,
                    MakerId = run.Run.MakerId,
                    Tap = tap,
                }
            );
            made.Plan = Replanning.FromNow(
                made.Plan,
                run.Touching,
                run.Hand,
                BenchLog.At(made.Plan, run.Touching, [.. taps, tap], tap.At)
            );
        }
        else if (made.Air != run.Room)
        {
            made.Replace(
                Scheduler.InAir(made.Plan, run.Touching, paper, run.Room, run.Hand),
                run.Room,
                clock.GetUtcNow()
            );
        }
    }
}
