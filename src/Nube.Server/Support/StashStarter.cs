using Nube.Core.Materials;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>Puts generic materials into a new stash, so that a first run can begin at once.</summary>
public sealed class StashStarter(NubeDb db, TimeProvider clock)
{
    /// <summary>Stocks the stash of a maker.</summary>
    public async Task Stock(Guid maker, CancellationToken cancel)
    {
        // Keys hold their moment to the millisecond: one apart, the stash keeps the catalogue's order.
        var now = clock.GetUtcNow();
        Guid Key() => Guid.CreateVersion7(now = now.AddMilliseconds(1));
        db.Stash.AddRange(
            GenericCatalogue.Pans.Select(pan => new StashItem
            {
                Id = Key(),
                MakerId = maker,
                Kind = StashKind.Colourant,
                Colourant = pan,
                Left = 1,
                CreatedAt = now,
            })
        );
        db.Stash.AddRange(
            GenericCatalogue.UsualPapers.Select(paper => new StashItem
            {
                Id = Key(),
                MakerId = maker,
                Kind = StashKind.Paper,
                Paper = paper,
                CreatedAt = now,
            })
        );
        db.Stash.AddRange(
            GenericCatalogue.UsualStampingInks.Select(ink => new StashItem
            {
                Id = Key(),
                MakerId = maker,
                Kind = StashKind.StampingInk,
                StampingInk = ink,
                CreatedAt = now,
            })
        );
        await db.SaveChangesAsync(cancel);
    }
}
