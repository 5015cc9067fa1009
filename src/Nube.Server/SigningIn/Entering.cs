using Microsoft.AspNetCore.Identity;
using Nube.Data.Entities;

namespace Nube.Server.SigningIn;

/// <summary>
/// Begins a session for a maker, always a new one: who knew the key of the last knows nothing of this.
/// </summary>
public static class Entering
{
    /// <summary>Ends the session that this request came with, if any, and begins another.</summary>
    public static async Task Enter(this HttpContext context, Maker maker)
    {
        ArgumentNullException.ThrowIfNull(context);
        await context.RequestServices.GetRequiredService<SignInManager<Maker>>().SignOutAsync();
        // The cookie's handler has read the old session's key and would go on with it; in a scope of its own it reads
        // that it has ended.
        var asBefore = context.RequestServices;
        await using var anew = asBefore.CreateAsyncScope();
        context.RequestServices = anew.ServiceProvider;
        try
        {
            await anew
                .ServiceProvider.GetRequiredService<SignInManager<Maker>>()
                .SignInAsync(maker, isPersistent: true);
        }
        finally
        {
            context.RequestServices = asBefore;
        }
    }
}
