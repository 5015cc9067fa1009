namespace Nube.Core.Materials;

/// <summary>Where a value comes from, and so how far to trust it.</summary>
public enum Provenance
{
    /// <summary>Guessed or picked by eye.</summary>
    Estimated,

    /// <summary>Taken from a published source.</summary>
    Published,

    /// <summary>Read from the maker's own swatch or by an instrument.</summary>
    Measured,
}
