using System.Collections.Immutable;
using Nube.Core.Materials;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>What a new run has by itself: as the last one, with what came in since; else all that there is.</summary>
/// <param name="Paper">Its paper; null where there is none.</param>
/// <param name="StampingInk">Its stamping ink; null where there is none.</param>
/// <param name="Palette">Its colours.</param>
public sealed record StartingSupplies(Guid? Paper, Guid? StampingInk, ImmutableArray<Guid> Palette)
{
    /// <summary>Most colours of a run.</summary>
    public const int MostColours = 48;

    /// <summary>From what is in the stash.</summary>
    /// <param name="stash">What is not put away, in its order.</param>
    /// <param name="last">The run that was begun last; null for the first.</param>
    public static StartingSupplies Of(IReadOnlyList<StashItem> stash, Run? last)
    {
        ArgumentNullException.ThrowIfNull(stash);
        var lastPiece = last?.Pieces.MinBy(piece => piece.Place);
        Guid? First(StashKind kind, Guid? before) =>
            (
                stash.FirstOrDefault(item => item.Kind == kind && item.Id == before)
                ?? stash.FirstOrDefault(item => item.Kind == kind)
            )?.Id;
        var colours = stash.Where(item => item.Colourant is not null).ToList();
        var again =
            last is null || last.Palette.IsEmpty
                ? colours
                : colours.Where(item => last.Palette.Contains(item.Id) || item.CreatedAt > last.CreatedAt);
        return new StartingSupplies(
            First(StashKind.Paper, lastPiece?.PaperId),
            First(StashKind.StampingInk, lastPiece?.StampingInkId),
            // Where there are more than a run takes, those that are mixed come first: others are taken as they are.
            [
                .. again
                    .OrderBy(item => item.Colourant!.Medium.MixesWithWater() ? 0 : 1)
                    .Take(MostColours)
                    .Select(item => item.Id),
            ]
        );
    }

    /// <summary>Gives them to a run and its first piece.</summary>
    public void GiveTo(Run run)
    {
        ArgumentNullException.ThrowIfNull(run);
        run.Palette = Palette;
        run.Pieces.Add(
            new RunPiece
            {
                RunId = run.Id,
                MakerId = run.MakerId,
                PaperId = Paper,
                StampingInkId = StampingInk,
            }
        );
    }
}
