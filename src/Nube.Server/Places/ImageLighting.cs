using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>Where the light comes from, and how areas are divided that have no rule of their own.</summary>
public sealed record LightGiven(double Degrees, ZoneRule Rule);

/// <summary>A rule for some areas; none to let them follow the image's.</summary>
public sealed record OwnRule(ImmutableArray<int> Areas, ZoneRule? Rule);

/// <summary>One area in front of another, as guessed or as the maker says.</summary>
public sealed record DepthView(int Front, int Behind, bool Said);

/// <summary>The light of an image, and the zones that come of it.</summary>
public sealed record LightView(
    double Degrees,
    ZoneRule Rule,
    ImmutableDictionary<int, ZoneRule> Own,
    ImmutableArray<AreaZones> Zones,
    ImmutableArray<DepthView> InFront
)
{
    /// <summary>The light of an image.</summary>
    internal static LightView Of(PieceImage image) =>
        new(
            image.Light.Angle.Degrees,
            image.Light.Rule,
            image.Light.Own,
            image.Zones,
            [
                .. image
                    .Depth.Pairs()
                    .Where(pair =>
                        image.Areas.Any(area => area.Id == pair.Front)
                        && image.Areas.Any(area => area.Id == pair.Behind)
                    )
                    .Select(pair => new DepthView(pair.Front, pair.Behind, image.Depth.IsSaid(pair))),
            ]
        );
}

/// <summary>Two touching areas that look alike in greys, with what to change.</summary>
public sealed record TooAlikeView(int Lighter, int Darker, string Sentence);

/// <summary>The plan in greys.</summary>
public sealed record ValuesView(IReadOnlyList<AreaFill> Greys, IReadOnlyList<TooAlikeView> TooAlike);

/// <summary>The light on the image: its direction, and shadow, middle and light of each area.</summary>
internal static class ImageLighting
{
    public static void MapImageLighting(this IEndpointRouteBuilder image)
    {
        image.MapGet("/light", async Task<Ok<LightView>> (Guid id, RunLoader runs, CancellationToken cancel) =>
            TypedResults.Ok(LightView.Of((await runs.Piece(id, cancel)).Image))
        );
        image.MapPut("/light", Turn);
        image.MapGet("/values", Values);
        image.MapPut("/light/own", SetOwn);
    }

    private static async Task<Ok<LightView>> Turn(
        Guid id,
        LightGiven given,
        NubeDb db,
        RunLoader runs,
        ImageForms forms,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (!double.IsFinite(given.Degrees))
            throw TroubleException.Unusable("The light's direction is an angle from 0 to 360 degrees.");
        var run = await runs.Piece(id, cancel);
        var degrees = (given.Degrees % 360 + 360) % 360;
        run.Image.Light = run.Image.Light with { Angle = new LightAngle(degrees), Rule = Checked(given.Rule) };
        return await Relight(run, db, forms, clock, cancel);
    }

    private static async Task<Ok<LightView>> SetOwn(
        Guid id,
        OwnRule given,
        NubeDb db,
        RunLoader runs,
        ImageForms forms,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        var areas = Image.Known(run.Image, given.Areas);
        var own = run.Image.Light.Own.RemoveRange(areas);
        if (given.Rule is { } rule)
            own = own.AddRange(areas.Select(area => KeyValuePair.Create(area, Checked(rule))));
        run.Image.Light = run.Image.Light with { Own = own };
        return await Relight(run, db, forms, clock, cancel);
    }

    private static async Task<Ok<ValuesView>> Values(
        Guid id,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var run = await runs.Piece(id, cancel);
        if (run.Colours.Count == 0)
            throw TroubleException.Conflict("Give some areas a colour first; then they can be looked at in greys.");
        var fills = Looks.Finished(run, Colours.Palette(run, palettes));
        var painted = fills.Select(fill => fill.Area).ToHashSet();
        var washed = run
            .Colours.Where(c =>
                c.Recipe.Parts.All(part => run.Palette[part.Colourant].Colourant!.Medium.MixesInParts())
            )
            .Select(c => c.Wish.Area)
            .ToHashSet();
        var paper = run.Paper?.Colour.ToLab().L ?? 100;
        var values = fills
            .Select(fill => new AreaValue(fill.Area, fill.Whole.ToLab().L, fill.Shadow?.ToLab().L))
            .Concat(
                run.Image.Areas.Where(area => !painted.Contains(area.Id))
                    .Select(area => new AreaValue(area.Id, paper, null))
            )
            .ToList();
        return TypedResults.Ok(
            new ValuesView(
                [
                    .. values.Select(value => new AreaFill(
                        value.Area,
                        Grey(value.Lightness),
                        null,
                        value.Shadow is { } shadow ? Grey(shadow) : null
                    )),
                ],
                [
                    .. ValueView
                        .Alike(values, run.Image.Touching)
                        .Where(pair => painted.Contains(pair.Lighter) || painted.Contains(pair.Darker))
                        .Select(pair => new TooAlikeView(pair.Lighter, pair.Darker, InWords(pair))),
                ]
            )
        );

        static Srgb Grey(double lightness) => Srgb.FromLab(new Lab(lightness, 0, 0));

        string InWords(TooAlike pair)
        {
            var (lighter, darker) = (run.Image.NameOf(pair.Lighter), run.Image.NameOf(pair.Darker));
            var deeper = painted.Contains(pair.Darker) ? $"lay one more layer on {darker}" : $"give {darker} a colour";
            if (!pair.Water || !painted.Contains(pair.Lighter))
                return $"{lighter} and {darker} are alike: {deeper}.";
            var thinned = washed.Contains(pair.Lighter)
                ? $"mix {lighter} with more water"
                : $"lay fewer layers on {lighter}";
            return $"{lighter} and {darker} are alike: {deeper}, or {thinned}.";
        }
    }

    private static async Task<Ok<LightView>> Relight(
        RunWithSupplies run,
        NubeDb db,
        ImageForms forms,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        await forms.Light(run.Image, cancel);
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(LightView.Of(run.Image));
    }

    private static ZoneRule Checked(ZoneRule rule) =>
        rule is { IsPossible: true }
            ? rule
            : throw TroubleException.Unusable(
                "Shadow and light together are at most the whole area, and what is kept white is a part of the light."
            );
}
