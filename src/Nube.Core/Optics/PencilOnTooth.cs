using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Runtime.Intrinsics;
using MathNet.Numerics;
using Nube.Core.Colour;

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
/// R = sum over k of Binom(n, k, p) R_KM(k x1). Solvent spreads the same load evenly. p, x1 and what the tooth holds
/// are
/// from memory.
/// </remarks>
public static class PencilOnTooth
{
    /// <summary>Load of one touch with the weight of the hand. From memory.</summary>
    public const double LoadOfTouch = 0.35;

    /// <summary>
    /// Load of one touch: a harder one leaves more, so that two hard layers are about a full one. From memory.
    /// </summary>
    public static double LoadOf(Pressure pressure) =>
        pressure switch
        {
            Pressure.Light => LoadOfTouch,
            Pressure.Medium => 0.45,
            _ => 0.6,
        };

    /// <summary>A white pencil: it hides, and absorbs next to nothing. K and S per unit load are from memory.</summary>
    public static PaintOptics White { get; } = new(Spectrum.Flat(0.002), 1.0);

    /// <summary>Layers after which the paper takes no more.</summary>
    public static int MostLayers(PaperTexture texture, Pressure pressure)
    {
        var tooth = texture switch
        {
            PaperTexture.Smooth => 6,
            PaperTexture.Vellum => 10,
            _ => 12,
        };
        return pressure switch
        {
            Pressure.Light => tooth,
            Pressure.Medium => (tooth + 1) / 2,
            _ => 2,
        };
    }

    /// <summary>Probability that a layer touches a point.</summary>
    public static double Touch(PaperTexture texture, Pressure pressure)
    {
        var light = texture switch
        {
            PaperTexture.Smooth => 0.5,
            PaperTexture.Vellum => 0.38,
            _ => 0.28,
        };
        return pressure switch
        {
            Pressure.Light => light,
            Pressure.Medium => (1 + 2 * light) / 3,
            _ => 0.92,
        };
    }

    /// <summary>Dry layers of one pencil on a ground.</summary>
    /// <param name="pencil">The pencil.</param>
    /// <param name="layers">How many; beyond what the tooth holds, no more lies on it.</param>
    /// <param name="texture">The paper's tooth.</param>
    /// <param name="pressure">How hard.</param>
    /// <param name="ground">What is below.</param>
    /// <param name="leaves">What each touch leaves, against what such a pressure does.</param>
    public static Spectrum Dry(
        PaintOptics pencil,
        int layers,
        PaperTexture texture,
        Pressure pressure,
        Spectrum ground,
        double leaves = 1
    )
    {
        ArgumentOutOfRangeException.ThrowIfNegative(layers);
        ArgumentNullException.ThrowIfNull(pencil);
        ArgumentNullException.ThrowIfNull(ground);
        var taken = Math.Min(layers, MostLayers(texture, pressure));
        var shares = Shares.GetOrAdd((taken, texture, pressure), SharesOf);
        var s = Vector256.Create(pencil.Scattering);
        Span<double> look = stackalloc double[Spectrum.Bands];
        for (var band = 0; band < Spectrum.Bands; band += Vector256<double>.Count)
        {
            // k touches are k times the load of one, so that exp(-2 d k x1) is a power of the first.
            var k = Vector256.Create(pencil.Absorption.Values[band..]);
            var below = Vector256.Create(ground.Values[band..]);
            var d = KubelkaMunk.Depth(k, s);
            var one = KubelkaMunk.Passing(d, leaves * LoadOf(pressure));
            var (e, mean) = (Vector256<double>.One, Vector256<double>.Zero);
            foreach (var share in shares)
            {
                mean += share * KubelkaMunk.Reflectance(k, s, d, e, below);
                e *= one;
            }
            mean.CopyTo(look[band..]);
        }
        return Spectrum.Of(look);
    }

    /// <summary>The same layers with solvent and stump, dry again: the same load, even.</summary>
    public static Spectrum Dissolved(
        PaintOptics pencil,
        int layers,
        PaperTexture texture,
        Pressure pressure,
        Spectrum ground,
        double leaves = 1
    )
    {
        var taken = Math.Min(layers, MostLayers(texture, pressure));
        return KubelkaMunk.Over(ground, pencil, taken * Touch(texture, pressure) * leaves * LoadOf(pressure));
    }

    /// <summary>The layers one by one until the paper takes no more.</summary>
    public static ImmutableArray<Lab> Layers(
        PaintOptics pencil,
        PaperTexture texture,
        Pressure pressure,
        Spectrum ground,
        double leaves = 1
    ) =>
        [
            .. Enumerable
                .Range(1, MostLayers(texture, pressure))
                .Select(n => SpectralColour.ToLab(Dry(pencil, n, texture, pressure, ground, leaves))),
        ];

    private static readonly ConcurrentDictionary<
        (int Layers, PaperTexture Texture, Pressure Pressure),
        double[]
    > Shares = new();

    /// <summary>Share of the points that so many layers touch 0, 1, 2 ... times: k of n, each with p.</summary>
    private static double[] SharesOf((int Layers, PaperTexture Texture, Pressure Pressure) drawn)
    {
        var (n, p) = (drawn.Layers, Touch(drawn.Texture, drawn.Pressure));
        return
        [
            .. Enumerable
                .Range(0, n + 1)
                .Select(k => SpecialFunctions.Binomial(n, k) * Math.Pow(p, k) * Math.Pow(1 - p, n - k)),
        ];
    }
}
