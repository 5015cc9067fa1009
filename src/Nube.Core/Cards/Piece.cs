using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Core.Stamping;

namespace Nube.Core.Cards;

/// <summary>The picture of a piece: its areas, how they are lit, and which of its lines stop water.</summary>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
/// <param name="Areas">The areas, after the maker's corrections.</param>
/// <param name="Touching">Which of them touch.</param>
/// <param name="Light">How it is lit.</param>
/// <param name="Zones">Shadow, middle and light of its areas, by that light.</param>
/// <param name="Dams">Which of its lines stop water.</param>
/// <param name="Marks">What the maker says of single areas.</param>
/// <param name="MayRun">Touching areas that were given leave to run together when both are wet.</param>
public sealed record PiecePicture(
    double WidthMm,
    double HeightMm,
    ImmutableArray<Area> Areas,
    ImmutableArray<Neighbours> Touching,
    ImageLight Light,
    ImmutableArray<AreaZones> Zones,
    Dams Dams,
    ImmutableDictionary<int, AreaMark> Marks,
    ImmutableArray<AreaPair> MayRun
)
{
    /// <summary>An area stays bare: it is kept white, or is no part of the image.</summary>
    public bool StaysBare(int area) =>
        Marks.TryGetValue(area, out var mark) && mark is (AreaMark.LeaveWhite or AreaMark.NotPart);

    /// <summary>The areas as painting needs them.</summary>
    /// <param name="coloured">Those that have a colour.</param>
    public IEnumerable<AreaToPaint> ToPaint(IReadOnlySet<int> coloured)
    {
        ArgumentNullException.ThrowIfNull(coloured);
        var zones = Zones.ToDictionary(zone => zone.Id);
        return Areas.Select(area =>
        {
            // An area that is too small to be divided has one tone.
            var zone = zones.GetValueOrDefault(area.Id);
            var light = zone is { Light.Length: > 0 } ? zone.LightShare ?? Light.RuleOf(area.Id).LightShare : 0;
            return new AreaToPaint(
                area.Id,
                area.SizeMm2,
                new ZoneShares(light, zone?.ShadowShare ?? 0, zone?.WhiteShare ?? 0),
                DetailOf(area.Id, coloured)
            )
            {
                RadiusMm = WetPatch.Radius(area.SizeMm2, area.PerimeterMm),
                Centre = area.Centre,
            };
        });
    }

    /// <summary>
    /// What a detail is a part of: of the coloured areas beside it, the one with which it shares the longest line; null
    /// where it is no detail, or where nothing beside it is coloured.
    /// </summary>
    private int? DetailOf(int area, IReadOnlySet<int> coloured) =>
        IsDetail(area)
            ? Touching
                .Where(pair => pair.One == area || pair.Other == area)
                .OrderByDescending(pair => pair.SharedMm)
                .Select(pair => (int?)(pair.One == area ? pair.Other : pair.One))
                .FirstOrDefault(other => coloured.Contains(other!.Value) && !IsDetail(other.Value))
            : null;

    private bool IsDetail(int area) => Marks.TryGetValue(area, out var mark) && mark == AreaMark.Redraw;
}

/// <summary>
/// A piece of a card: what is painted on one paper. A run has one so far. It needs no picture: a ground has none.
/// </summary>
/// <param name="Ink">The ink of its outline; null until chosen.</param>
/// <param name="Picture">Its picture; null where it has none.</param>
/// <param name="Scene">The stamps that its picture is composed of; null when it is one image.</param>
/// <param name="Wishes">What areas become, also of those that are joined away or marked: these are kept for later.</param>
/// <param name="Work">What is done to the whole of it, in the order in which it is done.</param>
/// <param name="Schools">The ways in which it is worked.</param>
public sealed record Piece(
    StampingInk? Ink,
    PiecePicture? Picture,
    Scene? Scene,
    ImmutableArray<ChosenColour> Wishes,
    ImmutableArray<ChosenCard> Work,
    Schools Schools
)
{
    /// <summary>Which of its lines are raised.</summary>
    public DamLines Lines => Picture?.Dams.Lines ?? DamLines.None;

    /// <summary>The wishes of areas that are there and painted.</summary>
    public ImmutableArray<ChosenColour> Colours
    {
        get
        {
            var there = (Picture?.Areas ?? [])
                .Select(area => area.Id)
                .Where(area => !Picture!.StaysBare(area))
                .ToHashSet();
            return [.. Wishes.Where(colour => there.Contains(colour.Wish.Area))];
        }
    }

    /// <summary>
    /// Pairs of areas that would run together when both are wet: they touch, no dam is between them, and the maker gave
    /// no leave; none where the water may decide. A detail is part of what is around it.
    /// </summary>
    public IEnumerable<(int One, int Other)> Touching
    {
        get
        {
            if (Picture is null)
                return [];
            var together = Painting
                .Areas.Where(area => area.DetailOf is not null)
                .Select(area => AreaPair.Of(area.Area, area.DetailOf!.Value))
                .Concat(Picture.MayRun)
                .ToHashSet();
            return Schools.RunTogether(
                Picture
                    .Dams.RunTogether(Picture.Touching)
                    .Where(pair => !together.Contains(AreaPair.Of(pair.One, pair.Other)))
                    .Select(pair => (pair.One, pair.Other))
            );
        }
    }

    /// <summary>There is something to plan: areas with a colour, or something that is done to the whole of it.</summary>
    public bool HasWork => Colours.Length > 0 || Work.Length > 0;

    /// <summary>There are guide lines in pencil.</summary>
    public bool Traced => Scene?.FrontFirst.Any(placed => placed.As == PlacedAs.Traced) == true;

    /// <summary>Masks are laid on what is stamped.</summary>
    public bool Masked =>
        Schools.Overlaps == Overlap.Mask && Scene?.FrontFirst.Count(placed => placed.As == PlacedAs.Stamped) > 1;

    /// <summary>All that is to be painted on it.</summary>
    public Painting Painting =>
        new(
            Colours,
            Work,
            [.. Picture?.ToPaint(Colours.Select(colour => colour.Wish.Area).ToHashSet()) ?? []],
            Picture is null ? 0 : Picture.WidthMm * Picture.HeightMm,
            Lines != DamLines.None,
            Traced
        )
        {
            SlowLine = Ink?.Slow ?? true,
            Panel = new SizeMm(Picture?.WidthMm ?? 0, Picture?.HeightMm ?? 0),
        };

    /// <summary>What its colours meet beside each other, on a paper within lines of an ink.</summary>
    public Setting On(Paper paper, StampingInk ink) => new(paper, ink, Lines, Traced, Masked, Schools.Glue);

    /// <summary>What its plan is to reckon with beside passes, paper, air and hand.</summary>
    /// <param name="sitting">How long the maker sits; null for as long as it takes.</param>
    /// <param name="dryingFactor">The maker's own factor on drying times, above 0.</param>
    public PlanOptions Options(Sitting? sitting, double dryingFactor) =>
        new()
        {
            Heat = Schools.Drying == DryBy.Heat && Heating.Bears(Lines),
            Sitting = sitting,
            Turns = Schools.Turns,
            DryingFactor = dryingFactor,
        };
}
