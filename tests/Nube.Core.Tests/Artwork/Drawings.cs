using System.Globalization;
using System.Text;
using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

/// <summary>Drawings made for tests.</summary>
internal static class Drawings
{
    public static byte[] Svg(double widthMm, double heightMm, string body, double lineMm = 0.5) =>
        Encoding.UTF8.GetBytes(
            string.Create(
                CultureInfo.InvariantCulture,
                $"""<svg xmlns="http://www.w3.org/2000/svg" width="{widthMm}mm" height="{heightMm}mm" viewBox="0 0 {widthMm} {heightMm}"><g fill="none" stroke="#000" stroke-width="{lineMm}">{body}</g></svg>"""
            )
        );

    public static string Circle(double x, double y, double radius) =>
        string.Create(CultureInfo.InvariantCulture, $"""<circle cx="{x}" cy="{y}" r="{radius}"/>""");

    public static string Polygon(params (double X, double Y)[] corners) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"""<polygon points="{string.Join(' ', corners.Select(c => string.Create(CultureInfo.InvariantCulture, $"{c.X},{c.Y}")))}"/>"""
        );

    /// <summary>A grid of cells with sides of so many mm, 5 mm from the edge.</summary>
    public static byte[] Grid(int columns, int rows, double cellMm)
    {
        var body = new StringBuilder();
        for (var column = 0; column <= columns; column++)
            body.Append(CultureInfo.InvariantCulture, $"""<path d="M{5 + column * cellMm} 5V{5 + rows * cellMm}"/>""");
        for (var row = 0; row <= rows; row++)
            body.Append(CultureInfo.InvariantCulture, $"""<path d="M5 {5 + row * cellMm}H{5 + columns * cellMm}"/>""");
        return Svg(10 + columns * cellMm, 10 + rows * cellMm, body.ToString());
    }

    public static AreaMap Find(byte[] file, GapRule? gaps = null) =>
        AreaFinder.FindAreas(LineExtraction.From(PictureReader.Read(file, new PictureSize(null, null))), gaps);

    /// <summary>The drawings that ship with the application.</summary>
    public static IEnumerable<string> Shipped =>
        Directory.EnumerateFiles(Path.Combine(Root, "src", "Nube.Server", "Demo", "Images"), "*.svg").Order();

    /// <summary>The folder of the project.</summary>
    public static string Root
    {
        get
        {
            var folder = new DirectoryInfo(AppContext.BaseDirectory);
            while (!File.Exists(Path.Combine(folder.FullName, "Nube.slnx")))
                folder = folder.Parent!;
            return folder.FullName;
        }
    }
}
