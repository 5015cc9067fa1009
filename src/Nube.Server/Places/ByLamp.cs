using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Colour;
using Nube.Core.Planning;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A run's colours by a warm lamp: the paper, what lies on it, and what parts that matches by daylight.</summary>
public sealed record ByLampView(Srgb Paper, IReadOnlyList<AreaFill> Fills, IReadOnlyList<string> Parted);

/// <summary>The same card by another light.</summary>
public static class ByLamp
{
    private const int MostSentences = 5;

    /// <summary>Maps the place.</summary>
    public static void MapByLamp(this IEndpointRouteBuilder api) =>
        api.MapGroup("/pieces/{id:guid}/colours").WithTags("Colours").MapGet("/by-lamp", Look);

    private static async Task<Ok<ByLampView>> Look(Guid id, RunLoader runs, Palettes palettes, CancellationToken cancel)
    {
        var run = await runs.Piece(id, cancel);
        var paints = Colours.Needed(run, palettes).Paints;
        var finished = run.Painting.Finished(paints, run.Schools);
        return TypedResults.Ok(
            new ByLampView(
                Srgb.FromLab(WarmLamp.ToLab(paints.Reflectance)),
                [
                    .. finished
                        .ByLamp()
                        .Where(look => look.Area != Pass.Panel)
                        .Select(look => AreaFill.Of(look, run.InHand.Image)),
                ],
                [.. Metamers.In(finished).Take(MostSentences).Select(pair => Sentence(pair, run))]
            )
        );
    }

    private static string Sentence(Parted pair, RunWithSupplies run) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{run.NameOf(pair.One)} and {Words.LowerFirst(run.NameOf(pair.Other))} match by daylight "
                + $"({pair.ByDay:0.0} apart) and part by a warm lamp ({pair.ByLamp:0.0})."
        );
}
