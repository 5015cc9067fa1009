using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>A card cell by cell as the eye would see it: linear red, green and blue, 1 for bare paper.</summary>
internal sealed class CardToEye
{
    private readonly RelativeLight[] light;
    private readonly Lab[] colours;
    private readonly RelativeLight paper;

    private CardToEye(RelativeLight[] light, Lab[] colours, RelativeLight paper) =>
        (this.light, this.colours, this.paper) = (light, colours, paper);

    /// <summary>A card.</summary>
    /// <param name="flat">As it was taken.</param>
    /// <param name="paperLight">The light of its bare paper.</param>
    /// <param name="device">How the device sees.</param>
    /// <param name="paper">The colour of the bare paper.</param>
    public static CardToEye Of(CardFlat flat, PaperLight paperLight, DeviceBySight device, Srgb paper)
    {
        var (width, height) = (flat.Picture.Width, flat.Picture.Height);
        var (light, colours) = (new RelativeLight[width * height], new Lab[width * height]);
        var white = new RelativeLight(Srgb.Decode(paper.R), Srgb.Decode(paper.G), Srgb.Decode(paper.B));
        Parallel.For(0, height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var cell = y * width + x;
                light[cell] = device.ToEye(CardRead.LightAt(flat, paperLight, x, y));
                colours[cell] = ColourOf(light[cell], white);
            }
        });
        return new CardToEye(light, colours, white);
    }

    /// <summary>The light of a cell.</summary>
    public RelativeLight this[int cell] => light[cell];

    /// <summary>The colour of a cell.</summary>
    public Lab ColourAt(int cell) => colours[cell];

    /// <summary>The light of a colour, against that of bare paper.</summary>
    public RelativeLight LightOf(Xyz colour)
    {
        var (r, g, b) = Srgb.LightOfXyz(colour);
        return new RelativeLight(r / paper.R, g / paper.G, b / paper.B);
    }

    /// <summary>The colour of such light.</summary>
    public Lab ColourOf(RelativeLight of) => ColourOf(of, paper);

    private static Lab ColourOf(RelativeLight of, RelativeLight paper) =>
        Lab.FromXyz(Srgb.XyzOfLight(of.R * paper.R, of.G * paper.G, of.B * paper.B));
}
