namespace Nube.Data.Entities;

/// <summary>How a job stands.</summary>
public enum JobState
{
    /// <summary>Waiting or at work.</summary>
    Working,

    /// <summary>Done.</summary>
    Done,

    /// <summary>Ended with an error that its message explains.</summary>
    Failed,

    /// <summary>Stopped by the maker.</summary>
    Cancelled,
}

/// <summary>Long work, seen from outside.</summary>
public sealed class Job : IOwned
{
    /// <summary>Key.</summary>
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>The run that it works for.</summary>
    public Guid RunId { get; init; }

    /// <summary>How it stands.</summary>
    public JobState State { get; set; }

    /// <summary>Share done, 0 to 1.</summary>
    public double Progress { get; set; }

    /// <summary>What it is doing, or why it ended, in words.</summary>
    public string Message { get; set; } = "";

    /// <summary>The maker asked it to stop.</summary>
    public bool CancelAsked { get; set; }

    /// <summary>When it was asked for.</summary>
    public DateTimeOffset CreatedAt { get; init; }
}
