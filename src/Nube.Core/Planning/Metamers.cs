using System.Collections.Immutable;
using Nube.Core.Colour;

namespace Nube.Core.Planning;

/// <summary>Two areas that look alike by daylight and part by a warm lamp.</summary>
/// <param name="One">Id of the one.</param>
/// <param name="Other">Id of the other.</param>
/// <param name="ByDay">CIEDE2000 between their middles by daylight.</param>
/// <param name="ByLamp">The same by a warm lamp.</param>
public sealed record Parted(int One, int Other, double ByDay, double ByLamp);

/// <summary>What changes when a card is looked at by another light than it was planned by.</summary>
public static class Metamers
{
    // This project's own: alike is what is hardly seen beside each other; apart is that and as much again.
    private const double PartBy = Words.HardlySeen;

    /// <summary>Areas that match by daylight and part by a warm lamp, those that part most first.</summary>
    /// <remarks>Areas that look the same in every light, such as those of one recipe, are looked at once.</remarks>
    public static ImmutableArray<Parted> In(CardSurface card)
    {
        ArgumentNullException.ThrowIfNull(card);
        var looks = card
            .Areas.Where(area => area.Key != Pass.Panel && area.Value.Along.IsEmpty)
            .Select(area =>
            {
                var reflectance = area.Value.Middle.Reflectance();
                return (area.Key, Day: SpectralColour.ToLab(reflectance), Lamp: WarmLamp.ToLab(reflectance));
            })
            .DistinctBy(look => (look.Day, look.Lamp))
            .ToList();
        return
        [
            .. from one in looks
            from other in looks
            where one.Key < other.Key
            let day = Ciede2000.Difference(one.Day, other.Day)
            where day <= Words.HardlySeen
            let lamp = Ciede2000.Difference(one.Lamp, other.Lamp)
            where lamp >= day + PartBy
            orderby lamp - day descending
            select new Parted(one.Key, other.Key, day, lamp),
        ];
    }
}
