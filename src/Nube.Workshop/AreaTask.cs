using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Light;

namespace Nube.Workshop;

/// <summary>Finds the lines of a picture, the areas that they enclose, and how the light divides them.</summary>
/// <param name="Size">The size that the maker gave.</param>
/// <param name="Panel">Where the panel lies in a photo; null for a scan or a drawing.</param>
/// <param name="GapMm">Longest gap that is bridged, mm.</param>
/// <param name="SmallestMm2">Smallest area, mm2.</param>
/// <param name="Edits">The maker's corrections; those that have nothing to correct any more are dropped.</param>
/// <param name="Light">How the picture is lit.</param>
/// <param name="Before">What was found in it before, where areas are to keep their numbers; null for a new
/// picture.</param>
/// <param name="Shows">What is on the paper.</param>
public sealed record FindAreas(
    PictureSize Size,
    PanelInPhoto? Panel,
    double GapMm,
    double SmallestMm2,
    ImmutableArray<AreaEdit> Edits,
    ImageLight Light,
    FoundBefore? Before,
    PictureShows Shows = PictureShows.Lines
) : WorkshopTask<AreasFound>
{
    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.Long;

    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Soon;

    private protected override AreasFound Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        var coloured = Shows == PictureShows.Lines ? null : Pictures.InColours(file, Panel, Size);
        say(new(0.3, Shows == PictureShows.Print ? "Reading the print" : "Finding the lines"));
        var (art, map, remarks) = Found(file, coloured, stop);
        say(new(0.6, "Reading its colours"));
        var print = coloured is null
            ? PrintOnPaper.None
            : PrintOnPaper.None with
            {
                Shows = Shows,
                Found = ColouredPrint.ColoursOf(coloured, map.Labels, art),
            };
        var smallest = map.SmallestMm2;
        if (Before is not null)
        {
            var kept = AreaMeasuring.Measure(AreaIds.Keep(map.Labels, LabelFile.Read(Before.Labels), Before.LastId));
            print = print.Renumbered(map.Labels, kept.Labels);
            map = kept;
        }
        var corrected = Corrected(map, out var made);
        say(new(0.8, "Finding light and shadow"));
        var depth = (Before?.Depth ?? Depth.Unknown) with { Guessed = DepthGuess.Of(corrected.Labels) };
        var zones = Zoning.Of(AreaForm.Of(corrected.Labels, depth.Pairs()), Light.Angle, Light.RuleOf);
        say(new(0.95, "Keeping what was found"));
        return new AreasFound(
            map.Labels.Width / map.Labels.PixelsPerMm,
            map.Labels.Height / map.Labels.PixelsPerMm,
            LinePicture.Png(art),
            LabelFile.Write(map.Labels),
            smallest,
            remarks,
            corrected.Areas,
            corrected.Touching,
            made,
            depth,
            zones,
            print.After(map.Labels, corrected.Labels)
        );
    }

    /// <summary>Lines and areas; a print has no lines.</summary>
    private (LineArt Art, AreaMap Map, ImmutableArray<string> Remarks) Found(
        byte[] file,
        SizedPicture? coloured,
        CancellationToken stop
    )
    {
        if (Shows == PictureShows.Print)
        {
            var parts = ColouredPrint.Parts(coloured!, SmallestMm2);
            var (width, height) = (parts.Labels.Width, parts.Labels.Height);
            var none = new LineArt(
                width,
                height,
                parts.Labels.PixelsPerMm,
                new byte[width * height],
                new byte[width * height]
            );
            return (none, parts, coloured!.Remarks);
        }
        var picture = Pictures.InGreys(file, Panel, Size);
        var art = LineExtraction.From(picture);
        var map = AreaFinder.FindAreas(art, GapRule.UpTo(GapMm), Edits.OfType<CloseGap>(), SmallestMm2, cancel: stop);
        return (art, map, picture.Remarks);
    }

    /// <summary>
    /// The areas with the maker's corrections; those that have nothing to correct any more are dropped.
    /// </summary>
    private AreaMap Corrected(AreaMap map, out ImmutableArray<AreaEdit> made)
    {
        made = [];
        foreach (var edit in Edits)
        {
            try
            {
                AreaEdits.Apply(map, made.Add(edit));
                made = made.Add(edit);
            }
            catch (AreaEditException)
            {
                // The areas that it joined or cut are not there with these gaps; the maker is told how many were
                // dropped.
            }
        }
        return AreaEdits.Apply(map, made);
    }
}

/// <summary>What was found in a picture before.</summary>
/// <param name="Labels">Its areas, before corrections; see <see cref="LabelFile"/>.</param>
/// <param name="LastId">The last number that an area has or had.</param>
/// <param name="Depth">Which of them lie behind others.</param>
public sealed record FoundBefore(byte[] Labels, int LastId, Depth Depth);

/// <summary>The lines and areas of a picture.</summary>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
/// <param name="LinePng">Its lines; see <see cref="LinePicture"/>.</param>
/// <param name="Labels">Its areas as they were found; see <see cref="LabelFile"/>.</param>
/// <param name="SmallestMm2">Area below which areas joined a neighbour, mm2.</param>
/// <param name="Remarks">What the maker should know about how it was read.</param>
/// <param name="Areas">Its areas, after the maker's corrections.</param>
/// <param name="Touching">Which of them touch.</param>
/// <param name="Edits">The corrections that had something to correct.</param>
/// <param name="Depth">Which of them lie behind others.</param>
/// <param name="Zones">Their shadow, middle and light.</param>
/// <param name="Print">What is printed on them in colour.</param>
public sealed record AreasFound(
    double WidthMm,
    double HeightMm,
    byte[] LinePng,
    byte[] Labels,
    double SmallestMm2,
    ImmutableArray<string> Remarks,
    ImmutableArray<Area> Areas,
    ImmutableArray<Neighbours> Touching,
    ImmutableArray<AreaEdit> Edits,
    Depth Depth,
    ImmutableArray<AreaZones> Zones,
    PrintOnPaper Print
);
