using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <content>What a run has to colour with, on its paper and on its ground.</content>
public static partial class Colours
{
    /// <summary>The run's palette on its paper, or a sentence that it is missing.</summary>
    internal static RunPalette Needed(RunWithSupplies run, Palettes palettes) =>
        Palette(run, palettes) ?? throw NothingToColourWith();

    /// <summary>What is said when paper or colours are missing.</summary>
    internal static TroubleException NothingToColourWith() =>
        TroubleException.Conflict("Choose a paper and at least one colour first.");

    /// <summary>
    /// The run's palette on what its areas are coloured on: a background that is laid before them, or the paper; null
    /// when paper or colours are missing.
    /// </summary>
    internal static RunPalette? OnGround(RunWithSupplies run, Palettes palettes) =>
        Palette(run, palettes) is { } onPaper
            ? On(run.Painting.GroundOn(onPaper.Paints), onPaper, run, palettes)
            : null;

    /// <summary>
    /// The run's palette on what an area is coloured on: under a detail what lies around it, else the print that is there, or
    /// the ground; or a sentence that it is missing.
    /// </summary>
    internal static RunPalette Under(int area, RunWithSupplies run, Palettes palettes)
    {
        var painting = run.Painting;
        return
            (
                run.Printed.ContainsKey(area)
                || painting.Areas.FirstOrDefault(one => one.Area == area) is { DetailOf: not null }
            ) && Palette(run, palettes) is { } onPaper
            ? On(painting.Under(area, onPaper.Paints, run.Schools), onPaper, run, palettes)
            : Ground(run, palettes);
    }

    /// <summary>Does a change; where it changes what details are coloured on, their recipes follow.</summary>
    internal static void DetailsFollow(RunWithSupplies run, Palettes palettes, Action change) =>
        FollowWhatIsUnder(run.Details, run, palettes, change);

    /// <summary>Does a change; where it changes what some areas are coloured on, their recipes follow.</summary>
    internal static void FollowWhatIsUnder(
        IEnumerable<int> areas,
        RunWithSupplies run,
        Palettes palettes,
        Action change
    )
    {
        var before = Palette(run, palettes) is null
            ? []
            : areas.ToDictionary(area => area, area => Under(area, run, palettes));
        change();
        run.InHand.Colours =
        [
            .. run.InHand.Colours.Select(colour =>
                before.TryGetValue(colour.Wish.Area, out var was)
                    ? Choosing.OnAnotherGround(was, Under(colour.Wish.Area, run, palettes), run.Schools, colour)
                    : colour
            ),
        ];
    }

    private static RunPalette On(Surface surface, RunPalette onPaper, RunWithSupplies run, Palettes palettes)
    {
        var ground = surface.Middle.Colour();
        return Ciede2000.Difference(ground, onPaper.Paints.Paper.Colour.ToLab()) < SameGround
            ? onPaper
            : palettes.ForRun(
                [.. run.Palette.Select(p => p.Colourant!)],
                run.Paper! with
                {
                    Colour = Srgb.FromLab(ground),
                },
                run.Dilution
            );
    }

    private const double SameGround = 1; // CIEDE2000: what is not seen changes no recipe

    /// <summary>The run's palette on its ground, or a sentence that it is missing.</summary>
    internal static RunPalette Ground(RunWithSupplies run, Palettes palettes) =>
        OnGround(run, palettes) ?? throw NothingToColourWith();

    /// <summary>The run's palette on its paper; null when either is missing.</summary>
    internal static RunPalette? Palette(RunWithSupplies run, Palettes palettes)
    {
        if (run.NeedsPicture && (run.Paper is null || run.Palette.Count == 0))
            return null;
        var plain = palettes.ForRun([.. run.Palette.Select(p => p.Colourant!)], run.PaperOf(null), run.Dilution);
        return run.Printed.IsEmpty ? plain : plain with { Paints = plain.Paints with { Printed = run.Printed } };
    }
}
