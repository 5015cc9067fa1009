namespace Nube.Core.Mixing;

/// <summary>Which mixes are wanted.</summary>
/// <param name="OneOf">At least one of these colourants, by place in the palette; empty for any.</param>
/// <param name="Colourants">Exactly so many colourants; 0 for any number.</param>
/// <param name="Alone">Colourants that are taken as they are and mixed with no other; none where it is left out.</param>
public sealed record MixFilter(IReadOnlyCollection<int> OneOf, int Colourants, IReadOnlyCollection<int>? Alone = null)
{
    private readonly ulong oneOf = Set(OneOf);
    private readonly ulong alone = Set(Alone ?? []);

    /// <summary>Every mix.</summary>
    public static MixFilter All { get; } = new([], 0);

    /// <summary>Is a mix of these colourants, a bit for each, wanted?</summary>
    internal bool Allows(ulong colourants, int count) =>
        (oneOf == 0 || (colourants & oneOf) != 0)
        && (Colourants == 0 || count == Colourants)
        && (count == 1 || (colourants & alone) == 0);

    private static ulong Set(IEnumerable<int> places) => places.Aggregate(0UL, (set, place) => set | 1UL << place);
}
