using System.Collections.Immutable;

namespace Nube.Core.Swatches;

/// <summary>
/// How a device turns light into what its picture holds: a 3 x 3 matrix over linear sRGB that keeps the paper's white.
/// </summary>
/// <param name="Matrix">Nine values, row by row; default when the device is taken to see as the eye does.</param>
public readonly record struct DeviceLight(ImmutableArray<double> Matrix)
{
    /// <summary>The device is taken to see as the eye does.</summary>
    public bool IsEye => Matrix.IsDefault;

    /// <summary>What the device makes of a light.</summary>
    public (double R, double G, double B) Of((double R, double G, double B) light) =>
        IsEye
            ? light
            : (
                Matrix[0] * light.R + Matrix[1] * light.G + Matrix[2] * light.B,
                Matrix[3] * light.R + Matrix[4] * light.G + Matrix[5] * light.B,
                Matrix[6] * light.R + Matrix[7] * light.G + Matrix[8] * light.B
            );
}
