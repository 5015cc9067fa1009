using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Data.Entities;

/// <summary>A piece of a run's cards: what is worked on one paper.</summary>
public sealed class RunPiece : IOwned
{
    /// <summary>Key.</summary>
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <summary>The run.</summary>
    public Guid RunId { get; init; }

    /// <inheritdoc />
    public Guid MakerId { get; init; }

    /// <summary>Its place among the run's pieces, from 0.</summary>
    public int Place { get; set; }

    /// <summary>Paper that is coloured on; null until chosen.</summary>
    public Guid? PaperId { get; set; }

    /// <summary>Ink of the outline; null until chosen.</summary>
    public Guid? StampingInkId { get; set; }

    /// <summary>What each area should become, with the recipe chosen for it.</summary>
    public ImmutableArray<ChosenColour> Colours { get; set; } = [];

    /// <summary>What is done to the whole of it, in the order in which it is done.</summary>
    public ImmutableArray<ChosenCard> CardWork { get; set; } = [];

    /// <summary>Its image; null until brought in, or where it has none.</summary>
    public PieceImage? Image { get; set; }

    /// <summary>The scene that its image is composed of; null when it is one image.</summary>
    public PieceScene? Scene { get; set; }

    /// <summary>PostgreSQL's row version.</summary>
    public uint Version { get; set; }

    /// <summary>The same piece for another run.</summary>
    public RunPiece For(Run run)
    {
        ArgumentNullException.ThrowIfNull(run);
        var piece = new RunPiece
        {
            RunId = run.Id,
            MakerId = MakerId,
            Place = Place,
            PaperId = PaperId,
            StampingInkId = StampingInkId,
            Colours = Colours,
            CardWork = CardWork,
        };
        piece.Image = Image?.For(piece);
        piece.Scene = Scene?.For(piece);
        return piece;
    }
}

/// <summary>The image of a piece and the areas found in it.</summary>
public sealed class PieceImage : IOwned
{
    /// <summary>The piece; also the key.</summary>
    public Guid PieceId { get; init; }

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

    /// <summary>What is printed on it in colour before anything is painted.</summary>
    public PrintOnPaper Print { get; set; } = PrintOnPaper.None;

    /// <summary>Longest gap in a line that was bridged, mm.</summary>
    public double GapMm { get; set; } = GapRule.Strict.LongestMm;

    /// <summary>Smallest area that was asked for; smaller ones joined a neighbour, mm2.</summary>
    public double SmallestMm2 { get; set; } = AreaFinder.SliverMm2;

    /// <summary>Names that the maker gave, by area id.</summary>
    public ImmutableDictionary<int, string> Names { get; set; } = ImmutableDictionary<int, string>.Empty;

    /// <summary>What the maker noted of single areas, by area id.</summary>
    public ImmutableDictionary<int, string> Notes { get; set; } = ImmutableDictionary<int, string>.Empty;

    /// <summary>PostgreSQL's row version.</summary>
    public uint Version { get; set; }

    /// <summary>The same image for another piece.</summary>
    public PieceImage For(RunPiece piece)
    {
        ArgumentNullException.ThrowIfNull(piece);
        return new PieceImage
        {
            PieceId = piece.Id,
            MakerId = piece.MakerId,
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
            Print = Print,
            GapMm = GapMm,
            SmallestMm2 = SmallestMm2,
            Names = Names,
            Notes = Notes,
        };
    }

    /// <summary>Whether an area stays bare: it is kept white, or is no part of the image.</summary>
    public bool StaysBare(int area) =>
        Marks.TryGetValue(area, out var mark) && mark is (AreaMark.LeaveWhite or AreaMark.NotPart);

    /// <summary>The name of an area: the maker's, or its number.</summary>
    public string NameOf(int area) => Names.TryGetValue(area, out var name) ? name : $"Area {area}";
}
