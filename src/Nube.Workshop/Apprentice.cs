using System.Diagnostics;

namespace Nube.Workshop;

/// <summary>An apprentice of the workshop, seen from the server: a process that takes tasks.</summary>
internal sealed class Apprentice : IDisposable
{
    private const string HeapLimit = "0x30000000"; // 768 MiB of managed memory; pixels of the decoders come on top

    private readonly Process process;

    private Apprentice(Process process) => this.process = process;

    /// <summary>Memory that it holds, bytes; 0 when it has ended.</summary>
    public long Bytes
    {
        get
        {
            try
            {
                process.Refresh();
                return process.HasExited ? 0 : process.WorkingSet64;
            }
            catch (InvalidOperationException)
            {
                return 0; // it ended at this moment
            }
        }
    }

    /// <summary>Starts one.</summary>
    /// <param name="urgency">What it gives way to.</param>
    public static Apprentice Start(WorkUrgency urgency)
    {
        var host =
            Environment.ProcessPath is { } path && Path.GetFileNameWithoutExtension(path) == "dotnet" ? path : "dotnet";
        var start = new ProcessStartInfo(host)
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            ArgumentList = { "exec", Path.Combine(AppContext.BaseDirectory, "Nube.Workshop.dll") },
        };
        start.Environment["DOTNET_GCHeapHardLimit"] = HeapLimit;
        // Nothing that a file could make it do has the server's secrets before its eyes.
        foreach (
            var secret in start
                .Environment.Keys.Where(name =>
                    name.StartsWith("ConnectionStrings", StringComparison.OrdinalIgnoreCase) || name == "PGPASSWORD"
                )
                .ToList()
        )
            start.Environment.Remove(secret);
        var process = Process.Start(start)
            ?? throw new InvalidOperationException("An apprentice of the workshop did not start.");
        if (urgency != WorkUrgency.Now)
            process.PriorityClass =
                urgency == WorkUrgency.Soon ? ProcessPriorityClass.BelowNormal : ProcessPriorityClass.Idle;
        return new Apprentice(process);
    }

    /// <summary>Gives it a task.</summary>
    public async Task Begin(byte[] task, ReadOnlyMemory<byte> file)
    {
        await Frame.Write(process.StandardInput.BaseStream, FrameKind.Task, task);
        await Frame.Write(process.StandardInput.BaseStream, FrameKind.File, file);
    }

    /// <summary>What it says next; null when it has ended.</summary>
    public Task<Frame?> Hear() => Frame.Read(process.StandardOutput.BaseStream);

    /// <summary>Asks it to end its task with the best so far.</summary>
    /// <param name="told">Called when it was asked, or when it cannot be any more.</param>
    public void TellToStop(Action told) =>
        _ = Frame
            .Write(process.StandardInput.BaseStream, FrameKind.Stop, ReadOnlyMemory<byte>.Empty)
            .ContinueWith(_ => told(), CancellationToken.None, TaskContinuationOptions.None, TaskScheduler.Default);

    public void Kill()
    {
        try
        {
            process.Kill(entireProcessTree: true);
        }
        catch (InvalidOperationException)
        {
            // It has ended already.
        }
    }

    public void Dispose()
    {
        Kill();
        process.Dispose();
    }
}
