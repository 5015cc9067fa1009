using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;

namespace Nube.Core.Swatches;

/// <summary>
/// A bought or home-made chart of patches whose colours are known, which lies in the shot beside a swatch sheet.
/// </summary>
/// <param name="Name">What the maker calls it.</param>
/// <param name="Columns">Patches in a row.</param>
/// <param name="Known">L*a*b* of its patches under D65, row by row from the top left.</param>
public sealed record ColourChart(string Name, int Columns, ImmutableArray<Lab> Known)
{
    /// <summary>Fewest patches from which nine figures are certain enough.</summary>
    public const int FewestPatches = 12;

    /// <summary>Most patches of a chart that is read.</summary>
    public const int MostPatches = 400;

    /// <summary>Rows of patches.</summary>
    public int Rows => Known.Length / Columns;
}

/// <summary>A chart as it was read in a picture of a sheet.</summary>
/// <param name="Chart">Which chart.</param>
/// <param name="Corners">Where it lies, pixels: the outer corners of its four corner patches, clockwise, from any of
/// them.</param>
/// <param name="Light">What was read in its patches against the sheet's bare paper, row by row as they lie from the
/// first corner.</param>
public sealed record ChartReading(
    ColourChart Chart,
    ImmutableArray<PicturePoint> Corners,
    ImmutableArray<RelativeLight> Light
);
