using Nube.Core.Colour;

namespace Nube.Core.Swatches;

/// <summary>A colour as a picture file holds it: as its device saw it, and cut off where sRGB has no light.</summary>
/// <remarks>
/// Strong paints lie outside sRGB. A fit to colours that were cut would make them paler than they are; so what the fit
/// predicts goes the way of the picture, through the device and the cut, before it is compared.
/// </remarks>
internal readonly record struct InPicture(Xyz Xyz, DeviceLight Device, bool Red, bool Green, bool Blue)
{
    /// <summary>The colour as it is held.</summary>
    public static InPicture Of(Xyz xyz, DeviceLight device)
    {
        var (r, g, b) = device.Of(Srgb.LightOfXyz(xyz));
        return new InPicture(
            device.IsEye && r >= 0 && g >= 0 && b >= 0
                ? xyz
                : Srgb.XyzOfLight(Math.Max(0, r), Math.Max(0, g), Math.Max(0, b)),
            device,
            r >= 0,
            g >= 0,
            b >= 0
        );
    }

    /// <summary>How the held colour moves when the true one moves by this much.</summary>
    public Xyz Slope(double x, double y, double z)
    {
        if (Device.IsEye && Red && Green && Blue)
            return new Xyz(x, y, z);
        var (r, g, b) = Device.Of(Srgb.LightOfXyz(new Xyz(x, y, z)));
        return Srgb.XyzOfLight(Red ? r : 0, Green ? g : 0, Blue ? b : 0);
    }
}
