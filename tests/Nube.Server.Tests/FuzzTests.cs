using Nube.Fuzz;

namespace Nube.Server.Tests;

/// <summary>Two thousand damaged and malicious files; twenty thousand are brought in by the benchmarks.</summary>
public class FuzzTests
{
    /// <summary>
    /// None hangs, however busy the machine is; how long one takes on a quiet machine is what the benchmark says.
    /// </summary>
    private static readonly TimeSpan Deadline = TimeSpan.FromSeconds(60);

    [Fact]
    public async Task Every_mutated_file_is_read_or_refused_in_words()
    {
        var outcome = await FuzzRun.Of(2000, seed: 20_261_127, Deadline, TestContext.Current.CancellationToken);
        Assert.True(outcome.Faults.Count == 0, string.Join('\n', outcome.Faults));
        Assert.Equal(2000, outcome.Read + outcome.Refused);
        // Neither all good nor all beyond reading, or nothing would have been tried.
        Assert.InRange(outcome.Read, 200, 1800);
    }
}
