using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Checking;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Tests.Methods;
using Nube.Devices.Cards;
using Nube.Devices.Swatches;

namespace Nube.Core.Tests.Checking;

/// <summary>An image whose areas have wishes, recipes and a plan, and the cards that a hand makes of it.</summary>
internal sealed class PlannedCard
{
    private const double StrengthError = 0.15; // standard deviation of ln load of an area: a hand that is no machine's
    internal const double PartsError = 0.1; // the same of each colourant in a mix

    private static readonly string[] Wishes =
    [
        "#e8c84a",
        "#d9773c",
        "#c23b3b",
        "#8fae4c",
        "#4d7a45",
        "#5b86b5",
        "#8b5a3c",
        "#c9a1b8",
        "#6b5b8f",
        "#d8b98a",
        "#a9c7d8",
        "#7a8a3a",
    ];

    private readonly ImmutableArray<ChosenColour> chosen;

    public PlannedCard(
        TrialImage image,
        int seed,
        Method method = Method.FlatWash,
        LayingHand? hand = null,
        Schools? schools = null
    )
    {
        Image = image;
        Paints = Supplies.OnWatercolourPaper with { Hand = hand ?? LayingHand.Ordinary };
        Masks = Zoning.Masks(AreaForm.Of(image.Map.Labels), ImageLight.Usual.Angle, ImageLight.Usual.RuleOf);
        Sizes =
        [
            .. Masks.Select(mask => new AreaToPaint(
                mask.Id,
                image.Map.Areas.Single(area => area.Id == mask.Id).SizeMm2,
                new ZoneShares(
                    mask.ShareOf(CellPart.Light, CellPart.White),
                    mask.ShareOf(CellPart.Shadow),
                    mask.ShareOf(CellPart.White)
                )
            )),
        ];
        var random = new Random(seed);
        chosen =
        [
            .. image.Map.Areas.Select(area =>
            {
                var colour = Wishes[random.Next(Wishes.Length)];
                return new ChosenColour(
                    new Wish(area.Id, Srgb.Parse(colour), ShadowDepth.Soft, method),
                    Recipes.GetOrAdd((method, colour), of => Supplies.Best(of.Item1, of.Item2))
                );
            }),
        ];
        var painting = new Painting(chosen, [], Sizes, image.WidthMm * image.HeightMm, false, false);
        var touching = image.Map.Touching.Select(pair => (pair.One, pair.Other)).ToList();
        Plan = Scheduler.PlanRun(
            painting.Passes(Paints, schools ?? Schools.Usual, touching),
            touching,
            1,
            Paints.Paper,
            new Air(20, 0.5, 0),
            Hand.Ordinary
        );
    }

    private static readonly System.Collections.Concurrent.ConcurrentDictionary<(Method, string), Recipe> Recipes =
        new();

    public TrialImage Image { get; }

    public Paints Paints { get; }

    public Plan Plan { get; }

    public ImmutableArray<AreaMask> Masks { get; }

    public ImmutableArray<AreaToPaint> Sizes { get; }

    /// <summary>Everything in its plan was done.</summary>
    public WorkDone Done => new([.. Plan.Steps.Select(Plan.PassOf)], Paints);

    /// <summary>The inner parts of its areas.</summary>
    public ImmutableArray<AreaInside> Insides => AreaInside.Of(Masks, Image.Lines);

    /// <summary>What the areas should look like.</summary>
    public ImmutableArray<AreaExpected> Expected => AreaExpected.Of(Done);

    /// <summary>What is known of its cards.</summary>
    /// <param name="measured">Its paints were measured.</param>
    /// <param name="expected">What its areas are to look like; null for its plan.</param>
    public CardToCheck ToCheck(bool measured, ImmutableArray<AreaExpected>? expected = null) =>
        new(
            Image.Lines,
            Masks,
            [.. Image.Map.Touching.Select(pair => (pair.One, pair.Other))],
            expected ?? Expected,
            Paints.Paper.Colour,
            measured ? CardColours.SureOfSwatches : CardColours.SureOfCatalogue
        );

    /// <summary>A card as a hand paints it that errs, with paints that are not quite those of the catalogue.</summary>
    /// <param name="seed">Which hand and which paints.</param>
    /// <param name="measured">Its paints are those that Nube knows, to what a measured swatch sheet leaves open; else as near
    /// as a catalogue is.</param>
    /// <param name="strength">How much more, or less, the hand lays on an area than it should.</param>
    /// <param name="instead">The area whose colours an area gets by mistake.</param>
    /// <param name="hides">How much of its lines an area's colour hides.</param>
    /// <param name="shadow">The same in its shadow only.</param>
    /// <param name="hard">Whether the borders of an area's light and shadow are left as the brush made them.</param>
    /// <param name="strays">How far the brush strays from a line, mm.</param>
    /// <param name="mended">What was done to an area afterwards.</param>
    /// <param name="parts">How far it errs in each colourant of a mix: standard deviation of ln load.</param>
    /// <param name="faults">What else went wrong.</param>
    public PaintedCard Painted(
        int seed,
        bool measured = false,
        Func<int, double>? strength = null,
        Func<int, int>? instead = null,
        Func<int, double>? hides = null,
        Func<int, double>? shadow = null,
        Func<int, bool>? hard = null,
        double strays = 0.25,
        Func<int, IEnumerable<Act>>? mended = null,
        double parts = PartsError,
        params IReadOnlyList<Fault> faults
    )
    {
        var random = new Random(seed);
        var paper = Paints.Reflectance;
        TruePaint[] behind =
        [
            .. Paints.Colourants.Select(
                (one, place) => Nearer(TruePaint.Behind(one, seed * 100 + place), one.Optics(), measured ? LeftOpen : 1)
            ),
        ];
        var layers = Image.Map.Areas.ToDictionary(area => area.Id, _ => new List<Layer>());
        foreach (var pass in Plan.Steps.Select(Plan.PassOf))
        {
            // One brew for all areas of a pass, as makers mix.
            var paint = pass.Mix.Parts.IsEmpty
                ? null
                : TruePaint.Mix([
                    .. pass.Mix.Parts.Select(part => (behind[part.Colourant], part.Parts * Error(parts))),
                ]);
            foreach (var area in pass.Areas)
            {
                foreach (
                    var act in pass.Acts.Where(act => act.Kind is ActKind.Lay or ActKind.Draw && paint is not null)
                )
                    layers[area]
                        .Add(
                            Laid(
                                act,
                                paint!,
                                Error(StrengthError)
                                    * (strength?.Invoke(area) ?? 1)
                                    * (act.Zone == Zone.Shadow ? shadow?.Invoke(area) ?? 1 : 1)
                            )
                        );
            }
        }
        foreach (
            var (area, act) in layers
                .Keys.ToList()
                .SelectMany(area => (mended?.Invoke(area) ?? []).Select(act => (area, act)))
        )
        {
            if (act.Kind == ActKind.Lift)
                layers[area].Add(new Layer(null, act.Share, 1, Spread.Over(act.Zone)));
            else
                layers[area]
                    .Add(
                        Laid(
                            act,
                            TruePaint.Mix([
                                .. act.Mixes[0].Parts.Select(part => (behind[part.Colourant], (double)part.Parts)),
                            ]),
                            Error(StrengthError)
                        )
                    );
        }
        return SimplePainter.Paint(
            Image.Lines,
            Image.Map,
            layers
                .Where(area => area.Value.Count > 0)
                .ToDictionary(
                    area => area.Key,
                    area => new Painted(
                        (ground, part, ratio) =>
                            layers[instead?.Invoke(area.Key) ?? area.Key]
                                .Aggregate(ground, (under, layer) => Over(under, layer, ground, ratio, part)),
                        hides?.Invoke(area.Key) ?? 0
                    )
                ),
            seed,
            paper,
            Masks,
            strays: strays,
            fades: area => hard?.Invoke(area) ?? false ? 0 : FadesMm(area),
            faults: faults
        );

        // Paint lies evenly. Pencil lies on the grain of the paper only; a stronger hand covers more of it.
        Layer Laid(Act act, TruePaint paint, double times)
        {
            if (act.Kind == ActKind.Lay)
                return new Layer(
                    paint,
                    Paints.LoadOf(act.Mixes[0]) * act.Times * act.Share * times,
                    1,
                    Spread.Over(act.Zone)
                );
            var (touched, layers) = (PencilOnTooth.Touch(Paints.Paper.Texture, act.Pressure), act.Times * times);
            var covers = 1 - Math.Pow(1 - touched, layers);
            var load = PencilOnTooth.LoadOf(act.Pressure) * layers * touched / covers;
            return new Layer(paint, load, covers, Spread.Over(act.Zone));
        }

        // Lifting brings what lies there some of the way to what is below; nothing that is laid does that.
        static Spectrum Over(Spectrum under, Layer layer, Spectrum ground, double ratio, CellPart part)
        {
            var there = Of(layer.Spread, part);
            return layer.Paint is { } paint
                ? Some(under, paint.Even(under, layer.Load * ratio * there), layer.Covers)
                : Some(under, ground, layer.Load * there);
        }

        static Spectrum Some(Spectrum of, Spectrum other, double share) =>
            Spectrum.From(band => of[band] + share * (other[band] - of[band]));

        double Error(double deviation) => Math.Exp(MathNet.Numerics.Distributions.Normal.Sample(random, 0, deviation));
    }

    /// <summary>What lies on an area, one thing over the other: paint or pencil, or something taken away.</summary>
    /// <param name="Paint">What it is; null where something was lifted.</param>
    /// <param name="Load">How much of it lies where it lies; how much was lifted, 0 to 1.</param>
    /// <param name="Covers">How much of the paper it covers, 0 to 1.</param>
    /// <param name="Spread">How much of it each part has.</param>
    private sealed record Layer(TruePaint? Paint, double Load, double Covers, Spread Spread);

    /// <summary>A paint that differs from what is known of it by a part of what it did.</summary>
    private static TruePaint Nearer(TruePaint paint, PaintOptics known, double share) =>
        paint with
        {
            Absorption = Spectrum.From(band =>
                known.Absorption[band] * Math.Pow(paint.Absorption[band] / known.Absorption[band], share)
            ),
            Scattering = Spectrum.From(band =>
                known.Scattering * Math.Pow(paint.Scattering[band] / known.Scattering, share)
            ),
        };

    // Of what catalogue and paint differ by, what a sheet that was read leaves: predictions miss by about 1 CIEDE2000 then
    // (docs/science.md, the swatch loop).
    private const double LeftOpen = 0.25;

    /// <summary>How far a hand pulls light and shadow of an area into each other: less where there is less room.</summary>
    private double FadesMm(int area) =>
        Math.Min(1, 0.1 * Math.Sqrt(Image.Map.Areas.Single(one => one.Id == area).SizeMm2));

    private static double Of(Spread spread, CellPart part) =>
        part switch
        {
            CellPart.Light => spread.Light,
            CellPart.Shadow => spread.Shadow,
            CellPart.White => 0,
            _ => spread.Middle,
        };
}
