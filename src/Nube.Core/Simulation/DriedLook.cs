using System.Runtime.Intrinsics;
using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Simulation;

/// <summary>What a sheet with its pigments looks like, dry, cell by cell.</summary>
public static class DriedLook
{
    /// <summary>The colours.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="paints">K and S of each of its pigments.</param>
    /// <param name="ground">Reflectance of what is below.</param>
    /// <returns>XYZ of each cell, row by row.</returns>
    public static Xyz[] Of(WetSheet sheet, IReadOnlyList<PaintOptics> paints, Spectrum ground)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(paints);
        ArgumentNullException.ThrowIfNull(ground);
        if (paints.Count != sheet.Pigments.Length)
            throw new ArgumentException("There are K and S for each pigment of the sheet.", nameof(paints));
        var grid = sheet.Paper.Grid;
        var bare = SpectralColour.ToXyz(ground);
        var look = new Xyz[grid.Count];
        Parallel.For(0, grid.Height, y =>
        {
            Span<double> loads = stackalloc double[paints.Count],
                seen = stackalloc double[Spectrum.Bands];
            for (var x = 0; x < grid.Width; x++)
            {
                var any = false;
                for (var pigment = 0; pigment < loads.Length; pigment++)
                    any |= (loads[pigment] = Math.Max(0, sheet.LoadAt(pigment, x, y))) > 0;
                look[y * grid.Width + x] = any ? SpectralColour.ToXyz(Over(ground, paints, loads, seen)) : bare;
            }
        });
        return look;
    }

    /// <summary>
    /// A layer of all pigments together: K and S add up with their loads (D. R. Duncan, Proc. Phys. Soc. 52 (1940), 390),
    /// for a layer of load 1.
    /// </summary>
    private static ReadOnlySpan<double> Over(
        Spectrum ground,
        IReadOnlyList<PaintOptics> paints,
        ReadOnlySpan<double> loads,
        Span<double> seen
    )
    {
        var scatters = 0.0;
        for (var pigment = 0; pigment < loads.Length; pigment++)
            scatters += loads[pigment] * paints[pigment].Scattering;
        var s = Vector256.Create(scatters);
        for (var band = 0; band < Spectrum.Bands; band += Vector256<double>.Count)
        {
            var k = Vector256<double>.Zero;
            for (var pigment = 0; pigment < loads.Length; pigment++)
                k += loads[pigment] * Vector256.Create(paints[pigment].Absorption.Values[band..]);
            var d = KubelkaMunk.Depth(k, s);
            KubelkaMunk
                .Reflectance(k, s, d, KubelkaMunk.Passing(d, 1), Vector256.Create(ground.Values[band..]))
                .CopyTo(seen[band..]);
        }
        return seen;
    }
}
