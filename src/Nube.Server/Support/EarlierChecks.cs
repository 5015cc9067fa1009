using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Acts;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>A card as it was seen on a picture.</summary>
/// <param name="Check">The picture.</param>
/// <param name="Card">The card.</param>
public sealed record SeenCard(CardCheck Check, CheckedCard Card);

/// <summary>All pictures of a run's cards since its plan was made, latest first.</summary>
/// <remarks>Pictures that were taken while another plan was followed tell of other steps.</remarks>
public sealed class EarlierChecks
{
    private EarlierChecks(ImmutableArray<CardCheck> all) => All = all;

    /// <summary>The pictures.</summary>
    public ImmutableArray<CardCheck> All { get; }

    /// <summary>Those of a run.</summary>
    public static async Task<EarlierChecks> Of(NubeDb db, RunWithSupplies run, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(db);
        ArgumentNullException.ThrowIfNull(run);
        var (id, since) = (run.Run.Id, run.Run.Plan?.MadeAt ?? DateTimeOffset.MaxValue);
        return new EarlierChecks([
            .. await db
                .CardChecks.AsNoTracking()
                .Where(check => check.RunId == id && check.TakenAt >= since)
                .OrderByDescending(check => check.TakenAt)
                .ToListAsync(cancel),
        ]);
    }

    /// <summary>A card on its pictures, latest first.</summary>
    public IEnumerable<SeenCard> Of(int card) =>
        All.SelectMany(check => check.Cards, (check, one) => new SeenCard(check, one))
            .Where(seen => seen.Card.Card == card);

    /// <summary>What was done to a card, with how strong it was found to be before it was mended.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="bench">The bench.</param>
    /// <param name="card">The card.</param>
    /// <param name="paints">The plan's colourants on its paper.</param>
    /// <param name="steps">The first so many of its steps; null for all.</param>
    public WorkDone WorkOn(Plan plan, BenchState bench, int card, Paints paints, int? steps = null)
    {
        ArgumentNullException.ThrowIfNull(bench);
        ImmutableArray<Pass> done = [.. bench.PassesDone(plan, card).Take(steps ?? int.MaxValue)];
        var mended = done.Index().FirstOrDefault(one => one.Item.Mends is not null, (done.Length, null!)).Index;
        var before = Of(card).FirstOrDefault(seen => seen.Card.StepsDone <= mended);
        return new WorkDone(done, paints)
        {
            StrengthBefore = before?.Card.Areas.ToImmutableDictionary(area => area.Area, area => area.Strength)
                ?? ImmutableDictionary<int, double>.Empty,
        };
    }
}
