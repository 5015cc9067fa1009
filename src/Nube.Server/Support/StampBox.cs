using Microsoft.EntityFrameworkCore;
using Nube.Core.Artwork;
using Nube.Core.Stamping;
using Nube.Data;
using Nube.Data.Entities;
using SkiaSharp;

namespace Nube.Server.Support;

/// <summary>The stamps of the maker at work.</summary>
public sealed class StampBox(NubeDb db, FileStore files)
{
    /// <summary>The stamps of a scene by key.</summary>
    public async Task<Dictionary<Guid, Stamp>> Of(Scene scene, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(scene);
        var wanted = scene.FrontFirst.Select(placed => placed.Stamp).Distinct().ToList();
        return await db
            .Stamps.AsNoTracking()
            .Where(stamp => wanted.Contains(stamp.Id))
            .ToDictionaryAsync(stamp => stamp.Id, stamp => stamp.Stamp, cancel);
    }

    /// <summary>The print of a whole scene, as a PNG.</summary>
    public async Task<byte[]> Print(Scene scene, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(scene);
        var wanted = scene.FrontFirst.Select(placed => placed.Stamp).Distinct().ToList();
        var pictures = new Dictionary<Guid, StampPicture>();
        foreach (
            var stamp in await db.Stamps.AsNoTracking().Where(stamp => wanted.Contains(stamp.Id)).ToListAsync(cancel)
        )
            pictures[stamp.Id] = new StampPicture(
                stamp.Stamp,
                LinePicture.Read((await files.Get(stamp.LineHash, cancel)).Content, stamp.WidthMm)
            );
        var picture = ScenePicture.Compose(scene, pictures);
        using var bitmap = new SKBitmap(
            new SKImageInfo(picture.Width, picture.Height, SKColorType.Gray8, SKAlphaType.Opaque)
        );
        for (var y = 0; y < picture.Height; y++)
            picture
                .Pixels.AsSpan(y * picture.Width, picture.Width)
                .CopyTo(bitmap.GetPixelSpan()[(y * bitmap.RowBytes)..]);
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    /// <summary>How a piece's scene changed since its areas were found; null when they never were.</summary>
    public async Task<SceneMove?> Moved(Guid piece, Scene now, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(now);
        if (
            await db.Scenes.AsNoTracking().SingleOrDefaultAsync(scene => scene.PieceId == piece, cancel)
            is not { Found: { } was }
        )
            return null;
        var stamps = await Of(was, cancel);
        foreach (var (id, stamp) in await Of(now, cancel))
            stamps[id] = stamp;
        return new SceneMove(was, now, stamps);
    }
}
