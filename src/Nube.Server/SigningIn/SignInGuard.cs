using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.SigningIn;

/// <summary>
/// Slows down guessing without locking anyone out: failures count for a name from one address, and for a name from
/// everywhere, with a wait that grows. A device on which the maker has signed in before counts by itself, so strangers
/// cannot make its maker wait.
/// </summary>
/// <remarks>Names and addresses are kept as keyed hashes only; a name that nobody has is counted like any
/// other.</remarks>
public sealed class SignInGuard(
    NubeDb db,
    IDataProtectionProvider protection,
    TimeProvider clock,
    ILogger<SignInGuard> log
)
{
    /// <summary>Failures in a row from one address or known device after which there is a wait.</summary>
    public const int FreeTries = 5;

    /// <summary>Failures in a row from everywhere else after which there is a wait.</summary>
    public const int FreeTriesFromEverywhere = 50;

    private const string DeviceCookie = "nube-device";
    private const string SecretName = "sign-in failures";
    private static readonly TimeSpan FirstWait = TimeSpan.FromSeconds(2);
    private static readonly TimeSpan LongestWait = TimeSpan.FromMinutes(15);
    private static readonly TimeSpan Forgotten = TimeSpan.FromHours(24);
    private static readonly TimeSpan DeviceKnownFor = TimeSpan.FromDays(400); // the longest that browsers keep a cookie

    private readonly IDataProtector devices = protection.CreateProtector("devices on which a maker has signed in");

    /// <summary>A try to sign in, counted as failed until it is said to have succeeded.</summary>
    /// <param name="Keys">Under which it was counted.</param>
    /// <param name="NameHash">The name, for the log.</param>
    public sealed record Try(IReadOnlyList<string> Keys, string NameHash);

    /// <summary>
    /// Counts a try before it is looked at, so that many at once count too; refuses it while there is a wait.
    /// </summary>
    /// <exception cref="TroubleException">There were too many in a row.</exception>
    public async Task<Try> Begin(HttpContext context, string name, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(name);
        var secret = await Secret(cancel);
        string Hash(string what) => Convert.ToHexStringLower(HMACSHA256.HashData(secret, Encoding.UTF8.GetBytes(what)));
        var who = name.Trim().ToUpperInvariant();
        var address = context.Connection.RemoteIpAddress?.ToString() ?? "";
        (string Key, int Free)[] counted = Device(context, who) is { } device
            ? [(Hash($"device {device} {who}"), FreeTries)]
            : [(Hash($"address {address} {who}"), FreeTries), (Hash($"name {who}"), FreeTriesFromEverywhere)];
        var now = clock.GetUtcNow();
        foreach (var (key, free) in counted)
        {
            var before = await db
                .FailedSignIns.AsNoTracking()
                .SingleOrDefaultAsync(failed => failed.Key == key, cancel);
            if (before is null || now - before.LastAt > Forgotten)
                continue;
            var left = before.LastAt + WaitAfter(before.Times, free) - now;
            if (left <= TimeSpan.Zero)
                continue;
            log.LogWarning(
                "Sign-in refused: too many tries for {Name} from {Address}",
                Hash($"log {who}")[..12],
                Hash($"log {address}")[..12]
            );
            context.Response.Headers.RetryAfter = ((int)Math.Ceiling(left.TotalSeconds)).ToString(
                System.Globalization.CultureInfo.InvariantCulture
            );
            throw new TroubleException(
                StatusCodes.Status429TooManyRequests,
                $"There were too many wrong tries with this name. Wait {InWords(left)} and try again."
            );
        }
        foreach (var (key, _) in counted)
        {
            await db.Database.ExecuteSqlAsync(
                $"""
                insert into failed_sign_ins (key, times, last_at) values ({key}, 1, {now})
                on conflict (key) do update set last_at = excluded.last_at,
                  times = case when failed_sign_ins.last_at < {now
                    - Forgotten} then 1 else failed_sign_ins.times + 1 end
                """,
                cancel
            );
        }
        return new Try([.. counted.Select(one => one.Key)], Hash($"log {who}")[..12]);
    }

    /// <summary>
    /// The try succeeded: it and those before it from there do not count, and the device is known from now on.
    /// </summary>
    public async Task Succeeded(HttpContext context, Try tried, string name, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(tried);
        ArgumentNullException.ThrowIfNull(name);
        await db.FailedSignIns.Where(failed => tried.Keys.Contains(failed.Key)).ExecuteDeleteAsync(cancel);
        Know(context, name);
    }

    /// <summary>The try failed: the log says so, without the name.</summary>
    public void Failed(HttpContext context, Try tried)
    {
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(tried);
        log.LogWarning("Sign-in failed for {Name}", tried.NameHash);
    }

    /// <summary>Marks the device as one on which this maker has signed in.</summary>
    public void Know(HttpContext context, string name)
    {
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(name);
        var who = name.Trim().ToUpperInvariant();
        var names = NamesOn(context)
            .Where(known => known.Name != who)
            .TakeLast(9)
            .Append((Device: Guid.NewGuid().ToString("n"), Name: who));
        context.Response.Cookies.Append(
            DeviceCookie,
            devices.Protect(string.Join('\n', names.Select(known => $"{known.Device}\t{known.Name}"))),
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                Secure = context.Request.IsHttps,
                MaxAge = DeviceKnownFor,
                IsEssential = true,
            }
        );
    }

    /// <summary>How long to wait after so many failures in a row: none, then twice as long each time.</summary>
    public static TimeSpan WaitAfter(int times, int free)
    {
        if (times < free)
            return TimeSpan.Zero;
        var doubled = FirstWait * Math.Pow(2, Math.Min(times - free, 20));
        return doubled < LongestWait ? doubled : LongestWait;
    }

    /// <summary>What is forgotten by now; for the one who tidies up.</summary>
    public static async Task Forget(NubeDb db, DateTimeOffset now, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(db);
        var since = now - Forgotten;
        await db.FailedSignIns.Where(failed => failed.LastAt < since).ExecuteDeleteAsync(cancel);
    }

    private string? Device(HttpContext context, string who) =>
        NamesOn(context).Where(known => known.Name == who).Select(known => known.Device).LastOrDefault();

    private List<(string Device, string Name)> NamesOn(HttpContext context)
    {
        if (context.Request.Cookies[DeviceCookie] is not { } cookie)
            return [];
        try
        {
            return
            [
                .. devices
                    .Unprotect(cookie)
                    .Split('\n')
                    .Select(line => line.Split('\t'))
                    .Select(parts => (parts[0], parts[1])),
            ];
        }
        catch (CryptographicException)
        {
            return []; // of another installation, or made up: nobody is known by it
        }
    }

    private async Task<byte[]> Secret(CancellationToken cancel)
    {
        if (
            await db.Secrets.AsNoTracking().SingleOrDefaultAsync(secret => secret.Name == SecretName, cancel) is
            { } kept
        )
            return kept.Value;
        var made = RandomNumberGenerator.GetBytes(32);
        await db.Database.ExecuteSqlAsync(
            $"insert into installation_secrets (name, value) values ({SecretName}, {made}) on conflict do nothing",
            cancel
        );
        return (await db.Secrets.AsNoTracking().SingleAsync(secret => secret.Name == SecretName, cancel)).Value;
    }

    private static string InWords(TimeSpan time) =>
        time.TotalSeconds < 90
            ? $"{Math.Ceiling(time.TotalSeconds):0} seconds"
            : $"{Math.Ceiling(time.TotalMinutes):0} minutes";
}
