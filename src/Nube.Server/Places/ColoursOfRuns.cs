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
            ? On(run.Painting.GroundOn(onPaper.Paints).Middle.Colour(), onPaper, run, palettes)
            : null;

    /// <summary>The run's palette on what an area is coloured on; see <see cref="Unders"/>.</summary>
    internal static RunPalette Under(int area, RunWithSupplies run, Palettes palettes) => Unders(run, palettes)(area);

    /// <summary>
    /// The run's palette on what its areas are coloured on, by area: under a detail what lies around it, else the ground where
    /// the area lies, and the print that is there; or a sentence that it is missing. The run is taken as it is now.
    /// </summary>
    internal static Func<int, RunPalette> Unders(RunWithSupplies run, Palettes palettes)
    {
        var onPaper = Needed(run, palettes);
        var painting = run.Painting;
        var surfaces = painting.Unders(onPaper.Paints, run.Schools);
        var panel = painting.GroundOn(onPaper.Paints).Middle.Colour();
        var (details, printed) = (run.Details, run.Printed);
        return area =>
        {
            var ground = surfaces(area).Middle.Colour();
            // A ground that passes from hue to hue is another one under each area: those that look about alike share one.
            if (
                !details.Contains(area)
                && !printed.ContainsKey(area)
                && Ciede2000.Difference(ground, panel) >= SameGround
            )
                ground = new Lab(Stepped(ground.L), Stepped(ground.A), Stepped(ground.B));
            return On(ground, onPaper, run, palettes);
        };

        static double Stepped(double coordinate) => GroundStep * Math.Round(coordinate / GroundStep);
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
        if (Palette(run, palettes) is null)
        {
            change();
            return;
        }
        var (on, changed) = (areas.ToHashSet(), Unders(run, palettes));
        var before = on.ToDictionary(area => area, area => changed(area));
        change();
        var now = Unders(run, palettes);
        run.InHand.Colours =
        [
            .. run.InHand.Colours.Select(colour =>
                before.TryGetValue(colour.Wish.Area, out var was) && now(colour.Wish.Area) is var under && under != was
                    ? Choosing.OnAnotherGround(was, under, run.Schools, colour)
                    : colour
            ),
        ];
    }

    private static RunPalette On(Lab ground, RunPalette onPaper, RunWithSupplies run, Palettes palettes)
    {
        return Ciede2000.Difference(ground, onPaper.Paints.Paper.Colour.ToLab()) < SameGround
            ? onPaper
            : palettes.ForRun(
                [.. run.Palette.Select(p => p.Colourant!)],
                run.Paper! with
                {
                    Colour = Srgb.FromLab(ground),
                },
                run.LayingHand
            );
    }

    private const double SameGround = 1; // CIEDE2000: what is not seen changes no recipe
    private const double GroundStep = 3; // in each coordinate of CIELAB; half of it changes a recipe little. This project's own

    /// <summary>The run's palette on its ground, or a sentence that it is missing.</summary>
    internal static RunPalette Ground(RunWithSupplies run, Palettes palettes) =>
        OnGround(run, palettes) ?? throw NothingToColourWith();

    /// <summary>The run's palette on its paper; null when either is missing.</summary>
    internal static RunPalette? Palette(RunWithSupplies run, Palettes palettes)
    {
        if (run.NeedsPicture && (run.Paper is null || run.Palette.Count == 0))
            return null;
        var plain = palettes.ForRun([.. run.Palette.Select(p => p.Colourant!)], run.PaperOf(null), run.LayingHand);
        return run.Printed.IsEmpty ? plain : plain with { Paints = plain.Paints with { Printed = run.Printed } };
    }
}
