using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Cards;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Planning.Pieces;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>A run and the piece of it that is in hand, with the supplies that it is coloured with.</summary>
/// <param name="Run">The run.</param>
/// <param name="InHand">The piece of it that is in hand.</param>
/// <param name="Paper">Its paper, if chosen.</param>
/// <param name="Ink">The ink of its outline, if chosen.</param>
/// <param name="Palette">Its colourants, in the order in which recipes count them.</param>
/// <param name="Habits">How its maker works.</param>
public sealed record RunWithSupplies(
    Run Run,
    RunPiece InHand,
    Paper? Paper,
    StampingInk? Ink,
    IReadOnlyList<StashItem> Palette,
    Habits Habits
)
{
    /// <summary>The stamps that its image is composed of; null when it is one image.</summary>
    public Scene? Scene => InHand.Scene?.Scene;

    /// <summary>Its image is composed of several stamps, or is to be.</summary>
    public bool HasScene => Scene is not null;

    /// <summary>The air of the maker's room.</summary>
    public Air Room => Habits.Room;

    /// <summary>Its own ways, or its maker's.</summary>
    public Schools Schools => Run.Schools ?? Habits.Schools;

    /// <summary>How the maker's hand lays colour, as far as swatch sheets and cards have taught it.</summary>
    public LayingHand LayingHand => Habits.Learned.LayingHand;

    /// <summary>How it dilutes.</summary>
    public Dilution Dilution => LayingHand.Dilution;

    /// <summary>In what lengths are said.</summary>
    public LengthUnit Lengths => Habits.Lengths;

    /// <summary>Lengths are said in inches: as its maker wants it, or as its card was made.</summary>
    public bool InInches =>
        Lengths == LengthUnit.Inches || (Lengths == LengthUnit.AsMade && Run.Design?.Format.InInches == true);

    /// <summary>The maker's hand, as far as the bench has taught it.</summary>
    public Hand Hand => Habits.Learned.Hand();

    /// <summary>The image, or a sentence that it is missing.</summary>
    public PieceImage Image => InHand.Image ?? throw TroubleException.Conflict("Bring in an image first.");

    /// <summary>What is painted on it.</summary>
    public Piece Piece =>
        new(
            Ink,
            InHand.Image is { } image
                ? new PiecePicture(
                    image.WidthMm,
                    image.HeightMm,
                    image.Areas,
                    image.Touching,
                    image.Light,
                    image.Zones,
                    image.Dams,
                    image.Marks,
                    image.MayRun
                )
                : null,
            Scene,
            InHand.Colours,
            InHand.CardWork,
            Schools
        );

    /// <summary>Colours of areas that are there and painted.</summary>
    public IReadOnlyList<ChosenColour> Colours => Piece.Colours;

    /// <summary>What is mixed or taken up for its colours, each once.</summary>
    public IReadOnlyCollection<PaintMix> Mixed =>
        [.. Colours.SelectMany(colour => Thrift.MixesOf(colour.Recipe)).Distinct()];

    /// <summary>Pairs of areas that would run together when both are wet.</summary>
    public IEnumerable<(int One, int Other)> Touching => Piece.Touching;

    /// <summary>There is something to plan: something is coloured, or its cards are made of pieces without a picture.</summary>
    public bool HasWork => Piece.HasWork || !NeedsPicture;

    /// <summary>All that is to be painted on each card.</summary>
    public Painting Painting => Piece.Painting;

    /// <summary>What is printed in colour on areas before anything is painted.</summary>
    public ImmutableDictionary<int, Srgb> Printed => InHand.Image?.Print.Areas ?? ImmutableDictionary<int, Srgb>.Empty;

    /// <summary>Areas that are painted over with what is around them and coloured last.</summary>
    public IReadOnlySet<int> Details =>
        Painting.Areas.Where(area => area.DetailOf is not null).Select(area => area.Area).ToHashSet();

    /// <summary>
    /// What its colours meet beside each other; null while paper or ink are missing. Cards without a picture need neither.
    /// </summary>
    public Setting? Setting =>
        !NeedsPicture ? Piece.On(PaperOf(null), Ink ?? GenericCatalogue.StampingInks[0])
        : Paper is { } paper && Ink is { } ink ? Piece.On(paper, ink)
        : null;

    /// <summary>What its plan is to reckon with beside passes, paper, air and hand.</summary>
    public PlanOptions Options =>
        Piece.Options(Habits.Sitting, Paper is null ? 1 : Habits.Learned.DryingFactor(Paper.Name));

    /// <summary>What clashes among the supplies, and the cautions that go with them.</summary>
    public ImmutableArray<Remark> Remarks()
    {
        if (Paper is null || Ink is null)
            return [Cautions.Pigments];
        var used = Colours.SelectMany(colour => colour.Recipe.Colourants).ToHashSet();
        var colourants = Palette
            .Index()
            .Where(item => used.Count == 0 || used.Contains(item.Index))
            .Select(item => item.Item.Colourant!);
        return
        [
            .. WithSilenced(Cautions.ForSupplies(Paper, Ink, InHand.Image?.Dams.Lines ?? DamLines.None, colourants))
                .OrderBy(remark => remark.Silenced is not null),
        ];
    }

    /// <summary>Remarks with the reason why the maker silenced them.</summary>
    public IEnumerable<Remark> WithSilenced(IEnumerable<Remark> remarks) =>
        remarks.Select(remark =>
            remark.Rule is { } rule && Run.Silenced.TryGetValue(rule, out var reason)
                ? remark with
                {
                    Silenced = reason,
                }
                : remark
        );

    /// <summary>The name of an area, or of a piece by its number in the plan.</summary>
    public string NameOf(int area) =>
        area > Pass.Panel ? Image.NameOf(area)
        : Run.Plan?.Plan.Pieces.FirstOrDefault(piece => piece.Surface == area) is { } piece ? piece.Name
        : "The card";

    /// <summary>
    /// The pieces of its cards, as planning needs them; null where nobody said what they are. What has no paper yet is of the
    /// paper of the picture, or of a usual card.
    /// </summary>
    public CardToPlan? Card =>
        Run.Design is { } design
            ? CardToPlan.Of(design, PaperOf, Schools.Glue, Piece.Lines != DamLines.None, Run.Cards) with
            {
                Stamping =
                    SceneSteps is { IsDefaultOrEmpty: false } steps
                        ? StampingWork.Of(steps, Ink, Piece.Lines != DamLines.None)
                    : Ink is not null && Paper is not null
                        ? StampingWork.OfOne(Ink, Paper, Piece.Lines != DamLines.None, Run.Cards)
                    : [],
            }
            : null;

    /// <summary>
    /// A paper of its design; for none, that of the picture, or a usual card. One that is gone from the stash counts as none.
    /// </summary>
    public Paper PaperOf(Guid? id) =>
        id is { } paper && Items.TryGetValue(paper, out var item) && item.Paper is { } chosen
            ? chosen
            : Paper ?? UsualCard;

    /// <summary>Something in it is a picture: so it is where nobody said what its cards are made of.</summary>
    public bool NeedsPicture => Run.Design is null || Run.Design.PictureOf is not null;

    private static Paper UsualCard { get; } =
        GenericCatalogue.Papers.First(paper => paper.Name == "White cardstock 110 lb");

    /// <summary>What the maker noted of areas, each note once with all that it is about.</summary>
    public IEnumerable<string> NotesOn(IEnumerable<int> areas)
    {
        if (InHand.Image is not { } image)
            return [];
        return areas
            .Distinct()
            .Where(image.Notes.ContainsKey)
            .GroupBy(area => image.Notes[area])
            .Select(same => $"{Words.Names([.. same.Select(image.NameOf)])}: {same.Key}");
    }

    /// <summary>What changed since its plan was made, as it is said in a sentence; empty where nothing did.</summary>
    public IReadOnlyList<string> ChangedSincePlanned =>
        Run.Plan is { } made ? RunBasis.ChangedSince(this, made.Basis) : [];

    /// <summary>Something changed since its plan was made.</summary>
    public bool IsStale => ChangedSincePlanned.Count > 0;

    /// <summary>How its scene is stamped; none where it has none, or where nobody said what its cards are made of.</summary>
    public ImmutableArray<SceneStep> SceneSteps { get; init; } = [];

    /// <summary>The colourants of its palette and of its plan, by their ids.</summary>
    public IReadOnlyDictionary<Guid, StashItem> Items { get; init; } = ImmutableDictionary<Guid, StashItem>.Empty;

    /// <summary>The colourants by which its plan counts: those that it was made from.</summary>
    public IReadOnlyList<StashItem> PlanPalette => [.. (Run.Plan?.Palette ?? []).Select(id => Items[id])];

    /// <summary>The run as its plan sees it: with the colourants that the plan was made from.</summary>
    public RunWithSupplies AsPlanned => this with { Palette = PlanPalette };
}

/// <summary>How a maker works.</summary>
/// <param name="Room">The air of the room.</param>
/// <param name="Schools">The maker's ways.</param>
/// <param name="Sitting">How long the maker sits; null for as long as it takes.</param>
/// <param name="Learned">What the bench has taught.</param>
/// <param name="Lengths">In what lengths are said.</param>
public sealed record Habits(Air Room, Schools Schools, Sitting? Sitting, Learned Learned, LengthUnit Lengths);

/// <summary>Loads runs of the maker at work.</summary>
public sealed class RunLoader(NubeDb db, StampBox stamps, MakerAtWork maker)
{
    /// <summary>How the first card of its plan looks after each pass, as far as that is painted.</summary>
    public Task<IReadOnlyList<PlanStill>> Stills(Run run, CancellationToken cancel) =>
        CardLooksKept.OfPlan(db, run, cancel);

    /// <summary>A run with pieces, plan and supplies; its first piece is in hand.</summary>
    public Task<RunWithSupplies> Load(Guid id, CancellationToken cancel) =>
        Load(id, pieces => pieces.MinBy(piece => piece.Place)!, cancel);

    /// <summary>A run with pieces, plan and supplies, this piece in hand.</summary>
    public async Task<RunWithSupplies> Piece(Guid id, CancellationToken cancel) =>
        await Load(
            await db.Pieces.Where(piece => piece.Id == id).Select(piece => piece.RunId).SingleOrDefaultAsync(cancel),
            pieces => pieces.Single(piece => piece.Id == id),
            cancel
        );

    private async Task<RunWithSupplies> Load(
        Guid id,
        Func<IEnumerable<RunPiece>, RunPiece> inHand,
        CancellationToken cancel
    )
    {
        var run = await db
            .Runs.Include(r => r.Pieces)
                .ThenInclude(piece => piece.Image)
            .Include(r => r.Pieces)
                .ThenInclude(piece => piece.Scene)
            .Include(r => r.Plan!.Found)
            .AsSingleQuery() // a run has few pieces, and what was found for its plan is one row
            .SingleOrDefaultAsync(r => r.Id == id, cancel)
            ?? throw NotThere();
        var piece = inHand(run.Pieces);
        var ofPlan = run.Plan?.Palette ?? [];
        var wanted = run
            .Palette.Concat(ofPlan)
            .Concat(run.Design?.Papers ?? [])
            .Cast<Guid?>()
            .Append(piece.PaperId)
            .Append(piece.StampingInkId)
            .ToList();
        var items = await db.Stash.Where(item => wanted.Contains(item.Id)).ToDictionaryAsync(item => item.Id, cancel);
        var habits = await db
            .Users.Where(m => m.Id == maker.MakerId)
            .Select(m => new Habits(m.Room, m.Schools, m.Sitting, m.Learned, m.Lengths))
            .SingleAsync(cancel);
        return new RunWithSupplies(
            run,
            piece,
            piece.PaperId is { } paper ? items[paper].Paper
                : run.Design is { PictureOf: null, BasePaper: { } basePaper }
                    ? items.GetValueOrDefault(basePaper)?.Paper
                : null,
            piece.StampingInkId is { } ink ? items[ink].StampingInk : null,
            [.. run.Palette.Where(items.ContainsKey).Select(colourant => items[colourant])],
            habits
        )
        {
            Items = items,
            SceneSteps =
                run.Design is not null && piece.Scene is { } kept
                    ? SceneOrder
                        .Of(kept.Scene, await stamps.Of(kept.Scene, cancel), (run.Schools ?? habits.Schools).Overlaps)
                        .Steps
                    : [],
        };
    }

    /// <summary>What is said of a run that is not there.</summary>
    public static TroubleException NotThere() =>
        TroubleException.Gone("This run is not there any more. It may have been deleted in another window.");

    /// <summary>Refuses with a sentence what cannot be changed any more once a card of the run was begun.</summary>
    public async Task RefuseOnceBegun(RunWithSupplies run, string sentence, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(run);
        if (await db.Taps.AnyAsync(tap => tap.RunId == run.Run.Id, cancel))
            throw TroubleException.Conflict(sentence);
    }

    /// <summary>The taps of a run, oldest first.</summary>
    public async Task<List<Core.Bench.Tap>> Taps(Guid run, CancellationToken cancel) =>
        await db.Taps.Where(t => t.RunId == run).OrderBy(t => t.Arrival).Select(t => t.Tap).ToListAsync(cancel);
}
