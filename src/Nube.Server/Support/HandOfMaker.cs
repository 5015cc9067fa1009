using Microsoft.EntityFrameworkCore;
using Nube.Core.Acts;
using Nube.Core.Optics;
using Nube.Data;

namespace Nube.Server.Support;

/// <summary>The hand of the maker that a request works for.</summary>
internal static class HandOfMaker
{
    /// <summary>How it lays colour, as far as swatch sheets and cards have taught it.</summary>
    public static async Task<LayingHand> LayingHand(this NubeDb db, CancellationToken cancel) =>
        (
            await db.Users.Where(maker => maker.Id == db.MakerId).Select(maker => maker.Learned).SingleAsync(cancel)
        ).LayingHand;

    /// <summary>How it dilutes.</summary>
    public static async Task<Dilution> Dilution(this NubeDb db, CancellationToken cancel) =>
        (await db.LayingHand(cancel)).Dilution;
}
