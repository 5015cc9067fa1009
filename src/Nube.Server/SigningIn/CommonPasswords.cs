using System.IO.Compression;
using Microsoft.AspNetCore.Identity;
using Nube.Data.Entities;

namespace Nube.Server.SigningIn;

/// <summary>
/// Refuses passwords that are guessed first: those of a list of frequent ones, also with figures and signs before or
/// after them, and those that hold the maker's own name.
/// </summary>
/// <remarks>The list is that of the package @zxcvbn-ts/language-common 4.1.3 (MIT licence), longer words
/// only.</remarks>
public sealed class CommonPasswords : IPasswordValidator<Maker>
{
    private const int ShortestName = 4; // letters: shorter ones are in many a good password by chance

    private static readonly Lazy<HashSet<string>> Frequent = new(() =>
    {
        using var list = new StreamReader(
            new GZipStream(
                typeof(CommonPasswords).Assembly.GetManifestResourceStream("common-passwords.tsv.gz")
                    ?? throw new InvalidOperationException("The list of passwords is missing."),
                CompressionMode.Decompress
            )
        );
        return [.. list.ReadToEnd().Split('\n', StringSplitOptions.RemoveEmptyEntries)];
    });

    /// <inheritdoc />
    public Task<IdentityResult> ValidateAsync(UserManager<Maker> manager, Maker user, string? password)
    {
        ArgumentNullException.ThrowIfNull(user);
        return Task.FromResult(
            password is not null && IsGuessedFirst(password, user.UserName ?? "")
                ? IdentityResult.Failed(new IdentityError { Code = "PasswordIsCommon" })
                : IdentityResult.Success
        );
    }

    /// <summary>Whether a password is guessed first.</summary>
    public static bool IsGuessedFirst(string password, string name)
    {
        ArgumentNullException.ThrowIfNull(password);
        ArgumentNullException.ThrowIfNull(name);
        var lower = password.ToLowerInvariant();
        var bare = lower.Trim([.. "0123456789!?.,-_*#$%&@ "]);
        if (Frequent.Value.Contains(lower) || Frequent.Value.Contains(bare) || bare.Length < 3)
            return true;
        // The same word twice, or a frequent one twice.
        var half = bare[..(bare.Length / 2)];
        if (bare.Length % 2 == 0 && half + half == bare && (half.Length < 6 || Frequent.Value.Contains(half)))
            return true;
        return name.Trim().Length >= ShortestName
            && lower.Contains(name.Trim().ToLowerInvariant(), StringComparison.Ordinal);
    }
}
