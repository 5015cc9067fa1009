namespace Nube.Core.Drying;

/// <summary>How slowly water dries in a room, as fingers found it, against what is reckoned.</summary>
/// <remarks>
/// Each wet finger makes all water of that day slower by a little more than what was found, each dry one that comes before
/// its time makes it as quick as that; by a tenth at most, for what was felt may have been a puddle or a thin edge. Nothing
/// is held to dry sooner than what a finger found wet. What a run teaches is weighed when it is over.
/// </remarks>
public sealed class RoomFelt
{
    private const double MoreThanFelt = 1.1; // times what it lay when found wet, and the most at once; this project's own
    private const double Most = 2; // times as long as reckoned; beyond, the air's own figures are wrong
    private const double NotWorthSeconds = 60; // a wait that no finger is wetted for; this project's own

    /// <summary>Of what is reckoned, from when on a finger may find dry: few rooms are so much quicker; from memory.</summary>
    internal const double Soonest = 0.75;

    private readonly Dictionary<(int Card, int Area), (double At, double Dry)> laid = [];
    private double wet; // how long what a finger found wet had lain, in times of what was reckoned

    /// <summary>How many times as long water takes, up to 2; 1 before anything was felt.</summary>
    public double Factor { get; private set; } = 1;

    /// <summary>Water is laid on an area.</summary>
    /// <param name="area">The area of a card.</param>
    /// <param name="at">When, s.</param>
    /// <param name="dry">How long it should take until dry, s.</param>
    public void Laid((int Card, int Area) area, double at, double dry) => laid[area] = (at, dry);

    /// <summary>An area dries otherwise than by the room alone: it was heated, or water was spilled on it.</summary>
    public void Forget((int Card, int Area) area) => laid.Remove(area);

    /// <summary>From when on it is worth to feel an area, for the first time or once more.</summary>
    /// <param name="area">The area of a card.</param>
    /// <param name="ready">When it should be dry, s.</param>
    /// <returns>The moment, s; null where nothing is known of it, or where the wait is all but over then.</returns>
    public double? FeelFrom((int Card, int Area) area, double ready) =>
        laid.TryGetValue(area, out var lies)
        && lies.At + lies.Dry * Math.Max(Soonest, wet * MoreThanFelt) is var from
        && from < ready - NotWorthSeconds
            ? from
            : null;

    /// <summary>A finger found it wet.</summary>
    /// <param name="area">The area of a card.</param>
    /// <param name="at">When, s.</param>
    /// <returns>How many times as long as before all water takes now, at least 1.</returns>
    public double FoundWet((int Card, int Area) area, double at)
    {
        if (!laid.TryGetValue(area, out var lies))
            return 1;
        var lay = (at - lies.At) / lies.Dry;
        var by = Become(Math.Max(Factor, Math.Min(Math.Min(lay * MoreThanFelt, Factor * MoreThanFelt), Most)));
        wet = Math.Max(wet, Math.Min(lay, Factor));
        return by;
    }

    /// <summary>A finger found it dry.</summary>
    /// <param name="area">The area of a card.</param>
    /// <param name="at">When, s.</param>
    /// <returns>How many times as long as before all water takes now, at most 1.</returns>
    public double FoundDry((int Card, int Area) area, double at) =>
        laid.TryGetValue(area, out var lies)
            ? Become(Math.Min(Factor, Math.Max(Math.Max((at - lies.At) / lies.Dry, wet), Factor / MoreThanFelt)))
            : 1;

    private double Become(double factor)
    {
        var by = factor / Factor;
        Factor = factor;
        return by;
    }
}
