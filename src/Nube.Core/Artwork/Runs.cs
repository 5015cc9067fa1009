namespace Nube.Core.Artwork;

/// <summary>
/// Pixels that follow each other and are alike: most of a picture is long runs of paper, which are looked at as one.
/// </summary>
/// <param name="pixels">The pixels; <c>foreach</c> goes over their runs.</param>
internal ref struct Runs<T>(ReadOnlySpan<T> pixels)
    where T : IEquatable<T>
{
    private readonly ReadOnlySpan<T> pixels = pixels;
    private int end;

    /// <summary>The run that is looked at.</summary>
    public Run<T> Current { get; private set; }

    /// <summary>Goes over them.</summary>
    public readonly Runs<T> GetEnumerator() => this;

    /// <summary>The next run; false after the last.</summary>
    public bool MoveNext()
    {
        if (end == pixels.Length)
            return false;
        var start = end;
        var length = pixels[start..].IndexOfAnyExcept(pixels[start]);
        end = length < 0 ? pixels.Length : start + length;
        Current = new Run<T>(start, end, pixels[start]);
        return true;
    }
}

/// <summary>Pixels that follow each other and are alike.</summary>
/// <param name="Start">The first.</param>
/// <param name="End">The first that is not of them.</param>
/// <param name="Value">What they are.</param>
internal readonly record struct Run<T>(int Start, int End, T Value)
{
    /// <summary>How many.</summary>
    public int Length => End - Start;
}
