using System.Security.Claims;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Nube.Core.Drying;
using Nube.Data.Entities;
using Nube.Server.Demo;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Who is at the bench.</summary>
public sealed record AccountView(string? Name, bool SignedIn, bool IsDemo, bool DemoBookAvailable, Air? Room);

/// <summary>A name and a password.</summary>
public sealed record Credentials(string Name, string Password);

/// <summary>Signing up, in and out; the air of the room.</summary>
public static class Account
{
    /// <summary>Name of the rate limit on signing in.</summary>
    public const string SignInLimit = "sign-in";

    /// <summary>Maps the place.</summary>
    public static void MapAccount(this IEndpointRouteBuilder api)
    {
        var account = api.MapGroup("/account").WithTags("Account");
        account.MapGet("/", Look).AllowAnonymous();
        account.MapPost("/sign-up", SignUp).AllowAnonymous().RequireRateLimiting(SignInLimit);
        account.MapPost("/sign-in", SignIn).AllowAnonymous().RequireRateLimiting(SignInLimit);
        account.MapPost("/demo", OpenDemoBook).AllowAnonymous().RequireRateLimiting(SignInLimit);
        account.MapPost("/sign-out", SignOutMaker);
        account.MapPut("/room", SetRoom);
    }

    private static async Task<Ok<AccountView>> Look(
        HttpContext context, UserManager<Maker> makers, IAntiforgery antiforgery, DemoBook demo)
    {
        RequestToken.Hand(context, antiforgery);
        var maker = await makers.GetUserAsync(context.User);
        return TypedResults.Ok(new AccountView(
            maker?.UserName, maker is not null, maker?.IsDemo ?? false, await demo.IsAvailable(), maker?.Room));
    }

    private static async Task<NoContent> SignUp(Credentials given, UserManager<Maker> makers, SignInManager<Maker> signIn, StashStarter starter, CancellationToken cancel)
    {
        var maker = new Maker { Id = Guid.CreateVersion7(), UserName = given.Name.Trim() };
        var made = await makers.CreateAsync(maker, given.Password);
        if (!made.Succeeded) throw TroubleException.Unusable(string.Join(" ", made.Errors.Select(InWords).Distinct()));
        await starter.Stock(maker.Id, cancel);
        await signIn.SignInAsync(maker, isPersistent: true);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignIn(Credentials given, SignInManager<Maker> signIn)
    {
        var result = await signIn.PasswordSignInAsync(given.Name.Trim(), given.Password, isPersistent: true, lockoutOnFailure: true);
        if (result.IsLockedOut)
            throw new TroubleException(StatusCodes.Status429TooManyRequests, "Too many wrong passwords. Wait five minutes and try again.");
        if (!result.Succeeded)
            throw new TroubleException(StatusCodes.Status401Unauthorized, "This name and password do not belong together.");
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> OpenDemoBook(SignInManager<Maker> signIn, DemoBook demo)
    {
        var maker = await demo.Owner() ?? throw TroubleException.Gone("There is no demo book here. Make an account instead.");
        await signIn.SignInAsync(maker, isPersistent: true);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOutMaker(SignInManager<Maker> signIn)
    {
        await signIn.SignOutAsync();
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SetRoom(Air room, ClaimsPrincipal user, UserManager<Maker> makers, PlansInTheRoom plans, CancellationToken cancel)
    {
        if (!(room.Temperature is >= 5 and <= 45 && room.RelativeHumidity is >= 0.05 and <= 0.95 && room.Speed is >= 0 and <= 5))
            throw TroubleException.Unusable("A room has 5 to 45 °C, 5 to 95 % humidity and air that moves at 0 to 5 m/s.");
        var maker = await makers.GetUserAsync(user) ?? throw TroubleException.Gone("This account is not there any more.");
        maker.Room = room;
        await makers.UpdateAsync(maker);
        await plans.Shift(cancel);
        return TypedResults.NoContent();
    }

    private static string InWords(IdentityError error) => error.Code switch
    {
        "DuplicateUserName" => "This name is taken. Choose another.",
        "InvalidUserName" => "A name has letters, digits, dots, dashes or spaces.",
        "PasswordTooShort" => "A password has at least 10 characters.",
        "PasswordRequiresUniqueChars" => "The password repeats too few characters. Mix more of them.",
        _ => error.Description,
    };
}
