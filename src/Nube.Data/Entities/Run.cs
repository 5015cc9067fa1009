using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Data.Entities;

/// <summary>One design made as one or more cards.</summary>
public sealed class Run : IOwned
{
    /// <summary>Key.</summary>
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>The maker's name for it.</summary>
    public required string Name { get; set; }

    /// <summary>How many cards.</summary>
    public int Cards { get; set; }

    /// <summary>Paper that is coloured on; null until chosen.</summary>
    public Guid? PaperId { get; set; }

    /// <summary>Ink of the outline; null until chosen.</summary>
    public Guid? StampingInkId { get; set; }

    /// <summary>Colourants to mix from, in the order in which recipes count them.</summary>
    public ImmutableArray<Guid> Palette { get; set; } = [];

    /// <summary>What each area should become, with the recipe chosen for it.</summary>
    public ImmutableArray<ChosenColour> Colours { get; set; } = [];

    /// <summary>What is done to the whole card, in the order in which it is done.</summary>
    public ImmutableArray<ChosenCard> CardWork { get; set; } = [];

    /// <summary>Where this run goes another way than its maker usually does; null where it does not.</summary>
    public Schools? Schools { get; set; }

    /// <summary>Rules that the maker silenced for this run, each with the reason.</summary>
    public ImmutableDictionary<string, string> Silenced { get; set; } = ImmutableDictionary<string, string>.Empty;

    /// <summary>When it was begun.</summary>
    public DateTimeOffset CreatedAt { get; init; }

    /// <summary>When anything about it last changed.</summary>
    public DateTimeOffset ChangedAt { get; set; }

    /// <summary>When it went into the book; null while in work.</summary>
    public DateTimeOffset? FinishedAt { get; set; }

    /// <summary>Its image; null until brought in.</summary>
    public RunImage? Image { get; set; }

    /// <summary>Its plan; null until made.</summary>
    public RunPlan? Plan { get; set; }

    /// <summary>PostgreSQL's row version.</summary>
    public uint Version { get; set; }

    /// <summary>The same to be made once more: image, wishes and supplies, and nothing that was planned or done.</summary>
    /// <param name="name">What it is called.</param>
    /// <param name="now">When it is begun.</param>
    public Run Again(string name, DateTimeOffset now)
    {
        var again = new Run
        {
            MakerId = MakerId,
            Name = name,
            Cards = Cards,
            PaperId = PaperId,
            StampingInkId = StampingInkId,
            Palette = Palette,
            Colours = Colours,
            CardWork = CardWork,
            Schools = Schools,
            Silenced = Silenced,
            CreatedAt = now,
            ChangedAt = now,
        };
        again.Image = Image?.For(again);
        return again;
    }
}

/// <summary>The image of a run and the areas found in it.</summary>
public sealed class RunImage : IOwned
{
    /// <summary>The run; also the key.</summary>
    public Guid RunId { get; init; }

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>Content hash of the file as it was brought in.</summary>
    public required string FileHash { get; set; }

    /// <summary>The name it had.</summary>
    public required string FileName { get; set; }

    /// <summary>The size that the maker gave.</summary>
    public required PictureSize Size { get; set; }

    /// <summary>Where the panel lies in the photo, when it is one; null for a scan or a drawing.</summary>
    public PanelInPhoto? Panel { get; set; }

    /// <summary>Width, mm.</summary>
    public double WidthMm { get; set; }

    /// <summary>Height, mm.</summary>
    public double HeightMm { get; set; }

    /// <summary>Content hash of the lines as a PNG with clear paper.</summary>
    public required string LineHash { get; set; }

    /// <summary>Content hash of the labels as they were found.</summary>
    public required string LabelsHash { get; set; }

    /// <summary>The areas, after the maker's corrections.</summary>
    public ImmutableArray<Area> Areas { get; set; } = [];

    /// <summary>Which of them touch.</summary>
    public ImmutableArray<Neighbours> Touching { get; set; } = [];

    /// <summary>Corrections in their order.</summary>
    public ImmutableArray<AreaEdit> Edits { get; set; } = [];

    /// <summary>How it is lit.</summary>
    public ImageLight Light { get; set; } = ImageLight.Usual;

    /// <summary>Shadow, middle and light of its areas, by that light.</summary>
    public ImmutableArray<AreaZones> Zones { get; set; } = [];

    /// <summary>Which of its lines stop water.</summary>
    public Dams Dams { get; set; } = Dams.None;

    /// <summary>Which of its areas lie behind others.</summary>
    public Depth Depth { get; set; } = Depth.Unknown;

    /// <summary>What the maker says of single areas: kept white, not part of the image, to be drawn again.</summary>
    public ImmutableDictionary<int, AreaMark> Marks { get; set; } = ImmutableDictionary<int, AreaMark>.Empty;

    /// <summary>Pairs of touching areas that the maker gave leave to run together when both are wet.</summary>
    public ImmutableArray<AreaPair> MayRun { get; set; } = [];

    /// <summary>Longest gap in a line that was bridged, mm.</summary>
    public double GapMm { get; set; } = GapRule.Strict.LongestMm;

    /// <summary>Smallest area that was asked for; smaller ones joined a neighbour, mm2.</summary>
    public double SmallestMm2 { get; set; } = AreaFinder.SliverMm2;

    /// <summary>Names that the maker gave, by area id.</summary>
    public ImmutableDictionary<int, string> Names { get; set; } = ImmutableDictionary<int, string>.Empty;

    /// <summary>PostgreSQL's row version.</summary>
    public uint Version { get; set; }

    /// <summary>The same image for another run.</summary>
    public RunImage For(Run run)
    {
        ArgumentNullException.ThrowIfNull(run);
        return new RunImage
        {
            RunId = run.Id,
            MakerId = run.MakerId,
            FileHash = FileHash,
            FileName = FileName,
            Size = Size,
            Panel = Panel,
            WidthMm = WidthMm,
            HeightMm = HeightMm,
            LineHash = LineHash,
            LabelsHash = LabelsHash,
            Areas = Areas,
            Touching = Touching,
            Edits = Edits,
            Light = Light,
            Zones = Zones,
            Dams = Dams,
            Depth = Depth,
            Marks = Marks,
            MayRun = MayRun,
            GapMm = GapMm,
            SmallestMm2 = SmallestMm2,
            Names = Names,
        };
    }

    /// <summary>Whether an area stays bare: it is kept white, or is no part of the image.</summary>
    public bool StaysBare(int area) =>
        Marks.TryGetValue(area, out var mark) && mark is (AreaMark.LeaveWhite or AreaMark.NotPart);

    /// <summary>The name of an area: the maker's, or its number.</summary>
    public string NameOf(int area) => Names.TryGetValue(area, out var name) ? name : $"Area {area}";
}

/// <summary>The plan of a run.</summary>
public sealed class RunPlan : IOwned
{
    /// <summary>The run; also the key.</summary>
    public Guid RunId { get; init; }

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>The plan.</summary>
    public required Plan Plan { get; set; }

    /// <summary>What was found in the background, for this plan or for one that stood here before.</summary>
    public ICollection<FoundOrder> Found { get; } = [];

    /// <summary>
    /// Another for every plan that stands here, so that what was found for one is not taken for another.
    /// </summary>
    public Guid Edition { get; private set; } = Guid.CreateVersion7();

    /// <summary>
    /// A better order of the same passes that was found since, until it is taken or the run is planned again.
    /// </summary>
    public Plan? Better => FoundForThis?.Better;

    /// <summary>The least time for all cards by any order that is proven so far, s.</summary>
    public double AtLeastSeconds => Math.Max(Plan.AtLeastSeconds, FoundForThis?.AtLeastSeconds ?? 0);

    /// <summary>The colourants that it was made from, in the order in which its passes count them.</summary>
    public ImmutableArray<Guid> Palette { get; set; } = [];

    /// <summary>The air that it reckons with.</summary>
    public Air Air { get; set; }

    /// <summary>What it was made from, part by part: equal while the run has not changed since.</summary>
    public required string Basis { get; set; }

    /// <summary>When it was made.</summary>
    public DateTimeOffset MadeAt { get; set; }

    /// <summary>PostgreSQL's row version.</summary>
    public uint Version { get; set; }

    private FoundOrder? FoundForThis => Found.FirstOrDefault(found => found.Edition == Edition);

    /// <summary>Puts another plan in place of this one.</summary>
    public void Replace(Plan plan, Air air, DateTimeOffset now) =>
        (Plan, Air, MadeAt, Edition) = (plan, air, now, Guid.CreateVersion7());
}

/// <summary>
/// What a search in the background found for a plan. It has a row of its own, so that a maker who changes the plan at
/// that moment is not told that somebody else did.
/// </summary>
public sealed class FoundOrder : IOwned
{
    /// <summary>The run.</summary>
    public Guid RunId { get; init; }

    /// <summary>The plan that was looked at; see <see cref="RunPlan.Edition"/>.</summary>
    public Guid Edition { get; init; }

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>A better order of the same passes; null when none was found.</summary>
    public Plan? Better { get; init; }

    /// <summary>The least time by any order that was proven, s.</summary>
    public double AtLeastSeconds { get; init; }
}

/// <summary>One tap at the bench, never changed.</summary>
public sealed class BenchTap : IOwned
{
    /// <summary>Given by the device that tapped, so that a tap sent twice counts once.</summary>
    public Guid Id { get; init; }

    /// <summary>The run.</summary>
    public Guid RunId { get; init; }

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>Order in which taps arrived.</summary>
    public long Arrival { get; init; }

    /// <summary>What it says.</summary>
    public required Tap Tap { get; init; }
}
