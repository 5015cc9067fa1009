using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;

// In this process: the native picture libraries lie beside it, and a second build is not worth its time.
var config = DefaultConfig.Instance.AddJob(
    Job.Default.WithToolchain(InProcessEmitToolchain.Instance).WithWarmupCount(3).WithIterationCount(10));
BenchmarkSwitcher.FromAssembly(typeof(Program).Assembly).Run(args, config);
