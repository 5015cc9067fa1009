using System.Globalization;
using System.Xml.Linq;

namespace Nube.Devices;

/// <summary>A piece that a machine cut.</summary>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
public sealed record CutByMachine(double WidthMm, double HeightMm);

/// <summary>What a machine did with a file.</summary>
/// <param name="Pieces">What it cut, in its order.</param>
/// <param name="Seconds">How long that took, s.</param>
public sealed record MachineCut(IReadOnlyList<CutByMachine> Pieces, double Seconds);

/// <summary>A machine that cuts rectangles out of a sheet, as an SVG file in millimetres tells them.</summary>
public interface ICuttingMachine
{
    /// <summary>The largest sheet that goes into it, mm: its width, and its length.</summary>
    (double WidthMm, double LengthMm) Bed { get; }

    /// <summary>Cuts a sheet.</summary>
    /// <param name="svg">The file.</param>
    /// <exception cref="InvalidOperationException">The sheet does not go in; the message says why.</exception>
    MachineCut Cut(byte[] svg);
}

/// <summary>
/// Stands in for a cutting machine of the usual width: it follows the outlines of the file, and knows how long a blade
/// takes for them. All its figures are invented.
/// </summary>
public sealed class SimulatedCutter : ICuttingMachine
{
    private const double MmPerSecond = 40, // of the blade
        LoadingSeconds = 20,
        LiftSeconds = 0.6; // between two outlines

    /// <inheritdoc />
    public (double WidthMm, double LengthMm) Bed => (305, 610);

    /// <inheritdoc />
    public MachineCut Cut(byte[] svg)
    {
        using var file = new MemoryStream(svg);
        var root = XDocument.Load(file).Root!;
        var (width, height) = (Millimetres(root, "width"), Millimetres(root, "height"));
        if (Math.Min(width, height) > Bed.WidthMm || Math.Max(width, height) > Bed.LengthMm)
            throw new InvalidOperationException(
                FormattableString.Invariant(
                    $"The sheet is {width:0} x {height:0} mm, and the machine takes up to {Bed.WidthMm} x {Bed.LengthMm} mm."
                )
            );
        List<CutByMachine> pieces =
        [
            .. root.Descendants(root.GetDefaultNamespace() + "rect")
                .Select(rect => new CutByMachine(Number(rect, "width"), Number(rect, "height"))),
        ];
        return new MachineCut(
            pieces,
            LoadingSeconds + pieces.Sum(piece => 2 * (piece.WidthMm + piece.HeightMm) / MmPerSecond + LiftSeconds)
        );
    }

    private static double Millimetres(XElement element, string name) =>
        element.Attribute(name)!.Value is var text && text.EndsWith("mm", StringComparison.Ordinal)
            ? double.Parse(text[..^2], CultureInfo.InvariantCulture)
            : throw new InvalidOperationException("The machine takes files in millimetres.");

    private static double Number(XElement element, string name) =>
        double.Parse(element.Attribute(name)!.Value, CultureInfo.InvariantCulture);
}
