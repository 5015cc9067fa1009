using Nube.Core.Acts;
using Nube.Core.Materials;

namespace Nube.Core.Checking;

/// <summary>What was laid on an area, as far as it matters how a hand errs with it.</summary>
/// <param name="Medium">The medium of most of it.</param>
/// <param name="Mixed">Something of it was mixed of two colours or more.</param>
internal readonly record struct LaidOnArea(Medium Medium, bool Mixed)
{
    /// <summary>What was laid on an area; null where nothing was.</summary>
    /// <param name="area">The area.</param>
    /// <param name="done">What was done to the card.</param>
    public static LaidOnArea? Of(int area, WorkDone done)
    {
        var laid = Mending
            .ActsOn(area, done)
            .Where(act => act.Kind is ActKind.Lay or ActKind.Draw)
            .SelectMany(act => act.Mixes, (act, mix) => (Mix: mix, Times: act.Times))
            .Where(one => !one.Mix.Parts.IsEmpty)
            .ToList();
        if (laid.Count == 0)
            return null;
        var most = laid.MaxBy(one => one.Times * one.Mix.Strength.LoadOfOneLayer);
        return new LaidOnArea(
            done.Paints.Colourants[most.Mix.Parts[0].Colourant].Medium,
            laid.Exists(one => one.Mix.Parts.Length > 1)
        );
    }
}
