namespace Nube.Core.Mixing;

/// <summary>How like two colours are, in words.</summary>
public enum Likeness
{
    /// <summary>Not told apart on a card.</summary>
    Twin,

    /// <summary>Told apart side by side only.</summary>
    Close,

    /// <summary>The same colour in other words.</summary>
    Near,

    /// <summary>Another colour.</summary>
    Another,
}

/// <summary>Words for colour differences.</summary>
public static class Likenesses
{
    /// <summary>The word for a CIEDE2000 difference: twin to 1, close to 3, near to 6.</summary>
    /// <remarks>
    /// 1 is about the smallest difference seen side by side, 2.3 a just noticeable one for the older formula (Mahy, Van
    /// Eycken, Oosterlinck 1994); the other bounds are this project's own.
    /// </remarks>
    public static Likeness Of(double difference) =>
        difference switch
        {
            <= 1 => Likeness.Twin,
            <= 3 => Likeness.Close,
            <= 6 => Likeness.Near,
            _ => Likeness.Another,
        };
}
