using System.Collections.Immutable;
using MathNet.Numerics;
using Nube.Core.Colour;
using Nube.Core.Materials;

namespace Nube.Core.Optics;

/// <summary>How hard a pencil is pressed.</summary>
public enum Pressure
{
    /// <summary>The weight of the hand: many layers to come.</summary>
    Light,

    /// <summary>Ordinary.</summary>
    Medium,

    /// <summary>Hard: into the valleys, and the end of layering.</summary>
    Heavy,
}

/// <summary>Pencil on a paper's tooth.</summary>
/// <remarks>
/// Each layer touches a point of the paper with probability p, so after n layers a point was touched k times with
/// Binom(n, k, p), and the reflectance is the mean of the points' own:
/// R = sum over k of Binom(n, k, p) R_KM(k x1). Solvent spreads the same load evenly. p, x1 and what the tooth holds are
/// from memory.
/// </remarks>
public static class PencilOnTooth
{
    /// <summary>Load of one touch. From memory.</summary>
    public const double LoadOfTouch = 0.35;

    private const double BurnishSpreads = 0.75; // of the way from grain to an even layer; from memory

    /// <summary>A white pencil: it hides, and absorbs next to nothing. K and S per unit load are from memory.</summary>
    public static PaintOptics White { get; } = new(Spectrum.Flat(0.002), 1.0);

    /// <summary>Layers after which the paper takes no more.</summary>
    public static int MostLayers(PaperTexture texture, Pressure pressure)
    {
        var tooth = texture switch { PaperTexture.Smooth => 6, PaperTexture.Vellum => 10, _ => 12 };
        return pressure switch { Pressure.Light => tooth, Pressure.Medium => (tooth + 1) / 2, _ => 2 };
    }

    /// <summary>Probability that a layer touches a point.</summary>
    public static double Touch(PaperTexture texture, Pressure pressure)
    {
        var light = texture switch { PaperTexture.Smooth => 0.5, PaperTexture.Vellum => 0.38, _ => 0.28 };
        return pressure switch { Pressure.Light => light, Pressure.Medium => (1 + 2 * light) / 3, _ => 0.92 };
    }

    /// <summary>Dry layers of one pencil on a ground.</summary>
    /// <param name="pencil">The pencil.</param>
    /// <param name="layers">How many; beyond what the tooth holds, no more lies on it.</param>
    /// <param name="texture">The paper's tooth.</param>
    /// <param name="pressure">How hard.</param>
    /// <param name="ground">What is below.</param>
    public static Spectrum Dry(PaintOptics pencil, int layers, PaperTexture texture, Pressure pressure, Spectrum ground)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(layers);
        var taken = Math.Min(layers, MostLayers(texture, pressure));
        var touch = Touch(texture, pressure);
        var shares = Enumerable.Range(0, taken + 1).Select(k => Share(taken, k, touch)).ToList();
        var touched = Enumerable.Range(0, taken + 1).Select(k => KubelkaMunk.Over(ground, pencil, k * LoadOfTouch)).ToList();
        return Spectrum.From(band => shares.Index().Sum(share => share.Item * touched[share.Index][band]));
    }

    /// <summary>The same layers with solvent and stump, dry again: the same load, even.</summary>
    public static Spectrum Dissolved(PaintOptics pencil, int layers, PaperTexture texture, Pressure pressure, Spectrum ground)
    {
        var taken = Math.Min(layers, MostLayers(texture, pressure));
        return KubelkaMunk.Over(ground, pencil, taken * Touch(texture, pressure) * LoadOfTouch);
    }

    /// <summary>The same layers burnished: rubbed hard with a colourless or pale pencil until the valleys are filled.</summary>
    /// <remarks>
    /// The load is spread as by solvent, but for the deepest valleys, which wax does not reach; a pale pencil leaves its own
    /// thin layer on top. Afterwards the paper takes no more. How far it spreads is from memory.
    /// </remarks>
    /// <param name="pencil">The pencil.</param>
    /// <param name="layers">How many layers of it.</param>
    /// <param name="texture">The paper's tooth.</param>
    /// <param name="pressure">How hard they were laid.</param>
    /// <param name="ground">What is below.</param>
    /// <param name="burnisher">The pale pencil; null for a colourless one.</param>
    public static Spectrum Burnished(
        PaintOptics pencil, int layers, PaperTexture texture, Pressure pressure, Spectrum ground, PaintOptics? burnisher)
    {
        var dry = Dry(pencil, layers, texture, pressure, ground);
        var even = Dissolved(pencil, layers, texture, pressure, ground);
        var spread = Spectrum.From(band => dry[band] + BurnishSpreads * (even[band] - dry[band]));
        return burnisher is null ? spread : KubelkaMunk.Over(spread, burnisher, Touch(texture, Pressure.Heavy) * LoadOfTouch);
    }

    /// <summary>The layers one by one until the paper takes no more.</summary>
    public static ImmutableArray<Lab> Layers(PaintOptics pencil, PaperTexture texture, Pressure pressure, Spectrum ground) =>
    [
        .. Enumerable.Range(1, MostLayers(texture, pressure)).Select(n => SpectralColour.ToLab(Dry(pencil, n, texture, pressure, ground))),
    ];

    /// <summary>Probability of k of n, each with p.</summary>
    private static double Share(int n, int k, double p) => SpecialFunctions.Binomial(n, k) * Math.Pow(p, k) * Math.Pow(1 - p, n - k);
}
