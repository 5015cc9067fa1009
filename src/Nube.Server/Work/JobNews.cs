using System.Collections.Concurrent;
using System.Threading.Channels;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Nube.Data;

namespace Nube.Server.Work;

/// <summary>
/// News of jobs, from whichever process does them: one connection of this process listens, and everyone here who
/// follows a job is told from memory.
/// </summary>
public sealed class JobNews(IConfiguration configuration, ILogger<JobNews> log) : BackgroundService
{
    private const string Channel = "nube_jobs";
    private static readonly TimeSpan BeforeNextTry = TimeSpan.FromSeconds(1);

    private readonly ConcurrentDictionary<Listener, Guid> listeners = new();

    /// <summary>Someone who follows a job.</summary>
    public sealed class Listener : IDisposable
    {
        private readonly Channel<bool> told = System.Threading.Channels.Channel.CreateBounded<bool>(
            new BoundedChannelOptions(1) { FullMode = BoundedChannelFullMode.DropWrite }
        );

        private readonly JobNews news;

        internal Listener(JobNews news) => this.news = news;

        /// <summary>Waits until there is news, but no longer than this.</summary>
        public async Task Next(TimeSpan longest, CancellationToken cancel)
        {
            using var wait = CancellationTokenSource.CreateLinkedTokenSource(cancel);
            wait.CancelAfter(longest);
            try
            {
                await told.Reader.ReadAsync(wait.Token);
            }
            catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
            {
                // No news for so long: whoever follows looks all the same.
            }
        }

        internal void Tell() => told.Writer.TryWrite(true);

        /// <inheritdoc />
        public void Dispose() => news.listeners.TryRemove(this, out _);
    }

    /// <summary>Follows a job; to be disposed of.</summary>
    public Listener Of(Guid job)
    {
        var listener = new Listener(this);
        listeners[listener] = job;
        return listener;
    }

    /// <summary>Tells everyone in every process that a job has changed.</summary>
    internal static Task<int> Tell(NubeDb db, Guid job, CancellationToken cancel) =>
        db.Database.ExecuteSqlAsync($"select pg_notify({Channel}, {job.ToString()})", cancel);

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await Listen(stoppingToken);
            }
            catch (Exception error)
                when (error
                        is NpgsqlException
                            or InvalidOperationException
                            or System.Net.Sockets.SocketException
                            or TimeoutException
                )
            {
                log.LogWarning("News of jobs cannot be heard at this moment: {Reason}", error.Message);
                await Task.Delay(BeforeNextTry, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
            catch (OperationCanceledException)
            {
                return;
            }
        }
    }

    private async Task Listen(CancellationToken cancel)
    {
        // Not of the pool: it is never given back, and a keep-alive shows when it is lost.
        var connection = new NpgsqlConnectionStringBuilder(configuration.GetConnectionString("Nube"))
        {
            Pooling = false,
            KeepAlive = 10,
        };
        await using var listening = new NpgsqlConnection(connection.ConnectionString);
        await listening.OpenAsync(cancel);
        await using (var listen = new NpgsqlCommand($"listen {Channel}", listening))
            await listen.ExecuteNonQueryAsync(cancel);
        listening.Notification += (_, told) => Tell(told.Payload);
        // What was said while nobody listened is not said again.
        Tell(null);
        while (true)
            await listening.WaitAsync(cancel);
    }

    private void Tell(string? job)
    {
        foreach (var (listener, followed) in listeners)
        {
            if (job is null || followed.ToString() == job)
                listener.Tell();
        }
    }
}
