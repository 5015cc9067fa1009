using System.Collections.Immutable;
using System.Text.Json;
using Nube.Core;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Places;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Work;

/// <summary>Looks at the coloured cards in a picture that was brought in.</summary>
public sealed class CheckCardsJob(
    NubeDb db,
    MakerAtWork maker,
    RunLoader runs,
    Palettes palettes,
    FileStore files,
    JobBoard board,
    Apprentices apprentices,
    TimeProvider clock
)
{
    /// <summary>What the job is told.</summary>
    /// <param name="FileHash">The picture.</param>
    /// <param name="FileName">The name it had.</param>
    /// <param name="FirstCard">The card that lies first in it, row by row; the others follow by their numbers.</param>
    /// <param name="Chart">A colour chart that lies beside them; null without one.</param>
    public sealed record Order(string FileHash, string FileName, int FirstCard, ChartBeside? Chart = null);

    /// <summary>Does the work. Until it is done nothing is kept but the picture.</summary>
    public Task Work(Job job, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(job);
        maker.MakerId = job.MakerId;
        return board.Do(
            job.Id,
            "Stopped. What was found before is kept.",
            "Something went wrong here while looking at the cards. What was found before is kept.",
            (say, stop) => Check(job, JsonSerializer.Deserialize<Order>(job.Order, RecordJson.Options)!, say, stop),
            cancel
        );
    }

    private async Task<string> Check(Job job, Order order, Func<double, string, Task> say, CancellationToken stop)
    {
        var run = await runs.Load(job.RunId, stop);
        var (image, plan) = (run.Image, CheckPlace.PlanOf(run));
        var bench = BenchLog.At(plan, run.Touching, await runs.Taps(job.RunId, stop), clock.GetUtcNow());
        var paints = CheckPlace.PaintsOf(run, palettes);
        var used = Used(run, bench.PassesDone(plan));
        var earlier = await EarlierChecks.Of(db, run, stop);
        var seen = await apprentices.Do(
            new CheckCards(
                (await files.Get(image.LineHash, stop)).Content,
                (await files.Get(image.LabelsHash, stop)).Content,
                image.Edits,
                image.Depth,
                image.Light,
                image.WidthMm,
                paints.Paper.Colour,
                CardColours.SureOf(used),
                [
                    .. Enumerable
                        .Range(order.FirstCard, plan.Cards - order.FirstCard + 1)
                        .Take(CardFinder.MostCards)
                        .Select(card => new CardDone(card, AreaExpected.Of(earlier.WorkOn(plan, bench, card, paints)))),
                ],
                order.Chart
            ),
            (await files.Get(order.FileHash, stop)).Content,
            now => say(now.Share, now.Doing),
            stop
        );
        var cards = ImmutableArray.CreateBuilder<CheckedCard>();
        foreach (var card in seen.Cards)
        {
            cards.Add(
                new CheckedCard(
                    card.Card,
                    await files.Keep(card.Picture, "image/webp", stop),
                    bench.Done.Count(number => plan.Steps[number - 1].Card == card.Card),
                    card.LinesShown,
                    card.Hand,
                    card.Areas,
                    card.Findings
                )
            );
        }
        db.CardChecks.Add(
            new CardCheck
            {
                MakerId = job.MakerId,
                RunId = job.RunId,
                TakenAt = clock.GetUtcNow(),
                FileHash = order.FileHash,
                FileName = order.FileName,
                ChartName = order.Chart?.Chart.Name,
                Cards = cards.ToImmutable(),
            }
        );
        await db.SaveChangesAsync(stop);
        var findings = cards.Sum(card => card.Findings.Length);
        return (cards.Count == 1 ? "1 card was looked at, " : $"{cards.Count} cards were looked at, ")
            + (findings == 1 ? "1 finding." : $"{findings} findings.");
    }

    private static List<Core.Materials.Colourant> Used(RunWithSupplies run, IEnumerable<Pass> done) =>
        [
            .. done.SelectMany(pass => pass.Mixes)
                .SelectMany(mix => mix.Parts)
                .Select(part => part.Colourant)
                .Distinct()
                .Select(colourant => run.PlanPalette[colourant].Colourant!),
        ];
}
