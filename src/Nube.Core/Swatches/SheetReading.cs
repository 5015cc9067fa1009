using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;

namespace Nube.Core.Swatches;

/// <summary>Light of three sensors against that of the bare paper beside it: 1 is the paper.</summary>
public readonly record struct RelativeLight(double R, double G, double B)
{
    /// <summary>Mean of the three.</summary>
    public double Mean => (R + G + B) / 3;

    /// <summary>The colour that it is taken for on a neutral white paper of this reflectance.</summary>
    public Lab OnPaper(double reflectance) =>
        Lab.FromXyz(Srgb.XyzOfLight(R * reflectance, G * reflectance, B * reflectance));
}

/// <summary>What was read in a box.</summary>
/// <param name="Patch">The box.</param>
/// <param name="Light">Mean over the inner part of the box, against the paper.</param>
/// <param name="Grain">Standard deviation from point to point, as a share of the mean, above that of bare
/// paper.</param>
/// <param name="Unevenness">Difference between the darkest and the lightest ninth of it, as a share of the
/// mean.</param>
/// <param name="Corners">Corners of the box in the picture, pixels, clockwise from the top left.</param>
public sealed record PatchReading(
    Patch Patch,
    RelativeLight Light,
    double Grain,
    double Unevenness,
    ImmutableArray<PicturePoint> Corners
);

/// <summary>A sheet as it was read from a picture.</summary>
/// <param name="Patches">What was read, row by row.</param>
/// <param name="Black">The bare bars, against the paper, after stray light was taken off.</param>
/// <param name="MarksFound">How many of the eight marks were found.</param>
/// <param name="TurnDegrees">How far the sheet is turned in the picture, -180 to 180, clockwise.</param>
/// <param name="PixelsPerMm">Scale in the middle of the sheet.</param>
/// <param name="LightFallOff">How much darker the paper is at its darkest place than at its lightest, 0 to 1.</param>
/// <param name="BarBleeds">Rows whose white paper beside the bar is greyed.</param>
public sealed record SheetReading(
    ImmutableArray<PatchReading> Patches,
    double Black,
    int MarksFound,
    double TurnDegrees,
    double PixelsPerMm,
    double LightFallOff,
    ImmutableArray<int> BarBleeds
);
