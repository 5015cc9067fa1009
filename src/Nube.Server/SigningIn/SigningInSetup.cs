using System.Net;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.SigningIn;

/// <summary>
/// How makers are known: names, passwords and passkeys, sessions on the server, tokens on what changes something.
/// </summary>
public static class SigningInSetup
{
    /// <summary>How long a sign-in lasts when it is not used.</summary>
    private static readonly TimeSpan Lasts = TimeSpan.FromDays(30);

    /// <summary>Adds what signing in needs.</summary>
    public static void AddSigningIn(this IServiceCollection services)
    {
        services
            .AddIdentityCore<Maker>(identity =>
            {
                identity.User.AllowedUserNameCharacters =
                    "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-._ ";
                identity.Password.RequiredLength = 10;
                identity.Password.RequiredUniqueChars = 4;
                identity.Password.RequireDigit = identity.Password.RequireLowercase = false;
                identity.Password.RequireUppercase = identity.Password.RequireNonAlphanumeric = false;
            })
            .AddEntityFrameworkStores<NubeDb>()
            .AddPasswordValidator<CommonPasswords>()
            .AddSignInManager();
        services.Configure<IdentityPasskeyOptions>(passkeys =>
        {
            // A passkey is all that is asked for: it says who the maker is, and the device asks whether it is the maker.
            passkeys.ResidentKeyRequirement = passkeys.UserVerificationRequirement = "required";
        });
        services.AddSingleton<Sessions>().AddScoped<SignInGuard>().AddScoped<MakerArchive>();
        services
            .AddOptions<CookieAuthenticationOptions>(IdentityConstants.ApplicationScheme)
            .Configure<Sessions>((cookie, sessions) => cookie.SessionStore = sessions);
        services
            .AddAuthentication(IdentityConstants.ApplicationScheme)
            .AddIdentityCookies(cookies =>
            {
                // What a passkey has to answer is kept with the asker until it answers.
                cookies.TwoFactorUserIdCookie!.Configure(cookie =>
                {
                    cookie.Cookie.Name = "nube-passkey";
                    cookie.Cookie.SameSite = SameSiteMode.Strict;
                });
                cookies.ApplicationCookie!.Configure(cookie =>
                {
                    cookie.Cookie.Name = "nube";
                    cookie.Cookie.SameSite = SameSiteMode.Strict;
                    cookie.ExpireTimeSpan = Lasts;
                    cookie.Events.OnRedirectToLogin = context =>
                    {
                        context.Response.StatusCode = StatusCodes.Status401Unauthorized;
                        return Task.CompletedTask;
                    };
                });
            });
        services.AddAuthorization();
        services.AddAntiforgery(antiforgery =>
        {
            antiforgery.HeaderName = "X-Nube-Request";
            antiforgery.Cookie.Name = "nube-antiforgery";
            antiforgery.Cookie.SameSite = SameSiteMode.Strict;
            antiforgery.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        });
    }

    /// <summary>
    /// Believes a proxy that is stated (Nube:Proxy, an address or several with commas between) what it says of who asks
    /// and whether by TLS; nobody else.
    /// </summary>
    public static void UseProxy(this WebApplication app)
    {
        ArgumentNullException.ThrowIfNull(app);
        if (app.Configuration["Nube:Proxy"] is not { Length: > 0 } stated)
            return;
        var forwarded = new ForwardedHeadersOptions
        {
            ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto,
        };
        forwarded.KnownProxies.Clear();
        forwarded.KnownIPNetworks.Clear();
        foreach (
            var address in stated.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
        )
            forwarded.KnownProxies.Add(IPAddress.Parse(address));
        app.UseForwardedHeaders(forwarded);
    }
}
