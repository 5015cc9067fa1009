using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Grounds;
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
    /// <summary>Where its hues, or its drops, lie; null for where they usually do.</summary>
    [AddedLater(partWise: true)]
    public GroundPlace? Place { get; init; }

    /// <summary>Most dips, or prints from one inking: what comes later is hardly seen.</summary>
    public const int MostTimes = 5;

    /// <summary>Most colours of one background.</summary>
    public const int MostColours = 7;

    /// <summary>Why it cannot be, in a sentence; null where it can.</summary>
    public string? Trouble()
    {
        var colours = Colours.IsDefault ? 0 : Colours.Length;
        return Times is < 1 or > MostTimes ? $"Dips, prints and cuts go from 1 to {MostTimes}."
            : colours > MostColours ? $"A background has at most {MostColours} colours."
            : colours == 0 && MethodTable.NeedsColour(Method)
                ? $"{MethodTable.Of(Method).Name} needs at least one colour."
            : Place is not null && Place.Through is null == GroundPlace.IsPattern(Method)
                ? "Ink through a stencil and a softened stamp lie in a pattern: say in which. Nothing else does."
            : GroundPlace.Has(Method) ? Place?.Trouble(colours)
            : null;
    }
}
