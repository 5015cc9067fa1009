using System.Text.Json.Serialization;
using Nube.Core.Mixing;

namespace Nube.Core.Bench;

/// <summary>What a maker can tell the bench.</summary>
public enum TapKind
{
    /// <summary>A step is done.</summary>
    Done,

    /// <summary>The last step that was done is not done after all.</summary>
    Back,

    /// <summary>The areas of a step are wet as of now: their drying starts again.</summary>
    WetNow,

    /// <summary>Another step is taken in hand.</summary>
    Take,

    /// <summary>Something worth remembering.</summary>
    Note,

    /// <summary>The card of a step was dried with the heat tool.</summary>
    Heated,

    /// <summary>The card of a step was found dry by touch.</summary>
    DryNow,

    /// <summary>The card of a step was found wet by touch though it should be dry.</summary>
    StillWet,

    /// <summary>A step is left out.</summary>
    Skip,

    /// <summary>Water was spilled over the card of a step.</summary>
    Spill,

    /// <summary>A step is done, but with another mix than planned.</summary>
    OtherMix,

    /// <summary>A timer of the maker's own is set.</summary>
    Timer,

    /// <summary>A timer is taken away.</summary>
    TimerOff,

    /// <summary>The air of the room changed: what is wet dries faster or slower from then on.</summary>
    Air,

    /// <summary>A step that was done is to be done once more on its card, as a layer over it.</summary>
    OneMore,

    /// <summary>A step of the maker's own comes next on the card of a step.</summary>
    OwnStep,

    /// <summary>What a step waits for was found dry by touch.</summary>
    DryHere,

    /// <summary>Which print from one inking went onto the card of a step; what had it before gets this card's.</summary>
    WhichPrint,
}

/// <summary>One tap at the bench.</summary>
/// <param name="Kind">What it says.</param>
/// <param name="Step">Number of the step that it is about, or of the timer that is taken away; 0 for none.</param>
/// <param name="At">When.</param>
/// <param name="Text">The note, or what a timer is for; empty otherwise.</param>
public sealed record Tap(TapKind Kind, int Step, DateTimeOffset At, string Text)
{
    /// <summary>The mix that was taken instead; null otherwise.</summary>
    public PaintMix? Mix { get; init; }

    /// <summary>Which print it was, from 1; 0 otherwise.</summary>
    public int Print { get; init; }

    /// <summary>How long a timer runs, s; 0 otherwise.</summary>
    public double Seconds { get; init; }

    /// <summary>
    /// How long water takes to dry in the room's air from then on, against the air that the plan reckons with; 1
    /// otherwise.
    /// </summary>
    public double AirFactor { get; init; } = 1;

    /// <summary>It says that a step is done, as planned or with another mix.</summary>
    [JsonIgnore]
    public bool IsDone => Kind is TapKind.Done or TapKind.OtherMix;

    /// <summary>It tells of the work, which notes, timers and what is chosen afterwards do not.</summary>
    [JsonIgnore]
    public bool IsOfWork => Kind is not (TapKind.Note or TapKind.Timer or TapKind.TimerOff or TapKind.WhichPrint);
}
