using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Bench;
using Nube.Core.Checking;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>What a finished run has used.</summary>
public sealed record UsedView(
    string Name,
    string ColourIndex,
    Core.Colour.Srgb Colour,
    double Millilitres,
    string? InDrops
);

/// <summary>Something that was done: what, by which method, with what, and on how many cards.</summary>
public sealed record DoneView(string Title, string Method, IReadOnlyList<string> With, int Cards);

/// <summary>The record of a run.</summary>
public sealed record RecordView(
    string Name,
    int Cards,
    DateTimeOffset? FinishedAt,
    DateTimeOffset? FirstTapAt,
    DateTimeOffset? LastTapAt,
    int StepsDone,
    int StepCount,
    DateTimeOffset? BoneDryAt,
    string Paper,
    string StampingInk,
    IReadOnlyList<UsedView> Used,
    IReadOnlyList<string> Notes,
    IReadOnlyList<string> Colours,
    IReadOnlyList<DoneView> Done,
    IReadOnlyList<OtherwiseView> Otherwise,
    IReadOnlyList<AreaFill> Look,
    string? LookUrl,
    IReadOnlyList<PrintView> Prints,
    IReadOnlyList<CardCameOut> CameOut,
    string? ToLookAt
);

/// <summary>Which print from one inking is on a card.</summary>
public sealed record PrintView(int Step, int Card, string Title, int Print, int Of);

/// <summary>The fifth stage: the record.</summary>
public static class RecordPlace
{
    /// <summary>Maps the place.</summary>
    public static void MapRecord(this IEndpointRouteBuilder api)
    {
        var record = api.MapGroup("/runs/{id:guid}").WithTags("Record");
        record.MapPost("/finish", Finish);
        record.MapGet("/record", Record);
    }

    private static async Task<NoContent> Finish(
        Guid id,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        MakerAtWork maker,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var plan = run.Run.Plan?.Plan ?? throw TroubleException.Conflict("Plan the run first.");
        var taps = await runs.Taps(id, cancel);
        var bench = BenchLog.At(plan, run.Touching, taps, clock.GetUtcNow());
        if (bench.Current is not null)
            throw TroubleException.Conflict(
                $"{plan.Steps.Length - bench.Done.Length - bench.LeftOut.Length} steps are still to do on the bench."
            );
        if (run.Run.FinishedAt is null)
        {
            run.Run.FinishedAt = clock.GetUtcNow();
            PutIntoBook(
                run,
                bench,
                taps,
                await db.Users.SingleAsync(user => user.Id == maker.MakerId, cancel),
                run.Run.FinishedAt.Value
            );
            await LearnFromCards(run, bench, db, palettes, maker.MakerId, cancel);
        }
        run.Run.ChangedAt = clock.GetUtcNow();
        await db.SaveChangesAsync(cancel);
        return TypedResults.NoContent();
    }

    /// <summary>
    /// What the run used is no longer left, as estimates that the maker can correct in the stash; and what its taps
    /// teach of the maker's hand is kept.
    /// </summary>
    internal static void PutIntoBook(
        RunWithSupplies run,
        BenchState bench,
        IReadOnlyList<Tap> taps,
        Maker owner,
        DateTimeOffset at
    )
    {
        var plan = run.Run.Plan!.Plan;
        owner.Learned = owner.Learned.With(Learning.From(plan, [.. run.Touching], taps, run.Paper?.Name ?? ""));
        foreach (var used in Amounts.Used(bench.PassesDone(plan)))
        {
            var item = run.PlanPalette[used.Colourant];
            item.LastUsedAt = at;
            if (item.Left is { } left && item.Colourant!.Medium.Holds() is { } holds)
                item.Left = Math.Max(0, left - used.Millilitres * Amounts.Allowance / holds);
        }
    }

    /// <summary>What the first picture of each card tells of the maker's hand, before anything was mended.</summary>
    internal static async Task LearnFromCards(
        RunWithSupplies run,
        BenchState bench,
        NubeDb db,
        Palettes palettes,
        Guid maker,
        CancellationToken cancel
    )
    {
        if (Colours.Palette(run.AsPlanned, palettes) is not { Paints: var paints })
            return;
        var plan = run.Run.Plan!.Plan;
        var pictures = await EarlierChecks.Of(db, run, cancel);
        var cards = Enumerable
            .Range(1, plan.Cards)
            .Select(number => pictures.Of(number).LastOrDefault())
            .OfType<SeenCard>()
            .Select(seen => new HandOnCard(
                seen.Card.Areas,
                seen.Card.Hand,
                pictures.WorkOn(plan, bench, seen.Card.Card, paints, seen.Card.StepsDone)
            ))
            .ToImmutableArray();
        if (cards.IsEmpty)
            return;
        var owner = await db.Users.SingleAsync(user => user.Id == maker, cancel);
        owner.Learned = owner
            .Learned.With(new RunDilution(run.Run.Id, HandSeen.DilutionOn(cards)))
            .With(HandOfRun.Of(run.Run.Id, cards));
    }

    private static async Task<Ok<RecordView>> Record(
        Guid id,
        NubeDb db,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var taps = await runs.Taps(id, cancel);
        var plan = run.Run.Plan?.Plan ?? throw TroubleException.Gone("This run has no record yet.");
        var bench = BenchLog.At(plan, run.Touching, taps, clock.GetUtcNow());
        var palette = Colours.Palette(run, palettes);
        var strokes = taps.Where(tap => tap.IsDone).ToList();
        var pictures = await CameOut.Pictures(db, id, cancel);
        return TypedResults.Ok(
            new RecordView(
                run.Run.Name,
                run.Run.Cards,
                run.Run.FinishedAt,
                strokes.Count == 0 ? null : strokes[0].At,
                strokes.Count == 0 ? null : strokes[^1].At,
                bench.Done.Length,
                plan.Steps.Length,
                bench.Cards.Max(card =>
                    card.Areas.Length == 0 ? null : (DateTimeOffset?)card.Areas.Max(area => area.DryAt)
                ),
                plan.Pieces.IsEmpty
                    ? run.Paper?.Name ?? ""
                    : string.Join(", ", plan.Pieces.Select(piece => piece.Paper.Name).Distinct()),
                run.Ink?.Name ?? "",
                [
                    .. Amounts
                        .Used(bench.PassesDone(plan))
                        .Select(used => new UsedView(
                            run.PlanPalette[used.Colourant].Name,
                            run.PlanPalette[used.Colourant].Colourant!.ColourIndex,
                            run.PlanPalette[used.Colourant].Colourant!.FullStrength,
                            used.Millilitres,
                            Amounts.InDrops(used.Millilitres)
                        )),
                ],
                [.. BenchViews.Notes(taps), .. run.NotesOn(run.InHand.Image?.Areas.Select(area => area.Id) ?? [])],
                [.. run.Colours.OrderBy(c => c.Wish.Area).Select(c => InWords(run, c))],
                DoneInOrder(run, plan, bench),
                Colours.Palette(run.AsPlanned, palettes) is { } ofPlan
                    ? BenchViews.Otherwise(run.AsPlanned, ofPlan, plan, bench)
                    : [],
                Looks.Finished(run, palette),
                Looks.Finished(plan, await runs.Stills(run.Run, cancel)),
                [.. bench.Prints.Values.OrderBy(print => print.Step).Select(print => PrintOf(run, plan, bench, print))],
                CameOut.Of(run, pictures, plan, bench),
                ToLookAt()
            )
        );

        // Cards that stayed paler and of which no picture has told yet how much is missing.
        string? ToLookAt() =>
            FromBelow.ToLookAt(
                [
                    .. Enumerable
                        .Range(1, plan.Cards)
                        .Where(card =>
                            bench.PassesDone(plan, card).Any(pass => pass.OfMeant < 1)
                            && !pictures.SelectMany(check => check.Cards).Any(seen => seen.Card == card)
                        ),
                ],
                plan.Cards
            );
    }

    private static PrintView PrintOf(RunWithSupplies run, Plan plan, BenchState bench, PrintTaken print)
    {
        var step = plan.Steps[print.Step - 1];
        var pass = plan.PassOf(step);
        return new PrintView(
            print.Step,
            step.Card,
            StepWords.Title(pass, run.NameOf),
            print.Print,
            // The last inking may have been for fewer cards.
            bench.Prints.Values.Count(other =>
                other.Inking == print.Inking && plan.Steps[other.Step - 1].Pass == step.Pass
            )
        );
    }

    /// <summary>Every pass of which a step was done, in the order in which the first of each was.</summary>
    private static List<DoneView> DoneInOrder(RunWithSupplies run, Plan plan, BenchState bench)
    {
        return
        [
            .. bench
                .Done.Select(number => plan.Steps[number - 1])
                .GroupBy(step => step.Pass)
                .Select(steps => (Pass: plan.PassOf(steps.First()), Cards: steps.Count()))
                .Select(done => new DoneView(
                    StepWords.Title(done.Pass, run.NameOf),
                    MethodTable.Of(done.Pass.Method).Name,
                    [.. done.Pass.Mixes.Where(mix => !mix.Parts.IsEmpty).Select(With)],
                    done.Cards
                )),
        ];

        // What is not mixed with water is taken as it is.
        string With(PaintMix mix)
        {
            var parts = mix.Parts.Select(part => (part.Parts, run.PlanPalette[part.Colourant].Colourant!)).ToList();
            return parts.TrueForAll(part => part.Item2.Medium.MixesInParts())
                ? Words.Mix(parts.Select(part => (part.Parts, part.Item2.Name)), mix.Strength.WaterParts)
                : string.Join(" and ", parts.Select(part => part.Item2.Name));
        }
    }

    private static string InWords(RunWithSupplies run, ChosenColour colour)
    {
        var recipe = colour.WholeRecipe;
        string Mixed(IEnumerable<RecipePart> parts, int water) =>
            Words.Mix(
                parts.Select(part => (part.Parts, run.Palette[part.Colourant].Colourant!.NameWithPigment)),
                water
            );
        static string Layers(int layers) => layers == 1 ? "one layer" : $"{layers} layers";
        string With(string where, Companion? companion) =>
            companion is { Layers: > 0, Parts.IsEmpty: false }
                ? $"; {where} {Mixed(companion.Parts, companion.Strength.WaterParts)}, {Layers(companion.Layers)}"
                : "";
        return $"{run.Image.NameOf(colour.Wish.Area)}: {Mixed(recipe.Parts, recipe.Strength.WaterParts)}, {Layers(recipe.Layers)}"
            + string.Concat((recipe.Gradient?.Hues ?? []).Select(hue => With("passing into", hue)))
            + (recipe.Gradient is { } into ? $" ({into.Gradient.InWords})" : "")
            + With("in the light first", recipe.Light)
            + With("over it", recipe.Over)
            + With("in the shadow", recipe.Shadow);
    }
}
