using Microsoft.AspNetCore.Antiforgery;

namespace Nube.Server.Support;

/// <summary>The token that shows that a change comes from a page of ours; only such a page can read it.</summary>
public static class RequestToken
{
    private const string Cookie = "nube-request";

    /// <summary>
    /// The kind of trouble of a page whose token is of an older sign-in; the page can fetch the one of today.
    /// </summary>
    public const string StalePage = "urn:nube:stale-page";

    /// <summary>Hands a page its token, as a cookie that it reads and sends back as a header.</summary>
    public static void Hand(HttpContext context, IAntiforgery antiforgery)
    {
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(antiforgery);
        var token = antiforgery.GetAndStoreTokens(context).RequestToken!;
        context.Response.Cookies.Append(
            Cookie,
            token,
            new CookieOptions
            {
                SameSite = SameSiteMode.Strict,
                HttpOnly = false,
                Secure = context.Request.IsHttps,
            }
        );
    }

    /// <summary>Refuses whatever changes something and comes without the token.</summary>
    public static async ValueTask<object?> Require(EndpointFilterInvocationContext call, EndpointFilterDelegate next)
    {
        ArgumentNullException.ThrowIfNull(call);
        ArgumentNullException.ThrowIfNull(next);
        var method = call.HttpContext.Request.Method;
        if (!HttpMethods.IsGet(method) && !HttpMethods.IsHead(method))
        {
            var antiforgery = call.HttpContext.RequestServices.GetRequiredService<IAntiforgery>();
            if (!await antiforgery.IsRequestValidAsync(call.HttpContext))
            {
                throw new TroubleException(
                    StatusCodes.Status400BadRequest,
                    "This page is out of date. Load it again; nothing was changed."
                )
                {
                    Kind = StalePage,
                };
            }
        }
        return await next(call);
    }
}
