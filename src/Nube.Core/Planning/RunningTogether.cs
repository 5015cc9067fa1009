using Nube.Core.Drying;
using Nube.Core.Methods;

namespace Nube.Core.Planning;

/// <summary>What happens where areas touch: when one would run into the other.</summary>
/// <remarks>
/// Two areas are kept apart only where something could run: both wet, and not of one even wash. Dry strokes wait for no
/// neighbour. Common practice, no source.
/// </remarks>
public static class RunningTogether
{
    /// <summary>A pass beside one that is still wet would run into it.</summary>
    /// <param name="wet">What is wet in the one area.</param>
    /// <param name="next">What would be laid in the other.</param>
    public static bool WouldRun(Pass wet, Pass next)
    {
        ArgumentNullException.ThrowIfNull(wet);
        ArgumentNullException.ThrowIfNull(next);
        return Flows(wet) && Flows(next) && !(IsEven(wet) && IsEven(next) && wet.Mix == next.Mix);
    }

    /// <summary>Touching areas may be gone over in one go: nothing is wet, or all of it is one even wash.</summary>
    public static bool MayTouch(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        return !Flows(pass) || IsEven(pass);
    }

    /// <summary>It leaves what runs.</summary>
    public static bool Flows(Pass pass)
    {
        ArgumentNullException.ThrowIfNull(pass);
        return pass.Leaves is Leaves.Water or Leaves.Alcohol;
    }

    /// <summary>It is the same all over, so that nothing is lost where it meets itself.</summary>
    private static bool IsEven(Pass pass) =>
        pass.Acts.All(act => act.Along is null)
        && pass.Stroke
            is Stroke.Wash
                or Stroke.LeadWash
                or Stroke.Around
                or Stroke.Skim
                or Stroke.WhiteBase
                or Stroke.Marker;
}
