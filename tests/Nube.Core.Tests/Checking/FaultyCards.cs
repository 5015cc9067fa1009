using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Devices.Cards;

namespace Nube.Core.Tests.Checking;

/// <summary>A fault and whether it was found, or a finding and whether there is something to it.</summary>
internal readonly record struct Judged(FindingKind Kind, int Area, bool Right, double? Size = null);

/// <summary>What became of a card's faults: of each whether it was found, and of each finding whether it is right.</summary>
internal sealed record FaultsFound(ImmutableArray<Judged> Faults, ImmutableArray<Judged> Findings, int Areas)
{
    /// <summary>What was seen of the card; null where it was not found.</summary>
    public CardChecked? Seen { get; init; }
}

/// <summary>A planned card with faults that are large enough to be seen, taken and checked.</summary>
internal sealed class FaultyCards(PlannedCard card)
{
    private const double Seen = 8; // CIEDE2000 by which a fault changes what is there
    private const double RoomForZonesMm2 = 5; // of a part that none of the others was pulled into
    private const double SeenOfShadow = 6; // the same by which a shadow was to differ, where that is what goes wrong
    private const double Strays = 0.12; // mm: a hand that stays on the line
    private const double RoomMm2 = 25; // areas that faults are made in
    private const double ReallyOff = 3.5; // CIEDE2000: a finding of colour is right from there on

    private readonly ImmutableArray<AreaInside> insides = card.Insides;
    private readonly Dictionary<int, Lab> asked = card.Expected.ToDictionary(
        area => area.Area,
        area => Lab.FromXyz(area.At(0).Middle)
    );

    /// <summary>Cards without a fault but the hand's own.</summary>
    public FaultsFound Faultless(int seed, bool scanner, bool measured) => Judge(seed, scanner, measured, []);

    /// <summary>Cards with a few faults.</summary>
    public FaultsFound With(int seed, bool scanner, bool measured, params FindingKind[] kinds)
    {
        var random = new Random(seed);
        var free = insides
            .Select(inside => inside.Area.Id)
            .Where(area => asked.ContainsKey(area) && SizeOf(area) >= RoomMm2)
            .OrderBy(_ => random.Next())
            .ToList();
        var faults = new List<Fault>();
        foreach (var kind in kinds)
        {
            if (Make(kind, free, random) is not { } fault)
                continue;
            faults.Add(fault);
            free.RemoveAll(area => area == fault.Area || area == fault.Other);
        }
        return Judge(seed, scanner, measured, faults);
    }

    private FaultsFound Judge(int seed, bool scanner, bool measured, List<Fault> faults)
    {
        var wrong = faults.OfType<WrongColour>().ToList();
        var painted = card.Painted(
            seed,
            measured,
            area => wrong.Find(one => one.Area == area)?.Strength ?? 1,
            area =>
                wrong.Find(one => one.Area == area || one.Kind == FindingKind.Exchanged && one.Other == area)
                    is { From: { } from } one
                    ? one.Area == area
                        ? from
                        : one.Area
                    : area,
            area => faults.OfType<HiddenLines>().FirstOrDefault(one => one.Area == area)?.Hides ?? 0,
            area => faults.OfType<WrongShadow>().FirstOrDefault(one => one.Area == area)?.Strength ?? 1,
            area => faults.OfType<HardBorders>().Any(one => one.Area == area),
            Strays,
            faults:
            [
                .. faults.Where(fault =>
                    fault
                        is not WrongColour
                            and not HiddenLines
                            and not BentPaper
                            and not WrongShadow
                            and not HardBorders
                ),
            ]
        );
        var bend = faults.OfType<BentPaper>().FirstOrDefault()?.Mm ?? 0.15;
        var picture = PictureReader.ReadColours(TrialCards.Taken(painted, scanner, seed, bend).File());
        var found = CardFinder.Find(picture, card.Image.Lines);
        if (found.IsEmpty)
            return new FaultsFound([.. faults.Select(one => new Judged(one.Kind, one.Area, false))], [], 0);
        var seen = CardChecked.Of(picture, found[0].Place, card.ToCheck(measured));
        return new FaultsFound(
            [
                .. faults.Select(fault =>
                    seen.Findings.FirstOrDefault(finding => Fits(finding, fault)) is { } finding
                        ? new Judged(
                            fault.Kind,
                            fault.Area,
                            true,
                            fault.SizeMm2 is { } size ? finding.SizeMm2 / size : null
                        )
                        : new Judged(fault.Kind, fault.Area, false)
                ),
            ],
            [
                .. seen.Findings.Select(finding => new Judged(
                    finding.Kind,
                    finding.Area,
                    faults.Exists(fault => Fits(finding, fault)) || IsTrue(finding, painted),
                    finding.Difference
                )),
            ],
            seen.Colours.Areas.Length
        )
        {
            Seen = seen,
        };
    }

    private static bool Fits(Finding finding, Fault fault) =>
        (finding.Kind == fault.Kind || fault.Kind == FindingKind.ZonesAlike && finding.Kind == FindingKind.ShadowPale)
        && (
            finding.Area == fault.Area && (fault.Other is null || finding.Other == fault.Other)
            || fault.Kind is FindingKind.RunTogether or FindingKind.Exchanged
                && finding.Area == fault.Other
                && finding.Other == fault.Area
        );

    /// <summary>Whether the card is really so, by hand or by what else went wrong.</summary>
    private bool IsTrue(Finding finding, PaintedCard painted)
    {
        if (insides.FirstOrDefault(one => one.Area.Id == finding.Area) is not { } inside)
            return false;
        var truth = TrialCards.Truth(painted, inside);
        var off = Ciede2000.Difference(truth, asked[finding.Area]) >= ReallyOff;
        switch (finding.Kind)
        {
            case FindingKind.TooPale:
                return off && truth.L > asked[finding.Area].L;
            case FindingKind.TooStrong:
                return off && truth.L < asked[finding.Area].L;
            case FindingKind.HueOff:
                return off;
            case FindingKind.AlikeInValue:
                var other = TrialCards.Truth(painted, insides.Single(one => one.Area.Id == finding.Other));
                return Math.Abs(truth.L - other.L)
                    < 0.6 * Math.Abs(asked[finding.Area].L - asked[finding.Other!.Value].L);
            case FindingKind.ZonesAlike:
                return ShadowStep(inside, painted) <= 0.5;
            case FindingKind.ShadowPale:
                return ShadowStep(inside, painted) <= 0.7;
            case FindingKind.ShadowStrong:
                return ShadowStep(inside, painted) >= 1.3;
            default:
                return false;
        }
    }

    /// <summary>How much darker the shadow of an area really is than its middle, against what it was to be.</summary>
    private double ShadowStep(AreaInside inside, PaintedCard painted)
    {
        var zones = card.Expected.Single(one => one.Area == inside.Area.Id).At(0);
        return (Truth(CellPart.Middle).L - Truth(CellPart.Shadow).L)
            / (Lab.FromXyz(zones.Middle).L - Lab.FromXyz(zones.Shadow).L);

        Lab Truth(CellPart part) =>
            TrialCards.Truth(
                painted,
                inside with
                {
                    Cells = [.. inside.Cells.Where(at => inside.InItsPart[at] && inside.Area.Parts[at] == part)],
                }
            );
    }

    private double SizeOf(int area) => card.Image.Map.Areas.Single(one => one.Id == area).SizeMm2;

    private Fault? Make(FindingKind kind, List<int> free, Random random)
    {
        switch (kind)
        {
            case FindingKind.TooPale or FindingKind.TooStrong or FindingKind.Forgotten:
                var strength =
                    kind == FindingKind.Forgotten ? 1e-6
                    : kind == FindingKind.TooPale ? 0.45
                    : 2.2;
                return First(area =>
                    Changes(area, strength) >= Seen ? new WrongColour(kind, area, strength, null) : null
                );
            case FindingKind.HueOff or FindingKind.Exchanged:
                return First(area =>
                    free.Find(other => Ciede2000.Difference(asked[area], asked[other]) >= 2 * Seen) is > 0 and var other
                        ? new WrongColour(kind, area, 1, other)
                        : null
                );
            case FindingKind.BareSpecks:
                return First(area =>
                    Changes(area, 1e-6) >= 1.5 * Seen
                        ? new MissedSpots(area, [.. Places(area, 5, random)], 0.45 + 0.3 * random.NextDouble())
                        : null
                );
            case FindingKind.DarkSpecks:
                return First(area =>
                    asked[area].L > 45
                        ? new PowderSpots(area, [.. Places(area, 7, random)], 0.2 + 0.15 * random.NextDouble())
                        : null
                );
            case FindingKind.Streaky:
                return First(area =>
                    Changes(area, 1e-6) >= 1.5 * Seen
                        ? new Streaks(area, random.NextDouble() * Math.PI, 2 + 1.5 * random.NextDouble(), 0.4)
                        : null
                );
            case FindingKind.Bloom:
                return First(area =>
                    Changes(area, 1e-6) >= 2 * Seen && DeepestOf(area) is { Depth: > 2.6 } place
                        ? new WaterDrop(area, place.Point, Math.Min(2.5, place.Depth - 1))
                        : null
                );
            case FindingKind.ZonesAlike or FindingKind.ShadowStrong:
                return First(area =>
                    ShadowChanges(area) >= SeenOfShadow && HasRoomForZones(area)
                        ? new WrongShadow(kind, area, kind == FindingKind.ZonesAlike ? 0 : 3)
                        : null
                );
            case FindingKind.HardEdge:
                return First(area =>
                    ShadowChanges(area) >= SeenOfShadow && HasRoomForZones(area) ? new HardBorders(area) : null
                );
            case FindingKind.LinesDulled:
                return First(area => new HiddenLines(area, 0.75));
            case FindingKind.Warped:
                return new BentPaper(2.4);
            case FindingKind.OverTheLine:
                return First(area => Stray(area, random));
            case FindingKind.RunTogether:
                return First(area =>
                    NeighboursOf(area)
                        .Where(free.Contains)
                        .Select(other => Run(area, other))
                        .FirstOrDefault(one => one is not null)
                );
            default:
                throw new ArgumentOutOfRangeException(nameof(kind), kind, "no such fault is made");
        }

        Fault? First(Func<int, Fault?> make) => free.Select(make).FirstOrDefault(fault => fault is not null);
    }

    private double Changes(int area, double strength)
    {
        var expected = card.Expected.Single(one => one.Area == area);
        var other =
            strength < 0.01 ? card.Paints.Paper.Colour.ToLab() : Lab.FromXyz(expected.At(Math.Log(strength)).Middle);
        return Ciede2000.Difference(asked[area], other);
    }

    private bool HasRoomForZones(int area)
    {
        var inside = insides.Single(one => one.Area.Id == area);
        double ApartMm2(CellPart part) =>
            inside.Cells.Count(at => inside.InItsPart[at] && inside.Area.Parts[at] == part) * CardMap.CellMm2;
        return ApartMm2(CellPart.Middle) >= RoomForZonesMm2 && ApartMm2(CellPart.Shadow) >= RoomForZonesMm2;
    }

    /// <summary>How far an area's shadow was to be from the rest.</summary>
    private double ShadowChanges(int area)
    {
        var expected = card.Expected.Single(one => one.Area == area).At(0);
        return Ciede2000.Difference(Lab.FromXyz(expected.Middle), Lab.FromXyz(expected.Shadow));
    }

    private IEnumerable<int> NeighboursOf(int area) =>
        card
            .Image.Map.Touching.Where(pair => pair.One == area || pair.Other == area)
            .Select(pair => pair.One == area ? pair.Other : pair.One);

    private StrayStroke? Stray(int area, Random random)
    {
        foreach (var into in NeighboursOf(area).Append(0).OrderBy(_ => random.Next()))
        {
            if (OverChanges(area, into) < 1.5 * Seen || BorderOf(area, into) is not { } middle)
                continue;
            var radius = 1.6 + random.NextDouble();
            var size =
                CellsOf(into)
                    .Count(cell =>
                        cell.Depth > 0
                        && Math.Pow(cell.X - middle.X, 2) + Math.Pow(cell.Y - middle.Y, 2) < radius * radius
                    )
                * AreaMask.CellMm
                * AreaMask.CellMm;
            if (size >= 1.5)
                return new StrayStroke(area, into, middle, radius, size);
        }
        return null;
    }

    /// <summary>How far an area's colour over another, or over bare paper, is from what was there.</summary>
    private double OverChanges(int area, int into)
    {
        var ground = asked.GetValueOrDefault(into, new Lab(100, 0, 0));
        var (one, other) = (asked[area].ToXyz(), ground.ToXyz());
        return Ciede2000.Difference(Lab.FromXyz(new Xyz(one.X * other.X, one.Y * other.Y, one.Z * other.Z)), ground);
    }

    private RanTogether? Run(int one, int other) =>
        Ciede2000.Difference(asked[one], asked[other]) >= 2 * Seen
        && Math.Max(OverChanges(one, other), OverChanges(other, one)) >= 1.5 * Seen
        && BorderOf(one, other) is { } where
            ? new RanTogether(one, other, where, 3.5)
            : null;

    private static IEnumerable<PointMm> Apart(IEnumerable<PointMm> points, double mm)
    {
        var taken = new List<PointMm>();
        foreach (var point in points)
        {
            if (taken.TrueForAll(one => Math.Pow(one.X - point.X, 2) + Math.Pow(one.Y - point.Y, 2) > mm * mm))
            {
                taken.Add(point);
                yield return point;
            }
        }
    }

    private IEnumerable<PointMm> Places(int area, int count, Random random) =>
        Apart(
                CellsOf(area)
                    .Where(cell => cell.Depth > 1.1)
                    .OrderBy(_ => random.Next())
                    .Select(cell => new PointMm(cell.X, cell.Y)),
                2.2
            )
            .Take(count);

    private (PointMm Point, double Depth)? DeepestOf(int area)
    {
        var cells = CellsOf(area);
        return cells.Count == 0 ? null
            : cells.MaxBy(cell => cell.Depth) is var one ? (new PointMm(one.X, one.Y), one.Depth)
            : null;
    }

    /// <summary>A point between two areas, or between an area and the paper, with room on the other's side.</summary>
    private PointMm? BorderOf(int area, int into)
    {
        var others = CellsOf(into).Where(cell => cell.Depth is > 0.2 and < 1).ToList();
        var own = CellsOf(area);
        foreach (var (x, y, _) in others.Where((_, place) => place % 7 == 3))
        {
            if (
                own.Exists(cell => Math.Pow(cell.X - x, 2) + Math.Pow(cell.Y - y, 2) < 0.8)
                && others.Count(cell => Math.Pow(cell.X - x, 2) + Math.Pow(cell.Y - y, 2) < 1) > 8
            )
                return new PointMm(x, y);
        }
        return null;
    }

    private readonly Dictionary<int, List<(double X, double Y, double Depth)>> cells = [];

    /// <summary>Cells of an area, or of the paper, with how far they are from lines.</summary>
    private List<(double X, double Y, double Depth)> CellsOf(int area)
    {
        if (cells.TryGetValue(area, out var known))
            return known;
        var map = Map;
        return cells[area] = [
            .. Enumerable
                .Range(0, map.Area.Length)
                .Where(cell => map.Area[cell] == area)
                .Select(cell =>
                    (
                        (cell % map.Width - map.Margin + 0.5) * CardMap.CellMm,
                        (cell / map.Width - map.Margin + 0.5) * CardMap.CellMm,
                        (double)map.FromRim[cell]
                    )
                ),
        ];
    }

    private CardMap Map => field ??= MapOf();

    private CardMap MapOf()
    {
        var margin = (int)(CardFlat.MarginMm * CardFlat.PixelsPerMm);
        var (width, height) = (
            (int)Math.Ceiling(card.Image.WidthMm * CardFlat.PixelsPerMm) + 2 * margin,
            (int)Math.Ceiling(card.Image.HeightMm * CardFlat.PixelsPerMm) + 2 * margin
        );
        var empty = new ColourPicture(width, height, new byte[4 * width * height]);
        return CardMap.Of(new CardFlat(empty, margin), card.Masks, card.Image.Lines);
    }
}
