using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>What an area should become.</summary>
/// <param name="Area">Its id.</param>
/// <param name="Colour">Its dry colour where it is neither in light nor in shadow.</param>
/// <param name="Shadow">Its shadow.</param>
/// <param name="Method">How it is coloured.</param>
public sealed record Wish(int Area, Srgb Colour, ShadowDepth Shadow, Method Method = Method.FlatWash)
{
    /// <summary>
    /// Its maker named what it is coloured with: its colour is what comes of that, and nothing is held against it.
    /// </summary>
    [AddedLater(partWise: true)]
    public bool Exactly { get; init; }
}

/// <summary>What is done to the whole card.</summary>
/// <param name="Method">How; one that is for whole cards.</param>
/// <param name="Colours">Its colours, in their order across the card.</param>
/// <param name="Times">Dips, or prints from one inking, 1 to <see cref="MostTimes"/>.</param>
/// <param name="RelineWith">With what lines are made crisp again.</param>
public sealed record CardWish(
    Method Method,
    ImmutableArray<Srgb> Colours,
    int Times = 1,
    RelineWith RelineWith = RelineWith.Pen
)
{
    /// <summary>Most dips, or prints from one inking: what comes later is hardly seen.</summary>
    public const int MostTimes = 5;

    /// <summary>Most colours of one background.</summary>
    public const int MostColours = 7;
}
