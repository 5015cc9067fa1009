using System.Globalization;
using System.Security;
using System.Text;

namespace Nube.Server.Printing;

/// <summary>A name beside an outline: where, mm, and what.</summary>
internal readonly record struct NameAt(double X, double Y, string Name);

/// <summary>Files for cutting machines: SVG in mm, outlines only, and the names in a group of their own.</summary>
internal static class CutterSvg
{
    /// <summary>Width of the line to cut along, mm.</summary>
    public const float CutMm = 0.2f;

    /// <summary>A sheet.</summary>
    /// <param name="widthMm">Its width, mm.</param>
    /// <param name="heightMm">Its height, mm.</param>
    /// <param name="title">What it is.</param>
    /// <param name="outlines">What is cut: SVG elements, in mm.</param>
    /// <param name="names">What is written on it.</param>
    public static byte[] Of(
        double widthMm,
        double heightMm,
        string title,
        IEnumerable<string> outlines,
        IEnumerable<NameAt> names
    )
    {
        var (width, height) = (Mm(widthMm), Mm(heightMm));
        var svg = new StringBuilder("<svg xmlns=\"http://www.w3.org/2000/svg\"")
            .Append(
                CultureInfo.InvariantCulture,
                $" width=\"{width}mm\" height=\"{height}mm\" viewBox=\"0 0 {width} {height}\">"
            )
            .Append(CultureInfo.InvariantCulture, $"<title>{SecurityElement.Escape(title)}</title>")
            .Append(
                CultureInfo.InvariantCulture,
                $"<g id=\"cut\" fill=\"none\" stroke=\"#000000\" stroke-width=\"{CutMm}\">"
            )
            .AppendJoin("", outlines)
            .Append("</g><g id=\"names\" fill=\"#000000\" font-family=\"sans-serif\" font-size=\"3.4\"")
            .Append(" text-anchor=\"middle\">");
        foreach (var (x, y, name) in names)
            svg.Append(
                CultureInfo.InvariantCulture,
                $"<text x=\"{Mm(x)}\" y=\"{Mm(y)}\">{SecurityElement.Escape(name)}</text>"
            );
        return Encoding.UTF8.GetBytes(svg.Append("</g></svg>").ToString());
    }

    /// <summary>A length as it is written, to a thousandth.</summary>
    public static string Mm(double mm) => mm.ToString("0.###", CultureInfo.InvariantCulture);
}
