using System.Security.Claims;
using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.SigningIn;

/// <summary>
/// Keeps sign-ins on the server, so that one that is signed out has ended, wherever its cookie was copied to. It is
/// looked up with every request: every process sees at once what another ended.
/// </summary>
public sealed class Sessions(IServiceScopeFactory scopes, TimeProvider clock) : ITicketStore
{
    /// <summary>How exactly it is known when a session was last used.</summary>
    private static readonly TimeSpan BetweenMarks = TimeSpan.FromMinutes(10);

    private const int KeyBytes = 32; // 256 bits: OWASP ASVS asks for 128

    /// <inheritdoc />
    public async Task<string> StoreAsync(AuthenticationTicket ticket)
    {
        ArgumentNullException.ThrowIfNull(ticket);
        var key = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(KeyBytes));
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<NubeDb>();
        var now = clock.GetUtcNow();
        db.Sessions.Add(
            new Session
            {
                KeyHash = HashOf(key),
                MakerId = Guid.Parse(ticket.Principal.FindFirstValue(ClaimTypes.NameIdentifier)!),
                Ticket = TicketSerializer.Default.Serialize(ticket),
                CreatedAt = now,
                SeenAt = now,
                ExpiresAt = ticket.Properties.ExpiresUtc ?? now.AddDays(1),
            }
        );
        await db.SaveChangesAsync();
        return key;
    }

    /// <inheritdoc />
    public async Task RenewAsync(string key, AuthenticationTicket ticket)
    {
        ArgumentNullException.ThrowIfNull(ticket);
        await using var scope = scopes.CreateAsyncScope();
        var (ends, written) = (
            ticket.Properties.ExpiresUtc ?? clock.GetUtcNow().AddDays(1),
            TicketSerializer.Default.Serialize(ticket)
        );
        await Of(scope, key)
            .ExecuteUpdateAsync(set => set.SetProperty(s => s.Ticket, written).SetProperty(s => s.ExpiresAt, ends));
    }

    /// <inheritdoc />
    public async Task<AuthenticationTicket?> RetrieveAsync(string key)
    {
        await using var scope = scopes.CreateAsyncScope();
        var now = clock.GetUtcNow();
        if (await Of(scope, key).AsNoTracking().SingleOrDefaultAsync() is not { } session || session.ExpiresAt < now)
            return null;
        if (now - session.SeenAt > BetweenMarks)
        {
            await Of(scope, key).ExecuteUpdateAsync(set => set.SetProperty(s => s.SeenAt, now));
            await scope
                .ServiceProvider.GetRequiredService<NubeDb>()
                .Users.Where(maker => maker.Id == session.MakerId && maker.VisitedAt != null)
                .ExecuteUpdateAsync(set => set.SetProperty(maker => maker.VisitedAt, now));
        }
        return TicketSerializer.Default.Deserialize(session.Ticket);
    }

    /// <inheritdoc />
    public async Task RemoveAsync(string key)
    {
        await using var scope = scopes.CreateAsyncScope();
        await Of(scope, key).ExecuteDeleteAsync();
    }

    /// <summary>Ends all sign-ins of a maker.</summary>
    public async Task EndAll(Guid maker, CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        await scope
            .ServiceProvider.GetRequiredService<NubeDb>()
            .Sessions.Where(session => session.MakerId == maker)
            .ExecuteDeleteAsync(cancel);
    }

    private static IQueryable<Session> Of(AsyncServiceScope scope, string key)
    {
        var hash = HashOf(key);
        return scope.ServiceProvider.GetRequiredService<NubeDb>().Sessions.Where(session => session.KeyHash == hash);
    }

    private static string HashOf(string key) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(key)));
}
