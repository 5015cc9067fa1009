using System.Security.Claims;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Devices;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>What the bench has taught about one stroke: how long it takes against an ordinary hand.</summary>
public sealed record LearnedSpeedView(Stroke Stroke, BrushWater Water, double Factor, int Times);

/// <summary>What the bench has taught about drying on a paper: how long it takes against the formula.</summary>
public sealed record LearnedDryingView(string Paper, double Factor, int Times);

/// <summary>How a maker dilutes.</summary>
/// <param name="FourIsLike">Parts of water that an ordinary hand takes for what comes of one part colour to four.</param>
/// <param name="Times">On how many swatch sheets, and on the cards of how many runs, it was seen.</param>
public sealed record LearnedDilutionView(double FourIsLike, int Times);

/// <summary>What a touch of a maker's pencil leaves.</summary>
/// <param name="Factor">Against an ordinary hand.</param>
/// <param name="Times">On the cards of how many runs it was seen.</param>
public sealed record LearnedTouchView(double Factor, int Times);

/// <summary>What a hand errs with.</summary>
public enum ErringWith
{
    /// <summary>Paint from pans and tubes.</summary>
    Paint,

    /// <summary>Ink and markers that water thins.</summary>
    Ink,

    /// <summary>Pencils.</summary>
    Pencil,
}

/// <summary>In what a hand errs.</summary>
public enum ErringIn
{
    /// <summary>Some areas get more than others: a logarithm of the load.</summary>
    Spread,

    /// <summary>Colour lies unevenly within an area: a coefficient of variation.</summary>
    Unevenness,

    /// <summary>Mixes come out off: CIEDE2000.</summary>
    Mixing,
}

/// <summary>How far a maker's hand errs, in two of three cases.</summary>
/// <param name="With">With what.</param>
/// <param name="In">In what.</param>
/// <param name="Off">How far.</param>
/// <param name="Ordinary">How far an ordinary hand does.</param>
/// <param name="Times">On how many areas it was seen.</param>
public sealed record LearnedErringView(ErringWith With, ErringIn In, double Off, double Ordinary, int Times);

/// <summary>How a maker works, and what has been learned of it.</summary>
public sealed record HabitsView(
    Schools Schools,
    Sitting? Sitting,
    IReadOnlyList<LearnedSpeedView> Speeds,
    IReadOnlyList<LearnedDryingView> Drying,
    LearnedDilutionView? Dilution,
    LearnedTouchView? Touch,
    IReadOnlyList<LearnedErringView> Erring,
    LengthUnit Lengths
);

/// <summary>In what a maker wants lengths to be said.</summary>
public sealed record LengthsGiven(LengthUnit Lengths);

/// <summary>A maker's ways and sittings.</summary>
public sealed record HabitsGiven(Schools Schools, Sitting? Sitting);

/// <summary>Where a run goes another way; null to go the maker's.</summary>
public sealed record RunSchools(Schools? Schools);

/// <summary>The maker's ways, sittings, hand and room.</summary>
public static class HabitsPlace
{
    /// <summary>Maps the place.</summary>
    public static void MapHabits(this IEndpointRouteBuilder api)
    {
        var habits = api.MapGroup("/habits").WithTags("Habits");
        habits.MapGet("/", Look);
        habits.MapPut("/", Set);
        habits.MapPut("/lengths", SetLengths);
        habits.MapDelete("/learned", Forget);
        habits.MapGet("/room-sensor", Sense);
        var run = api.MapGroup("/runs/{id:guid}/schools").WithTags("Habits");
        run.MapGet("/", OfRun);
        run.MapPut("/", SetForRun);
    }

    private static async Task<Ok<HabitsView>> Look(ClaimsPrincipal user, UserManager<Maker> makers) =>
        TypedResults.Ok(View(await Account.Here(user, makers)));

    private static async Task<Ok<HabitsView>> SetLengths(
        LengthsGiven given,
        ClaimsPrincipal user,
        UserManager<Maker> makers
    )
    {
        var maker = await Account.Here(user, makers);
        maker.Lengths = given.Lengths;
        await makers.Save(maker);
        return TypedResults.Ok(View(maker));
    }

    private static async Task<Ok<HabitsView>> Set(HabitsGiven given, ClaimsPrincipal user, UserManager<Maker> makers)
    {
        if (
            given.Sitting is { } sitting
            && !(
                sitting.Minutes is >= 15 and <= 600
                && sitting.PauseEveryMinutes is >= 10 and <= 240
                && sitting.PauseMinutes is >= 1 and <= 60
                && sitting.NextAfterHours is >= 1 and <= 168
                && sitting.Minutes < sitting.NextAfterHours * 60
            )
        )
            throw TroubleException.Unusable(
                "A sitting has 15 minutes to 10 hours, a pause of 1 to 60 minutes after 10 to 240, and the next begins within a week."
            );
        var maker = await Account.Here(user, makers);
        (maker.Schools, maker.Sitting) = (given.Schools, given.Sitting);
        await makers.Save(maker);
        return TypedResults.Ok(View(maker));
    }

    private static async Task<Ok<HabitsView>> Forget(ClaimsPrincipal user, UserManager<Maker> makers)
    {
        var maker = await Account.Here(user, makers);
        maker.Learned = Learned.Nothing;
        await makers.Save(maker);
        return TypedResults.Ok(View(maker));
    }

    private static Ok<Air> Sense(IRoomSensor sensor, TimeProvider clock) =>
        TypedResults.Ok(sensor.Read(clock.GetUtcNow()));

    private static async Task<Ok<RunSchools>> OfRun(Guid id, RunLoader runs, CancellationToken cancel) =>
        TypedResults.Ok(new RunSchools((await runs.Load(id, cancel)).Run.Schools));

    private static async Task<Ok<RunSchools>> SetForRun(
        Guid id,
        RunSchools given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var there = await runs.Load(id, cancel);
        var (run, before) = (there.Run, there.Schools);
        (run.Schools, run.ChangedAt) = (given.Schools, clock.GetUtcNow());
        if (!before.ChoosesLike(there.Schools) && Colours.Palette(there, palettes) is not null)
        {
            await gate.Open(there, Colours.OnTheBench, cancel);
            var unders = Colours.Unders(there, palettes);
            Colours.DetailsFollow(there, palettes, () =>
                there.InHand.Colours = [
                    .. there.InHand.Colours.Select(c => Choosing.Anew(unders(c.Wish.Area), c, before, there.Schools)),
                ]
            );
        }
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(given);
    }

    private static readonly Strength Usual = new(4); // parts of water of a middle wash

    private static HabitsView View(Maker maker)
    {
        var hand = maker
            .Learned.Hand()
            .Learned.ToDictionary(speed => (speed.Stroke, speed.Water), speed => speed.Factor);
        return new HabitsView(
            maker.Schools,
            maker.Sitting,
            [
                .. maker.Learned.Strokes.Select(seen => new LearnedSpeedView(
                    seen.Stroke,
                    seen.Water,
                    hand[(seen.Stroke, seen.Water)],
                    seen.Times
                )),
            ],
            [
                .. maker.Learned.Drying.Select(seen => new LearnedDryingView(
                    seen.Paper,
                    maker.Learned.DryingFactor(seen.Paper),
                    seen.Times
                )),
            ],
            maker.Learned.Sheets.Length + maker.Learned.Runs.Length is > 0 and var times
                ? new LearnedDilutionView(maker.Learned.Dilution.LikeWater(Usual), times)
                : null,
            maker.Learned.Hands.Count(run => run.Touch.Precision > 0) is > 0 and var runs
                ? new LearnedTouchView(maker.Learned.LayingHand.Touch, runs)
                : null,
            [.. Erring(maker.Learned)],
            maker.Lengths
        );
    }

    private static IEnumerable<LearnedErringView> Erring(Learned learned)
    {
        var (hand, ordinary) = (learned.LayingHand, LayingHand.Ordinary);
        return Of(ErringWith.Paint, run => run.Paint, hand.Paint, ordinary.Paint)
            .Concat(Of(ErringWith.Ink, run => run.Ink, hand.Ink, ordinary.Ink))
            .Concat(Of(ErringWith.Pencil, run => run.Pencil, hand.Pencil, ordinary.Pencil))
            .Where(one => one.Times > 0);

        int Times(Func<HandOfRun, HandErrsSeen> seen, Func<HandErrsSeen, SquaresSeen> of) =>
            learned.Hands.Sum(run => of(seen(run)).Count);

        IEnumerable<LearnedErringView> Of(
            ErringWith with,
            Func<HandOfRun, HandErrsSeen> seen,
            HandErrs own,
            HandErrs usual
        ) =>
            [
                new(with, ErringIn.Spread, own.Spread, usual.Spread, Times(seen, one => one.Loads)),
                new(with, ErringIn.Unevenness, own.Unevenness, usual.Unevenness, Times(seen, one => one.Variations)),
                new(with, ErringIn.Mixing, own.Mixing, usual.Mixing, Times(seen, one => one.Mixes)),
            ];
    }
}
