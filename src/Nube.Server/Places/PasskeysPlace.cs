using System.Buffers.Text;
using System.Security.Claims;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Nube.Data.Entities;
using Nube.Server.SigningIn;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A passkey that the maker signs in with.</summary>
/// <param name="Id">Its id, base64url.</param>
/// <param name="Name">What the maker calls it.</param>
/// <param name="AddedAt">Since when it is there.</param>
public sealed record PasskeyView(string Id, string Name, DateTimeOffset AddedAt);

/// <summary>The password, before a passkey is made.</summary>
public sealed record PasskeyStart(string Password);

/// <summary>A passkey that was just made.</summary>
/// <param name="Name">What the maker calls it.</param>
/// <param name="Credential">What the device answered: the JSON of a PublicKeyCredential.</param>
public sealed record PasskeyMade(string Name, string Credential);

/// <summary>What the device answered when it was asked for a passkey: the JSON of a PublicKeyCredential.</summary>
public sealed record PasskeyAnswer(string Credential);

/// <summary>What the browser is to ask the device for.</summary>
/// <param name="Options">Options of Web Authentication (Level 3), as JSON.</param>
public sealed record PasskeyQuestion(string Options);

/// <summary>Passkeys (Web Authentication, W3C): signing in by the device's own lock in place of a password.</summary>
public static class PasskeysPlace
{
    private const int LongestName = 60,
        MostPasskeys = 20,
        LongestCredential = 20_000; // letters; a made one with its attestation has some 2,000

    /// <summary>Maps the place.</summary>
    public static void MapPasskeys(this IEndpointRouteBuilder api)
    {
        var passkeys = api.MapGroup("/account/passkeys").WithTags("Account");
        passkeys.MapGet("/", All);
        passkeys.MapPost("/begin", Begin).RequireRateLimiting(Account.SignInLimit);
        passkeys.MapPost("/", Add).RequireRateLimiting(Account.SignInLimit);
        passkeys.MapDelete("/{passkey}", Remove);
        passkeys.MapPost("/ask", Ask).AllowAnonymous().RequireRateLimiting(Account.SignInLimit);
        passkeys.MapPost("/sign-in", SignIn).AllowAnonymous().RequireRateLimiting(Account.SignInLimit);
    }

    private static async Task<Ok<List<PasskeyView>>> All(ClaimsPrincipal user, UserManager<Maker> makers) =>
        TypedResults.Ok(
            (await makers.GetPasskeysAsync(await Account.Here(user, makers)))
                .OrderBy(passkey => passkey.CreatedAt)
                .Select(View)
                .ToList()
        );

    /// <summary>What the device is to make a passkey from, after the password.</summary>
    private static async Task<Ok<PasskeyQuestion>> Begin(
        PasskeyStart given,
        HttpContext context,
        UserManager<Maker> makers,
        SignInManager<Maker> signIn,
        SignInGuard guard,
        CancellationToken cancel
    )
    {
        var maker = await Account.Here(context.User, makers);
        if (maker.PasswordHash is null)
            throw TroubleException.Conflict("The demo book has no passkeys. Make an account of your own.");
        await Account.Confirm(given.Password, maker, context, makers, guard, cancel);
        if ((await makers.GetPasskeysAsync(maker)).Count >= MostPasskeys)
            throw TroubleException.Conflict($"There are {MostPasskeys} passkeys. Remove one that you do not use.");
        return TypedResults.Ok(
            new PasskeyQuestion(
                await signIn.MakePasskeyCreationOptionsAsync(
                    new PasskeyUserEntity
                    {
                        Id = maker.Id.ToString(),
                        Name = maker.UserName!,
                        DisplayName = maker.UserName!,
                    }
                )
            )
        );
    }

    private static async Task<Ok<PasskeyView>> Add(
        PasskeyMade made,
        ClaimsPrincipal user,
        UserManager<Maker> makers,
        SignInManager<Maker> signIn
    )
    {
        var name = made.Name.Trim();
        if (name.Length is 0 or > LongestName)
            throw TroubleException.Unusable($"A passkey's name has 1 to {LongestName} letters.");
        var maker = await Account.Here(user, makers);
        var attested = await Answered(() => signIn.PerformPasskeyAttestationAsync(Whole(made.Credential)));
        if (attested is not { Succeeded: true } || attested.UserEntity.Id != maker.Id.ToString())
            throw TroubleException.Unusable("The device's answer does not fit what was asked. No passkey was added.");
        attested.Passkey.Name = name;
        var added = await makers.AddOrUpdatePasskeyAsync(maker, attested.Passkey);
        return added.Succeeded
            ? TypedResults.Ok(View(attested.Passkey))
            : throw TroubleException.Conflict(
                "The account was changed in another window meanwhile. Add the passkey again."
            );
    }

    private static async Task<NoContent> Remove(string passkey, ClaimsPrincipal user, UserManager<Maker> makers)
    {
        var maker = await Account.Here(user, makers);
        var there = (await makers.GetPasskeysAsync(maker)).FirstOrDefault(one => Id(one) == passkey)
            ?? throw TroubleException.Gone("This passkey is not there any more.");
        await makers.RemovePasskeyAsync(maker, there.CredentialId);
        return TypedResults.NoContent();
    }

    /// <summary>What a device is asked for; it says itself whose passkey it has.</summary>
    private static async Task<Ok<PasskeyQuestion>> Ask(SignInManager<Maker> signIn) =>
        TypedResults.Ok(new PasskeyQuestion(await signIn.MakePasskeyRequestOptionsAsync(null)));

    private static async Task<NoContent> SignIn(
        PasskeyAnswer answer,
        HttpContext context,
        UserManager<Maker> makers,
        SignInManager<Maker> signIn,
        SignInGuard guard
    )
    {
        var asserted = await Answered(() => signIn.PerformPasskeyAssertionAsync(Whole(answer.Credential)));
        if (asserted is not { Succeeded: true })
            throw new TroubleException(
                StatusCodes.Status401Unauthorized,
                "This passkey opens nothing here. It may have been removed: sign in with name and password."
            );
        // Its counter of uses is kept: a copy of a passkey is told by it.
        await makers.AddOrUpdatePasskeyAsync(asserted.User, asserted.Passkey);
        await context.Enter(asserted.User);
        guard.Know(context, asserted.User.UserName!);
        return TypedResults.NoContent();
    }

    /// <summary>An answer that can be one: an object in JSON, not too long.</summary>
    private static string Whole(string credential)
    {
        if (credential.Length > LongestCredential)
            throw TroubleException.Unusable("The device's answer is too long for a passkey.");
        try
        {
            if (JsonNode.Parse(credential) is JsonObject)
                return credential;
        }
        catch (JsonException)
        {
            // Told below, like any other answer that is none.
        }
        throw TroubleException.Unusable("The device's answer is not that of a passkey.");
    }

    /// <summary>What came of an answer; null when nothing was asked, or too long ago.</summary>
    private static async Task<T?> Answered<T>(Func<Task<T>> look)
        where T : class
    {
        try
        {
            return await look();
        }
        catch (InvalidOperationException)
        {
            return null; // nothing is known of a question that this would answer
        }
    }

    private static PasskeyView View(UserPasskeyInfo passkey) =>
        new(Id(passkey), passkey.Name ?? "Passkey", passkey.CreatedAt);

    private static string Id(UserPasskeyInfo passkey) => Base64Url.EncodeToString(passkey.CredentialId);
}
