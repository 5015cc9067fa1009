using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>
/// Colourants on a paper: these, or all in use when none are named; compared with others, or with the catalogue.
/// </summary>
public sealed record ReachAsked(
    Guid Paper,
    ImmutableArray<Guid>? Colourants = null,
    ImmutableArray<Guid>? Against = null
);

/// <summary>A gap, in words.</summary>
public sealed record GapView(string Name, double Lightness, double FromHue, double ToHue, double Missing);

/// <summary>A slice of both reaches at one lightness: most chroma by sector of hue.</summary>
public sealed record SliceView(
    double Lightness,
    IReadOnlyList<double> Chroma,
    IReadOnlyList<double> AgainstChroma,
    IReadOnlyList<Srgb> Colours
);

/// <summary>What a set reaches, against another.</summary>
public sealed record ReachView(
    int Colourants,
    int Against,
    double Share,
    IReadOnlyList<SliceView> Slices,
    IReadOnlyList<GapView> Gaps
);

/// <summary>A kit of so many, for a run's colours or, without a run, for general use.</summary>
public sealed record KitAsked(Guid Paper, int Size, Guid? Run);

/// <summary>A colourant of a kit, with how near the wishes come with it and those before.</summary>
public sealed record KitStepView(
    Guid Id,
    string Name,
    string ColourIndex,
    Srgb FullStrength,
    Srgb Wash,
    double MeanDifference
);

/// <summary>A kit.</summary>
public sealed record KitView(int Wishes, double WithAll, IReadOnlyList<KitStepView> Steps);

/// <summary>A colour of a run that stands out.</summary>
public sealed record LoudView(string Where, Srgb Colour, bool TooStrong, int? Water, Srgb Then);

/// <summary>Two colours of a run that make mud.</summary>
public sealed record MudView(string One, Srgb OneColour, string Other, Srgb OtherColour, Srgb Overlap);

/// <summary>How the colours of a run go together.</summary>
public sealed record TogetherView(Srgb Paper, int Colours, IReadOnlyList<LoudView> Loud, IReadOnlyList<MudView> Mud);

/// <summary>Sets of colours: what they reach, which few are enough, how they go together.</summary>
internal static class MixSets
{
    private const int WishesForGeneralUse = 120;

    public static void MapMixSets(this IEndpointRouteBuilder mix)
    {
        mix.MapPost("/reach", FindReach);
        mix.MapPost("/kit", FindKit);
        mix.MapGet("/together/{run:guid}", Together);
    }

    private static async Task<Ok<ReachView>> FindReach(
        ReachAsked given,
        NubeDb db,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var paper = await MixPlace.PaperOf(given.Paper, db, cancel);
        var (_, mine) = await MixPlace.Chosen(given.Colourants ?? [], db, cancel);
        var against = given.Against is not { Length: > 0 } others
            ? Catalogue
            : [.. (await MixPlace.Chosen(others, db, cancel)).Items.Select(item => item.Colourant!)];
        var dilution = await db.Dilution(cancel);
        var reach = Reach.Of(palettes.Get([.. mine.Select(item => item.Colourant!)], paper, dilution).Index);
        var other = Reach.Of(palettes.Get(against, paper, dilution).Index);
        return TypedResults.Ok(
            new ReachView(
                mine.Count,
                against.Count,
                reach.ShareOf(other),
                [
                    .. reach
                        .Slices.Zip(other.Slices)
                        .Select(pair => new SliceView(
                            pair.First.Lightness,
                            pair.First.Chroma,
                            pair.Second.Chroma,
                            [
                                .. pair.First.Chroma.Select(
                                    (chroma, sector) => Shown(pair.First.Lightness, Math.Max(chroma, 12), sector)
                                ),
                            ]
                        )),
                ],
                [
                    .. reach
                        .GapsAgainst(other)
                        .Take(8)
                        .Select(gap => new GapView(gap.Name, gap.Lightness, gap.FromHue, gap.ToHue, gap.Missing)),
                ]
            )
        );
    }

    /// <summary>
    /// The catalogue as far as it goes into one index: without browns, blacks and earths, which reach nothing more.
    /// </summary>
    private static IReadOnlyList<Colourant> Catalogue { get; } =
    [
        .. GenericCatalogue
            .WaterColours.Where(colour => !colour.IsBrown && !colour.IsBlack)
            .OrderByDescending(colour => colour.Wash.ToLab().Chroma)
            .Take(MixPlace.MostColours),
    ];

    private static Srgb Shown(double lightness, double chroma, int sector)
    {
        var hue = (sector + 0.5) * 2 * Math.PI / Reach.Sectors;
        return Srgb.FromLab(new Lab(lightness, chroma * Math.Cos(hue), chroma * Math.Sin(hue)));
    }

    private static async Task<Ok<KitView>> FindKit(
        KitAsked given,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        if (given.Size is < 1 or > 24)
            throw TroubleException.Unusable("A kit has 1 to 24 colours.");
        var paper = await MixPlace.PaperOf(given.Paper, db, cancel);
        var (_, items) = await MixPlace.Chosen([], db, cancel);
        var dilution = await db.Dilution(cancel);
        var palette = palettes.Get([.. items.Select(item => item.Colourant!)], paper, dilution);
        var wishes = given.Run is { } id
            ?
            [
                .. (await runs.Load(id, cancel))
                    .Colours.Select(colour => colour.Wish.Colour)
                    .Distinct()
                    .Select(colour => colour.ToLab()),
            ]
            : Kit.AllOver(palette.Index, WishesForGeneralUse);
        if (wishes.IsEmpty)
            throw TroubleException.Conflict("This run has no colours yet. Give its areas colours first.");
        var kit = Kit.Best(palette.Optics, palette.Paper, wishes, given.Size, dilution);
        return TypedResults.Ok(
            new KitView(
                wishes.Length,
                Kit.MeanDifference(
                    palette.Optics,
                    palette.Paper,
                    wishes,
                    [.. Enumerable.Range(0, items.Count)],
                    dilution
                ),
                [
                    .. kit.Select(step => (Item: items[step.Colourant], step.MeanDifference))
                        .Select(step => new KitStepView(
                            step.Item.Id,
                            step.Item.Name,
                            step.Item.Colourant!.ColourIndex,
                            step.Item.Colourant.FullStrength,
                            step.Item.Colourant.Wash,
                            step.MeanDifference
                        )),
                ]
            )
        );
    }

    private static async Task<Ok<TogetherView>> Together(
        Guid run,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var loaded = await runs.Load(run, cancel);
        var palette = Colours.Needed(loaded, palettes);
        // Areas with the same recipe are one colour of the card.
        var colours = loaded
            .Colours.GroupBy(colour => (colour.Wish.Colour, colour.Recipe.Strength, colour.Recipe.Layers))
            .ToList();
        var washes = colours.ConvertAll(group => new LaidWash(
            RecipeIndex.Optics(palette.Paints.Optics, group.First().Recipe.Parts),
            group.Key.Strength,
            group.Key.Layers,
            loaded.Dilution
        ));
        string Where(int place)
        {
            var names = colours[place].Select(colour => loaded.Image.NameOf(colour.Wish.Area)).ToList();
            return names.Count <= 2 ? string.Join(" and ", names) : $"{names[0]} and {names.Count - 1} more";
        }
        Srgb Look(int place) => Srgb.FromLab(colours[place].First().Recipe.Predicted);
        return TypedResults.Ok(
            new TogetherView(
                loaded.Paper!.Colour,
                colours.Count,
                [
                    .. Core
                        .Mixing.Together.Loud(washes, palette.Paints.Reflectance)
                        .Select(loud => new LoudView(
                            Where(loud.Place),
                            Look(loud.Place),
                            loud.TooStrong,
                            loud.Water?.WaterParts,
                            Srgb.FromLab(loud.Then)
                        )),
                ],
                [
                    .. Core
                        .Mixing.Together.Mud(washes, palette.Paints.Reflectance)
                        .Select(mud => new MudView(
                            Where(mud.One),
                            Look(mud.One),
                            Where(mud.Other),
                            Look(mud.Other),
                            Srgb.FromLab(mud.Overlap)
                        )),
                ]
            )
        );
    }
}
