using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>
/// A stop between few mixes and as close as possible: what it takes, how near it comes, and by how much another choice
/// of as dear mixes could come nearer at most.
/// </summary>
public sealed record ThriftStopView(double PricePerMix, int Mixes, double MeanDifference, double Gap, bool Now);

/// <summary>What a mix more must bring.</summary>
public sealed record ThriftGiven(double PricePerMix);

/// <summary>A thrifty palette: recipes chosen over all areas together.</summary>
internal static class ThriftPlace
{
    private const double DearestMix = 1e6; // CIEDE2000 over all areas: no run has so many

    /// <summary>Maps the place.</summary>
    public static void MapThrift(this IEndpointRouteBuilder api)
    {
        var thrift = api.MapGroup("/pieces/{id:guid}/colours/thrift").WithTags("Colours");
        thrift.MapGet("/", Look);
        thrift.MapPut("/", Choose);
    }

    private static async Task<Ok<List<ThriftStopView>>> Look(
        Guid id,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        var stops = Thrift.Stops(Colours.Ground(run, palettes), run.Schools, [.. run.Colours], Apart(run, palettes));
        var now = run.Colours.Select(colour => colour.Recipe).ToList();
        return TypedResults.Ok(
            stops
                .Select(stop => new ThriftStopView(
                    stop.PricePerMix,
                    stop.Count.Mixes,
                    stop.Count.MeanDifference,
                    stop.Gap,
                    stop.Colours.Select(colour => colour.Recipe)
                        .Zip(now)
                        .All(pair => pair.First.SameMiddle(pair.Second))
                ))
                .ToList()
        );
    }

    private static Task<Ok<ColoursView>> Choose(
        Guid id,
        ThriftGiven given,
        NubeDb db,
        RunLoader runs,
        BenchGate gate,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        Colours.Change(
            id,
            db,
            runs,
            gate,
            palettes,
            clock,
            run =>
            {
                if (given.PricePerMix is not (>= 0 and <= DearestMix))
                    throw TroubleException.Unusable("Say what a mix more must bring, from 0 up.");
                var painted = run.Colours.Select(colour => colour.Wish.Area).ToHashSet();
                var stop = Thrift.At(
                    Colours.Ground(run, palettes),
                    run.Schools,
                    [.. run.Colours],
                    Apart(run, palettes),
                    given.PricePerMix
                );
                // Wishes of areas that are joined away or marked are kept as they are.
                run.InHand.Colours =
                [
                    .. run.InHand.Colours.Where(colour => !painted.Contains(colour.Wish.Area)),
                    .. stop.Colours,
                ];
            },
            cancel
        );

    /// <summary>Areas whose recipes are found on something else than the others': details, prints, a ground's hues.</summary>
    private static HashSet<int> Apart(RunWithSupplies run, Palettes palettes)
    {
        var (ground, unders) = (Colours.Ground(run, palettes), Colours.Unders(run, palettes));
        return
        [
            .. run
                .Painting.Areas.Select(area => area.Area)
                .Where(area => run.Details.Contains(area) || unders(area) != ground),
        ];
    }
}
