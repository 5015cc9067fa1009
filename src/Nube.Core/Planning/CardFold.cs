using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Mixing;
using Nube.Core.Planning.Pieces;

namespace Nube.Core.Planning;

/// <summary>What an area looks like.</summary>
/// <param name="Area">Its id; <see cref="Pass.Panel"/> for the card around all areas.</param>
/// <param name="Colours">Its dry colours by zone; of a gradient, their means.</param>
public sealed record AreaLook(int Area, ZoneColours Colours)
{
    /// <summary>The gradient in it; null for none.</summary>
    public Gradient? Gradient { get; init; }

    /// <summary>Its dry colours by zone at each step along the gradient; empty for none.</summary>
    public ImmutableArray<ZoneColours> Along { get; init; } = [];
}

/// <summary>What lies on the areas of a card; those that are bare are not in it.</summary>
/// <param name="Areas">By id; <see cref="Pass.Panel"/> for the card around all areas.</param>
public sealed record CardSurface(ImmutableSortedDictionary<int, Surface> Areas)
{
    /// <summary>A bare card.</summary>
    public static CardSurface Bare { get; } = new(ImmutableSortedDictionary<int, Surface>.Empty);

    /// <summary>What it looks like, by area.</summary>
    public ImmutableArray<AreaLook> Looks() => Looks(surface => surface.Colours());

    /// <summary>What it looks like by a warm lamp, by area.</summary>
    public ImmutableArray<AreaLook> ByLamp() => Looks(surface => surface.Colours(WarmLamp.ToLab));

    private ImmutableArray<AreaLook> Looks(Func<Surface, ZoneColours> colours) =>
        [
            .. Areas.Select(area => new AreaLook(area.Key, colours(area.Value))
            {
                Gradient = area.Value.Gradient,
                Along = [.. area.Value.Along.Select(colours)],
            }),
        ];
}

/// <summary>Lays the passes of a plan on cards, one after the other, as <see cref="Laying"/> says.</summary>
/// <remarks>Many areas and cards get the same acts on the same ground: each is worked out once. Not for several
/// threads.</remarks>
/// <param name="paints">The colourants that the plan's mixes are of, on its paper.</param>
/// <param name="pieces">Pieces of the card that have papers of their own; none where there is but one.</param>
public sealed class CardFold(Paints paints, ImmutableArray<PlannedPiece> pieces)
{
    /// <summary>A card of one piece.</summary>
    public CardFold(Paints paints)
        : this(paints, []) { }

    private readonly Dictionary<int, (Paints Paints, Surface Bare)> papers = pieces
        .Where(piece => piece.Surface != PieceAreas.Picture)
        .Select(piece => (piece.Surface, Paints: paints.OnPaper(piece.Paper)))
        .Append((Surface: PieceAreas.Picture, Paints: paints))
        .ToDictionary(one => one.Surface, one => (one.Paints, Surface.Bare(one.Paints)));

    private readonly Dictionary<Srgb, Surface> prints = [];

    private readonly Dictionary<(Surface Under, Act Act, int Piece), Surface> laid = [];

    /// <summary>A card after a pass.</summary>
    /// <param name="there">The card.</param>
    /// <param name="pass">The pass.</param>
    /// <param name="instead">What was taken in the place of its mix; null for the mix itself.</param>
    /// <param name="share">How much of the load comes to lie: 1, or less for a paler print from the same
    /// inking.</param>
    public CardSurface After(CardSurface there, Pass pass, PaintMix? instead = null, double share = 1)
    {
        ArgumentNullException.ThrowIfNull(there);
        ArgumentNullException.ThrowIfNull(pass);
        var acts = OldPasses.ActsOf(pass);
        if (instead is not null)
            acts = [.. acts.Select(act => act.With(instead, pass.Mix))];
        if (share < 1)
            acts = [.. acts.Select(act => act.Paler(share))];
        var ground = pass.Ground;
        if (acts.IsEmpty)
            return there;
        var areas = there.Areas.ToBuilder();
        foreach (var area in pass.Areas)
        {
            var piece = PieceAreas.SurfaceOf(area);
            areas[area] = acts.Aggregate(areas.GetValueOrDefault(area) ?? Before(area, piece), (under, act) =>
                Lay(under, ground?.On(act, area) ?? act, piece)
            );
        }
        return new CardSurface(areas.ToImmutable());
    }

    /// <summary>A card after passes, in their order.</summary>
    public CardSurface After(IEnumerable<Pass> passes)
    {
        ArgumentNullException.ThrowIfNull(passes);
        return passes.Aggregate(CardSurface.Bare, (there, pass) => After(there, pass));
    }

    /// <summary>What is there before anything is painted: the bare paper of a piece, or what is printed on its picture.</summary>
    private Surface Before(int area, int piece)
    {
        if (piece != PieceAreas.Picture || !paints.Printed.TryGetValue(area, out var print))
            return papers[piece].Bare;
        return prints.TryGetValue(print, out var known) ? known : prints[print] = Surface.Before(paints, area);
    }

    private Surface Lay(Surface under, Act act, int piece) =>
        laid.TryGetValue((under, act, piece), out var known)
            ? known
            : laid[(under, act, piece)] = Laying.Lay(under, act, papers[piece].Paints);
}
