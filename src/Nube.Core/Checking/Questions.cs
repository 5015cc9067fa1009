using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Materials;
using Nube.Core.Planning;

namespace Nube.Core.Checking;

/// <summary>What no picture shows, and is asked.</summary>
/// <remarks>Which colours do so is common practice, no source.</remarks>
public static class Questions
{
    /// <summary>What can be asked.</summary>
    public static ImmutableArray<FindingKind> All { get; } =
    [FindingKind.WaxBloom, FindingKind.Shine, FindingKind.LooseColour];

    /// <summary>What to ask of a card, by what lies on it.</summary>
    /// <param name="done">What was done to it.</param>
    public static ImmutableArray<FindingKind> Of(WorkDone done)
    {
        ArgumentNullException.ThrowIfNull(done);
        var media = done
            .Passes.SelectMany(pass => OldPasses.ActsOf(pass))
            .Where(act => act.Kind is ActKind.Lay or ActKind.Draw)
            .SelectMany(act => act.Mixes)
            .SelectMany(mix => mix.Parts)
            .Select(part => done.Paints.Colourants[part.Colourant].Medium)
            .ToHashSet();
        return
        [
            .. All.Where(kind =>
                kind switch
                {
                    FindingKind.WaxBloom => media.Contains(Medium.WaxPencil),
                    FindingKind.Shine => media.Overlaps([Medium.WaxPencil, Medium.OilPencil]),
                    _ => media.Overlaps([Medium.WaxPencil, Medium.OilPencil, Medium.BlendingInk]),
                }
            ),
        ];
    }

    /// <summary>A question, to which yes means that it is so.</summary>
    public static string Text(FindingKind kind) =>
        kind switch
        {
            FindingKind.WaxBloom => "Hold the card slantwise to the light: is there a pale haze on the pencil?",
            FindingKind.Shine => "Does one place shine more than the rest?",
            FindingKind.LooseColour => "Lay a clean finger on it: does colour come off?",
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "this is not asked"),
        };

    /// <summary>What a yes finds, on the whole card.</summary>
    public static Finding Found(FindingKind kind) =>
        All.Contains(kind)
            ? new Finding(kind, CardMap.Paper, null, 0, 0, "")
            : throw new ArgumentOutOfRangeException(nameof(kind), kind, "this is not asked");
}
