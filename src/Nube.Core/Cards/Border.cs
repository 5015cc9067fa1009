namespace Nube.Core.Cards;

/// <summary>The borders that a piece leaves around one that lies in its middle.</summary>
/// <param name="AcrossMm">Left and right of it, mm; below 0 where it overlaps.</param>
/// <param name="DownMm">Above and below it, mm; below 0 where it overlaps.</param>
public readonly record struct Border(double AcrossMm, double DownMm)
{
    private const double SeenMm = 0.5; // borders that differ by less look even; by eye

    /// <summary>The borders of one size around another.</summary>
    public static Border Around(SizeMm inner, SizeMm outer) =>
        new((outer.Width - inner.Width) / 2, (outer.Height - inner.Height) / 2);

    /// <summary>They look even.</summary>
    public bool IsEven => Math.Abs(AcrossMm - DownMm) < SeenMm;

    /// <summary>The piece that leaves a border around another all the way round.</summary>
    public static SizeMm Even(SizeMm inner, double borderMm) =>
        new(inner.Width + 2 * borderMm, inner.Height + 2 * borderMm);

    /// <summary>
    /// What the outer piece is trimmed to so that its borders become even: dies are not always in proportion to each
    /// other.
    /// </summary>
    /// <exception cref="ArgumentException">The inner piece is larger than the outer one.</exception>
    public static SizeMm Trimmed(SizeMm inner, SizeMm outer)
    {
        var border = Around(inner, outer);
        if (border.AcrossMm < 0 || border.DownMm < 0)
            throw new ArgumentException("It does not lie within the other.", nameof(inner));
        return Even(inner, Math.Min(border.AcrossMm, border.DownMm));
    }
}

/// <summary>A size.</summary>
/// <param name="Width">Width, mm.</param>
/// <param name="Height">Height, mm.</param>
public readonly record struct SizeMm(double Width, double Height);
