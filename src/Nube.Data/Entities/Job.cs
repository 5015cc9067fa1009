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

/// <summary>Kinds of long work.</summary>
public enum JobKind
{
    /// <summary>Finding the areas of a picture.</summary>
    FindAreas,

    /// <summary>Reading the print of a stamp.</summary>
    ReadStamp,

    /// <summary>Looking for a better order of a plan.</summary>
    ImprovePlan,

    /// <summary>Playing what is done to a card, for a first look at it.</summary>
    FirstLook,

    /// <summary>Playing it as finely as it is seen in the end.</summary>
    FineLook,

    /// <summary>Looking at coloured cards.</summary>
    CheckCards,
}

/// <summary>Long work: what is to be done, whose turn it is, and how it looks from outside.</summary>
public sealed class Job : IOwned
{
    /// <summary>Key.</summary>
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>The run that it works for.</summary>
    public Guid RunId { get; init; }

    /// <summary>What kind of work.</summary>
    public JobKind Kind { get; init; }

    /// <summary>What is to be done, as JSON of the kind's own order.</summary>
    public string Order { get; init; } = "{}";

    /// <summary>Which turn of which worker does it; null while it waits.</summary>
    public string? TakenBy { get; set; }

    /// <summary>When it was last taken.</summary>
    public DateTimeOffset? TakenAt { get; set; }

    /// <summary>How often it was taken: a crash may have cut it off.</summary>
    public int Tries { get; set; }

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
