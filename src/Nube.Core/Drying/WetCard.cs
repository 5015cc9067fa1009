namespace Nube.Core.Drying;

/// <summary>How wet a card is, area by area; all times in seconds of one clock.</summary>
/// <remarks>
/// The one place that knows what laying, heat, a spill or other air do to what is wet, and when the next act may
/// follow. A plan walks through its order with it, and the bench through its taps.
/// </remarks>
public sealed class WetCard
{
    /// <summary>Stands for water that was spilled, in the place of a pass.</summary>
    public const int Spilled = -1;

    private const int Nothing = -2;
    private const double StillWetFor = 1.2; // times as long as it lay so far; this project's own
    private const double MostBelieved = 3; // times as long as until bone dry; what lay longer is dry

    /// <summary>What lies on an area.</summary>
    private struct Spot
    {
        public double Laid,
            Shining,
            Damp,
            Dry,
            BoneDry,
            Grams;
        public int By;
        public bool OfWater;
    }

    private readonly Spot[] spots;

    /// <summary>A card on which nothing lies.</summary>
    /// <param name="areas">How many areas it has; they are counted from 0.</param>
    public WetCard(int areas)
    {
        spots = new Spot[areas];
        Array.Fill(spots, new Spot { By = Nothing });
    }

    /// <summary>Becomes as another of as many areas is.</summary>
    public void Become(WetCard other)
    {
        ArgumentNullException.ThrowIfNull(other);
        other.spots.CopyTo(spots, 0);
    }

    /// <summary>The pass that wetted an area last; <see cref="Spilled"/> for water, null where nothing was laid.</summary>
    public int? By(int area) => spots[area].By == Nothing ? null : spots[area].By;

    /// <summary>When an area shines no more, is dry, and bone dry.</summary>
    public (double Dull, double Dry, double BoneDry) DryAt(int area) =>
        (spots[area].Damp, spots[area].Dry, spots[area].BoneDry);

    /// <summary>How wet an area is at some time.</summary>
    public Wetness StateAt(int area, double time)
    {
        ref var spot = ref spots[area];
        return new DryingSeconds(spot.Shining, spot.Damp, spot.Dry, spot.BoneDry).StateAfter(time);
    }

    /// <summary>When an area leaves the state that it is in then; null when it is bone dry.</summary>
    public double? Until(int area, double time) =>
        StateAt(area, time) switch
        {
            Wetness.Wet => spots[area].Shining,
            Wetness.Shining => spots[area].Damp,
            Wetness.Damp => spots[area].Dry,
            Wetness.Dry => spots[area].BoneDry,
            _ => null,
        };

    /// <summary>
    /// Something is laid on an area. What is wet below stays so at least as long: little water on an area that is dry
    /// but not bone dry leaves the rest of the earlier water in it.
    /// </summary>
    /// <param name="area">The area.</param>
    /// <param name="by">The pass.</param>
    /// <param name="at">When.</param>
    /// <param name="dries">How it dries.</param>
    /// <param name="grams">Water that is laid, g; 0 for what does not dry by the air.</param>
    /// <param name="ofWater">It dries by the air.</param>
    public void Lay(int area, int by, double at, in DryingSeconds dries, double grams, bool ofWater)
    {
        ref var spot = ref spots[area];
        // What leaves nothing wet does not hide what is wet below.
        if (dries.BoneDry <= 0 && spot.BoneDry > at)
            return;
        spot.Laid = at;
        spot.Shining = Math.Max(spot.Shining, at + dries.Shining);
        spot.Damp = Math.Max(spot.Damp, at + dries.Damp);
        spot.Dry = Math.Max(spot.Dry, at + dries.Dry);
        spot.BoneDry = Math.Max(spot.BoneDry, at + dries.BoneDry);
        spot.Grams = grams;
        spot.By = by;
        spot.OfWater = ofWater;
    }

    /// <summary>It was already wet when the clock began.</summary>
    public void Was(int area, int by, double damp, double dry, double boneDry)
    {
        spots[area].Damp = damp;
        spots[area].Dry = dry;
        spots[area].BoneDry = boneDry;
        spots[area].By = by;
    }

    /// <summary>Water runs over some areas.</summary>
    public void Spill(int[] areas, double at, in DryingSeconds dries)
    {
        ArgumentNullException.ThrowIfNull(areas);
        foreach (var area in areas)
            Lay(area, Spilled, at, dries, 0, ofWater: true);
    }

    /// <summary>A heat tool dries some areas.</summary>
    public void Heat(int[] areas, double at)
    {
        ArgumentNullException.ThrowIfNull(areas);
        foreach (var area in areas)
        {
            ref var spot = ref spots[area];
            DriedAt(ref spot, at);
            spot.BoneDry = Math.Min(spot.BoneDry, at);
        }
    }

    /// <summary>A finger found areas dry: nothing on them is wet any more, though not all may be bone dry.</summary>
    public void FoundDry(int[] areas, double at)
    {
        ArgumentNullException.ThrowIfNull(areas);
        foreach (var area in areas)
            DriedAt(ref spots[area], at);
    }

    /// <summary>Where a finger that finds something wet is held to have felt.</summary>
    /// <remarks>It is not told: what would have to dry least slower than was reckoned is held to be it.</remarks>
    /// <param name="areas">The areas that may have been felt.</param>
    /// <param name="at">When.</param>
    /// <returns>The area; null when none of them can be wet although it should be dry.</returns>
    public int? Felt(int[] areas, double at)
    {
        int? felt = null;
        foreach (var area in areas.Where(area => CanBeWet(spots[area], at)))
        {
            if (felt is not { } before || Slower(spots[area], at) < Slower(spots[before], at))
                felt = area;
        }
        return felt;
    }

    /// <summary>
    /// A finger found wet what should be dry: it dries a little later, and so does what dries almost as slowly. The rest stays
    /// dry: whoever finds more that is wet says so again.
    /// </summary>
    /// <param name="areas">The areas that may have been felt.</param>
    /// <param name="at">When.</param>
    public void FoundWet(int[] areas, double at)
    {
        ArgumentNullException.ThrowIfNull(areas);
        if (Felt(areas, at) is not { } felt)
            return;
        var least = Slower(spots[felt], at);
        foreach (var area in areas)
        {
            ref var spot = ref spots[area];
            if (!CanBeWet(spot, at) || Slower(spot, at) > least * StillWetFor)
                continue;
            var later = spot.Laid + (at - spot.Laid) * StillWetFor;
            (spot.Dry, spot.BoneDry) = (later, later + (spot.BoneDry - spot.Dry));
        }
    }

    /// <summary>It should be dry, and was not laid so long ago that no finger is believed.</summary>
    private static bool CanBeWet(in Spot spot, double at) =>
        spot.By != Nothing
        && spot.Dry <= at
        && (at - spot.Laid) * StillWetFor < (spot.BoneDry - spot.Laid) * MostBelieved;

    /// <summary>How slowly it dries, if it is wet: how long it lay, in times until it should be bone dry.</summary>
    private static double Slower(in Spot spot, double at) => (at - spot.Laid) / (spot.BoneDry - spot.Laid);

    /// <summary>The air changes: what is left of drying takes longer or shorter by a factor.</summary>
    public void InAir(double at, double factor)
    {
        foreach (ref var spot in spots.AsSpan())
        {
            if (!spot.OfWater)
                continue;
            spot.Shining = Left(spot.Shining);
            spot.Damp = Left(spot.Damp);
            spot.Dry = Left(spot.Dry);
            spot.BoneDry = Left(spot.BoneDry);
        }

        double Left(double time) => time <= at ? time : at + (time - at) * factor;
    }

    /// <summary>
    /// The room was found to dry slower or quicker than was reckoned: what is still drying takes so many times as long since
    /// it was laid. What should be dry stays so: whoever finds more that is wet says so.
    /// </summary>
    /// <param name="at">When.</param>
    /// <param name="likely">How many times as long it likely takes.</param>
    /// <param name="atMost">How many times as long it takes until it is sure to be dry.</param>
    public void InRoom(double at, double likely, double atMost)
    {
        foreach (ref var spot in spots.AsSpan())
        {
            if (!spot.OfWater || spot.Dry <= at)
                continue;
            var laid = spot.Laid;
            spot.Shining = Takes(spot.Shining, likely);
            spot.Damp = Takes(spot.Damp, likely);
            spot.Dry = Takes(spot.Dry, atMost);
            spot.BoneDry = Math.Max(spot.Dry, Takes(spot.BoneDry, likely));

            double Takes(double time, double factor) => laid + (time - laid) * factor;
        }
    }

    /// <summary>When nothing on some areas shines any more, and how much water is left there then, g.</summary>
    /// <param name="areas">The areas.</param>
    /// <param name="at">Not before.</param>
    public (double Dull, double Grams) ForHeat(int[] areas, double at)
    {
        ArgumentNullException.ThrowIfNull(areas);
        var (dull, grams) = (at, 0.0);
        foreach (var area in areas)
            dull = Math.Max(dull, spots[area].Damp);
        foreach (var area in areas)
        {
            ref var spot = ref spots[area];
            // Water leaves evenly, as long as there is a film and for most of what follows.
            if (spot.Dry > dull)
                grams += spot.Grams * (spot.Dry - dull) / (spot.Dry - spot.Laid);
        }
        return (dull, grams);
    }

    /// <summary>When an act may start, and the area that is the last to let it; -1 for none.</summary>
    /// <param name="near">Its areas, then those that touch them.</param>
    /// <param name="own">How many of these are its own: they must be dry.</param>
    /// <param name="runs">
    /// Whether what is wet beside it would run into it, by the pass that wetted it; spilled water first.
    /// </param>
    /// <param name="boneDry">Its own must be bone dry.</param>
    public (double At, int Area) Ready(int[] near, int own, bool[] runs, bool boneDry)
    {
        ArgumentNullException.ThrowIfNull(near);
        ArgumentNullException.ThrowIfNull(runs);
        var (at, last) = (0.0, -1);
        for (var i = 0; i < near.Length; i++)
        {
            ref var spot = ref spots[near[i]];
            var dry = i < own && boneDry ? spot.BoneDry : spot.Dry;
            if (dry > at && (i < own || (spot.By != Nothing && runs[spot.By + 1])))
                (at, last) = (dry, near[i]);
        }
        return (at, last);
    }

    /// <summary>The areas that an act has to wait for, as for <see cref="Ready"/>; what must be bone dry is not asked.</summary>
    /// <param name="near">Its areas, then those that touch them.</param>
    /// <param name="own">How many of these are its own.</param>
    /// <param name="runs">Whether what is wet beside it would run into it.</param>
    /// <param name="at">When.</param>
    /// <returns>The areas, what dries last first.</returns>
    public int[] HoldingUp(int[] near, int own, bool[] runs, double at)
    {
        ArgumentNullException.ThrowIfNull(near);
        ArgumentNullException.ThrowIfNull(runs);
        return
        [
            .. near.Where(
                    (area, i) =>
                        spots[area].Dry > at && (i < own || (spots[area].By != Nothing && runs[spots[area].By + 1]))
                )
                .OrderByDescending(area => spots[area].Dry),
        ];
    }

    private static void DriedAt(ref Spot spot, double at)
    {
        spot.Shining = Math.Min(spot.Shining, at);
        spot.Damp = Math.Min(spot.Damp, at);
        spot.Dry = Math.Min(spot.Dry, at);
    }
}
