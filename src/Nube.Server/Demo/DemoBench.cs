using Microsoft.EntityFrameworkCore;
using Nube.Core.Bench;
using Nube.Core.Planning;
using Nube.Data.Entities;
using Nube.Devices.Swatches;
using Nube.Server.Places;
using Nube.Server.Support;
using Nube.Server.Work;

namespace Nube.Server.Demo;

/// <content>Work at the bench, as taps, and what is finished.</content>
public sealed partial class DemoBook
{
    /// <summary>
    /// A maker who takes a quarter longer than an ordinary hand, so that there is something to learn.
    /// </summary>
    private const double UnhurriedPace = 1.25;

    /// <summary>
    /// Taps the first steps as they come, each when it is dry enough and its work is done; the last of them some time
    /// ago.
    /// </summary>
    private async Task Work(Guid id, double share, TimeSpan ago, CancellationToken cancel, double pace = 1)
    {
        var run = await runs.Load(id, cancel);
        var plan = run.Run.Plan!.Plan;
        var taps = new List<Tap>();
        var now = DateTimeOffset.UnixEpoch;
        foreach (var step in plan.Steps[..(int)(share * plan.Steps.Length)])
        {
            var holdup = BenchLog
                .At(plan, run.Touching, [.. taps, new Tap(TapKind.Take, step.Number, now, "")], now)
                .Holdup;
            now =
                (holdup?.ReadyAt ?? now)
                + pace * TimeSpan.FromSeconds(step.SetupSeconds + step.EndSeconds - step.StartSeconds);
            taps.Add(new Tap(TapKind.Done, step.Number, now, ""));
        }
        var shift = clock.GetUtcNow() - ago - now;
        foreach (var tap in taps)
            await Tap(id, tap with { At = tap.At + shift }, cancel);
    }

    private Task Note(Guid id, string text, TimeSpan ago, CancellationToken cancel) =>
        Tap(id, new Tap(TapKind.Note, 0, clock.GetUtcNow() - ago, text), cancel);

    private async Task Tap(Guid id, Tap tap, CancellationToken cancel)
    {
        db.Taps.Add(
            new BenchTap
            {
                Id = Guid.CreateVersion7(),
                RunId = id,
                MakerId = atWork.MakerId,
                Tap = tap,
            }
        );
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Planned, painted and put into the book some time ago.</summary>
    private async Task Made(Guid id, Maker owner, TimeSpan ago, string note, CancellationToken cancel)
    {
        await Plan(id, cancel);
        await Work(id, share: 1, ago, cancel);
        if (note.Length > 0)
            await Note(id, note, ago, cancel);
        await Finish(id, owner, ago, cancel);
    }

    private async Task Finish(Guid id, Maker owner, TimeSpan ago, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        run.Run.FinishedAt = clock.GetUtcNow() - ago;
        var taps = await runs.Taps(id, cancel);
        RecordPlace.PutIntoBook(
            run,
            BenchLog.At(run.Run.Plan!.Plan, run.Touching, taps, clock.GetUtcNow()),
            taps,
            owner,
            run.Run.FinishedAt.Value
        );
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>All cards of a finished run are scanned for the book, and tell of the hand.</summary>
    private async Task LookAt(Guid id, Maker owner, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        var bench = BenchLog.At(
            run.Run.Plan!.Plan,
            run.Touching,
            await runs.Taps(id, cancel),
            run.Run.FinishedAt!.Value
        );
        for (var card = 1; card <= run.Run.Cards; card++)
        {
            var taken = await StandInCard.Take(run, bench, card, SheetConditions.Scan, files, palettes, cancel);
            var name = $"Card {card}.jpg";
            var order = new CheckCardsJob.Order(await files.Keep(taken.File(), "image/jpeg", cancel), name, card);
            await checks.Work(await board.BeginHere(atWork.MakerId, id, JobKind.CheckCards, order, cancel), cancel);
        }
        await RecordPlace.LearnFromCards(run, bench, db, palettes, owner.Id, cancel);
        await db.SaveChangesAsync(cancel);
    }
}
