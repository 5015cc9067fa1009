using System.Security.Claims;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Drying;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Demo;
using Nube.Server.SigningIn;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Who is at the bench.</summary>
/// <param name="Name">The maker's name; null for a stranger.</param>
/// <param name="SignedIn">Somebody is signed in.</param>
/// <param name="IsDemo">It is a visitor's copy of the demo book.</param>
/// <param name="DemoBookAvailable">The demo book can be opened.</param>
/// <param name="Room">The air of the maker's room.</param>
/// <param name="NearlyFull">What to know about the room that the maker's pictures take; null while there is
/// much.</param>
public sealed record AccountView(
    string? Name,
    bool SignedIn,
    bool IsDemo,
    bool DemoBookAvailable,
    Air? Room,
    string? NearlyFull
);

/// <summary>A name and a password.</summary>
public sealed record Credentials(string Name, string Password);

/// <summary>The password of now and the next one.</summary>
public sealed record PasswordChange(string Now, string Next);

/// <summary>
/// The maker's own name, typed to show that it is meant, and the password; a visitor of the demo book has none.
/// </summary>
public sealed record Farewell(string Name, string? Password);

/// <summary>How much room the maker's pictures take.</summary>
public sealed record StorageView(long UsedBytes, long MostBytes, string Sentence);

/// <summary>Signing up, in and out; the account itself; the air of the room.</summary>
public static class Account
{
    /// <summary>Name of the rate limit on signing in.</summary>
    public const string SignInLimit = "sign-in";

    private const int LongestName = 60,
        LongestPassword = 200;

    /// <summary>What is checked in place of a password when nobody has the name, so that it takes as long.</summary>
    private static readonly Lazy<string> NobodysHash = new(() =>
        new PasswordHasher<Maker>().HashPassword(new Maker(), Guid.NewGuid().ToString())
    );

    /// <summary>Maps the place.</summary>
    public static void MapAccount(this IEndpointRouteBuilder api)
    {
        var account = api.MapGroup("/account").WithTags("Account");
        account.MapGet("/", Look).AllowAnonymous();
        account.MapPost("/sign-up", SignUp).AllowAnonymous().RequireRateLimiting(SignInLimit);
        account.MapPost("/sign-in", SignIn).AllowAnonymous().RequireRateLimiting(SignInLimit);
        account.MapPost("/demo", OpenDemoBook).AllowAnonymous().RequireRateLimiting(SignInLimit);
        account.MapPost("/sign-out", SignOutMaker);
        account.MapPost("/sign-out-everywhere", SignOutEverywhere);
        account.MapPut("/password", ChangePassword).RequireRateLimiting(SignInLimit);
        account.MapGet("/storage", Storage);
        account.MapGet("/everything.zip", Everything);
        account.MapPost("/delete", Delete).RequireRateLimiting(SignInLimit);
        account.MapPut("/room", SetRoom);
    }

    private static async Task<Ok<AccountView>> Look(
        HttpContext context,
        UserManager<Maker> makers,
        IAntiforgery antiforgery,
        DemoBook demo,
        FileStore files,
        CancellationToken cancel
    )
    {
        RequestToken.Hand(context, antiforgery);
        var maker = await makers.GetUserAsync(context.User);
        return TypedResults.Ok(
            new AccountView(
                maker is { IsDemo: true } ? DemoBook.OwnerName : maker?.UserName,
                maker is not null,
                maker?.IsDemo ?? false,
                await demo.IsAvailable(),
                maker?.Room,
                maker is null ? null : (await files.Use(cancel)).Sentence
            )
        );
    }

    private static async Task<NoContent> SignUp(
        Credentials given,
        HttpContext context,
        UserManager<Maker> makers,
        StashStarter starter,
        SignInGuard guard,
        CancellationToken cancel
    )
    {
        Check(given);
        var maker = new Maker { Id = Guid.CreateVersion7(), UserName = given.Name.Trim() };
        var made = await makers.CreateAsync(maker, given.Password);
        if (!made.Succeeded)
            throw Refused(made);
        await starter.Stock(maker.Id, cancel);
        await context.Enter(maker);
        guard.Know(context, given.Name);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignIn(
        Credentials given,
        HttpContext context,
        UserManager<Maker> makers,
        SignInGuard guard,
        CancellationToken cancel
    )
    {
        Check(given);
        var tried = await guard.Begin(context, given.Name, cancel);
        var maker = await makers.FindByNameAsync(given.Name.Trim());
        // The demo book's accounts have no password, and are entered by another door.
        var right = maker is { PasswordHash: not null }
            ? await makers.CheckPasswordAsync(maker, given.Password)
            : makers.PasswordHasher.VerifyHashedPassword(new Maker(), NobodysHash.Value, given.Password)
                != PasswordVerificationResult.Failed
                && maker is not null;
        if (!right || maker is null)
        {
            guard.Failed(context, tried);
            throw new TroubleException(
                StatusCodes.Status401Unauthorized,
                "This name and password do not belong together."
            );
        }
        await guard.Succeeded(context, tried, given.Name, cancel);
        await context.Enter(maker);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> OpenDemoBook(
        HttpContext context,
        DemoBook demo,
        DemoVisits visits,
        CancellationToken cancel
    )
    {
        var book = await demo.Owner()
            ?? throw TroubleException.Gone("There is no demo book here. Make an account instead.");
        await context.Enter(await visits.Open(book, cancel));
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOutMaker(HttpContext context, SignInManager<Maker> signIn)
    {
        await signIn.SignOutAsync();
        ForgetPictures(context);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOutEverywhere(
        HttpContext context,
        MakerAtWork maker,
        SignInManager<Maker> signIn,
        Sessions sessions,
        CancellationToken cancel
    )
    {
        await sessions.EndAll(maker.MakerId, cancel);
        await signIn.SignOutAsync();
        ForgetPictures(context);
        return TypedResults.NoContent();
    }

    /// <summary>Changes the password; all other devices have to sign in again.</summary>
    private static async Task<NoContent> ChangePassword(
        PasswordChange given,
        HttpContext context,
        UserManager<Maker> makers,
        SignInGuard guard,
        Sessions sessions,
        CancellationToken cancel
    )
    {
        var maker = await Here(context.User, makers);
        if (maker.PasswordHash is null)
            throw TroubleException.Conflict("The demo book has no password. Make an account of your own.");
        await Confirm(given.Now, maker, context, makers, guard, cancel);
        if (given.Next.Length > LongestPassword)
            throw TroubleException.Unusable($"A password has at most {LongestPassword} characters.");
        var changed = await makers.ChangePasswordAsync(maker, given.Now, given.Next);
        if (!changed.Succeeded)
            throw Refused(changed);
        await sessions.EndAll(maker.Id, cancel);
        await context.Enter(maker);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<StorageView>> Storage(FileStore files, CancellationToken cancel)
    {
        var use = await files.Use(cancel);
        return TypedResults.Ok(
            new StorageView(
                use.UsedBytes,
                use.MostBytes,
                use.Sentence
                    ?? $"Your pictures take {StorageUse.InWords(use.UsedBytes)} of {StorageUse.InWords(use.MostBytes)}."
            )
        );
    }

    private static async Task<FileStreamHttpResult> Everything(MakerArchive archive, CancellationToken cancel)
    {
        // Whole before a byte is sent: what goes wrong is said, not cut off.
        var file = new FileStream(
            Path.Combine(Path.GetTempPath(), Path.GetRandomFileName()),
            FileMode.CreateNew,
            FileAccess.ReadWrite,
            FileShare.None,
            bufferSize: 64 * 1024,
            FileOptions.Asynchronous | FileOptions.DeleteOnClose
        );
        try
        {
            await archive.Write(file, cancel);
            file.Position = 0;
            return TypedResults.Stream(file, "application/zip", "nube-everything.zip");
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }
    }

    private static async Task<NoContent> Delete(
        Farewell given,
        HttpContext context,
        NubeDb db,
        UserManager<Maker> makers,
        SignInManager<Maker> signIn,
        SignInGuard guard,
        CancellationToken cancel
    )
    {
        var maker = await Here(context.User, makers);
        var name = maker.IsDemo ? DemoBook.OwnerName : maker.UserName;
        if (!string.Equals(given.Name.Trim(), name, StringComparison.OrdinalIgnoreCase))
            throw TroubleException.Unusable($"Type \"{name}\" to show that you mean it. Nothing was deleted.");
        if (maker.PasswordHash is not null)
            await Confirm(given.Password ?? "", maker, context, makers, guard, cancel);
        await signIn.SignOutAsync();
        await NubeDb.Remove(db.Users.Where(one => one.Id == maker.Id), db, cancel);
        ForgetPictures(context);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SetRoom(
        Air room,
        ClaimsPrincipal user,
        UserManager<Maker> makers,
        PlansInTheRoom plans,
        CancellationToken cancel
    )
    {
        if (
            !(
                room.Temperature is >= 5 and <= 45
                && room.RelativeHumidity is >= 0.05 and <= 0.95
                && room.Speed is >= 0 and <= 5
            )
        )
            throw TroubleException.Unusable(
                "A room has 5 to 45 °C, 5 to 95 % humidity and air that moves at 0 to 5 m/s."
            );
        var maker = await Here(user, makers);
        maker.Room = room;
        await makers.Save(maker);
        await plans.Shift(cancel);
        return TypedResults.NoContent();
    }

    /// <summary>The maker who is signed in.</summary>
    internal static async Task<Maker> Here(ClaimsPrincipal user, UserManager<Maker> makers) =>
        await makers.GetUserAsync(user) ?? throw TroubleException.Gone("This account is not there any more.");

    /// <summary>Saves what was changed of a maker.</summary>
    /// <exception cref="TroubleException">It was changed elsewhere at the same moment.</exception>
    internal static async Task Save(this UserManager<Maker> makers, Maker maker)
    {
        if (!(await makers.UpdateAsync(maker)).Succeeded)
            throw TroubleException.Conflict(
                "This was changed in another window meanwhile. Load the page again and do your change again."
            );
    }

    /// <summary>
    /// The password once more, before what cannot be taken back; wrong ones count like wrong sign-ins.
    /// </summary>
    internal static async Task Confirm(
        string password,
        Maker maker,
        HttpContext context,
        UserManager<Maker> makers,
        SignInGuard guard,
        CancellationToken cancel
    )
    {
        var tried = await guard.Begin(context, maker.UserName!, cancel);
        if (!await makers.CheckPasswordAsync(maker, password))
        {
            guard.Failed(context, tried);
            throw TroubleException.Unusable("This is not your password. Nothing was changed.");
        }
        await guard.Succeeded(context, tried, maker.UserName!, cancel);
    }

    /// <summary>Pictures that the browser keeps go with the maker.</summary>
    private static void ForgetPictures(HttpContext context) =>
        context.Response.Headers["Clear-Site-Data"] = "\"cache\"";

    private static void Check(Credentials given)
    {
        if (given.Name.Trim().Length is 0 or > LongestName)
            throw TroubleException.Unusable($"A name has 1 to {LongestName} letters.");
        // Hashing takes its time by the length; more than this nobody types.
        if (given.Password.Length > LongestPassword)
            throw TroubleException.Unusable($"A password has at most {LongestPassword} characters.");
    }

    private static TroubleException Refused(IdentityResult result) =>
        TroubleException.Unusable(string.Join(" ", result.Errors.Select(InWords).Distinct()));

    private static string InWords(IdentityError error) =>
        error.Code switch
        {
            "DuplicateUserName" => "This name is taken. Choose another.",
            "InvalidUserName" => "A name has letters, digits, dots, dashes or spaces.",
            "PasswordTooShort" => "A password has at least 10 characters.",
            "PasswordRequiresUniqueChars" => "The password repeats too few characters. Mix more of them.",
            "PasswordIsCommon" =>
                "This password is among the first that are guessed. Take a few words that have nothing to do with each other.",
            _ => error.Description,
        };
}
