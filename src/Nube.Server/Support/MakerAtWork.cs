using System.Security.Claims;
using Nube.Data;

namespace Nube.Server.Support;

/// <summary>The maker that a request or a job works for.</summary>
public sealed class MakerAtWork : IMakerScope
{
    /// <inheritdoc />
    public Guid MakerId { get; set; }

    /// <summary>Takes the maker from the sign-in.</summary>
    public static async Task FromSignIn(HttpContext context, RequestDelegate next)
    {
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(next);
        if (Guid.TryParse(context.User.FindFirstValue(ClaimTypes.NameIdentifier), out var maker))
            context.RequestServices.GetRequiredService<MakerAtWork>().MakerId = maker;
        await next(context);
    }
}
