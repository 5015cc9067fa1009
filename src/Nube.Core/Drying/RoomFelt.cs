namespace Nube.Core.Drying;

/// <summary>How slowly water dries in a room, as fingers found it, against what is reckoned.</summary>
/// <remarks>
/// Until a finger found something dry, nobody knows this room: what goes on unfelt waits for a third longer than is reckoned,
/// or than what was found wet. Then all water is held to dry as quickly as what was dry, but no quicker than what was wet.
/// What was wet although it should be dry makes all of that day slower. By a tenth at most for each finger, for it may have
/// been a puddle or a thin edge. What a run teaches is weighed when it is over.
/// </remarks>
public sealed class RoomFelt
{
    private const double MoreThanFelt = 1.1; // times what it lay when found wet, and the most at once; this project's own
    private const double Most = 2; // times as long as reckoned; beyond, the air's own figures are wrong
    private const double NextFinger = 1.2; // times what it lay when found wet, at most; this project's own
    private const double NotWorthSeconds = 30; // a wait that no finger is wetted for; this project's own

    /// <summary>Of what is reckoned, from when on a finger may find dry: few rooms are so much quicker; from memory.</summary>
    internal const double Soonest = 0.75;

    /// <summary>Of what is reckoned, when what no finger felt is sure to be dry: as few rooms are so much slower.</summary>
    internal const double Latest = 1 / Soonest;

    private readonly Dictionary<(int Card, int Area), (double At, double Dry)> laid = [];
    private double wet; // how long what a finger found wet had lain, in times of what was reckoned
    private double? dry; // the same of what one found dry

    /// <summary>How many times as long water takes until it is sure to be dry, up to 2; a third more until one was.</summary>
    public double AtMost => dry ?? Math.Min(Math.Max(1, wet) * Latest, Most);

    /// <summary>How many times as long water is held to take, up to 2; 1 before anything was felt.</summary>
    public double Factor => dry ?? Math.Clamp(wet * MoreThanFelt, 1, AtMost);

    /// <summary>How what is laid now dries: its states as is likely, and dry when it is sure to be.</summary>
    /// <param name="reckoned">As reckoned, s.</param>
    public DryingSeconds Dries(in DryingSeconds reckoned)
    {
        var likely = reckoned.Scaled(Factor);
        var sure = reckoned.Dry * AtMost;
        return likely with { Dry = sure, BoneDry = Math.Max(likely.BoneDry, sure) };
    }

    /// <summary>Water is laid on an area.</summary>
    /// <param name="area">The area of a card.</param>
    /// <param name="at">When, s.</param>
    /// <param name="dry">How long it should take until dry, s.</param>
    public void Laid((int Card, int Area) area, double at, double dry) => laid[area] = (at, dry);

    /// <summary>An area dries otherwise than by the room alone: it was heated, or water was spilled on it.</summary>
    public void Forget((int Card, int Area) area) => laid.Remove(area);

    /// <summary>From when on it is worth to feel an area, for the first time or once more.</summary>
    /// <remarks>
    /// A fifth later than what was wet, or half way from there to what was dry: so a few fingers tell how quick a room is.
    /// </remarks>
    /// <param name="area">The area of a card.</param>
    /// <param name="ready">When it should be dry, s.</param>
    /// <returns>The moment, s; null where nothing is known of it, or where the wait is all but over then.</returns>
    public double? FeelFrom((int Card, int Area) area, double ready)
    {
        if (!laid.TryGetValue(area, out var lies))
            return null;
        var next = Math.Min(wet * NextFinger, (wet + dry) / 2 ?? Most);
        var from = lies.At + lies.Dry * Math.Max(Soonest, next);
        return from < ready - NotWorthSeconds ? from : null;
    }

    /// <summary>A finger found it wet.</summary>
    /// <param name="area">The area of a card.</param>
    /// <param name="at">When, s.</param>
    public void FoundWet((int Card, int Area) area, double at)
    {
        if (!laid.TryGetValue(area, out var lies))
            return;
        var lay = (at - lies.At) / lies.Dry;
        wet = Math.Max(wet, Math.Min(lay, dry ?? Math.Max(1, wet) * MoreThanFelt));
        if (lay >= dry)
            dry = Math.Min(dry.Value * MoreThanFelt, Most);
    }

    /// <summary>A finger found it dry.</summary>
    /// <param name="area">The area of a card.</param>
    /// <param name="at">When, s.</param>
    public void FoundDry((int Card, int Area) area, double at)
    {
        if (!laid.TryGetValue(area, out var lies))
            return;
        var lay = (at - lies.At) / lies.Dry;
        if (lay < AtMost)
            dry = Math.Max(Math.Max(lay, wet), Factor / MoreThanFelt);
    }
}
