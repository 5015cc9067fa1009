namespace Nube.Core.Artwork;

/// <summary>A picture that cannot be used; the message tells the maker why and what to do.</summary>
public sealed class PictureTroubleException : Exception
{
    /// <summary>With a plain sentence.</summary>
    public PictureTroubleException(string message)
        : base(message) { }

    /// <summary>With a plain sentence and what caused it.</summary>
    public PictureTroubleException(string message, Exception inner)
        : base(message, inner) { }

    /// <summary>Without a reason; for serialisers.</summary>
    public PictureTroubleException()
        : base("This picture cannot be used.") { }
}
