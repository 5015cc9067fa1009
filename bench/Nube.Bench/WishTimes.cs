using System.Diagnostics;
using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Bench;

/// <summary>
/// How long a wish takes that was never asked for, anywhere in sRGB: the worst of many, not the middle alone. Target:
/// 250 ms; all stops of the slider for few mixes as they come.
/// </summary>
internal static class WishTimes
{
    private const int Wishes = 60,
        Warm = 8; // wishes, and before them some that are not counted

    private static readonly Colourant[] Owned =
    [
        .. GenericCatalogue.Pans.Take(12),
        .. GenericCatalogue.Pencils.Take(24),
        GenericCatalogue.OpaqueWhite,
    ];

    public static void Run()
    {
        Console.WriteLine("12 pans, 24 pencils and opaque white; a wish that was never asked for, median and worst:");
        foreach (var name in new[] { "cold pressed", "smooth", "kraft" })
            On(GenericCatalogue.Papers.First(paper => paper.Name.Contains(name, StringComparison.OrdinalIgnoreCase)));
    }

    private static void On(Paper paper)
    {
        var paints = new Paints(Owned, [.. Owned.Select(one => one.Optics())], paper, paper.Reflectance());
        var wet = paints.Of([Medium.Pan]);
        WaterMixes MixesOn(Spectrum ground) =>
            new(RecipeIndex.Build([.. wet.Select(place => paints.Optics[place])], ground), wet);
        var (bare, white, body) = (
            MixesOn(paints.Reflectance),
            MixesOn(MethodRecipes.GroundOf(Method.WhiteBase, paints)),
            WaterMixes.OfBodyColour(paints)
        );
        RunPalette Anew() => new(paints, method => method == Method.BodyColour ? body
                : method == Method.WhiteBase ? white
                : bare);
        var methods = MethodTable
            .All.Where(sheet => MethodTable.IsChosen(sheet.Method) && !sheet.WholeCard && Anew().CanUse(sheet.Method))
            .Select(sheet => sheet.Method)
            .ToList();
        Say($"{paper.Name}, no method said", Times(wish => Choosing.UsualFor(Anew(), Schools.Usual, wish)));
        foreach (var depth in new[] { ShadowDepth.Soft, ShadowDepth.Deep })
        {
            var each = methods
                .Select(method =>
                    (
                        Method: method,
                        Times: Times(wish => Choosing.Best(Anew(), Schools.Usual, new Wish(0, wish, depth, method)))
                    )
                )
                .OrderByDescending(one => one.Times[^1])
                .ToList();
            Say($"{paper.Name}, {depth} shadow, slowest method {each[0].Method}", each[0].Times);
        }
    }

    private static List<double> Times(Func<Srgb, object?> ask)
    {
        var random = new Random(4711);
        var times = new List<double>();
        for (var wish = 0; wish < Warm + Wishes; wish++)
        {
            var colour = new Srgb((byte)random.Next(256), (byte)random.Next(256), (byte)random.Next(256));
            var clock = Stopwatch.StartNew();
            _ = ask(colour);
            if (wish >= Warm)
                times.Add(clock.Elapsed.TotalMilliseconds);
        }
        times.Sort();
        return times;
    }

    private static void Say(string what, List<double> times) =>
        Console.WriteLine(FormattableString.Invariant($"{what}: {times[times.Count / 2]:0} / {times[^1]:0} ms"));
}
