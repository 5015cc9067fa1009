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
        var now = clock.GetUtcNow();
        foreach (var pan in GenericCatalogue.Pans)
            db.Stash.Add(new StashItem { MakerId = maker, Kind = StashKind.Colourant, Colourant = pan, CreatedAt = now });
        foreach (var paper in GenericCatalogue.Papers)
            db.Stash.Add(new StashItem { MakerId = maker, Kind = StashKind.Paper, Paper = paper, CreatedAt = now });
        foreach (var ink in GenericCatalogue.StampingInks)
            db.Stash.Add(new StashItem { MakerId = maker, Kind = StashKind.StampingInk, StampingInk = ink, CreatedAt = now });
        await db.SaveChangesAsync(cancel);
    }
}
