using System.Diagnostics;
using Nube.Fuzz;

namespace Nube.Bench;

/// <summary>Twenty thousand mutated files, ten seeds: none may break anything, take over 5 s or over 1 GB.</summary>
internal static class Fuzzing
{
    private const int Seeds = 10,
        FilesOfEach = 2000;

    private static readonly TimeSpan Deadline = TimeSpan.FromSeconds(5);

    public static async Task Run()
    {
        for (var seed = 1; seed <= Seeds; seed++)
        {
            var watch = Stopwatch.StartNew();
            var outcome = await FuzzRun.Of(FilesOfEach, seed, Deadline);
            Console.WriteLine(
                FormattableString.Invariant(
                    $"seed {seed}: {outcome.Read} read, {outcome.Refused} refused in words, {outcome.Faults.Count} faults, longest {outcome.Longest.TotalSeconds:0.0} s; {watch.Elapsed.TotalSeconds:0} s in all"
                )
            );
            foreach (var fault in outcome.Faults)
                Console.WriteLine($"  {fault}");
            if (outcome.Faults.Count > 0)
                Environment.ExitCode = 1;
        }
    }
}
