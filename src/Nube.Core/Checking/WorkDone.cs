using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Checking;

/// <summary>What was done to a card, and what earlier pictures told of it.</summary>
/// <remarks>
/// What was meant to lie there are the passes of the plan; what mends is no part of that: it is laid because less or more of
/// them lies there than was meant, and brings the card to what they were to look like.
/// </remarks>
/// <param name="Passes">What was done, in its order.</param>
/// <param name="Paints">The run's colourants on the card's paper.</param>
public sealed record WorkDone(ImmutableArray<Pass> Passes, Paints Paints)
{
    /// <summary>
    /// By area, how much of each load lay there, against what was to, when the card was looked at before it was mended.
    /// </summary>
    public ImmutableDictionary<int, double> StrengthBefore { get; init; } = ImmutableDictionary<int, double>.Empty;

    /// <summary>What was meant, by a hand so strong.</summary>
    /// <param name="strength">Loads against those that were planned.</param>
    public CardSurface Meant(double strength) =>
        new CardFold(Paints).After(Meaning.Select(FromBelow.AsMeant).Select(Stronger(strength)));

    /// <summary>
    /// What lies on the card: what was done before an area was first mended is as strong as it was found to be, all since then
    /// as strong as is asked.
    /// </summary>
    /// <param name="strength">Loads against those that were planned.</param>
    public CardSurface Lying(double strength)
    {
        var plain = new CardFold(Paints);
        var all = plain.After(Passes.Select(Stronger(strength)));
        return StrengthBefore
            .Where(known => Mended.Contains(known.Key))
            .Aggregate(all, (card, known) =>
                card with
                {
                    Areas = card.Areas.SetItem(known.Key, plain.After(Course(known.Key, known.Value)).Areas[known.Key]),
                }
            );

        IEnumerable<Pass> Course(int area, double before)
        {
            var mended = false;
            foreach (var pass in Passes.Where(pass => pass.Areas.Contains(area)))
            {
                mended |= pass.Mends is not null;
                yield return Stronger(mended ? strength : before)(pass) with
                {
                    Areas = [area],
                };
            }
        }
    }

    /// <summary>Areas whose colour was mended.</summary>
    public ImmutableHashSet<int> Mended =>
        [.. Passes.Where(pass => pass.Mends is not null && pass.Zone != Zone.Details).SelectMany(pass => pass.Areas)];

    /// <summary>Areas on which less was laid on purpose than is meant to lie there, and how much of that.</summary>
    public ImmutableDictionary<int, double> OfMeant =>
        Meaning
            .Where(pass => pass.OfMeant < 1)
            .SelectMany(pass => pass.Areas, (pass, area) => (Area: area, pass.OfMeant))
            .GroupBy(one => one.Area)
            .ToImmutableDictionary(area => area.Key, area => area.Min(one => one.OfMeant));

    private IEnumerable<Pass> Meaning => Passes.Where(pass => pass.Mends is null);

    private static Func<Pass, Pass> Stronger(double strength) =>
        pass => pass with { Acts = [.. OldPasses.ActsOf(pass).Select(act => act.Stronger(strength))] };
}
