using System.Text;
using System.Text.Json;
using Nube.Core;
using Nube.Core.Artwork;
using Nube.Workshop;

// An apprentice: takes one task after the other from its input and answers on its output, until the input ends. That is
// looked at all the time: one whose server is gone does not go on.
var (input, output) = (Console.OpenStandardInput(), Console.OpenStandardOutput());
Console.SetOut(Console.Error); // whatever else is printed must not fall between frames
var saying = new SemaphoreSlim(1);
var stop = new CancellationTokenSource();
WorkshopTask? next = null;
while (await Frame.Read(input) is { } frame)
{
    switch (frame.Kind)
    {
        case FrameKind.Task:
            next = JsonSerializer.Deserialize<WorkshopTask>(frame.Content, RecordJson.Options);
            stop = new CancellationTokenSource();
            break;
        case FrameKind.File:
            var (task, file, ends) = (next!, frame.Content, stop.Token);
            _ = Task.Run(() => Do(task, file, ends));
            break;
        case FrameKind.Stop:
            await stop.CancelAsync();
            break;
    }
}
return 0;

async Task Do(WorkshopTask task, byte[] file, CancellationToken ends)
{
    try
    {
        var result = task.Do(
            file,
            progress =>
                Say(FrameKind.Progress, JsonSerializer.SerializeToUtf8Bytes(progress, RecordJson.Options))
                    .Wait(CancellationToken.None),
            ends
        );
        await Say(FrameKind.Result, JsonSerializer.SerializeToUtf8Bytes(result, result.GetType(), RecordJson.Options));
    }
    catch (PictureTroubleException trouble)
    {
        await Say(FrameKind.Trouble, Encoding.UTF8.GetBytes(trouble.Message));
    }
    catch (Exception fault)
    {
        await Say(FrameKind.Fault, Encoding.UTF8.GetBytes(fault.ToString()));
    }
}

async Task Say(FrameKind kind, byte[] content)
{
    await saying.WaitAsync();
    try
    {
        await Frame.Write(output, kind, content);
    }
    finally
    {
        saying.Release();
    }
}
