namespace Nube.Core.Drying;

/// <summary>How large the patch is that an area is wet in: small ones dry sooner.</summary>
/// <param name="Area">The area.</param>
/// <param name="OwnMm">Radius of the disc that dries as its painted part does by itself, mm.</param>
/// <param name="RadiusMm">
/// Radius of the disc that dries as it does with all that is wet beside it, mm; one of the sizes that are told apart.
/// </param>
public readonly record struct WetPatch(int Area, double OwnMm, double RadiusMm)
{
    private const double SizesInADecade = 20; // R20 of ISO 3

    /// <summary>
    /// Radius of the disc that dries as a shape does, mm: that of the same surface, or less for a long or jagged one,
    /// which has more rim.
    /// </summary>
    /// <param name="surfaceMm2">Its surface, mm2.</param>
    /// <param name="perimeterMm">Its rim, holes included, mm; 0 where it is not known.</param>
    /// <remarks>Twice surface over perimeter is the radius of a disc, and half the width of a long strip.</remarks>
    public static double Radius(double surfaceMm2, double perimeterMm = 0)
    {
        var disc = Math.Sqrt(Math.Max(0, surfaceMm2) / Math.PI);
        return perimeterMm > 0 ? Math.Min(disc, 2 * surfaceMm2 / perimeterMm) : disc;
    }

    /// <summary>The patch of one area by itself.</summary>
    /// <param name="area">The area.</param>
    /// <param name="radiusMm">Radius of its disc, mm.</param>
    public static WetPatch Alone(int area, double radiusMm) => new(area, radiusMm, ToldApart(radiusMm));

    /// <summary>Patches of one pass: areas side by side are wet together and count as one.</summary>
    /// <param name="patches">One for each area.</param>
    /// <param name="touch">Whether two areas touch.</param>
    public static IEnumerable<WetPatch> Joined(IReadOnlyList<WetPatch> patches, Func<int, int, bool> touch)
    {
        ArgumentNullException.ThrowIfNull(patches);
        ArgumentNullException.ThrowIfNull(touch);
        var left = patches.ToList();
        while (left.Count > 0)
        {
            var together = new List<WetPatch> { left[0] };
            left.RemoveAt(0);
            for (var i = 0; i < together.Count; i++)
            {
                var beside = left.Where(other => touch(together[i].Area, other.Area)).ToList();
                together.AddRange(beside);
                left.RemoveAll(beside.Contains);
            }
            // Their surfaces add up, and so do the squares of their radii.
            var radius = ToldApart(Math.Sqrt(together.Sum(patch => patch.OwnMm * patch.OwnMm)));
            foreach (var patch in together)
                yield return patch with
                {
                    RadiusMm = radius,
                };
        }
    }

    /// <summary>
    /// The next larger of the preferred numbers R20 (ISO 3), 12 % apart: what differs less dries alike.
    /// </summary>
    private static double ToldApart(double radiusMm) =>
        radiusMm <= 0
            ? 0
            : Math.Round(
                Math.Pow(10, Math.Ceiling(Math.Round(Math.Log10(radiusMm) * SizesInADecade, 6)) / SizesInADecade),
                4
            );
}
