using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;

// What a fresh process needs is measured in fresh processes.
if (args is ["letter", var file])
{
    Nube.Bench.LetterPanel.Measure(file);
    return;
}
if (Environment.GetEnvironmentVariable("NUBE_BENCH_POSTGRES") is { } postgres)
{
    var server = Environment.GetEnvironmentVariable("NUBE_BENCH_SERVER")!;
    if (args[^1] == "load")
        await Nube.Bench.ServerLoad.Run(server, postgres);
    else if (args[^1] == "looks")
        await Nube.Bench.LooksLoad.Run(server, postgres);
    else
        await Nube.Bench.BenchTaps.Run(server, postgres);
    return;
}
if (args[^1..] is ["led"] or ["at-once"])
{
    const int everySeed = 50;
    Nube.Bench.LedBeginner.Run(
        Environment.GetEnvironmentVariable("NUBE_BENCH_SEEDS") is { } seeds
            ? int.Parse(seeds, System.Globalization.CultureInfo.InvariantCulture)
            : everySeed,
        args[^1] == "led" ? Nube.Core.Methods.Approach.FromBelow : Nube.Core.Methods.Approach.AtOnce
    );
    return;
}
if (args[^1..] is ["fuzz"])
{
    await Nube.Bench.Fuzzing.Run();
    return;
}
if (args.Length == 0 || !args.Contains("--filter") || args[^1] is "*" or "letter")
    Nube.Bench.LetterPanel.Run();
if (args.Length == 0 || !args.Contains("--filter") || args[^1] is "*" or "schedule")
    Nube.Bench.ScheduleGaps.Run();
if (args.Length == 0 || !args.Contains("--filter") || args[^1] is "*" or "unseen")
    Nube.Bench.ScheduleGaps.Unseen();
if (args.Length == 0 || !args.Contains("--filter") || args[^1] is "*" or "areas")
{
    foreach (var way in Nube.Core.Tests.Artwork.Trial.AgreementTrial.Cases)
        Console.WriteLine(
            $"areas found again, {way}: {Nube.Core.Tests.Artwork.Trial.AgreementTrial.Of(way, heldBack: true)}"
        );
}
if (args[^1..] is ["look"])
{
    Nube.Bench.CardLookTimes.Run();
    return;
}
if (args[^1..] is ["wishes"])
{
    Nube.Bench.WishTimes.Run();
    return;
}
if (args[^1..] is ["sure"])
{
    Nube.Bench.HowSureLearning.Run();
    return;
}
if (args[^1..] is ["letter"] or ["schedule"] or ["unseen"] or ["areas"])
    return;

// In this process: the native picture libraries lie beside it, and a second build is not worth its time.
var config = DefaultConfig.Instance.AddJob(
    Job.Default.WithToolchain(InProcessEmitToolchain.Instance).WithWarmupCount(3).WithIterationCount(10)
);
BenchmarkSwitcher.FromAssembly(typeof(Nube.Bench.BenchTaps).Assembly).Run(args, config);
