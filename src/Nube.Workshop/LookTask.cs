using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Cards;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Simulation;
using OpenCvSharp;

namespace Nube.Workshop;

/// <summary>Plays what is done to a card; each look is told as soon as it is there. The file is the image's areas.</summary>
/// <param name="WidthMm">Width of the image, mm.</param>
/// <param name="HeightMm">Height of the image, mm.</param>
/// <param name="Edits">The maker's corrections of its areas.</param>
/// <param name="Depth">Which of them lie behind others.</param>
/// <param name="Light">How it is lit.</param>
/// <param name="Dams">Which of its lines hold water back.</param>
/// <param name="Paper">The paper.</param>
/// <param name="Colourants">The run's colourants, in the order in which recipes count them.</param>
/// <param name="Hand">The hand that colours it.</param>
/// <param name="Air">The air.</param>
/// <param name="DryingFactor">The maker's own factor on drying times.</param>
/// <param name="Passes">What is done, in its order.</param>
/// <param name="Seed">Another one, another card.</param>
/// <param name="CellMm">Side of a cell, mm: 0.25, or 0.5 for a first look.</param>
public sealed record PlayCard(
    double WidthMm,
    double HeightMm,
    ImmutableArray<AreaEdit> Edits,
    Depth Depth,
    ImageLight Light,
    Dams Dams,
    Paper Paper,
    ImmutableArray<Colourant> Colourants,
    LayingHand Hand,
    Air Air,
    double DryingFactor,
    ImmutableArray<PassInTime> Passes,
    int Seed,
    double CellMm
) : WorkshopTask<CardPlayed>
{
    /// <summary>What is printed on areas before, on white paper.</summary>
    public ImmutableDictionary<int, Srgb> Printed { get; init; } = ImmutableDictionary<int, Srgb>.Empty;

    private const int Quality = 88; // of WebP: no blocks can be seen, at a tenth of a PNG's size

    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.PassByPass;

    /// <inheritdoc />
    public override WorkUrgency Urgency => CellMm > AreaMask.CellMm ? WorkUrgency.Soon : WorkUrgency.Whenever;

    private protected override CardPlayed Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var looks = 0;
        foreach (var still in new CardPlay(ToPlay(file), CellMm).Stills(stop))
        {
            var share = (1.0 + Passes.ToList().FindIndex(go => go.Pass.Index == still.Pass)) / Passes.Length;
            say(
                new(
                    share,
                    "Painting it",
                    new StillSeen(looks++, still.Pass, still.Moment, still.Seconds, Coded(still.Picture))
                )
            );
        }
        return new CardPlayed(looks);
    }

    /// <summary>The card, with its areas as they are found in the file.</summary>
    internal CardToPlay ToPlay(byte[] file)
    {
        var areas = AreaEdits.Apply(AreaMeasuring.Measure(LabelFile.Read(file)), Edits);
        var forms = AreaForm.Of(areas.Labels, Depth.Pairs());
        var paints = new Paints(
            Colourants,
            [.. Colourants.Select(colourant => colourant.Optics())],
            Paper,
            Paper.Reflectance()
        )
        {
            Hand = Hand,
            Printed = Printed,
        };
        var byId = areas.Areas.ToDictionary(area => area.Id);
        return new CardToPlay(
            WidthMm,
            HeightMm,
            Zoning.Masks(forms, Light.Angle, Light.RuleOf),
            forms,
            (area, gradient) =>
            {
                var placeOn = (
                    area == Pass.Panel
                        ? GradientPlace.Of(gradient, new SizeMm(WidthMm, HeightMm))
                        : GradientPlace.Of(gradient, byId[area])
                ).PlaceOn(gradient);
                return (x, y) => placeOn(new PointMm(x, y));
            },
            DamCells.Of(areas.Labels, Dams, CardToPlay.GridOf(WidthMm, HeightMm)),
            paints,
            Air,
            DryingFactor,
            Passes,
            Seed
        );
    }

    /// <summary>A picture as it is sent.</summary>
    internal static byte[] Coded(CardPicture picture)
    {
        using var pixels = Mat.FromPixelData(picture.Height, picture.Width, MatType.CV_8UC3, picture.Bgr);
        Cv2.ImEncode(".webp", pixels, out var coded, new ImageEncodingParam(ImwriteFlags.WebPQuality, Quality));
        return coded;
    }
}

/// <summary>Plans one area by itself and plays it, to see it dry.</summary>
/// <param name="Plan">What is to become of it.</param>
/// <param name="Card">The card; its passes are those of the plan.</param>
public sealed record PlayArea(PlanCards Plan, PlayCard Card) : WorkshopTask<AreaPlayed>
{
    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Soon;

    private protected override AreaPlayed Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var card = (Card with { Passes = PassInTime.OfCard(Plan.Made(stop), 1) }).ToPlay(file);
        return new AreaPlayed(PlayCard.Coded(new CardPlay(card, Card.CellMm).Last(stop).Picture));
    }
}

/// <summary>An area that was played.</summary>
/// <param name="Webp">The card with nothing but it, dry.</param>
public sealed record AreaPlayed(byte[] Webp);

/// <summary>A look at a card, as a picture that can be sent.</summary>
/// <param name="Number">Its place among the looks, from 0.</param>
/// <param name="Pass">Index of the pass that was done last.</param>
/// <param name="Moment">How long after it.</param>
/// <param name="Seconds">When, from the start of the run, s.</param>
/// <param name="Webp">The picture.</param>
public sealed record StillSeen(int Number, int Pass, Moment Moment, double Seconds, byte[] Webp);

/// <summary>A card that was played to its end.</summary>
/// <param name="Looks">How many looks there were.</param>
public sealed record CardPlayed(int Looks);

/// <summary>Plays one area as planned and otherwise, side by side.</summary>
/// <param name="Card">The card as planned.</param>
/// <param name="Area">The area.</param>
/// <param name="What">What is done otherwise.</param>
/// <param name="Other">The other paper, where that is asked for.</param>
public sealed record PlayDeviation(PlayCard Card, int Area, Deviation What, Paper? Other)
    : WorkshopTask<DeviationPlayed>
{
    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Soon;

    private protected override DeviationPlayed Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var planned = WhatIf.AsPlanned(Card.ToPlay(file), Area, What);
        var mask = planned.Masks.FirstOrDefault(mask => mask.Id == Area)
            ?? throw new PictureTroubleException("This area is not there any more.");
        if (!planned.Passes.Any(go => go.Pass.Areas.Contains(Area)))
            throw new PictureTroubleException("Nothing is done in this area by itself.");
        var otherwise = WhatIf.Done(planned, Area, What, Other)
            ?? throw new PictureTroubleException(
                What switch
                {
                    Deviation.NoDams => "No line of this picture holds water back.",
                    Deviation.NeighbourToo => "Nothing wet is done beside this area that could run into it.",
                    _ => "That cannot be done in this area: it has too few passes for it, or none that is wet.",
                }
            );
        CardPicture Last(CardToPlay card) => new CardPlay(card, Card.CellMm).Last(stop).Picture;
        var (asPlanned, instead) = (Last(planned), Last(otherwise));
        return new DeviationPlayed(
            PlayCard.Coded(asPlanned),
            PlayCard.Coded(instead),
            AreaMeasured.Of(asPlanned, mask, planned.WidthMm),
            AreaMeasured.Of(instead, mask, planned.WidthMm),
            AreaMeasured.DifferentMm2(asPlanned, instead, mask, planned.WidthMm)
        );
    }
}

/// <summary>An area as planned and otherwise.</summary>
/// <param name="Planned">The card as planned, WebP.</param>
/// <param name="Instead">The card otherwise, WebP.</param>
/// <param name="PlannedFigures">The area as planned, in figures.</param>
/// <param name="InsteadFigures">The same otherwise.</param>
/// <param name="DifferentMm2">How much of it looks clearly otherwise, mm2.</param>
public sealed record DeviationPlayed(
    byte[] Planned,
    byte[] Instead,
    AreaMeasured PlannedFigures,
    AreaMeasured InsteadFigures,
    double DifferentMm2
);
