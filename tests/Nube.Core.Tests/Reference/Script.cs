using System.Diagnostics;
using Nube.Core.Tests.Artwork;

namespace Nube.Core.Tests.Reference;

/// <summary>Runs a script of this folder with a general-purpose library and answers the lines that it prints.</summary>
internal static class Script
{
    public static async Task<string[]> Lines(string program, string script, params string[] arguments)
    {
        var start = new ProcessStartInfo(program) { RedirectStandardOutput = true, RedirectStandardError = true };
        start.ArgumentList.Add(Path.Combine(Drawings.Root, "tests", "Nube.Core.Tests", "Reference", script));
        foreach (var argument in arguments)
            start.ArgumentList.Add(argument);
        using var process = Process.Start(start)!;
        var errors = process.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken);
        var lines = (await process.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken)).Split(
            '\n',
            StringSplitOptions.RemoveEmptyEntries
        );
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        Assert.True(process.ExitCode == 0, await errors);
        return lines;
    }

    /// <summary>With a library from npm, as the web packages have it.</summary>
    public static Task<string[]> Node(string script) => Lines("node", script, Path.Combine(Drawings.Root, "web"));
}
