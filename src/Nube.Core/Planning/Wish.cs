using Nube.Core.Colour;

namespace Nube.Core.Planning;

/// <summary>How much darker the shadow side of an area becomes.</summary>
public enum ShadowDepth
{
    /// <summary>None: flat.</summary>
    None,

    /// <summary>One more layer of the same mix on the shadow side.</summary>
    Soft,

    /// <summary>Two more layers.</summary>
    Deep,
}

/// <summary>What an area should become.</summary>
/// <param name="Area">Its id.</param>
/// <param name="Colour">Its dry colour where it is neither in light nor in shadow.</param>
/// <param name="Shadow">Its shadow.</param>
public sealed record Wish(int Area, Srgb Colour, ShadowDepth Shadow)
{
    /// <summary>Layers that the shadow side gets on top of the others.</summary>
    public int ShadowLayers => (int)Shadow;
}
