using System.Text;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Workshop;

namespace Nube.Server.Work;

/// <summary>
/// Has each worker's apprentice find the areas of a small drawing when the server starts: on a busy machine the first
/// picture would else wait for a process to start and to be compiled.
/// </summary>
public sealed class WarmUp(Apprentices apprentices, WorkerCounts workers, ILogger<WarmUp> log) : BackgroundService
{
    private static readonly byte[] Drawing = Encoding.UTF8.GetBytes(
        """<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="20mm" viewBox="0 0 20 20"><circle cx="10" cy="10" r="7" fill="none" stroke="#000"/></svg>"""
    );

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            var task = new FindAreas(
                new PictureSize(null, null),
                null,
                GapRule.Strict.LongestMm,
                AreaFinder.SliverMm2,
                [],
                ImageLight.Usual,
                null
            );
            await Task.WhenAll(
                Enumerable.Range(0, workers.Pictures).Select(_ => apprentices.Do(task, Drawing, stop: stoppingToken))
            );
        }
        catch (Exception error) when (error is not OperationCanceledException)
        {
            log.LogWarning("The first picture will take a little longer: {Reason}", error.Message);
        }
    }
}
