using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Stamping;

/// <summary>Carries what was found in a scene along when its stamps are moved, so that areas keep their numbers and colours.</summary>
/// <param name="Was">The scene when its areas were found.</param>
/// <param name="Now">The scene now.</param>
/// <param name="Stamps">The stamps of both by key.</param>
public sealed record SceneMove(Scene Was, Scene Now, IReadOnlyDictionary<Guid, Stamp> Stamps)
{
    /// <summary>The areas as they were, moved to where their stamps lie now; what nobody knows any more is background.</summary>
    /// <param name="found">The areas of the former scene, before corrections.</param>
    public LabelRaster Carry(LabelRaster found)
    {
        ArgumentNullException.ThrowIfNull(found);
        var (owned, owners) = (ScenePicture.Owners(Was, Stamps), ScenePicture.Owners(Now, Stamps));
        var (was, (width, height)) = (ScenePicture.Pixels(Was), ScenePicture.Pixels(Now));
        if ((found.Width, found.Height) != was) throw new ArgumentException("The areas are not those of the former scene.", nameof(found));
        var former = Now.FrontFirst.Select(placed => Was.FrontFirst.IndexOf(Was.FrontFirst.FirstOrDefault(old => old.Id == placed.Id)!)).ToArray();
        var labels = new ushort[width * height];
        Parallel.For(0, height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                int owner = owners[y * width + x], index = owner == 0 ? -1 : former[owner - 1];
                if (owner > 0 && index < 0) continue;
                var (fx, fy) = owner == 0 ? (x, y) : Formerly(x, y, Was.FrontFirst[index].At, Now.FrontFirst[owner - 1].At);
                if (fx < 0 || fx >= was.Width || fy < 0 || fy >= was.Height || owned[fy * was.Width + fx] != index + 1) continue;
                labels[y * width + x] = found.Labels[fy * was.Width + fx];
            }
        });
        return new LabelRaster(width, height, ScenePicture.PixelsPerMm, labels);
    }

    /// <summary>Corrections with their strokes where the stamps under them lie now.</summary>
    /// <param name="edits">As they were made.</param>
    public ImmutableArray<AreaEdit> Carry(ImmutableArray<AreaEdit> edits)
    {
        var owned = ScenePicture.Owners(Was, Stamps);
        return [.. edits.Select(edit => edit switch
        {
            SplitArea split => split with { Stroke = Moved(split.Stroke, owned) },
            CloseGap gap => gap with { Stroke = Moved(gap.Stroke, owned) },
            _ => edit,
        })];
    }

    private ImmutableArray<PointMm> Moved(ImmutableArray<PointMm> stroke, ushort[] owned)
    {
        var (width, height) = ScenePicture.Pixels(Was);
        var middle = new PointMm(stroke.Average(point => point.X), stroke.Average(point => point.Y));
        var (x, y) = ((int)(middle.X * ScenePicture.PixelsPerMm), (int)(middle.Y * ScenePicture.PixelsPerMm));
        if (x < 0 || y < 0 || x >= width || y >= height || owned[y * width + x] is 0 and var owner) return stroke;
        owner = owned[y * width + x];
        var was = Was.FrontFirst[owner - 1];
        return Now.FrontFirst.FirstOrDefault(placed => placed.Id == was.Id) is { } now
            ? [.. stroke.Select(point => now.At.OnPanel(was.At.OnStamp(point)))]
            : stroke;
    }

    private static (int X, int Y) Formerly(int x, int y, Placement was, Placement now)
    {
        var point = was.OnPanel(now.OnStamp(new PointMm((x + 0.5) / ScenePicture.PixelsPerMm, (y + 0.5) / ScenePicture.PixelsPerMm)));
        return ((int)Math.Floor(point.X * ScenePicture.PixelsPerMm), (int)Math.Floor(point.Y * ScenePicture.PixelsPerMm));
    }
}
