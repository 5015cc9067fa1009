using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Stamping;

/// <summary>
/// Carries what was found in a scene along when its stamps are moved, so that areas keep their numbers and colours.
/// </summary>
/// <param name="Was">The scene when its areas were found.</param>
/// <param name="Now">The scene now.</param>
/// <param name="Stamps">The stamps of both by key.</param>
public sealed record SceneMove(Scene Was, Scene Now, IReadOnlyDictionary<Guid, Stamp> Stamps)
{
    /// <summary>
    /// The areas as they were, moved to where their stamps lie now; what nobody knows any more is background.
    /// </summary>
    /// <param name="found">The areas of the former scene, before corrections.</param>
    public LabelRaster Carry(LabelRaster found)
    {
        ArgumentNullException.ThrowIfNull(found);
        var (owned, owners) = (ScenePicture.Owners(Was, Stamps), ScenePicture.Owners(Now, Stamps));
        var (was, (width, height)) = (ScenePicture.Pixels(Was), ScenePicture.Pixels(Now));
        if ((found.Width, found.Height) != was)
            throw new ArgumentException("The areas are not those of the former scene.", nameof(found));
        var former = Now
            .FrontFirst.Select(placed =>
                Was.FrontFirst.IndexOf(Was.FrontFirst.FirstOrDefault(old => old.Id == placed.Id)!)
            )
            .ToArray();
        var (wasScale, scale) = (ScenePicture.PixelsPerMm(Was), ScenePicture.PixelsPerMm(Now));
        var labels = new ushort[width * height];
        Parallel.For(0, height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                int owner = owners[y * width + x],
                    index = owner == 0 ? -1 : former[owner - 1];
                if (owner > 0 && index < 0)
                    continue;
                var point = new PointMm((x + 0.5) / scale, (y + 0.5) / scale);
                if (owner > 0)
                    point = Was.FrontFirst[index].At.OnPanel(Now.FrontFirst[owner - 1].At.OnStamp(point));
                var (fx, fy) = ((int)Math.Floor(point.X * wasScale), (int)Math.Floor(point.Y * wasScale));
                if (fx < 0 || fx >= was.Width || fy < 0 || fy >= was.Height || owned[fy * was.Width + fx] != index + 1)
                    continue;
                labels[y * width + x] = found.Labels[fy * was.Width + fx];
            }
        });
        return new LabelRaster(width, height, scale, labels);
    }

    /// <summary>Corrections with their strokes where the stamps under them lie now.</summary>
    /// <param name="edits">As they were made.</param>
    public ImmutableArray<AreaEdit> Carry(ImmutableArray<AreaEdit> edits)
    {
        var owned = ScenePicture.Owners(Was, Stamps);
        return
        [
            .. edits.Select(edit =>
                edit switch
                {
                    SplitArea split => split with { Stroke = Moved(split.Stroke, owned) },
                    CloseGap gap => gap with { Stroke = Moved(gap.Stroke, owned) },
                    _ => edit,
                }
            ),
        ];
    }

    private ImmutableArray<PointMm> Moved(ImmutableArray<PointMm> stroke, ushort[] owned)
    {
        var ((width, height), scale) = (ScenePicture.Pixels(Was), ScenePicture.PixelsPerMm(Was));
        var middle = new PointMm(stroke.Average(point => point.X), stroke.Average(point => point.Y));
        var (x, y) = ((int)(middle.X * scale), (int)(middle.Y * scale));
        if (x < 0 || y < 0 || x >= width || y >= height || owned[y * width + x] == 0)
            return stroke;
        var owner = owned[y * width + x];
        var was = Was.FrontFirst[owner - 1];
        return Now.FrontFirst.FirstOrDefault(placed => placed.Id == was.Id) is { } now
            ? [.. stroke.Select(point => now.At.OnPanel(was.At.OnStamp(point)))]
            : stroke;
    }
}
