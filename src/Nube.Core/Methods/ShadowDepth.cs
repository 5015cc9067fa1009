namespace Nube.Core.Methods;

/// <summary>How much darker the shadow side of an area becomes.</summary>
public enum ShadowDepth
{
    /// <summary>None: flat.</summary>
    None,

    /// <summary>A soft shadow: <see cref="Mixing.ShadowSteps.SoftL"/> darker.</summary>
    Soft,

    /// <summary>A deep shadow: twice as much darker.</summary>
    Deep,
}
