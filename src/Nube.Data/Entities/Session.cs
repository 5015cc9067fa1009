namespace Nube.Data.Entities;

/// <summary>A sign-in on one device, until it signs out: the cookie holds nothing but the key.</summary>
public sealed class Session
{
    /// <summary>SHA-256 of the key in the cookie, hexadecimal: who reads the database cannot sign in with it.</summary>
    public required string KeyHash { get; init; }

    /// <summary>The maker.</summary>
    public Guid MakerId { get; init; }

    /// <summary>What the framework says of the sign-in, as it wrote it.</summary>
    public required byte[] Ticket { get; set; }

    /// <summary>When it began.</summary>
    public DateTimeOffset CreatedAt { get; init; }

    /// <summary>When it was last used, within some minutes.</summary>
    public DateTimeOffset SeenAt { get; set; }

    /// <summary>When it ends by itself.</summary>
    public DateTimeOffset ExpiresAt { get; set; }
}

/// <summary>Tries to sign in that failed, from one place for one name.</summary>
public sealed class FailedSignIn
{
    /// <summary>The place and the name, as a keyed hash, hexadecimal.</summary>
    public required string Key { get; init; }

    /// <summary>How often in a row.</summary>
    public int Times { get; set; }

    /// <summary>When the last was.</summary>
    public DateTimeOffset LastAt { get; set; }
}

/// <summary>A value that this installation made up for itself.</summary>
public sealed class InstallationSecret
{
    /// <summary>What it is for.</summary>
    public required string Name { get; init; }

    /// <summary>The value.</summary>
    public required byte[] Value { get; init; }
}
