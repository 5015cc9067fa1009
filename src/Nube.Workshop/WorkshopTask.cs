using System.Text.Json.Serialization;

namespace Nube.Workshop;

/// <summary>
/// A piece of heavy work: all that it needs but the file that it is about, as data, and how it is done. An apprentice
/// does it, which is a process of its own: a file that takes for ever, eats memory or breaks its reader ends that
/// process and nothing else.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "task")]
[JsonDerivedType(typeof(CleanPicture), "cleanPicture")]
[JsonDerivedType(typeof(MeasurePicture), "measurePicture")]
[JsonDerivedType(typeof(FindPanel), "findPanel")]
[JsonDerivedType(typeof(FindColours), "findColours")]
[JsonDerivedType(typeof(FindPaper), "findPaper")]
[JsonDerivedType(typeof(FindAreas), "findAreas")]
[JsonDerivedType(typeof(FindShortLines), "findShortLines")]
[JsonDerivedType(typeof(ReadStamp), "readStamp")]
[JsonDerivedType(typeof(ReadSheet), "readSheet")]
[JsonDerivedType(typeof(ReadChart), "readChart")]
[JsonDerivedType(typeof(PlanCards), "planCards")]
[JsonDerivedType(typeof(ImproveOrder), "improveOrder")]
[JsonDerivedType(typeof(PlayCard), "playCard")]
[JsonDerivedType(typeof(PlayArea), "playArea")]
[JsonDerivedType(typeof(PlayPiece), "playPiece")]
[JsonDerivedType(typeof(PlayDeviation), "playDeviation")]
[JsonDerivedType(typeof(ShareLooks), "shareLooks")]
[JsonDerivedType(typeof(ShareLayers), "shareLayers")]
[JsonDerivedType(typeof(CutParts), "cutParts")]
[JsonDerivedType(typeof(CheckCards), "checkCards")]
public abstract record WorkshopTask
{
    /// <summary>What it may take.</summary>
    [JsonIgnore]
    public virtual WorkLimits Limits => WorkLimits.Quick;

    /// <summary>What it gives way to.</summary>
    [JsonIgnore]
    public virtual WorkUrgency Urgency => WorkUrgency.Now;

    /// <summary>When it is told to stop it ends with the best so far, instead of with nothing.</summary>
    [JsonIgnore]
    public virtual bool EndsWithBestSoFar => false;

    /// <summary>Does the work.</summary>
    /// <param name="file">The file that it is about; empty for none.</param>
    /// <param name="say">Told how far it is.</param>
    /// <param name="stop">Ends it with the best so far.</param>
    /// <exception cref="Nube.Core.Artwork.PictureTroubleException">Nothing can come out of it; with a sentence for the
    /// maker.</exception>
    internal abstract object Do(byte[] file, Action<WorkProgress> say, CancellationToken stop);
}

/// <summary>How urgent a task is, and so which processes give way to which.</summary>
public enum WorkUrgency
{
    /// <summary>The page waits for it: as urgent as the server itself.</summary>
    Now,

    /// <summary>A maker sees its progress: after all clicks.</summary>
    Soon,

    /// <summary>It makes something better that is there already: after everything else.</summary>
    Whenever,
}

/// <summary>A task with what comes out of it.</summary>
public abstract record WorkshopTask<TResult> : WorkshopTask
{
    /// <inheritdoc />
    internal sealed override object Do(byte[] file, Action<WorkProgress> say, CancellationToken stop) =>
        Work(file, say, stop)!;

    /// <inheritdoc cref="Do" />
    private protected abstract TResult Work(byte[] file, Action<WorkProgress> say, CancellationToken stop);
}

/// <summary>What a task may take before it is ended.</summary>
/// <param name="Deadline">Time.</param>
/// <param name="MostBytes">Memory of its process.</param>
public sealed record WorkLimits(TimeSpan Deadline, long MostBytes)
{
    private const long GibiByte = 1L << 30;

    /// <summary>What the page waits for: the largest TIFF is read in 3 s on the machine of the benchmarks.</summary>
    public static WorkLimits Quick { get; } = new(TimeSpan.FromSeconds(20), GibiByte);

    /// <summary>
    /// What is followed with its progress: the largest scan takes 8 s there, and four at a time four times as long.
    /// </summary>
    public static WorkLimits Long { get; } = new(TimeSpan.FromSeconds(60), GibiByte);

    /// <summary>
    /// What is done pass by pass, and seen pass by pass: 60 passes over a whole A5 card take two minutes there.
    /// </summary>
    public static WorkLimits PassByPass { get; } = new(TimeSpan.FromMinutes(4), GibiByte);
}
