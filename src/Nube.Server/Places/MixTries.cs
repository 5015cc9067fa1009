using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Acts;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A colourant with its parts.</summary>
public sealed record TriedPart(Guid Colourant, int Parts);

/// <summary>A mix put together by hand; over another dry layer, if there is one, and for so much surface.</summary>
public sealed record MixTry(
    Guid Paper,
    ImmutableArray<TriedPart> Parts,
    int Water,
    TriedLayer? Under,
    double? AreaCm2,
    int? Cards
);

/// <summary>A dry layer that the mix is laid over.</summary>
public sealed record TriedLayer(ImmutableArray<TriedPart> Parts, int Water);

/// <summary>The mix on a paper or card, with what becomes of it there, and over a base of opaque white.</summary>
public sealed record OnPaperView(string Name, Srgb Paper, Srgb Colour, CardEffect Effect, Srgb OverWhite);

/// <summary>How much to mix, counted out.</summary>
public sealed record PreparedView(double Millilitres, IReadOnlyList<int> ColourDrops, int WaterDrops);

/// <summary>A colour with what it belongs to: "1:4", "2 layers", a paper.</summary>
public sealed record NamedColour(string Name, Srgb Paper, Srgb Colour);

/// <summary>A deeper or lighter version of a mix.</summary>
public sealed record ToneView(ToneWay Way, IReadOnlyList<PartView> Parts, int Water, int Layers, Srgb Predicted);

/// <summary>What a mix looks like, dry, and what its shadow and light are.</summary>
public sealed record MixTried(
    Srgb Ground,
    IReadOnlyList<NamedColour> Strengths,
    IReadOnlyList<NamedColour> Layers,
    IReadOnlyList<OnPaperView> Papers,
    PreparedView? Prepared,
    IReadOnlyList<ToneView> Shadows,
    IReadOnlyList<ToneView> Lights
);

/// <summary>A pencil, layer by layer.</summary>
public sealed record PencilTry(Guid Paper, Guid Pencil, Pressure Pressure);

/// <summary>
/// What a pencil looks like on a paper, layer by layer until the paper takes no more; dry, burnished colourless or with
/// a white pencil, and with solvent.
/// </summary>
public sealed record PencilTried(
    Srgb Paper,
    IReadOnlyList<Srgb> Dry,
    IReadOnlyList<Srgb> Burnished,
    IReadOnlyList<Srgb> BurnishedWhite,
    IReadOnlyList<Srgb> Dissolved,
    string Sentence,
    string Caution
);

/// <summary>A tint for the shadow of something white.</summary>
public sealed record TintView(Guid Id, string Name, bool Cool, int Water, Srgb Colour);

/// <summary>Trying what is owned: mixes put together by hand, pencils, tints for white things.</summary>
internal static class MixTries
{
    public static void MapMixTries(this IEndpointRouteBuilder mix)
    {
        mix.MapPost("/try", Try);
        mix.MapPost("/pencil", TryPencil);
        mix.MapGet("/white", White);
    }

    private static async Task<Ok<MixTried>> Try(MixTry given, NubeDb db, Palettes palettes, CancellationToken cancel)
    {
        var parts = Checked(given.Parts, given.Water);
        var under = given.Under is null ? [] : Checked(given.Under.Parts, given.Under.Water);
        if (given.AreaCm2 is <= 0 or > 2_000)
            throw TroubleException.Unusable("The surface on one card goes up to 2,000 cm².");
        if (given.Cards is < 1 or > 24)
            throw TroubleException.Unusable("A run has 1 to 24 cards.");
        var wanted = parts.Concat(under).Select(part => part.Colourant).Distinct().ToList();
        var owned = (
            await db
                .Stash.AsNoTracking()
                .Where(item =>
                    item.Kind == StashKind.Colourant && (item.ArchivedAt == null || wanted.Contains(item.Id))
                )
                .OrderBy(item => item.Id)
                .ToListAsync(cancel)
        ).FindAll(item => item.Colourant!.Medium.MixesWithWater());
        if (owned.Count(item => wanted.Contains(item.Id)) < wanted.Count)
            throw TroubleException.Unusable("Some of these are not in your stash any more. Choose again.");
        var paper = await MixPlace.PaperOf(given.Paper, db, cancel);
        var papers = await db
            .Stash.AsNoTracking()
            .Where(item => item.Kind == StashKind.Paper && item.ArchivedAt == null)
            .OrderBy(item => item.Id)
            .ToListAsync(cancel);

        // Blacks deepen nothing; what is tried is looked for first, so that it is there in the largest stash.
        List<StashItem> items =
        [
            .. owned
                .Where(item => wanted.Contains(item.Id) || !item.Colourant!.IsBlack)
                .OrderBy(item => wanted.Contains(item.Id) ? 0 : 1)
                .Take(MixPlace.MostColours),
        ];
        var dilution = await db.Dilution(cancel);
        var palette = palettes.Get([.. items.Select(item => item.Colourant!)], paper, dilution);
        ImmutableArray<RecipePart> Of(IEnumerable<TriedPart> tried) =>
            [.. tried.Select(part => new RecipePart(items.FindIndex(item => item.Id == part.Colourant), part.Parts))];
        var mixed = Of(parts);
        var mix = RecipeIndex.Optics(palette.Optics, mixed);
        var strength = new Strength(given.Water);
        var ground = under.IsEmpty
            ? palette.Paper
            : KubelkaMunk.Over(
                palette.Paper,
                RecipeIndex.Optics(palette.Optics, Of(under)),
                dilution.LoadOf(new Strength(given.Under!.Water))
            );
        int[] browns = [.. items.Index().Where(item => item.Item.Colourant!.IsBrown).Select(item => item.Index)];
        return TypedResults.Ok(
            new MixTried(
                Srgb.FromLab(SpectralColour.ToLab(ground)),
                [
                    .. Strength
                        .Ladder.Reverse()
                        .Select(step => On(step.ToString(), paper.Colour, ground, dilution.LoadOf(step))),
                ],
                [
                    .. Enumerable
                        .Range(1, MixGrid.MostLayers)
                        .Select(layers =>
                            On(
                                layers == 1 ? "1 layer" : $"{layers} layers",
                                paper.Colour,
                                ground,
                                layers * dilution.LoadOf(strength)
                            )
                        ),
                ],
                [.. papers.Select(other => OnPaper(other.Name, other.Paper!))],
                given.AreaCm2 is { } area
                    ? Counted(
                        Amounts.ToPrepare(
                            area * 100,
                            given.Cards ?? 1,
                            1,
                            strength,
                            [.. parts.Select(part => part.Parts)]
                        )
                    )
                    : null,
                [
                    .. ShadowAndLight
                        .Shadows(palette.Index, palette.Optics, browns, palette.Paper, mixed, strength)
                        .Select(View),
                ],
                [.. ShadowAndLight.Lights(palette.Index, palette.Optics, palette.Paper, mixed, strength).Select(View)]
            )
        );

        OnPaperView OnPaper(string name, Paper card)
        {
            var look = OnCard.Look(
                mix,
                dilution.LoadOf(strength),
                card.Reflectance(),
                palettes.Optics(GenericCatalogue.OpaqueWhite)
            );
            return new OnPaperView(
                name,
                card.Colour,
                Srgb.FromLab(look.OnCard),
                look.Effect,
                Srgb.FromLab(look.OnWhiteBase)
            );
        }

        ToneView View(Tone tone) =>
            new(
                tone.Way,
                ColourViews.PartsOf(items, tone.Parts),
                tone.Strength.WaterParts,
                tone.Layers,
                Srgb.FromLab(tone.Predicted)
            );

        NamedColour On(string name, Srgb bare, Spectrum below, double x) =>
            new(name, bare, Srgb.FromLab(SpectralColour.ToLab(KubelkaMunk.Over(below, mix, x))));
    }

    private static async Task<Ok<PencilTried>> TryPencil(
        PencilTry given,
        NubeDb db,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var pencil = await db
            .Stash.AsNoTracking()
            .SingleOrDefaultAsync(item => item.Id == given.Pencil && item.Kind == StashKind.Colourant, cancel);
        if (pencil?.Colourant?.Medium.IsPencil() != true)
            throw TroubleException.Unusable("This is no pencil of your stash.");
        var paper = await MixPlace.PaperOf(given.Paper, db, cancel);
        var (optics, ground, texture) = (palettes.Optics(pencil.Colourant), paper.Reflectance(), paper.Texture);
        var hand = await db.LayingHand(cancel);
        var most = PencilOnTooth.MostLayers(texture, given.Pressure);
        return TypedResults.Ok(
            new PencilTried(
                paper.Colour,
                [.. PencilOnTooth.Layers(optics, texture, given.Pressure, ground, hand.Touch).Select(Srgb.FromLab)],
                Each(Blending.Burnish(PaintMix.None)),
                Each(Blending.Burnish(Paints.Plain(1))),
                Each([Act.Dissolve(1)]),
                Words.ToothFull(most),
                Cautions.Solvent.Text
            )
        );

        IReadOnlyList<Srgb> Each(IEnumerable<Act> after)
        {
            var paints = new Paints(
                [pencil.Colourant, GenericCatalogue.Whites.First(white => white.Medium.IsPencil())],
                [optics, PencilOnTooth.White],
                paper,
                ground
            )
            {
                Hand = hand,
            };
            return
            [
                .. Enumerable
                    .Range(1, most)
                    .Select(layers =>
                        Srgb.FromLab(
                            Laying
                                .Lay(
                                    Surface.Bare(paints),
                                    after.Prepend(Act.Draw(Paints.Plain(0), Zone.Whole, layers, given.Pressure)),
                                    paints
                                )
                                .Middle.Colour()
                        )
                    ),
            ];
        }
    }

    private static async Task<Ok<List<TintView>>> White(
        Guid paper,
        NubeDb db,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var on = (await MixPlace.PaperOf(paper, db, cancel)).Reflectance();
        var (_, items) = await MixPlace.Chosen([], db, cancel);
        return TypedResults.Ok(
            WhiteObjects
                .Tints([.. items.Select(item => palettes.Optics(item.Colourant!))], on, await db.Dilution(cancel))
                .Select(tint => new TintView(
                    items[tint.Colourant].Id,
                    items[tint.Colourant].Name,
                    tint.Cool,
                    tint.Water.WaterParts,
                    Srgb.FromLab(tint.Predicted)
                ))
                .ToList()
        );
    }

    private static PreparedView Counted(Prepared prepared) =>
        new(prepared.Millilitres, prepared.ColourDrops, prepared.WaterDrops);

    private static ImmutableArray<TriedPart> Checked(ImmutableArray<TriedPart> given, int water)
    {
        var parts = given.IsDefault ? [] : given;
        if (
            parts.Length is < 1 or > MixGrid.MostColourants
            || parts.Select(part => part.Colourant).Distinct().Count() < parts.Length
        )
            throw TroubleException.Unusable($"Put together 1 to {MixGrid.MostColourants} different colours.");
        if (parts.Any(part => part.Parts is < 1 or > MixGrid.MostPartsOfOne))
            throw TroubleException.Unusable($"Each colour has 1 to {MixGrid.MostPartsOfOne} whole parts.");
        return water is >= 0 and <= 64 ? parts : throw TroubleException.Unusable("Water goes from none to 64 parts.");
    }
}
