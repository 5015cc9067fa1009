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
    private const int HalfInk = 127; // of 255

    /// <summary>The stamps of a scene by key.</summary>
    public async Task<Dictionary<Guid, Stamp>> Of(Scene scene, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(scene);
        var wanted = scene.FrontFirst.Select(placed => placed.Stamp).Distinct().ToList();
        return await db.Stamps.AsNoTracking().Where(stamp => wanted.Contains(stamp.Id)).ToDictionaryAsync(stamp => stamp.Id, stamp => stamp.Stamp, cancel);
    }

    /// <summary>The print of a whole scene, as a PNG.</summary>
    public async Task<byte[]> Print(Scene scene, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(scene);
        var wanted = scene.FrontFirst.Select(placed => placed.Stamp).Distinct().ToList();
        var pictures = new Dictionary<Guid, StampPicture>();
        foreach (var stamp in await db.Stamps.AsNoTracking().Where(stamp => wanted.Contains(stamp.Id)).ToListAsync(cancel))
            pictures[stamp.Id] = new StampPicture(stamp.Stamp, Lines((await files.Get(stamp.LineHash, cancel)).Content, stamp.WidthMm));
        var picture = ScenePicture.Compose(scene, pictures);
        using var bitmap = new SKBitmap(new SKImageInfo(picture.Width, picture.Height, SKColorType.Gray8, SKAlphaType.Opaque));
        for (var y = 0; y < picture.Height; y++) picture.Pixels.AsSpan(y * picture.Width, picture.Width).CopyTo(bitmap.GetPixelSpan()[(y * bitmap.RowBytes)..]);
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    /// <summary>How a run's scene changed since its areas were found; null when they never were.</summary>
    public async Task<SceneMove?> Moved(Guid run, Scene now, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(now);
        if (await db.Scenes.AsNoTracking().SingleOrDefaultAsync(scene => scene.RunId == run, cancel) is not { Found: { } was }) return null;
        var stamps = await Of(was, cancel);
        foreach (var (id, stamp) in await Of(now, cancel)) stamps[id] = stamp;
        return new SceneMove(was, now, stamps);
    }

    /// <summary>Lines as they were kept: black on clear paper.</summary>
    public static LineArt Lines(byte[] png, double widthMm)
    {
        using var codec = SKCodec.Create(new SKMemoryStream(png));
        using var bitmap = SKBitmap.Decode(codec, codec.Info.WithColorType(SKColorType.Rgba8888).WithAlphaType(SKAlphaType.Unpremul));
        var (darkness, ink) = (new byte[bitmap.Width * bitmap.Height], new byte[bitmap.Width * bitmap.Height]);
        var pixels = bitmap.GetPixelSpan();
        for (var y = 0; y < bitmap.Height; y++)
        {
            for (var x = 0; x < bitmap.Width; x++)
            {
                var alpha = pixels[y * bitmap.RowBytes + 4 * x + 3];
                (darkness[y * bitmap.Width + x], ink[y * bitmap.Width + x]) = (alpha, alpha > HalfInk ? byte.MaxValue : byte.MinValue);
            }
        }
        return new LineArt(bitmap.Width, bitmap.Height, bitmap.Width / widthMm, darkness, ink);
    }
}
