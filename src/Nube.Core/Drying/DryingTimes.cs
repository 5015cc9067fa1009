namespace Nube.Core.Drying;

/// <summary>When a painted area reaches each state, counted from when it was laid.</summary>
/// <param name="Shining">No longer flows.</param>
/// <param name="Damp">The film is gone.</param>
/// <param name="Dry">Safe for the next wash.</param>
/// <param name="BoneDry">Safe for eraser, masks, powder, cutting.</param>
public readonly record struct DryingTimes(TimeSpan Shining, TimeSpan Damp, TimeSpan Dry, TimeSpan BoneDry)
{
    /// <summary>The state after some time.</summary>
    public Wetness StateAfter(TimeSpan elapsed) => InSeconds().StateAfter(elapsed.TotalSeconds);

    /// <summary>Longer or shorter by a factor.</summary>
    /// <param name="factor">On all times, above 0.</param>
    public DryingTimes Scaled(double factor) => new(Shining * factor, Damp * factor, Dry * factor, BoneDry * factor);

    /// <summary>The same in seconds.</summary>
    public DryingSeconds InSeconds() =>
        new(Shining.TotalSeconds, Damp.TotalSeconds, Dry.TotalSeconds, BoneDry.TotalSeconds);
}

/// <summary>The same as <see cref="DryingTimes"/> for a walk through many orders, s.</summary>
/// <param name="Shining">No longer flows.</param>
/// <param name="Damp">The film is gone.</param>
/// <param name="Dry">Safe for the next wash.</param>
/// <param name="BoneDry">Safe for eraser, masks, powder, cutting.</param>
public readonly record struct DryingSeconds(double Shining, double Damp, double Dry, double BoneDry)
{
    /// <summary>The state after some time, s.</summary>
    public Wetness StateAfter(double elapsed) =>
        elapsed < Shining ? Wetness.Wet
        : elapsed < Damp ? Wetness.Shining
        : elapsed < Dry ? Wetness.Damp
        : elapsed < BoneDry ? Wetness.Dry
        : Wetness.BoneDry;

    /// <summary>Longer or shorter by a factor.</summary>
    /// <param name="factor">On all times, above 0.</param>
    public DryingSeconds Scaled(double factor) => new(Shining * factor, Damp * factor, Dry * factor, BoneDry * factor);
}
