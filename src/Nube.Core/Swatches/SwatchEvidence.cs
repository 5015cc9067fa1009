using Nube.Core.Colour;
using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>What is known of one painted patch: its colour, or its whole reflectance.</summary>
/// <param name="Patch">Which painted patch; readings of the same patch share its load.</param>
/// <param name="Strength">How much water it was meant to have.</param>
/// <param name="OverBlack">It lies over a black bar.</param>
/// <param name="Colour">Its colour under D65, on neutral white paper.</param>
/// <param name="Reflectance">Its reflectance, when a meter read it; null when only the colour is known.</param>
/// <param name="Device">How the device sees whose picture the colour comes from, where a chart told.</param>
public sealed record SwatchEvidence(
    int Patch,
    Strength Strength,
    bool OverBlack,
    Lab Colour,
    Spectrum? Reflectance,
    DeviceLight Device = default
);

/// <summary>What a colourant's patches were read with, and so how far to trust what comes of them.</summary>
public enum SwatchSource
{
    /// <summary>Two colours picked by eye.</summary>
    Eye,

    /// <summary>One scan.</summary>
    Scan,

    /// <summary>One photo.</summary>
    Photo,

    /// <summary>A scan and a photo together.</summary>
    ScanAndPhoto,

    /// <summary>A photo with a colour chart in the shot.</summary>
    PhotoWithChart,

    /// <summary>A scan, and a photo with a colour chart in the shot.</summary>
    ScanAndPhotoWithChart,

    /// <summary>A colour meter.</summary>
    Meter,
}
