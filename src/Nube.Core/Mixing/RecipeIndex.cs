using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Mixing;

/// <summary>
/// The dry colour of every mix and wash that a palette gives on a paper, ready to be asked for the nearest to a wish.
/// </summary>
/// <remarks>
/// The grid does not depend on the wish, so it is computed once for a palette and a paper; layers of one mix are one
/// layer of their summed load (<see cref="KubelkaMunk"/>). Its colours are sorted into cells of L*a*b*. A query looks
/// at the cells in the order of the least difference that any colour in them can have (<see cref="LabBox"/>) and stops
/// when none can change the answer; whatever comes near the last place is computed again in double precision. So the
/// answer is that of trying everything. 10 bytes a colour. Immutable and safe to share between threads.
/// </remarks>
public sealed class RecipeIndex
{
    private readonly IReadOnlyList<PaintOptics> palette;
    private readonly Spectrum paper;
    private readonly PackedMix[] mixes;
    private readonly ColourCells cells;

    private RecipeIndex(
        IReadOnlyList<PaintOptics> palette,
        Spectrum paper,
        Dilution dilution,
        PackedMix[] mixes,
        ColourCells cells
    ) => (this.palette, this.paper, Dilution, this.mixes, this.cells) = (palette, paper, dilution, mixes, cells);

    /// <summary>How the hand dilutes for which it was made.</summary>
    public Dilution Dilution { get; }

    /// <summary>Number of mixes, each in every wash.</summary>
    public int MixCount => mixes.Length;

    /// <summary>Memory that it takes, bytes.</summary>
    public long Bytes => (long)mixes.Length * (MixGrid.Washes.Length * ColourCells.BytesPerColour + sizeof(ulong));

    /// <summary>Computes the grid.</summary>
    /// <param name="palette">The colourants, 1 to 48.</param>
    /// <param name="paper">Reflectance of the bare paper.</param>
    /// <param name="mostColourants">Most colourants of a mix, 1 to 3.</param>
    /// <param name="dilution">How the hand dilutes; as it is told where none is given.</param>
    /// <exception cref="ArgumentException">The palette is empty or larger than 48.</exception>
    public static RecipeIndex Build(
        IReadOnlyList<PaintOptics> palette,
        Spectrum paper,
        int mostColourants = 2,
        Dilution? dilution = null
    )
    {
        ArgumentNullException.ThrowIfNull(palette);
        ArgumentNullException.ThrowIfNull(paper);
        if (palette.Count is < 1 or > 48)
            throw new ArgumentException("Choose between 1 and 48 colourants to mix from.", nameof(palette));
        return Build(palette, paper, dilution ?? Dilution.AsTold, MixGrid.Mixes(palette.Count, mostColourants));
    }

    /// <summary>Computes the part of the grid for mixes of the first colourant, alone or with one other.</summary>
    internal static RecipeIndex BuildWithFirst(IReadOnlyList<PaintOptics> palette, Spectrum paper, Dilution dilution) =>
        Build(palette, paper, dilution, MixGrid.Mixes(palette.Count).Where(parts => parts[0].Colourant == 0));

    /// <summary>Computes all mixes of the first colourant, which is opaque white, with the others.</summary>
    /// <param name="palette">White, then the paints and inks, up to 48 of them.</param>
    /// <param name="paper">Reflectance of the bare paper.</param>
    /// <param name="dilution">How the hand dilutes.</param>
    public static RecipeIndex BuildBodyColour(IReadOnlyList<PaintOptics> palette, Spectrum paper, Dilution dilution)
    {
        ArgumentNullException.ThrowIfNull(palette);
        return Build(palette, paper, dilution, MixGrid.BodyMixes(palette.Count));
    }

    private static RecipeIndex Build(
        IReadOnlyList<PaintOptics> palette,
        Spectrum paper,
        Dilution dilution,
        IEnumerable<ImmutableArray<RecipePart>> ofGrid
    )
    {
        PackedMix[] mixes = [.. ofGrid.Select(parts => new PackedMix(parts))];
        var washes = MixGrid.Washes.Length;
        var engine = new WashColours(palette, paper, dilution);
        return new RecipeIndex(
            palette,
            paper,
            dilution,
            mixes,
            ColourCells.Of(mixes.Length, washes, (mix, colours) => engine.Compute(mixes[mix], colours))
        );
    }

    /// <summary>Every colour of the grid, in no order that means anything.</summary>
    public IEnumerable<Lab> Colours()
    {
        for (var entry = 0; entry < mixes.Length * MixGrid.Washes.Length; entry++)
            yield return cells.ColourAt(entry);
    }

    /// <summary>The optics of a mix from a palette.</summary>
    public static PaintOptics Optics(IReadOnlyList<PaintOptics> palette, IReadOnlyList<RecipePart> parts) =>
        PaintOptics.Mix([.. parts.Select(part => (palette[part.Colourant], (double)part.Parts))]);

    /// <summary>
    /// The best recipes for a wish, best first: for every mix its best wash, sorted by difference plus price. Ties go
    /// to the mix that comes first in <see cref="MixGrid.Mixes"/>, then to the thinner load.
    /// </summary>
    /// <param name="wish">The colour wanted, dry.</param>
    /// <param name="count">How many, 1 or more; fewer come back when the grid has fewer mixes.</param>
    /// <param name="wanted">Which mixes count; all when none is given.</param>
    /// <param name="closeness">What a second and a third colour cost.</param>
    public ImmutableArray<Recipe> Nearest(
        Lab wish,
        int count = 5,
        MixFilter? wanted = null,
        Closeness closeness = Closeness.WorthIt
    )
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(count, 1);
        var shortlist = new Shortlist(count);
        // One colour of each cell first: that sets the bar so well that most cells need not be looked into.
        foreach (var cell in cells.Filled)
            Offer(cells.Start(cell));
        foreach (var (cell, least) in cells.InOrder(wish, shortlist.Bar))
        {
            if (least > shortlist.Bar)
                break;
            var bound = ColourCells.BoxOf(cell).BoundFor(wish);
            for (var entry = cells.Start(cell); entry < cells.Start(cell + 1); entry++)
            {
                if (bound.LeastSquared(cells.ColourAt(entry)) <= shortlist.Bar * shortlist.Bar)
                    Offer(entry);
            }
        }
        return
        [
            .. shortlist
                .Near.AsParallel()
                .AsOrdered()
                .Select(near =>
                    (near.Mix, near.Wash, Recipe: Exactly(mixes[near.Mix].Parts, near.Wash, wish, closeness))
                )
                .AsEnumerable()
                .OrderBy(near => near.Recipe.Rank)
                .ThenBy(near => near.Mix)
                .ThenBy(near => near.Wash)
                .DistinctBy(near => near.Mix)
                .Take(count)
                .Select(near => near.Recipe),
        ];

        void Offer(int entry)
        {
            var (mix, wash) = cells.MixAndWash(entry);
            if (wanted is not null && !wanted.Allows(mixes[mix].Colourants, mixes[mix].Count))
                return;
            var price = MixGrid.Price(mixes[mix].Count, MixGrid.Washes[wash].Layers, closeness);
            if (price <= shortlist.Bar)
                shortlist.Offer(price + Ciede2000.Difference(wish, cells.ColourAt(entry)), mix, wash);
        }
    }

    /// <summary>A mix in one of the washes of the grid, in double precision.</summary>
    private Recipe Exactly(ImmutableArray<RecipePart> parts, int wash, Lab wish, Closeness closeness) =>
        InWash(parts, Optics(palette, parts), wash, paper, wish, Dilution, closeness);

    /// <summary>The best wash of a mix for a wish; ties go to the thinner load.</summary>
    internal static Recipe BestWash(
        ImmutableArray<RecipePart> parts,
        PaintOptics mix,
        Spectrum paper,
        Lab wish,
        Dilution dilution
    ) =>
        Enumerable
            .Range(0, MixGrid.Washes.Length)
            .Select(wash => InWash(parts, mix, wash, paper, wish, dilution))
            .MinBy(recipe => recipe.Rank)!;

    private static Recipe InWash(
        ImmutableArray<RecipePart> parts,
        PaintOptics mix,
        int wash,
        Spectrum paper,
        Lab wish,
        Dilution dilution,
        Closeness closeness = Closeness.WorthIt
    )
    {
        var (strength, layers) = MixGrid.Washes[wash];
        var colour = SpectralColour.ToLab(KubelkaMunk.Over(paper, mix, layers * dilution.LoadOf(strength)));
        var difference = Ciede2000.Difference(wish, colour);
        return new Recipe(
            parts,
            strength,
            layers,
            colour,
            difference,
            difference + MixGrid.Price(parts.Length, layers, closeness)
        );
    }

    /// <summary>
    /// The best mixes so far, by ranks that may be a little off, and whatever comes near the last place.
    /// </summary>
    private sealed class Shortlist(int count)
    {
        /// <summary>
        /// A colour in the cells is off by at most half a step and <see cref="WashColours.Tolerance"/>, 0.003 in a* and
        /// b*; CIEDE2000 grows by at most 1.5 for each unit of a*, where it stretches greys. Twice that, as the bar is
        /// off too.
        /// </summary>
        private const double Margin = 0.015;

        private readonly List<(double Rank, int Mix)> best = new(count + 1);
        private readonly List<(double Rank, int Mix, int Wash)> near = [];

        /// <summary>A rank above this cannot change the answer.</summary>
        public double Bar { get; private set; } = double.PositiveInfinity;

        /// <summary>Every mix and wash that may be among the best.</summary>
        public IEnumerable<(int Mix, int Wash)> Near => near.Where(n => n.Rank <= Bar).Select(n => (n.Mix, n.Wash));

        public void Offer(double rank, int mix, int wash)
        {
            if (rank > Bar)
                return;
            near.Add((rank, mix, wash));
            var place = best.FindIndex(entry => entry.Mix == mix);
            if (place >= 0 && best[place].Rank <= rank)
                return;
            if (place >= 0)
                best.RemoveAt(place);
            best.Add((rank, mix));
            best.Sort();
            if (best.Count > count)
                best.RemoveAt(count);
            if (best.Count == count)
                Bar = best[^1].Rank + Margin;
        }
    }
}
