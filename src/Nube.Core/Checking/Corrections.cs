using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;

namespace Nube.Core.Checking;

/// <summary>Finds what to do about an area whose colour came out otherwise than it was to.</summary>
/// <remarks>
/// What lies there is what was done, at the strength that the card shows; each thing that could be done is laid on it by the
/// same rules by which plans are seen (<see cref="Laying"/>), and what comes out is weakened as the card is against that.
/// Light, middle and shadow are held against what each was to be, by their shares. The best is taken, each layer being held
/// against what it brings.
/// </remarks>
public static class Corrections
{
    /// <summary>Differences that are left alone, CIEDE2000: nobody sees them without another card beside.</summary>
    public const double Tolerated = Words.HardlySeen;

    /// <summary>The same of a light or a shadow, where the rest of the area is right. This project's own.</summary>
    private const double ToleratedInZone = 4.5;

    /// <summary>A correction has to close so much of a difference: less costs more than it brings. This project's own.</summary>
    public const double LeastClosed = 0.3;

    private const double PerLayer = 0.4; // CIEDE2000 that a layer has to bring, for the time that it dries. This project's own.
    private const double PerLift = 1.5; // the same of lifting, which roughens the paper. This project's own.
    private const double PerWhite = 1.5; // the same of white pencil, which dulls colour and fills the tooth. This project's own.
    private const int MostLayers = 3; // of a glaze; more wear the paper
    private const double MostScaled = 2; // times by which a card's light may differ from what lies there as far as it is known

    /// <summary>What to do about the colour of an area.</summary>
    /// <param name="area">The area.</param>
    /// <param name="card">Its card.</param>
    /// <exception cref="ArgumentException">The card has no such area.</exception>
    public static Correction Of(int area, CardToMend card)
    {
        ArgumentNullException.ThrowIfNull(card);
        var (seen, size) = (Of(card.Areas), card.Sizes.First(one => one.Area == area));
        var (done, paints) = (card.Done, card.Done.Paints);
        var isBare = ColourFindings.IsBare(seen, paints.Paper.Colour.ToLab());
        var there = isBare ? Surface.Before(paints, area) : done.Lying(seen.Strength).Areas[area];
        var asked = ZoneLight.Of(done.Meant(card.ByDevice).Areas[area]);
        var light = ZoneLight.Of(there);
        var all = Ratio(seen.Colour.ToXyz(), Mean(light));
        var unexplained = new ZoneLight(
            OfZone(seen.Light, light.Light),
            OfZone(seen.Middle, light.Middle),
            OfZone(seen.Shadow, light.Shadow)
        );
        var before = Off(light);
        var worst = WorstZone(Times(light, unexplained));
        var leave = new Correction(CorrectionKind.Leave, area, [], seen.Colour, before, before, size.SizeMm2);
        if (before < Tolerated && worst < ToleratedInZone)
            return leave;
        var best = Ways(there, area, isBare, done)
            .Select(way =>
            {
                var after = ZoneLight.Of(Laying.Lay(there, way.Acts, paints));
                return leave with
                {
                    Kind = way.Kind,
                    Acts = way.Acts,
                    After = Lab.FromXyz(Mean(Times(after, unexplained))),
                    Remains = Off(after),
                };
            })
            .MinBy(way => way.Remains + Costs(way));
        return best?.Closes is null or < LeastClosed ? leave : best;

        static double Costs(Correction way) =>
            way.Acts.Sum(act => act.Kind == ActKind.Lift ? PerLift : PerLayer * act.Times)
            + (way.Kind == CorrectionKind.WhitePencil ? PerWhite : 0);

        AreaColour Of(ImmutableArray<AreaColour> areas) =>
            areas.FirstOrDefault(one => one.Area == area)
            ?? throw new ArgumentException($"the card has no area {area} that was read", nameof(area));

        Xyz Mean(ZoneLight zones) =>
            zones.Mean(size.Shares.Light, 1 - size.Shares.Light - size.Shares.Shadow, size.Shares.Shadow);

        double Off(ZoneLight lying)
        {
            var now = Times(lying, unexplained);
            return size.Shares.Light * Difference(now.Light, asked.Light)
                + (1 - size.Shares.Light - size.Shares.Shadow) * Difference(now.Middle, asked.Middle)
                + size.Shares.Shadow * Difference(now.Shadow, asked.Shadow);
        }

        double WorstZone(ZoneLight now) =>
            new[]
            {
                size.Shares.Light > 0 ? Difference(now.Light, asked.Light) : 0,
                Difference(now.Middle, asked.Middle),
                size.Shares.Shadow > 0 ? Difference(now.Shadow, asked.Shadow) : 0,
            }.Max();

        // A zone that is too small to be read is off as the whole area is.
        Xyz OfZone(Lab? zone, Xyz lying) => zone is { } read ? Ratio(read.ToXyz(), lying) : all;
    }

    private static double Difference(Xyz one, Xyz other) => Ciede2000.Difference(Lab.FromXyz(one), Lab.FromXyz(other));

    /// <summary>All that can be done about an area.</summary>
    private static IEnumerable<(CorrectionKind Kind, ImmutableArray<Act> Acts)> Ways(
        Surface there,
        int area,
        bool isBare,
        WorkDone done
    )
    {
        if (isBare)
            yield return (
                CorrectionKind.AsPlanned,
                [.. Mending.Planned(area, done).SelectMany(pass => OldPasses.ActsOf(pass))]
            );
        var acts = Mending.ActsOn(area, done).ToList();
        var drawn = acts.Where(act => act.Kind == ActKind.Draw).SelectMany(act => act.Mixes).Distinct().ToList();
        foreach (var more in drawn.SelectMany(pencil => Layers(pencil, there, done.Paints)))
            yield return (CorrectionKind.MorePencil, more);
        var laid = Mending.LaidOn(area, done);
        if (!isBare && (drawn.Count > 0 || !laid.IsEmpty) && done.Paints.White(pencil: true) is { } white)
        {
            foreach (var veil in Layers(Paints.Plain(white), there, done.Paints))
                yield return (CorrectionKind.WhitePencil, veil);
            if (drawn.Count > 0)
                yield return (CorrectionKind.WhitePencil, Blending.Burnish(Paints.Plain(white)));
        }
        // Water over dry pencil is another craft, and so are markers over it.
        if (drawn.Count > 0 || laid.IsEmpty)
            yield break;
        var glazes = Glazes(laid, done.Paints);
        foreach (var glaze in glazes)
        {
            for (var layers = 1; layers <= MostLayers; layers++)
            {
                yield return (CorrectionKind.Glaze, [Act.Lay(glaze, Zone.Whole, layers)]);
                yield return (CorrectionKind.DeepenShadow, [Act.Lay(glaze, Zone.Shadow, layers)]);
            }
        }
        var lifted = Mending.Lifted(laid, done.Paints);
        foreach (var share in new[] { lifted / 2, lifted })
        {
            var lift = Act.Lift(Zone.Whole, share);
            yield return (CorrectionKind.Lift, [lift]);
            yield return (CorrectionKind.LiftShadow, [Act.Lift(Zone.Shadow, share)]);
            yield return (CorrectionKind.LiftLight, [Act.Lift(Zone.Light, share)]);
            foreach (var glaze in glazes)
                yield return (CorrectionKind.LiftAndGlaze, [lift, Act.Lay(glaze, Zone.Whole)]);
        }
    }

    private static readonly Zone[] Zones = [Zone.Whole, Zone.Shadow, Zone.Light];

    /// <summary>Layers of a pencil that the paper still takes.</summary>
    private static IEnumerable<ImmutableArray<Act>> Layers(PaintMix pencil, Surface there, Paints paints) =>
        from zone in Zones
        from layers in Enumerable.Range(1, PencilOnTooth.MostLayers(paints.Paper.Texture, Pressure.Light))
        let acts = ImmutableArray.Create(Act.Draw(pencil, zone, layers))
        where Laying.LayersLeftOut(there, acts, paints) == 0
        select acts;

    /// <summary>What a layer can be of: what lies there, and each colourant at hand; thinner where water thins it.</summary>
    private static ImmutableArray<PaintMix> Glazes(IEnumerable<PaintMix> laid, Paints paints) =>
        [
            .. laid.SelectMany(mix =>
                    mix.Parts.All(part => paints.Colourants[part.Colourant].Medium.MixesInParts())
                        ? Strength
                            .Ladder.Where(strength => strength.WaterParts >= mix.Strength.WaterParts)
                            .Select(strength => mix with { Strength = strength })
                        : [mix]
                )
                .Concat(
                    Enumerable
                        .Range(0, paints.Colourants.Count)
                        .Where(place => paints.Colourants[place].Medium.MixesWithWater())
                        .SelectMany(place =>
                            Strength.Ladder.Skip(1).Select(strength => Paints.Plain(place) with { Strength = strength })
                        )
                )
                .Distinct(),
        ];

    private static ZoneLight Times(ZoneLight light, ZoneLight ratio) =>
        new(Times(light.Light, ratio.Light), Times(light.Middle, ratio.Middle), Times(light.Shadow, ratio.Shadow));

    private static Xyz Times(Xyz light, Xyz ratio) => new(light.X * ratio.X, light.Y * ratio.Y, light.Z * ratio.Z);

    private static Xyz Ratio(Xyz of, Xyz to) => new(Ratio(of.X, to.X), Ratio(of.Y, to.Y), Ratio(of.Z, to.Z));

    private static double Ratio(double of, double to) =>
        Math.Clamp(of / Math.Max(to, 1e-6), 1 / MostScaled, MostScaled);
}
