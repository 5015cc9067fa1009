using System.Collections.Immutable;
using System.IO.Compression;
using System.Runtime.InteropServices;
using Nube.Core.Simulation;
using SkiaSharp;

namespace Nube.Workshop;

/// <summary>
/// A card in layers, for other programs: the bare paper, what each pass adds when it is dry, and the stamped lines, as PNGs
/// in a ZIP. One over the other they are the card. The file is the image's areas.
/// </summary>
/// <param name="Card">The card.</param>
/// <param name="Names">What each of its passes is called, in their order.</param>
/// <param name="Lines">The stamped lines.</param>
public sealed record ShareLayers(PlayCard Card, ImmutableArray<string> Names, StampedLines Lines) : WorkshopTask<Shared>
{
    /// <inheritdoc />
    public override WorkLimits Limits => WorkLimits.PassByPass;

    /// <inheritdoc />
    public override WorkUrgency Urgency => WorkUrgency.Soon;

    private protected override Shared Work(byte[] file, Action<WorkProgress> say, CancellationToken stop)
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            var play = new CardPlay(Card.ToPlay(file), Card.CellMm);
            var before = play.Bare();
            Add(zip, "00 Paper", before.Width, before.Height, Opaque(before));
            var number = 0;
            foreach (var still in play.Stills(stop).Where(still => still.Moment == Moment.Dry))
            {
                var name = FormattableString.Invariant($"{number + 1:00} {Names[number++]}");
                Add(zip, name, before.Width, before.Height, SeeThrough.Between(before, still.Picture));
                before = still.Picture;
                say(new(number / (double)Names.Length, "Painting it"));
            }
            using var over = new SKBitmap(before.Width, before.Height, SKColorType.Bgra8888, SKAlphaType.Premul);
            Lines.Draw(over);
            Add(zip, FormattableString.Invariant($"{number + 1:00} Lines"), over);
        }
        return new Shared(stream.ToArray());
    }

    private static byte[] Opaque(CardPicture picture)
    {
        var all = new byte[picture.Bgr.Length / 3 * 4];
        Array.Fill(all, byte.MaxValue);
        for (var at = 0; at < all.Length / 4; at++)
            picture.Bgr.AsSpan(3 * at, 3).CopyTo(all.AsSpan(4 * at));
        return all;
    }

    private void Add(ZipArchive zip, string name, int width, int height, byte[] bgra)
    {
        using var picture = new SKBitmap(width, height, SKColorType.Bgra8888, SKAlphaType.Unpremul);
        Marshal.Copy(bgra, 0, picture.GetPixels(), bgra.Length);
        Add(zip, name, picture);
    }

    private void Add(ZipArchive zip, string name, SKBitmap picture)
    {
        using var data = picture.Encode(SKEncodedImageFormat.Png, 100);
        // It is compressed already.
        using var entry = zip.CreateEntry($"{name}.png", CompressionLevel.NoCompression).Open();
        entry.Write(PngSize.With(data.AsSpan(), picture.Width / Card.WidthMm));
    }
}
