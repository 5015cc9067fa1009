using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Planning;
using Nube.Data.Entities;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>An area as it is drawn.</summary>
public sealed record AreaView(
    int Id, string Name, double SizeMm2, PointMm Centre, string Outline, string ShadowOutline, string LightOutline, string WhiteOutline, AreaMark? Mark);

/// <summary>The image of a run as it is drawn: areas below, lines above.</summary>
public sealed record ImageView(
    double WidthMm, double HeightMm, string LineUrl, string FileName, bool CanUndo, double GapMm, double SmallestMm2, double LightDegrees, Dams Dams,
    IReadOnlyList<AreaView> Areas)
{
    /// <summary>The view of an image; null when there is none.</summary>
    public static ImageView? Of(RunImage? image)
    {
        if (image is null) return null;
        var zones = image.Zones.ToDictionary(zone => zone.Id);
        return new(
            image.WidthMm,
            image.HeightMm,
            $"/api/runs/{image.RunId}/image/lines/{image.LineHash}",
            image.FileName,
            image.Edits.Length > 0,
            image.GapMm,
            image.SmallestMm2,
            image.Light.Angle.Degrees,
            image.Dams,
            [
                .. image.Areas.Select(a => new AreaView(
                    a.Id, image.NameOf(a.Id), a.SizeMm2, a.Centre, a.Outline, zones.GetValueOrDefault(a.Id)?.Shadow ?? "",
                    zones.GetValueOrDefault(a.Id)?.Light ?? "", zones.GetValueOrDefault(a.Id)?.White ?? "",
                    image.Marks.TryGetValue(a.Id, out var mark) ? mark : null)),
            ]);
    }
}

/// <summary>The paint on an area: on all of it, and on its shadow side where that is darker.</summary>
public sealed record AreaFill(int Area, Srgb Whole, Srgb? Shadow);

/// <summary>A card as it hangs on the drying line.</summary>
public sealed record CardView(
    int Card,
    Core.Drying.Wetness State,
    DateTimeOffset? NextStateAt,
    DateTimeOffset? DryAt,
    IReadOnlyList<AreaFill> Fills);

/// <summary>What is painted so far.</summary>
public static class Looks
{
    /// <summary>The fills of a card on which these passes are done.</summary>
    public static IReadOnlyList<AreaFill> Fills(RunWithSupplies run, PaletteOnPaper? palette, Plan plan, IEnumerable<int> passesDone)
    {
        ArgumentNullException.ThrowIfNull(run);
        ArgumentNullException.ThrowIfNull(plan);
        var layersDone = passesDone.SelectMany(pass => plan.Passes[pass].Areas)
            .GroupBy(area => area).ToDictionary(group => group.Key, group => group.Count());
        return palette is null ? [] : [.. run.Colours.Where(c => layersDone.ContainsKey(c.Wish.Area)).Select(c => Fill(palette, c, layersDone[c.Wish.Area]))];
    }

    /// <summary>The fills of a finished card.</summary>
    public static IReadOnlyList<AreaFill> Finished(RunWithSupplies run, PaletteOnPaper? palette)
    {
        ArgumentNullException.ThrowIfNull(run);
        return palette is null ? [] : [.. run.Colours.Select(c => Fill(palette, c, int.MaxValue))];
    }

    /// <summary>All cards of a run at some moment.</summary>
    public static IReadOnlyList<CardView> Cards(RunWithSupplies run, PaletteOnPaper? palette, BenchState? bench)
    {
        ArgumentNullException.ThrowIfNull(run);
        if (bench is null || run.Run.Plan is null)
        {
            return [.. Enumerable.Range(1, run.Run.Cards).Select(card =>
                new CardView(card, Core.Drying.Wetness.BoneDry, null, null, []))];
        }
        return [.. bench.Cards.Select(card => new CardView(
            card.Card, card.State, card.NextStateAt, card.DryAt, Fills(run, palette, run.Run.Plan.Plan, card.PassesDone)))];
    }

    private static AreaFill Fill(PaletteOnPaper palette, ChosenColour colour, int layers)
    {
        var steps = Colouring.AfterEachLayer(palette.Optics, palette.Paper, colour.Recipe, colour.Wish.ShadowLayers);
        var whole = Math.Min(layers, colour.Recipe.Layers);
        var shadow = Math.Min(layers, steps.Length);
        return new AreaFill(
            colour.Wish.Area,
            Srgb.FromLab(steps[whole - 1]),
            shadow > whole ? Srgb.FromLab(steps[shadow - 1]) : null);
    }
}
