using Nube.Core.Colour;

namespace Nube.Core.Artwork;

/// <summary>Light that is added up, of the inner part where there is one.</summary>
internal sealed class LightSum
{
    private double r,
        g,
        b;
    private double innerR,
        innerG,
        innerB;
    private int count,
        inner;

    public bool Any => count > 0;

    public void Add(double red, double green, double blue, bool inner)
    {
        (r, g, b, count) = (r + red, g + green, b + blue, count + 1);
        if (inner)
            (innerR, innerG, innerB, this.inner) = (innerR + red, innerG + green, innerB + blue, this.inner + 1);
    }

    public Srgb Mean() => inner > 0 ? Coded(innerR, innerG, innerB, inner) : Coded(r, g, b, count);

    private static Srgb Coded(double red, double green, double blue, int of) =>
        new(Srgb.Encode(red / of), Srgb.Encode(green / of), Srgb.Encode(blue / of));
}
