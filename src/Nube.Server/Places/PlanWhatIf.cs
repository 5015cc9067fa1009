using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Nube.Core.Colour;
using Nube.Core.Planning;
using Nube.Core.Simulation;
using Nube.Data;
using Nube.Server.Support;
using Nube.Workshop;

namespace Nube.Server.Places;

/// <summary>An area as it is planned and as it would be otherwise: two pictures of the card, and what differs in words.</summary>
/// <param name="Planned">The card as planned, as an address that holds the picture itself.</param>
/// <param name="Instead">The card otherwise.</param>
/// <param name="Sentence">What comes of it, with figures.</param>
public sealed record WhatIfView(string Planned, string Instead, string Sentence);

/// <summary>What is done otherwise, in which area; on which paper of the stash, where that is what differs.</summary>
public sealed record WhatIfGiven(int Area, Deviation What, Guid? Paper = null);

/// <summary>What a mistake would do, before it is made.</summary>
public static class PlanWhatIf
{
    /// <summary>Maps it.</summary>
    public static void MapPlanWhatIf(this IEndpointRouteBuilder plan) => plan.MapPost("/what-if", Play);

    private static async Task<Ok<WhatIfView>> Play(
        Guid id,
        WhatIfGiven given,
        RunLoader runs,
        NubeDb db,
        FileStore files,
        Apprentices apprentices,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        if (CardLooksKept.ToPlay(run) is not { } card || run.InHand.Image is not { } image)
            throw TroubleException.Gone("This run has no plan yet.");
        if (image.Areas.All(one => one.Id != given.Area))
            throw TroubleException.Gone("This area is not there any more.");
        var other =
            given.What == Deviation.OtherPaper
                ? await db.Stash.SingleOrDefaultAsync(item => item.Id == given.Paper, cancel)
                : null;
        if (given.What == Deviation.OtherPaper && other?.Paper is null)
            throw TroubleException.Unusable("Choose a paper from your stash.");
        var labels = (await files.Get(image.LabelsHash, cancel)).Content;
        var played = await apprentices.Do(
            new PlayDeviation(card, given.Area, given.What, other?.Paper),
            labels,
            stop: cancel
        );
        return TypedResults.Ok(
            new WhatIfView(Address(played.Planned), Address(played.Instead), InWords(given.What, played, other?.Name))
        );
    }

    private static string Address(byte[] webp) => $"data:image/webp;base64,{Convert.ToBase64String(webp)}";

    /// <summary>What comes of it. How large a difference is told is this project's own.</summary>
    internal static string InWords(Deviation what, DeviationPlayed played, string? paper)
    {
        const double rimTold = 0.05,
            edgeTold = 1.2, // times the plan's
            leastEdge = 0.5; // L* per mm
        var (planned, instead) = (played.PlannedFigures, played.InsteadFigures);
        var difference = Ciede2000.Difference(planned.Colour, instead.Colour);
        List<string> told =
        [
            string.Create(
                CultureInfo.InvariantCulture,
                $"on the whole the colour is {difference:0.0} away from the plan ({Words.Seen(difference)})"
            ),
        ];
        if (played.DifferentMm2 >= 1)
            told.Add(
                string.Create(CultureInfo.InvariantCulture, $"{played.DifferentMm2:0} mm² clearly look otherwise")
            );
        if (planned.RimToMiddle is { } rim && instead.RimToMiddle is { } other && Math.Abs(rim - other) > rimTold)
            told.Add(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"its rim is {other:0.0} times as dark as its middle instead of {rim:0.0}"
                )
            );
        if (
            instead.HardestEdge > edgeTold * planned.HardestEdge
            && instead.HardestEdge - planned.HardestEdge > leastEdge
        )
            told.Add(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"there are hard edges in it (within a millimetre L* changes by up to {instead.HardestEdge:0}"
                ) + string.Create(CultureInfo.InvariantCulture, $" instead of {planned.HardestEdge:0})")
            );
        return $"{Cause(what, paper)}: {string.Join(", ", told)}.";
    }

    private static string Cause(Deviation what, string? paper) =>
        what switch
        {
            Deviation.TooEarly => "Touched while it is still damp",
            Deviation.MoreWater => "With much more water",
            Deviation.LayerFewer => "Without the last layer",
            Deviation.LastFirst => "With the last pass first",
            Deviation.Heat => "Dried with the heat tool",
            Deviation.NeighbourToo => "With a neighbour painted while it is wet",
            Deviation.NoDams => "With lines that hold no water back",
            _ => $"On {paper}",
        };
}
