using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.Work;

/// <summary>
/// Asks for a turn for jobs that wait although nobody was asked: their server died between writing them down and
/// asking.
/// </summary>
public sealed class ForgottenJobs(
    IServiceScopeFactory scopes,
    JobTurns turns,
    TimeProvider clock,
    ILogger<ForgottenJobs> log
) : BackgroundService
{
    private static readonly TimeSpan BetweenLooks = TimeSpan.FromSeconds(10);

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var ticks = new PeriodicTimer(BetweenLooks);
        while (await ticks.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                await using var scope = scopes.CreateAsyncScope();
                var since = clock.GetUtcNow() - BetweenLooks;
                var kinds = await scope
                    .ServiceProvider.GetRequiredService<NubeDb>()
                    .Jobs.IgnoreQueryFilters()
                    .Where(job => job.State == JobState.Working && job.TakenBy == null && job.CreatedAt < since)
                    .Select(job => job.Kind)
                    .Distinct()
                    .ToListAsync(stoppingToken);
                foreach (var kind in kinds)
                    turns.Ask(kind);
            }
            catch (Exception error) when (error is not OperationCanceledException)
            {
                log.LogWarning("It cannot be seen whether jobs were forgotten: {Reason}", error.Message);
            }
        }
    }
}
