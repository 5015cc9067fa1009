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
    /// <param name="xyz">The true colour.</param>
    /// <param name="device">Whose picture it is.</param>
    /// <param name="seen">What the picture holds.</param>
    /// <param name="cutBelow">Light of a channel from which on the picture is known not to have been cut there.</param>
    public static InPicture Of(Xyz xyz, DeviceLight device, Lab seen, double cutBelow)
    {
        var (r, g, b) = device.Of(Srgb.LightOfXyz(xyz));
        var (red, green, blue) = Srgb.LightOfXyz(seen.ToXyz());
        var (keepsR, keepsG, keepsB) = (
            r >= 0 || red > cutBelow,
            g >= 0 || green > cutBelow,
            b >= 0 || blue > cutBelow
        );
        return new InPicture(
            device.IsEye && keepsR && keepsG && keepsB
                ? xyz
                : Srgb.XyzOfLight(keepsR ? r : 0, keepsG ? g : 0, keepsB ? b : 0),
            device,
            keepsR,
            keepsG,
            keepsB
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
