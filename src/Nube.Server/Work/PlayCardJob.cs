using System.Text.Json;
using Nube.Core;
using Nube.Core.Light;
using Nube.Data.Entities;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Work;

/// <summary>
/// Plays what is done to a card of a plan: on coarse cells for a first look, so that something is seen soon, then finely.
/// </summary>
public sealed class PlayCardJob(
    MakerAtWork maker,
    RunLoader runs,
    FileStore files,
    CardLooksKept looks,
    JobBoard board,
    Apprentices apprentices
)
{
    /// <summary>What the job is told.</summary>
    /// <param name="Key">Which looks are wanted; when the run has changed meanwhile, there is nothing to do.</param>
    public sealed record Order(string Key);

    private const double CoarseMm = 2 * AreaMask.CellMm;

    /// <summary>The job that comes next for a run: a first look, or a fine one where that is there, or is as fine.</summary>
    public static async Task<Guid> Begin(
        RunWithSupplies run,
        PlayCard play,
        string key,
        CardLooksKept looks,
        JobBoard board,
        CancellationToken cancel
    )
    {
        ArgumentNullException.ThrowIfNull(run);
        ArgumentNullException.ThrowIfNull(play);
        ArgumentNullException.ThrowIfNull(looks);
        ArgumentNullException.ThrowIfNull(board);
        var first = play.CellMm < CoarseMm && (await looks.Stills(key, cancel)).Count == 0;
        return await board.Begin(
            run.Run.MakerId,
            run.Run.Id,
            first ? JobKind.FirstLook : JobKind.FineLook,
            new Order(key),
            cancel
        );
    }

    /// <summary>Does the work. Looks are kept one by one; those of work that was stopped stay.</summary>
    public Task Work(Job job, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(job);
        maker.MakerId = job.MakerId;
        return board.Do(
            job.Id,
            "Stopped. What is painted so far can be looked at.",
            "Something went wrong here while painting the card. The plan is as it was.",
            (say, stop) => Play(job, JsonSerializer.Deserialize<Order>(job.Order, RecordJson.Options)!, say, stop),
            cancel
        );
    }

    private async Task<string> Play(Job job, Order order, Func<double, string, Task> say, CancellationToken stop)
    {
        var run = await runs.Load(job.RunId, stop);
        if (
            CardLooksKept.ToPlay(run) is not { } play
            || run.InHand.Image is not { } image
            || CardLooksKept.KeyOf(play, image) != order.Key
        )
            return "The run was changed meanwhile.";
        var first = job.Kind == JobKind.FirstLook;
        await apprentices.Do(
            first ? play with { CellMm = CoarseMm } : play,
            (await files.Get(image.LabelsHash, stop)).Content,
            async now =>
            {
                if (now.Still is { } still)
                    await looks.Keep(job.MakerId, order.Key, still, first, stop);
                await say(now.Share, now.Doing);
            },
            stop
        );
        if (first)
            return "A first look is there.";
        await looks.Finish(order.Key, stop);
        return "The card is painted.";
    }
}
