using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Light;
using Nube.Data.Entities;
using Nube.Devices.Cards;
using Nube.Devices.Swatches;
using Nube.Server.Places;
using Nube.Workshop;

namespace Nube.Server.Support;

/// <summary>A card of a run as the stand-in hand colours it and a stand-in device takes it.</summary>
internal static class StandInCard
{
    /// <summary>Takes a card after what was done to it.</summary>
    /// <param name="run">Its run, with a plan and a picture.</param>
    /// <param name="bench">The bench.</param>
    /// <param name="card">The card.</param>
    /// <param name="device">What takes it.</param>
    /// <param name="files">The maker's files.</param>
    /// <param name="palettes">Palettes.</param>
    /// <param name="cancel">Ends it.</param>
    public static async Task<CardsTaken> Take(
        RunWithSupplies run,
        BenchState bench,
        int card,
        SheetConditions device,
        FileStore files,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var image = run.Image;
        var areas = AreaEdits.Apply(
            AreaMeasuring.Measure(LabelFile.Read((await files.Get(image.LabelsHash, cancel)).Content)),
            image.Edits
        );
        var seed = SimulatedHand.SeedOf(run.Run.Name, card);
        var painted = SimulatedHand.Paint(
            [.. bench.PassesDone(CheckPlace.PlanOf(run), card)],
            CheckPlace.PaintsOf(run, palettes),
            CheckCards.LinesOf((await files.Get(image.LineHash, cancel)).Content, image.WidthMm),
            areas.Labels,
            Zoning.Masks(AreaForm.Of(areas.Labels, image.Depth.Pairs()), image.Light.Angle, image.Light.RuleOf),
            seed
        );
        return CardsTaken.One(painted, device, seed);
    }
}
