namespace Nube.Core.Mixing;

/// <summary>What a maker prefers where a second colour would come nearer to a wish.</summary>
public enum Closeness
{
    /// <summary>A second colour where it is seen: the default.</summary>
    WorthIt,

    /// <summary>As few colours in a mix as possible: a second one must bring much.</summary>
    FewColours,

    /// <summary>As close to the wish as possible, whatever is mixed for it.</summary>
    AsClose,
}

/// <summary>What each colour of a mix after the first costs.</summary>
public static class ClosenessPrices
{
    /// <summary>
    /// Price of each colourant after the first, CIEDE2000: mixing takes care, so it must bring what is seen. About 1 is
    /// what a practised eye sees side by side, 1.5 is worth the care, 3 is seen at arm's length. This project's own.
    /// </summary>
    public static double ColourantPrice(this Closeness closeness) =>
        closeness switch
        {
            Closeness.FewColours => 3,
            Closeness.WorthIt => 1.5,
            _ => 0.3,
        };
}
