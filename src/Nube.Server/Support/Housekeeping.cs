using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Server.Demo;
using Nube.Server.SigningIn;

namespace Nube.Server.Support;

/// <summary>
/// Tidies up now and then: files that nothing refers to, sessions that have ended, visitors who left, failures long
/// ago, looks that nobody wants any more.
/// </summary>
public sealed class Housekeeping(IServiceScopeFactory scopes, TimeProvider clock, ILogger<Housekeeping> log)
    : BackgroundService
{
    private static readonly TimeSpan BetweenRounds = TimeSpan.FromMinutes(15);

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var ticks = new PeriodicTimer(BetweenRounds);
        do
        {
            try
            {
                await Round(stoppingToken);
            }
            catch (Exception error) when (error is not OperationCanceledException)
            {
                log.LogWarning("Tidying up did not work: {Reason}", error.Message);
            }
        } while (await ticks.WaitForNextTickAsync(stoppingToken));
    }

    /// <summary>Tidies up once.</summary>
    public async Task Round(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var (db, now) = (scope.ServiceProvider.GetRequiredService<NubeDb>(), clock.GetUtcNow());
        await db.Sessions.Where(session => session.ExpiresAt < now).ExecuteDeleteAsync(cancel);
        await SignInGuard.Forget(db, now, cancel);
        await DemoVisits.Leave(db, now, cancel);
        await FileStore.RemoveUnused(db, now, cancel);
        await CardLooksKept.Tidy(db, now, cancel);
    }
}
