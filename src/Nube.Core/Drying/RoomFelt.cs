namespace Nube.Core.Drying;

/// <summary>How slowly water dries in a room, as fingers found it, against what is reckoned.</summary>
/// <remarks>
/// Each wet finger makes all water of that day slower by a little more than what was found, and by a tenth at most: what was
/// wet may have been a puddle. A finger that finds things dry says nothing of the rest, for waiting costs less than a bleed.
/// What a run teaches is weighed when it is over.
/// </remarks>
public sealed class RoomFelt
{
    private const double MoreThanFelt = 1.1; // times what it lay, and the most at once; this project's own
    private const double Most = 2; // times as long as reckoned; beyond, the air's own figures are wrong

    private readonly Dictionary<(int Card, int Area), (double At, double Dry)> laid = [];

    /// <summary>How many times as long water takes, 1 to 2.</summary>
    public double Factor { get; private set; } = 1;

    /// <summary>Water is laid on an area.</summary>
    /// <param name="area">The area of a card.</param>
    /// <param name="at">When, s.</param>
    /// <param name="dry">How long it should take until dry, s.</param>
    public void Laid((int Card, int Area) area, double at, double dry) => laid[area] = (at, dry);

    /// <summary>A finger found it wet.</summary>
    /// <param name="area">The area of a card.</param>
    /// <param name="at">When, s.</param>
    /// <returns>How many times as long as before all water takes now, at least 1.</returns>
    public double FoundWet((int Card, int Area) area, double at)
    {
        if (!laid.TryGetValue(area, out var lies))
            return 1;
        var found = (at - lies.At) / lies.Dry * MoreThanFelt;
        var before = Factor;
        Factor = Math.Max(Factor, Math.Min(Math.Min(found, Factor * MoreThanFelt), Most));
        return Factor / before;
    }
}
