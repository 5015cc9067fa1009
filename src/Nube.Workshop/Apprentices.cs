using System.Collections.Concurrent;
using System.Diagnostics;
using System.Text;
using System.Text.Json;
using Nube.Core;
using Nube.Core.Artwork;

namespace Nube.Workshop;

/// <summary>A task ended with a fault of ours; its message is for the log.</summary>
public sealed class WorkFaultException(string fault) : Exception(fault);

/// <summary>
/// Those who do the heavy work, each a process of its own. They are kept for the next task while they are small and
/// sound, and sent away when a task takes too long or too much, when it is stopped, or when its reader breaks.
/// </summary>
/// <param name="limits">What every task may take, instead of what it says itself; for tests.</param>
public sealed class Apprentices(WorkLimits? limits = null) : IAsyncDisposable
{
    private const long KeptBelowBytes = 400L << 20; // one that has grown beyond is not kept
    private static readonly TimeSpan BetweenLooks = TimeSpan.FromMilliseconds(100);
    private static readonly TimeSpan ToEndGently = TimeSpan.FromMilliseconds(700);

    private const int MostOfEach = 4; // urgency, at a time; a hundred megabytes each, and two processors as a rule

    private readonly Dictionary<WorkUrgency, (ConcurrentBag<Apprentice> Idle, SemaphoreSlim Turns)> all =
        Enum.GetValues<WorkUrgency>()
            .ToDictionary(urgency => urgency, _ => (new ConcurrentBag<Apprentice>(), new SemaphoreSlim(MostOfEach)));

    private bool closed;

    /// <summary>Does a task.</summary>
    /// <param name="task">What is to be done.</param>
    /// <param name="file">The file that it is about; empty for none.</param>
    /// <param name="say">Told how far it is; what it throws ends the task.</param>
    /// <param name="stop">Ends the task within a second.</param>
    /// <exception cref="PictureTroubleException">Nothing came out, with a sentence for the maker.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    /// <exception cref="WorkFaultException">A fault of ours.</exception>
    public async Task<TResult> Do<TResult>(
        WorkshopTask<TResult> task,
        ReadOnlyMemory<byte> file = default,
        Func<WorkProgress, Task>? say = null,
        CancellationToken stop = default
    )
    {
        ArgumentNullException.ThrowIfNull(task);
        ObjectDisposedException.ThrowIf(closed, this);
        stop.ThrowIfCancellationRequested();
        var (idle, turns) = all[task.Urgency];
        await turns.WaitAsync(stop);
        Apprentice? one = null;
        var sound = false;
        try
        {
            if (!idle.TryTake(out one))
                one = Apprentice.Start(task.Urgency);
            var answer = await Work(one, task, file, say, stop);
            sound = answer.Kind is FrameKind.Result or FrameKind.Trouble;
            return answer.Kind switch
            {
                FrameKind.Result => JsonSerializer.Deserialize<TResult>(answer.Content, RecordJson.Options)!,
                FrameKind.Trouble => throw new PictureTroubleException(Encoding.UTF8.GetString(answer.Content)),
                _ => throw new WorkFaultException(Encoding.UTF8.GetString(answer.Content)),
            };
        }
        finally
        {
            if (sound && !closed && one!.Bytes < KeptBelowBytes)
                idle.Add(one);
            else
                one?.Dispose();
            turns.Release();
        }
    }

    private async Task<Frame> Work(
        Apprentice one,
        WorkshopTask task,
        ReadOnlyMemory<byte> file,
        Func<WorkProgress, Task>? say,
        CancellationToken stop
    )
    {
        var may = limits ?? task.Limits;
        var (watch, tooLarge) = (Stopwatch.StartNew(), false);
        var ended = new CancellationTokenSource();
        using var deadline = new Timer(_ => End(), null, may.Deadline, Timeout.InfiniteTimeSpan);
        using var toldToStop = stop.Register(End);
        using var looks = new Timer(
            _ =>
            {
                if (one.Bytes <= may.MostBytes)
                    return;
                tooLarge = true;
                one.Kill();
            },
            null,
            BetweenLooks,
            BetweenLooks
        );
        // Killed at once: a read that waits for its answer then sees the end.
        using var kill = ended.Token.Register(one.Kill);
        try
        {
            await one.Begin(JsonSerializer.SerializeToUtf8Bytes<WorkshopTask>(task, RecordJson.Options), file);
            while (await one.Hear() is { } frame)
            {
                if (frame.Kind != FrameKind.Progress)
                    return frame;
                if (say is not null)
                    await say(JsonSerializer.Deserialize<WorkProgress>(frame.Content, RecordJson.Options)!);
            }
        }
        catch (IOException)
        {
            // It ended while it was spoken to; what that means is said below.
        }
        stop.ThrowIfCancellationRequested();
        if (tooLarge)
            throw new PictureTroubleException(
                "This takes more memory than there is for one picture. Scan it at 300 dots per inch, or simplify the drawing."
            );
        if (watch.Elapsed >= may.Deadline)
            throw new PictureTroubleException(
                $"This took longer than {may.Deadline.TotalSeconds:0} seconds and was ended. Simplify the drawing, or bring it in as a PNG."
            );
        throw new PictureTroubleException("The file broke what reads it, so it is damaged. Save or scan it again.");

        void End()
        {
            if (!task.EndsWithBestSoFar)
                ended.Cancel();
            else
                one.TellToStop(() => ended.CancelAfter(ToEndGently));
        }
    }

    /// <inheritdoc />
    public ValueTask DisposeAsync()
    {
        closed = true;
        foreach (var one in all.Values.SelectMany(kind => kind.Idle))
            one.Dispose();
        return ValueTask.CompletedTask;
    }
}
