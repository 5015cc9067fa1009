using System.Collections.Immutable;
using OpenCvSharp;
using OpenCvSharp.Aruco;

namespace Nube.Core.Swatches;

/// <summary>The black squares of a mark.</summary>
/// <remarks>
/// S. Garrido-Jurado, R. Munoz-Salinas, F. J. Madrid-Cuevas, M. J. Marin-Jimenez,
/// "Automatic generation and detection of highly reliable fiducial markers under occlusion", Pattern Recognition 47
/// (2014), 2280-2292; the dictionary of 50 marks of 4 x 4 squares inside a black rim that comes with OpenCV.
/// </remarks>
public static class MarkSquares
{
    /// <summary>Squares along a side, rim included.</summary>
    public const int Across = 6;

    /// <summary>The dictionary.</summary>
    internal static Dictionary Dictionary { get; } =
        CvAruco.GetPredefinedDictionary(PredefinedDictionaryType.Dict4X4_50);

    /// <summary>The black squares of a mark, joined along each row.</summary>
    public static ImmutableArray<SheetRectangle> Of(SheetMark mark)
    {
        ArgumentNullException.ThrowIfNull(mark);
        using var drawn = new Mat();
        Dictionary.GenerateImageMarker(mark.Id, Across, drawn, 1);
        var side = mark.Box.Width / Across;
        var squares = ImmutableArray.CreateBuilder<SheetRectangle>();
        for (var row = 0; row < Across; row++)
        {
            for (var column = 0; column < Across; column++)
            {
                if (drawn.At<byte>(row, column) != 0)
                    continue;
                var from = column;
                while (column + 1 < Across && drawn.At<byte>(row, column + 1) == 0)
                    column++;
                squares.Add(
                    new SheetRectangle(
                        mark.Box.X + from * side,
                        mark.Box.Y + row * side,
                        (column - from + 1) * side,
                        side
                    )
                );
            }
        }
        return squares.ToImmutable();
    }
}
