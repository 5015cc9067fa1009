using System.Collections.Immutable;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Devices;
using Nube.Server.Places;
using Nube.Server.Support;
using Nube.Server.Work;
using Nube.Workshop;

namespace Nube.Server.Demo;

/// <summary>
/// The demo book: an allotment society's harvest swap and its cards, one run in each stage. Everything in it goes
/// through the same steps as a maker's own work.
/// </summary>
public sealed partial class DemoBook(
    NubeDb db,
    UserManager<Maker> makers,
    MakerAtWork atWork,
    StashStarter starter,
    FileStore files,
    FindAreasJob areas,
    CheckCardsJob checks,
    StampBox stamps,
    Apprentices apprentices,
    JobBoard board,
    RunLoader runs,
    Palettes palettes,
    IConfiguration configuration,
    TimeProvider clock
)
{
    /// <summary>What the demo book's maker is called.</summary>
    public const string OwnerName = "Harvest swap";

    /// <summary>Was demo data asked for, and is it there?</summary>
    public async Task<bool> IsAvailable() => await Owner() is not null;

    /// <summary>
    /// The account of the demo book, which is copied for visitors; null where demo data was not asked for.
    /// </summary>
    public async Task<Maker?> Owner() =>
        configuration.GetValue<bool>("Nube:Demo")
            ? await makers.Users.FirstOrDefaultAsync(maker => maker.IsDemo && maker.VisitedAt == null)
            : null;

    /// <summary>Writes the demo book, unless it is there already.</summary>
    public async Task Write(CancellationToken cancel)
    {
        if (await Owner() is not null)
            return;
        // All or nothing, so that an interrupted start leaves no half a book.
        await using var whole = await db.Database.BeginTransactionAsync(cancel);
        var owner = new Maker
        {
            Id = Guid.CreateVersion7(),
            UserName = OwnerName,
            IsDemo = true,
            Room = new(20, 0.48, 0),
        };
        var made = await makers.CreateAsync(owner);
        if (!made.Succeeded)
            throw new InvalidOperationException(string.Join(" ", made.Errors.Select(error => error.Description)));
        atWork.MakerId = owner.Id;
        await starter.Stock(owner.Id, cancel);

        await Begin("Jam jar labels", 8, cancel);

        var barrow = await Begin("Barrow cards for the judges", 4, cancel);
        await BringInScan(barrow, "pumpkin-barrow.svg", cancel);

        await BringInScene(await Begin("Panel for the show bench", 2, cancel), cancel);

        var can = await Begin("Notes for the watering rota", 3, cancel);
        await BringIn(can, "watering-can.svg", cancel);
        await Colour(can, DemoColours.WateringCan, cancel);
        await Finishing(can, "#6d8fa8", cancel);

        var thanks = await Begin("Thank-you cards for the seed table", 2, cancel);
        await BringIn(thanks, "pumpkin-barrow.svg", cancel);
        await Colour(thanks, DemoColours.PumpkinBarrow, cancel);
        await Plan(thanks, cancel);
        await Work(thanks, share: 1, ago: TimeSpan.FromDays(9), cancel, pace: UnhurriedPace);
        await Note(
            thanks,
            "The rim wanted a second look: ochre dries lighter than it mixes.",
            TimeSpan.FromDays(9),
            cancel
        );
        await Finish(thanks, owner, TimeSpan.FromDays(8), cancel);

        var swap = await Begin("Swap invitations", 6, cancel);
        await BringIn(swap, "pear-branch.svg", cancel);
        await Colour(swap, DemoColours.PearBranch, cancel);
        await Pass(swap, DemoColours.RipePear, cancel);
        await Plan(swap, cancel);
        await Work(swap, share: 0.4, ago: TimeSpan.FromMinutes(2), cancel);
        await DemoStash.Write(owner, db, files, apprentices, clock, cancel);
        await MakeUp(can, "Your turn to water", cancel);

        // What was made before, in other media than paint.
        var tags = await Begin("Pear tags for the cider stall", 2, cancel, Medium.WaxPencil);
        await BringIn(tags, "pear-branch.svg", cancel);
        await Colour(tags, DemoColours.PearBranch, cancel, Method.SolventPencil);
        await Made(
            tags,
            owner,
            TimeSpan.FromDays(23),
            "Two light layers more on the left pear would not have hurt.",
            cancel
        );

        var thanksToo = await Begin("Sunflower thanks", 1, cancel, Medium.AlcoholMarker, Medium.WaxPencil);
        await BringIn(thanksToo, "watering-can.svg", cancel);
        await Colour(thanksToo, DemoColours.Sunflowers, cancel, Method.PencilOverMarker);
        await Made(thanksToo, owner, TimeSpan.FromDays(16), "", cancel);

        await LookAt(thanks, owner, cancel);
        await LookAt(tags, owner, cancel);
        await whole.CommitAsync(cancel);
    }

    /// <summary>Begins a run with all colours of the stash, or with those of some media.</summary>
    private async Task<Guid> Begin(string name, int cards, CancellationToken cancel, params Medium[] media)
    {
        var now = clock.GetUtcNow();
        var stash = await db.Stash.OrderBy(item => item.Id).ToListAsync(cancel);
        var run = new Run
        {
            MakerId = atWork.MakerId,
            Name = name,
            Cards = cards,
            CreatedAt = now,
            ChangedAt = now,
        };
        new StartingSupplies(
            stash.First(item => item.Kind == StashKind.Paper).Id,
            stash.First(item => item.Kind == StashKind.StampingInk).Id,
            [
                .. stash
                    .Where(item =>
                        item.Colourant is { } colourant && (media.Length == 0 || media.Contains(colourant.Medium))
                    )
                    .Select(item => item.Id),
            ]
        ).GiveTo(run);
        db.Runs.Add(run);
        await db.SaveChangesAsync(cancel);
        return run.Id;
    }

    private Task BringIn(Guid run, string image, CancellationToken cancel) =>
        FindAreas(run, image, Resource(image), "image/svg+xml", null, cancel);

    private Task BringInScan(Guid run, string image, CancellationToken cancel)
    {
        var sheet = PictureReader.Read(Resource(image), new PictureSize(null, null));
        var conditions = ScanConditions.Ordinary;
        return FindAreas(
            run,
            Path.ChangeExtension(image, ".jpg"),
            SimulatedScanner.Scan(sheet, conditions),
            "image/jpeg",
            conditions.DotsPerInch,
            cancel
        );
    }

    /// <summary>
    /// A barrow in front of a watering can, and behind both a branch that goes over the panel's edge.
    /// </summary>
    private async Task BringInScene(Guid id, CancellationToken cancel)
    {
        var placed = ImmutableArray.CreateBuilder<PlacedStamp>();
        foreach (
            var (image, name, x, y, degrees) in new[]
            {
                ("pumpkin-barrow.svg", "Pumpkin barrow", 92, 88, 0),
                ("watering-can.svg", "Watering can", 150, 80, 0),
                ("pear-branch.svg", "Pear branch", 98, 29, 6),
            }
        )
        {
            var art = LineExtraction.From(PictureReader.Read(Resource(image), new PictureSize(null, null)));
            var stamp = await ReadStampJob.Keep(
                db,
                files,
                atWork.MakerId,
                name,
                StampRead.Of(art, LinePicture.Png(art), []),
                clock.GetUtcNow(),
                cancel
            );
            placed.Add(
                new PlacedStamp(Guid.CreateVersion7(), stamp.Id, new Placement(new PointMm(x, y), degrees, false))
            );
        }
        var piece = (await runs.Load(id, cancel)).InHand;
        var scene = new PieceScene
        {
            PieceId = piece.Id,
            MakerId = atWork.MakerId,
            Scene = new Scene(204, 142, false, placed.ToImmutable()),
        };
        db.Scenes.Add(scene);
        await db.SaveChangesAsync(cancel);
        var hash = await files.Keep(await stamps.Print(scene.Scene, cancel), "image/png", cancel);
        await FindAreas(id, ScenePlace.Order(piece, scene, hash), cancel);
    }

    private async Task FindAreas(
        Guid run,
        string name,
        byte[] file,
        string mediaType,
        double? dotsPerInch,
        CancellationToken cancel
    )
    {
        var hash = await files.Keep(file, mediaType, cancel);
        await FindAreas(run, new FindAreasJob.Order(hash, name, new PictureSize(null, dotsPerInch)), cancel);
    }

    private async Task FindAreas(Guid run, FindAreasJob.Order order, CancellationToken cancel)
    {
        order = order with { Piece = (await runs.Load(run, cancel)).InHand.Id };
        var job = await board.BeginHere(atWork.MakerId, run, JobKind.FindAreas, order, cancel);
        await areas.Work(job, cancel);
    }

    private async Task Colour(
        Guid id,
        ImmutableArray<DemoColours.Painted> painted,
        CancellationToken cancel,
        Method? by = null
    )
    {
        var run = await runs.Load(id, cancel);
        var labels = LabelFile.Read((await files.Get(run.Image.LabelsHash, cancel)).Content);
        var palette = Places.Colours.Palette(run, palettes)!;
        var colours = new Dictionary<int, ChosenColour>();
        foreach (var (name, x, y, colour, shadow, method) in painted)
        {
            var area = labels.At(new PointMm(x, y));
            if (run.Image.Areas.All(a => a.Id != area))
                throw new InvalidOperationException($"The demo's {name} is not an area.");
            var wish = Srgb.Parse(colour);
            colours[area] = Places.Colours.Chosen(run, palette, new Wish(area, wish, shadow, by ?? method));
            run.Image.Names = run.Image.Names.SetItem(area, name);
        }
        run.InHand.Colours = [.. colours.Values.OrderBy(c => c.Wish.Area)];
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Colours that pass into each other, in areas that have a name.</summary>
    private async Task Pass(Guid id, ImmutableArray<DemoColours.Passing> passing, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        var palette = Places.Colours.Palette(run, palettes)!;
        foreach (var (name, gradient, hues) in passing)
        {
            var area = run.Image.Names.Single(named => named.Value == name).Key;
            ImmutableArray<NamedLayer> layers =
            [
                .. hues.Select(hue => new NamedLayer(
                    [new RecipePart(run.Palette.Index().Single(item => item.Item.Name == hue.Colour).Index, 1)],
                    new Strength(hue.Water)
                )),
            ];
            var named = new NamedColours(layers[0]) { Gradient = gradient, Into = layers[1..] };
            run.InHand.Colours =
            [
                .. run.InHand.Colours.Where(colour => colour.Wish.Area != area),
                named.For(palette, run.Schools, area, Method.Gradient),
            ];
        }
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Drops of a colour at the end, words in powder, white highlights; then it is cut.</summary>
    private async Task Finishing(Guid id, string colour, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        var palette = Places.Colours.Palette(run, palettes)!;
        run.InHand.CardWork =
        [
            Choosing.Best(palette, new CardWish(Method.Splatter, [Srgb.Parse(colour)])),
            Choosing.Best(palette, new CardWish(Method.EmbossedWords, [])),
            Choosing.Best(palette, new CardWish(Method.Highlights, [])),
            Choosing.Best(palette, new CardWish(Method.DieCut, [])),
        ];
        await db.SaveChangesAsync(cancel);
    }

    private async Task Plan(Guid id, CancellationToken cancel)
    {
        var run = await runs.Load(id, cancel);
        await PlanPlace.Make(run, apprentices, clock.GetUtcNow(), cancel);
        // As the job does that looks for a better order, but not for so long: the book is to be there soon.
        var plan = run.Run.Plan!.Plan;
        var better = await Task.Run(
            () =>
                Scheduler.Improve(
                    plan,
                    run.Touching,
                    run.Hand,
                    SearchEffort.Usual with
                    {
                        Steps = SearchEffort.Usual.Steps / 20,
                    },
                    stop: cancel
                ),
            cancel
        );
        run.Run.Plan.Plan = better;
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>An image that ships with the application.</summary>
    public static byte[] Resource(string name)
    {
        using var stream = typeof(DemoBook).Assembly.GetManifestResourceStream(name)
            ?? throw new InvalidOperationException($"The image {name} is missing.");
        using var content = new MemoryStream();
        stream.CopyTo(content);
        return content.ToArray();
    }
}
