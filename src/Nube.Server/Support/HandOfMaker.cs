using Microsoft.EntityFrameworkCore;
using Nube.Core.Optics;
using Nube.Data;

namespace Nube.Server.Support;

/// <summary>The hand of the maker that a request works for.</summary>
internal static class HandOfMaker
{
    /// <summary>How it dilutes, as far as swatch sheets have taught it.</summary>
    public static async Task<Dilution> Dilution(this NubeDb db, CancellationToken cancel) =>
        (
            await db.Users.Where(maker => maker.Id == db.MakerId).Select(maker => maker.Learned).SingleAsync(cancel)
        ).Dilution;
}
