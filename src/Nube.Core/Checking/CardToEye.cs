using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>A card cell by cell as the eye would see it: linear red, green and blue, 1 for bare paper.</summary>
internal sealed class CardToEye
{
    private readonly RelativeLight[] light;
    private readonly RelativeLight paper;

    private CardToEye(RelativeLight[] light, RelativeLight paper) => (this.light, this.paper) = (light, paper);

    /// <summary>A card.</summary>
    /// <param name="flat">As it was taken.</param>
    /// <param name="paperLight">The light of its bare paper.</param>
    /// <param name="device">How the device sees.</param>
    /// <param name="paper">The colour of the bare paper.</param>
    public static CardToEye Of(CardFlat flat, PaperLight paperLight, DeviceBySight device, Srgb paper)
    {
        var (width, height) = (flat.Picture.Width, flat.Picture.Height);
        var cells = new RelativeLight[width * height];
        Parallel.For(0, height, y =>
        {
            for (var x = 0; x < width; x++)
                cells[y * width + x] = device.ToEye(CardRead.LightAt(flat, paperLight, x, y));
        });
        return new CardToEye(
            cells,
            new RelativeLight(Srgb.Decode(paper.R), Srgb.Decode(paper.G), Srgb.Decode(paper.B))
        );
    }

    /// <summary>The light of a cell.</summary>
    public RelativeLight this[int cell] => light[cell];

    /// <summary>The colour of such light.</summary>
    public Lab ColourOf(RelativeLight of) =>
        Lab.FromXyz(Srgb.XyzOfLight(of.R * paper.R, of.G * paper.G, of.B * paper.B));
}
