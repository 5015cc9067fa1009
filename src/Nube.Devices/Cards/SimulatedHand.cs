using System.Collections.Immutable;
using MathNet.Numerics.Distributions;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Light;
using Nube.Core.Planning;

namespace Nube.Devices.Cards;

/// <summary>Stands in for a maker's hand: a card on which everything was done, by somebody who is no machine.</summary>
/// <remarks>
/// Each area gets somewhat more or less than it should, one of them far too little and one far too much; colour is uneven;
/// light and shadow are pulled into each other, as far as there is room; and in one area a few spots were missed. What mends
/// is done with care.
/// </remarks>
public static class SimulatedHand
{
    private const double PixelsPerMm = 10;
    private const double StrengthError = 0.1, // standard deviation of ln load, from area to area
        Unevenness = 0.05, // the same within an area
        FarTooLittle = 0.45, // times the load
        FarTooMuch = 2;
    private const double MarginMm = 6; // bare paper around the picture
    private const double SpotMm = 0.55, // radius
        SlowMm = 7; // length of the waves in which colour is uneven
    private const double MostPulledMm = 1, // standard deviation; guessed
        PulledOfSide = 0.1; // of the side of a square as large as the area
    private const int Spots = 4,
        Steps = 9; // loads that are told apart in an area, from -2 to 2 deviations of unevenness
    private static readonly Spectrum Ink = Spectrum.Flat(0.05);

    /// <summary>Whose hand, and which card: the same for cards of a run of the same name, however often it is begun.</summary>
    /// <param name="run">The name of the run.</param>
    /// <param name="card">The card.</param>
    public static int SeedOf(string run, int card)
    {
        ArgumentNullException.ThrowIfNull(run);
        return run.Aggregate(card, (seed, letter) => unchecked(seed * 31 + letter));
    }

    /// <summary>A card.</summary>
    /// <param name="done">What was done to it.</param>
    /// <param name="paints">With which colourants, on which paper.</param>
    /// <param name="lines">Its stamped lines.</param>
    /// <param name="labels">Its areas.</param>
    /// <param name="masks">Their light and shadow.</param>
    /// <param name="seed">Whose hand, and which card.</param>
    public static PaintedCard Paint(
        ImmutableArray<Pass> done,
        Paints paints,
        LineArt lines,
        LabelRaster labels,
        ImmutableArray<AreaMask> masks,
        int seed
    )
    {
        ArgumentNullException.ThrowIfNull(paints);
        ArgumentNullException.ThrowIfNull(lines);
        ArgumentNullException.ThrowIfNull(labels);
        var random = new Random(seed);
        ImmutableArray<int> coloured =
        [
            .. done.SelectMany(pass => pass.Areas).Where(area => area > Pass.Panel).Distinct().Order(),
        ];
        var strengths = coloured.ToDictionary(area => area, _ => Math.Exp(Normal.Sample(random, 0, StrengthError)));
        if (coloured.Length > 2)
        {
            int[] slips = [.. coloured.OrderBy(_ => random.Next()).Take(2)];
            (strengths[slips[0]], strengths[slips[1]]) = (FarTooLittle, FarTooMuch);
        }
        var careful = new Random(seed + 1);
        var mending = coloured.ToDictionary(area => area, _ => Math.Exp(Normal.Sample(careful, 0, StrengthError)));
        var materials = new List<Spectrum> { paints.Reflectance };
        var first = new Dictionary<(int Area, CellPart Part), int>();
        foreach (var area in coloured)
        {
            foreach (var part in Enum.GetValues<CellPart>().Where(part => part != CellPart.Outside))
                first[(area, part)] = materials.Count + ((int)part - 1) * Steps;
            var looks = Enumerable
                .Range(0, Steps)
                .Select(step => After(area, strengths[area] * Math.Exp(Unevenness * (step - Steps / 2))))
                .ToList();
            foreach (var part in Enum.GetValues<CellPart>().Where(part => part != CellPart.Outside))
                materials.AddRange(looks.Select(look => Of(look, part)));
        }
        var (widthMm, heightMm) = (lines.Width / lines.PixelsPerMm, lines.Height / lines.PixelsPerMm);
        var (across, down) = ((int)Math.Round(widthMm * PixelsPerMm), (int)Math.Round(heightMm * PixelsPerMm));
        var filled = done.Where(pass => pass.Mends?.Kind == FindingKind.BareSpecks)
            .SelectMany(pass => pass.Areas)
            .ToHashSet();
        var missed = Missed(coloured, masks, random).FindAll(spot => !filled.Contains(labels.At(spot)));
        var byId = masks.ToDictionary(mask => mask.Id);
        var (pulling, pulledMm) = (new Random(seed + 2), byId.ToDictionary(one => one.Key, one => PulledMm(one.Value)));
        var (slowX, slowY) = (random.NextDouble() * 7, random.NextDouble() * 7);
        var what = new ushort[across * down];
        var ink = new byte[across * down];
        for (var at = 0; at < what.Length; at++)
        {
            var point = new PointMm((at % across + 0.5) / PixelsPerMm, (at / across + 0.5) / PixelsPerMm);
            ink[at] = lines.DarknessAt(point);
            var area = labels.At(point);
            if (!first.ContainsKey((area, CellPart.Middle)) || missed.Exists(spot => Near(spot, point)))
                continue;
            var slow =
                Math.Sin(point.X / SlowMm * 2 * Math.PI + slowX) + Math.Sin(point.Y / SlowMm * 2 * Math.PI + slowY);
            // Beyond its rim a brush lays what the middle has.
            var part =
                byId.TryGetValue(area, out var mask) && mask.At(point) is not CellPart.Outside and var own
                    ? Pulled(mask, point) ?? own
                    : CellPart.Middle;
            what[at] = (ushort)(first[(area, part)] + Math.Clamp(Steps / 2 + (int)Math.Round(slow), 0, Steps - 1));
        }
        return new PaintedCard(widthMm, heightMm, MarginMm, PixelsPerMm, [.. materials], what, ink, Ink);

        // Each point has the part of one about so far away: where parts meet, they get into each other.
        CellPart? Pulled(AreaMask mask, PointMm point)
        {
            double Moved(double mm) => Normal.Sample(pulling, mm, pulledMm[mask.Id]);
            return mask.At(new PointMm(Moved(point.X), Moved(point.Y))) is not CellPart.Outside and var there
                ? there
                : null;
        }

        // What mends is laid with care, and not by the slip that it mends.
        Surface After(int area, double strength) =>
            new CardFold(paints)
                .After(
                    done.Where(pass => pass.Areas.Contains(area))
                        .Select(pass =>
                            pass with
                            {
                                Acts =
                                [
                                    .. pass.Acts.Select(act =>
                                        act.Stronger(pass.Mends is null ? strength : mending[area])
                                    ),
                                ],
                            }
                        )
                )
                .Areas[area];
    }

    private static double PulledMm(AreaMask mask) =>
        Math.Min(
            MostPulledMm,
            PulledOfSide * AreaMask.CellMm * Math.Sqrt(mask.Parts.Count(part => part != CellPart.Outside))
        );

    private static Spectrum Of(Surface surface, CellPart part) =>
        part switch
        {
            CellPart.Light => surface.Light.Reflectance(),
            CellPart.Shadow => surface.Shadow.Reflectance(),
            CellPart.White => surface.Paper,
            _ => surface.Middle.Reflectance(),
        };

    private static bool Near(PointMm one, PointMm other) =>
        Math.Pow(one.X - other.X, 2) + Math.Pow(one.Y - other.Y, 2) < SpotMm * SpotMm;

    /// <summary>Spots in the largest area that was coloured.</summary>
    private static List<PointMm> Missed(ImmutableArray<int> coloured, ImmutableArray<AreaMask> masks, Random random)
    {
        var largest = masks
            .Where(mask => coloured.Contains(mask.Id))
            .MaxBy(mask => mask.Parts.Count(part => part != CellPart.Outside));
        if (largest is null)
            return [];
        var cells = Enumerable
            .Range(0, largest.Parts.Length)
            .Where(at => largest.Parts[at] == CellPart.Middle)
            .ToList();
        return cells.Count == 0
            ? []
            :
            [
                .. Enumerable
                    .Range(0, Spots)
                    .Select(_ => cells[random.Next(cells.Count)])
                    .Select(at => new PointMm(
                        (largest.Left + at % largest.Width + 0.5) * AreaMask.CellMm,
                        (largest.Top + at / largest.Width + 0.5) * AreaMask.CellMm
                    )),
            ];
    }
}
