using Microsoft.EntityFrameworkCore;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>Pictures of coloured cards that are kept.</summary>
internal static class KeptChecks
{
    /// <summary>A picture of a run, or a sentence that it is gone.</summary>
    public static async Task<CardCheck> Of(
        IQueryable<CardCheck> checks,
        Guid run,
        Guid check,
        CancellationToken cancel
    ) =>
        await checks.SingleOrDefaultAsync(one => one.Id == check && one.RunId == run, cancel)
        ?? throw TroubleException.Gone("This picture is not there any more.");

    /// <summary>A card on it, or a sentence that it is not.</summary>
    public static CheckedCard CardOf(CardCheck check, int card) =>
        check.Cards.FirstOrDefault(one => one.Card == card)
        ?? throw TroubleException.Gone("This card is not on that picture.");
}
