using System.Collections.Concurrent;
using System.Diagnostics;
using System.Text;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Core.Swatches;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Fuzz;

/// <summary>What became of mutated files.</summary>
/// <param name="Read">How many could be read all the same.</param>
/// <param name="Refused">How many were refused in words.</param>
/// <param name="Longest">The longest that one took.</param>
/// <param name="Faults">What should not have happened: file and what came.</param>
internal sealed record FuzzOutcome(int Read, int Refused, TimeSpan Longest, IReadOnlyCollection<string> Faults);

/// <summary>Brings mutated files in on the way that files come in.</summary>
internal static class FuzzRun
{
    /// <summary>No file may take more memory.</summary>
    private const long MostBytes = 1L << 30;

    /// <summary>Brings so many files in, two at a time.</summary>
    /// <param name="files">How many.</param>
    /// <param name="seed">Which.</param>
    /// <param name="deadline">No file may take longer.</param>
    /// <param name="cancel">Ends it.</param>
    public static async Task<FuzzOutcome> Of(int files, int seed, TimeSpan deadline, CancellationToken cancel = default)
    {
        await using var apprentices = new Apprentices(new WorkLimits(deadline, MostBytes));
        // The first task of a process includes its start.
        foreach (var warm in Enumerable.Range(0, 2))
            await apprentices.Do(Task, MutatedFiles.Good["svg"][0], stop: cancel);
        var (mutated, read, refused, longest) = (new MutatedFiles(seed), 0, 0, 0L);
        var faults = new ConcurrentQueue<string>();
        var all = Enumerable.Range(0, files).Select(number => (Number: number, File: mutated.Next()));
        await Parallel.ForEachAsync(
            all,
            new ParallelOptions { MaxDegreeOfParallelism = 2, CancellationToken = cancel },
            async (one, stop) =>
            {
                var watch = Stopwatch.GetTimestamp();
                try
                {
                    await BringIn(one.File.Kind, one.File.Content, apprentices, stop);
                    Interlocked.Increment(ref read);
                }
                catch (Exception trouble)
                    when (trouble is PictureTroubleException or TroubleException && !IsFault(trouble.Message))
                {
                    Interlocked.Increment(ref refused);
                }
                catch (Exception fault) when (fault is not OperationCanceledException)
                {
                    faults.Enqueue($"{one.Number} {one.File.Kind}: {fault.GetType().Name} {fault.Message}");
                }
                var took = Stopwatch.GetElapsedTime(watch);
                if (took > deadline)
                    faults.Enqueue($"{one.Number} {one.File.Kind}: {took.TotalSeconds:0.0} s");
                lock (faults)
                    longest = Math.Max(longest, took.Ticks);
            }
        );
        return new FuzzOutcome(read, refused, TimeSpan.FromTicks(longest), faults);
    }

    private static FindAreas Task => new(new PictureSize(null, 120), null, 1.1, 2, [], ImageLight.Usual, null);

    /// <summary>What the apprentices say when a file took too long, too much, or broke its reader.</summary>
    private static bool IsFault(string message) =>
        message.Contains("took longer", StringComparison.Ordinal)
        || message.Contains("more memory", StringComparison.Ordinal)
        || message.Contains("broke what reads it", StringComparison.Ordinal);

    private static async Task BringIn(string kind, byte[] file, Apprentices apprentices, CancellationToken stop)
    {
        switch (kind)
        {
            case "cgats":
                Either(
                    () => CgatsText.Read(Encoding.UTF8.GetString(file)),
                    () => ChartText.Read(Encoding.UTF8.GetString(file), "Chart", null)
                );
                return;
            case "csv":
                Either(
                    () => PaletteFile.Read(Encoding.UTF8.GetString(file)),
                    () => PastedColours.Read(Encoding.UTF8.GetString(file), [])
                );
                return;
            case "json":
                _ = JsonBody.Trouble(file);
                PaletteFile.Read(Encoding.UTF8.GetString(file));
                return;
            default:
                var clean = await apprentices.Do(new CleanPicture(), file, stop: stop);
                await apprentices.Do(Task, clean.File, stop: stop);
                return;
        }
    }

    /// <summary>Both ways of reading a file: it is read when one of them can.</summary>
    private static void Either(Action one, Action other)
    {
        try
        {
            one();
        }
        catch (Exception trouble) when (trouble is PictureTroubleException or TroubleException)
        {
            other();
        }
    }
}
