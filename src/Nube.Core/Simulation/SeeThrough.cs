namespace Nube.Core.Simulation;

/// <summary>What comes between two looks, as a picture that one can see through.</summary>
public static class SeeThrough
{
    /// <summary>
    /// The most transparent picture that turns one look into another when it is laid over it: share alpha of its own colour,
    /// 1 - alpha of what is below (T. Porter, T. Duff, "Compositing digital images", SIGGRAPH 1984, over).
    /// </summary>
    /// <param name="before">The look below.</param>
    /// <param name="after">The look with it.</param>
    /// <returns>Blue, green, red, alpha of each pixel, 0 to 255, not multiplied with each other.</returns>
    /// <exception cref="ArgumentException">They are not of one size.</exception>
    public static byte[] Between(CardPicture before, CardPicture after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        if ((before.Width, before.Height) != (after.Width, after.Height))
            throw new ArgumentException("Both looks are of one size.", nameof(after));
        var layer = new byte[4 * before.Width * before.Height];
        for (var at = 0; at < layer.Length / 4; at++)
            Pixel(before.Bgr.AsSpan(3 * at, 3), after.Bgr.AsSpan(3 * at, 3), layer.AsSpan(4 * at, 4));
        return layer;
    }

    private static void Pixel(ReadOnlySpan<byte> below, ReadOnlySpan<byte> with, Span<byte> between)
    {
        var least = 0.0; // of alpha: with less of it no colour would do
        for (var channel = 0; channel < 3; channel++)
        {
            var (from, to) = (below[channel], with[channel]);
            least = Math.Max(
                least,
                to < from ? (from - to) / (double)from
                    : to > from ? (to - from) / (255.0 - from)
                    : 0
            );
        }
        var alpha = Math.Ceiling(255 * least);
        if (alpha == 0)
            return;
        for (var channel = 0; channel < 3; channel++)
        {
            var own = below[channel] + (with[channel] - below[channel]) * 255 / alpha;
            between[channel] = (byte)Math.Round(Math.Clamp(own, 0, 255));
        }
        between[3] = (byte)alpha;
    }
}
