using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Acts;
using Nube.Core.Light;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>What is named for one part: colours of the run in parts, with water, in layers.</summary>
public sealed record NamedGiven(
    ImmutableArray<PartGiven> Parts,
    int Water = 0,
    int Layers = 0,
    Pressure Pressure = Pressure.Light
);

/// <summary>
/// Exactly these colours for several areas at once; without a method the one that suits what is named for the middle.
/// </summary>
public sealed record NamedFor(
    ImmutableArray<int> Areas,
    NamedGiven Middle,
    NamedGiven? Light = null,
    NamedGiven? Shadow = null,
    Method? Method = null
)
{
    /// <summary>How the middle's colour passes into others; null where it does not.</summary>
    public Gradient? Gradient { get; init; }

    /// <summary>The colours into which it passes, in their order.</summary>
    public ImmutableArray<NamedGiven> Into { get; init; } = [];
}

/// <summary>Exactly this colour: what a maker names for areas.</summary>
public static class NamedPlace
{
    private const int MostWater = 32; // to one part of colour; more is clean water

    /// <summary>Maps the place.</summary>
    public static void MapNamedColours(this IEndpointRouteBuilder api) =>
        api.MapGroup("/pieces/{id:guid}/colours").WithTags("Colours").MapPut("/named", Name);

    private static Task<Ok<ColoursView>> Name(
        Guid id,
        NamedFor given,
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
                var palette = Colours.Ground(run, palettes);
                var areas = Colours.Known(run, given.Areas);
                var named = new NamedColours(
                    Named(run, given.Middle),
                    given.Light is null ? null : Named(run, given.Light),
                    given.Shadow is null ? null : Named(run, given.Shadow)
                )
                {
                    Gradient = given.Gradient,
                    Into = given.Into.IsDefault ? [] : [.. given.Into.Select(hue => Named(run, hue))],
                };
                RefuseNothingToGoRound(run, areas, given.Gradient);
                var method = given.Method ?? named.UsualMethod(palette, run.Schools);
                if (method != Method.Gradient)
                    Colours.RefuseMissing(run, method, wholeCard: false);
                try
                {
                    run.InHand.Colours =
                    [
                        .. run.InHand.Colours.Where(c => !areas.Contains(c.Wish.Area)),
                        .. areas.Select(area => named.For(palette, run.Schools, area, method)),
                    ];
                }
                catch (NamedColourException impossible)
                {
                    throw TroubleException.Unusable(impossible.Message);
                }
            },
            cancel
        );

    private static void RefuseNothingToGoRound(RunWithSupplies run, IEnumerable<int> areas, Gradient? gradient)
    {
        if (gradient?.Way != GradientWay.RoundShapes)
            return;
        var without = run.Image.Areas.FirstOrDefault(area => areas.Contains(area.Id) && !GradientPlace.HasShapes(area));
        if (without is not null)
            throw TroubleException.Unusable(
                $"{run.Image.NameOf(without.Id)} has no shapes in it to go round. Take its outline instead."
            );
    }

    /// <summary>What was named, by places of the run's palette.</summary>
    private static NamedLayer Named(RunWithSupplies run, NamedGiven given)
    {
        ImmutableArray<RecipePart> parts =
        [
            .. (given.Parts.IsDefault ? [] : given.Parts).Select(part => new RecipePart(
                run.Palette.Index().FirstOrDefault(item => item.Item.Id == part.Id, (-1, null!)).Index,
                part.Parts
            )),
        ];
        if (parts.IsEmpty || parts.Any(part => part.Colourant < 0 || part.Parts is < 1 or > MixGrid.MostPartsOfOne))
            throw TroubleException.Unusable($"Name colours of this run, each in 1 to {MixGrid.MostPartsOfOne} parts.");
        if (parts.DistinctBy(part => part.Colourant).Count() < parts.Length)
            throw TroubleException.Unusable("Name each colour once.");
        if (given.Water is < 0 or > MostWater)
            throw TroubleException.Unusable($"Add at most {MostWater} parts of water.");
        return new NamedLayer(parts, new Strength(given.Water), given.Layers, given.Pressure);
    }

    /// <summary>
    /// What was named stays as long as all of it is there, counted as the run counts its colours now; null for a wish,
    /// and where something is gone.
    /// </summary>
    internal static ChosenColour? Still(
        RunWithSupplies before,
        RunWithSupplies now,
        RunPalette palette,
        ChosenColour chosen
    )
    {
        if (!chosen.Wish.Exactly)
            return null;
        var places = before
            .Palette.Select(item => now.Palette.Index().FirstOrDefault(i => i.Item.Id == item.Id, (-1, null!)).Index)
            .ToImmutableArray();
        return NamedColours.Recounted(chosen, places, palette, now.Schools);
    }
}
