using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Stamping;
using Nube.Core.Tests.Artwork;

namespace Nube.Core.Tests.Stamping;

/// <summary>Scenes made for tests: stamps of known shapes.</summary>
internal sealed class Scenes
{
    private readonly Dictionary<Guid, StampPicture> pictures = [];

    public IReadOnlyDictionary<Guid, StampPicture> Pictures => pictures;

    public IReadOnlyDictionary<Guid, Stamp> Stamps => pictures.ToDictionary(pair => pair.Key, pair => pair.Value.Stamp);

    /// <summary>A stamp from the body of a drawing.</summary>
    public Stamp Stamp(
        string name,
        double widthMm,
        double heightMm,
        string body,
        bool lettering = false,
        double lineMm = 0.5
    )
    {
        var art = LineExtraction.From(
            PictureReader.Read(Drawings.Svg(widthMm, heightMm, body, lineMm), new PictureSize(null, null))
        );
        var stamp = new Stamp(Guid.CreateVersion7(), name, Silhouette.Of(art, GapRule.Strict), lettering);
        pictures[stamp.Id] = new StampPicture(stamp, art);
        return stamp;
    }

    /// <summary>A square stamp of this side; its picture is 10 mm larger.</summary>
    public Stamp Square(string name, double side) =>
        Stamp(name, side + 10, side + 10, Drawings.Polygon((5, 5), (5 + side, 5), (5 + side, 5 + side), (5, 5 + side)));

    /// <summary>A stamp that looks the same in no two turns: a leaf with a hook.</summary>
    public Stamp Hook(string name) =>
        Stamp(name, 34, 24, Drawings.Polygon((4, 4), (30, 4), (30, 9), (12, 9), (12, 20), (4, 20)));

    public static PlacedStamp Put(
        Stamp stamp,
        double x,
        double y,
        double degrees = 0,
        bool mirrored = false,
        PlacedAs placedAs = PlacedAs.Stamped
    ) => new(Guid.CreateVersion7(), stamp.Id, new Placement(new PointMm(x, y), degrees, mirrored), placedAs);

    public static Scene Panel(double width, double height, params PlacedStamp[] frontFirst) =>
        new(width, height, false, [.. frontFirst]);

    public AreaMap Find(Scene scene) =>
        AreaFinder.FindAreas(LineExtraction.From(ScenePicture.Compose(scene, Pictures)));

    /// <summary>The area at a point of a map.</summary>
    public static int At(LabelRaster labels, double x, double y) =>
        labels.Labels[(int)(y * labels.PixelsPerMm) * labels.Width + (int)(x * labels.PixelsPerMm)];
}
