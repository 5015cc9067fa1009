namespace Nube.Core.Mixing;

/// <summary>How much darker a maker likes shadows.</summary>
public enum ShadowStep
{
    /// <summary>As most do: the default.</summary>
    Usual,

    /// <summary>A little.</summary>
    Gentle,

    /// <summary>A lot.</summary>
    Strong,
}

/// <summary>Steps of shadow as lightness.</summary>
public static class ShadowSteps
{
    /// <summary>
    /// How much darker a soft shadow is than what it falls on, L*; a deep one twice as much. This project's own.
    /// </summary>
    public static double SoftL(this ShadowStep step) =>
        step switch
        {
            ShadowStep.Gentle => 7,
            ShadowStep.Usual => 10,
            _ => 14,
        };
}
