using BenchmarkDotNet.Attributes;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;
using Nube.Core.Swatches;
using Nube.Devices.Swatches;

namespace Nube.Bench;

/// <summary>
/// Reading a swatch sheet. Targets: decode, find and read a 300 dpi scan of A4 in 250 ms; fit 10 ms a colourant.
/// </summary>
public class SwatchBenchmarks
{
    private readonly SwatchSheet sheet = new(SheetSize.A4, 0, SwatchSheet.MostRows);
    private byte[] file = [];
    private ColourPicture picture = null!;
    private IReadOnlyList<SwatchEvidence> evidence = [];
    private double black;

    [GlobalSetup]
    public void SetUp()
    {
        var paints = Enumerable.Range(0, sheet.Rows).Select(row => TruePaint.Invented(300 + row)).ToList();
        file = SheetScanner.Take(
            PaintedSheet.By(sheet, paints, GenericCatalogue.Papers[0].Reflectance(), Slips.None, 1),
            SheetConditions.Scan,
            1
        );
        picture = PictureReader.ReadColours(file, SheetReader.EnoughPixels);
        var reading = SheetReader.Read(picture, sheet);
        (evidence, black) = (
            SheetEvidence.Of(reading, default, new HashSet<(int, int)>())[5].Evidence,
            reading.Black * SheetEvidence.NeutralPaper
        );
    }

    /// <summary>From the file to every patch.</summary>
    [Benchmark]
    public object DecodeFindRead() =>
        SheetReader.Read(PictureReader.ReadColours(file, SheetReader.EnoughPixels), sheet);

    [Benchmark]
    public object Decode() => PictureReader.ReadColours(file, SheetReader.EnoughPixels);

    [Benchmark]
    public object FindAndRead() => SheetReader.Read(picture, sheet);

    /// <summary>One colourant, with how sure.</summary>
    [Benchmark]
    public object FitOne() =>
        ColourantFit.From(evidence, SheetEvidence.NeutralPaper, black, Beforehand.OfSheet(AbsorptionShape.Unknown));
}
