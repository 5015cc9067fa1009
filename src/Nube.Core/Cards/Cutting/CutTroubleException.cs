namespace Nube.Core.Cards.Cutting;

/// <summary>Parts cannot be cut as they are wanted; the message is for the maker.</summary>
public sealed class CutTroubleException : Exception
{
    /// <summary>The part that fits on no sheet, where that is why; null otherwise.</summary>
    public Guid? Part { get; init; }

    /// <summary>With no reason.</summary>
    public CutTroubleException()
        : base("These parts cannot be cut.") { }

    /// <summary>With a reason.</summary>
    public CutTroubleException(string message)
        : base(message) { }

    /// <summary>With a reason and what lies behind it.</summary>
    public CutTroubleException(string message, Exception inner)
        : base(message, inner) { }
}
