using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Devices.Swatches;

/// <summary>A paint as the simulated world has it: what a sheet is painted with, and what no fit is told.</summary>
/// <remarks>
/// Richer than the model that is fitted to it: scattering changes with wavelength, absorption is not smooth, and a
/// granulating paint lies unevenly.
/// </remarks>
/// <param name="Absorption">K per unit load.</param>
/// <param name="Scattering">S per unit load, band by band.</param>
/// <param name="Granulation">Standard deviation of the logarithm of the load from point to point; 0 for none.</param>
public sealed record TruePaint(Spectrum Absorption, Spectrum Scattering, double Granulation)
{
    /// <summary>Steps from little to much paint, from -2 to 2 standard deviations.</summary>
    public const int GrainSteps = 9;

    /// <summary>A mix: K and S by parts.</summary>
    public static TruePaint Mix(IReadOnlyList<(TruePaint Paint, double Parts)> parts)
    {
        ArgumentNullException.ThrowIfNull(parts);
        var total = parts.Sum(part => part.Parts);
        return new TruePaint(
            Spectrum.From(band => parts.Sum(part => part.Parts * part.Paint.Absorption[band]) / total),
            Spectrum.From(band => parts.Sum(part => part.Parts * part.Paint.Scattering[band]) / total),
            parts.Sum(part => part.Parts * part.Paint.Granulation) / total
        );
    }

    /// <summary>One layer of exactly this load over a ground, where the load is the mean.</summary>
    public Spectrum Even(Spectrum ground, double load)
    {
        ArgumentNullException.ThrowIfNull(ground);
        return Spectrum.From(band => KubelkaMunk.Reflectance(Absorption[band], Scattering[band], load, ground[band]));
    }

    /// <summary>What a layer of this mean load looks like from afar, grain and all.</summary>
    public Spectrum Over(Spectrum ground, double load)
    {
        ArgumentNullException.ThrowIfNull(ground);
        if (Granulation == 0)
            return Even(ground, load);
        var grains = Grains(ground, load);
        return Spectrum.From(band => grains.Sum(grain => grain.Share * grain.Reflectance[band]));
    }

    /// <summary>
    /// Places of the layer by how much paint lies there, from little to much, each with its share of the surface.
    /// </summary>
    public ImmutableArray<(double Share, Spectrum Reflectance)> Grains(Spectrum ground, double load)
    {
        double[] z = [.. Enumerable.Range(0, GrainSteps).Select(i => -2 + 4.0 * i / (GrainSteps - 1))];
        double[] weight = [.. z.Select(value => Math.Exp(-value * value / 2))];
        var total = weight.Sum();
        // Minus half the variance: the mean load stays what it is.
        return
        [
            .. z.Select(
                (value, i) =>
                    (
                        weight[i] / total,
                        Even(ground, load * Math.Exp(Granulation * value - Granulation * Granulation / 2))
                    )
            ),
        ];
    }

    /// <summary>
    /// The paint behind an item of the catalogue or of a stash: near what is known of it, but not the same.
    /// </summary>
    public static TruePaint Behind(Colourant colourant, int seed)
    {
        ArgumentNullException.ThrowIfNull(colourant);
        var random = new Random(seed);
        var known = colourant.Optics();
        var wander = Wander(random, 0.22);
        var slope = 0.5 + random.NextDouble();
        return new TruePaint(
            Spectrum.From(band =>
                Math.Max(KubelkaMunk.LeastAbsorption, known.Absorption[band] * Math.Exp(wander[band]))
            ),
            Spectrum.From(band => known.Scattering * Math.Pow(Spectrum.Wavelength(band) / 550.0, -slope)),
            colourant.Granulates ? 0.35 : 0.05
        );
    }

    /// <summary>An invented paint: one or two absorption bands like those of pigments, and an edge.</summary>
    public static TruePaint Invented(int seed)
    {
        var random = new Random(seed);
        double Between(double low, double high) => low + (high - low) * random.NextDouble();
        var family = seed % 5;
        double depth = Math.Exp(Between(Math.Log(1.5), Math.Log(5))),
            floor = depth * Math.Exp(Between(Math.Log(0.01), Math.Log(0.05)));
        // Edge: everything below a wavelength is taken up, as yellows to reds do. Band: a bell, as blues and greens do.
        var (edge, edgeWidth) = family switch
        {
            0 => (Between(480, 525), Between(10, 18)),
            1 => (Between(560, 605), Between(10, 20)),
            4 => (Between(540, 640), Between(40, 80)),
            _ => (0, 1),
        };
        var (middle, width) = family switch
        {
            1 => (Between(510, 550), Between(25, 45)),
            2 => (Between(590, 640), Between(35, 60)),
            3 => (Between(640, 690), Between(40, 60)),
            _ => (0, 1),
        };
        var (second, secondDepth) = (
            family == 3 ? Between(400, 440) : Between(545, 585),
            family is 2 or 3 ? Between(0.1, 0.7) : 0
        );
        var wander = Wander(random, 0.15);
        var absorption = Spectrum.From(band =>
        {
            double nm = Spectrum.Wavelength(band);
            var k = floor;
            if (edge > 0)
                k += depth / (1 + Math.Exp((nm - edge) / edgeWidth)) * (family == 4 ? 0.5 : 1);
            if (middle > 0)
                k += depth * (family == 1 ? 0.6 : 1) * Math.Exp(-Math.Pow((nm - middle) / width, 2) / 2);
            k += depth * secondDepth * Math.Exp(-Math.Pow((nm - second) / 30, 2) / 2);
            return Math.Max(KubelkaMunk.LeastAbsorption, k * Math.Exp(wander[band]));
        });
        var scattering = Math.Exp(Between(Math.Log(0.012), Math.Log(0.12)));
        var slope = Between(0, 1.5);
        return new TruePaint(
            absorption,
            Spectrum.From(band => scattering * Math.Pow(Spectrum.Wavelength(band) / 550.0, -slope)),
            random.NextDouble() < 0.3 ? Between(0.2, 0.4) : Between(0, 0.08)
        );
    }

    /// <summary>A curve that wanders about 0 with this standard deviation, alike within some 40 nm.</summary>
    private static Spectrum Wander(Random random, double deviation)
    {
        double[] knots =
        [
            .. Enumerable
                .Range(0, 11)
                .Select(_ => deviation * MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1)),
        ];
        return Spectrum.From(band =>
        {
            var at = band / 3.6;
            var left = (int)at;
            var t = (1 - Math.Cos((at - left) * Math.PI)) / 2;
            return knots[left] * (1 - t) + knots[Math.Min(10, left + 1)] * t;
        });
    }
}
