using System.Xml.Linq;

namespace Nube.Core.Artwork;

/// <summary>What it takes to draw an SVG drawing, counted before anything is drawn.</summary>
/// <remarks>
/// Copies ("use"), patterns, masks, clips and markers are followed: what is referred to is counted as often as it is
/// drawn, a marker once for each point of the path that carries it. Copies of copies multiply, so a drawing of a few
/// lines can take for ever.
/// </remarks>
internal sealed class SvgCost
{
    /// <summary>Most elements that are drawn, with all copies.</summary>
    public const long MostDrawn = 100_000;

    /// <summary>
    /// Most points of all paths, with all copies; a letter sheet traced from a scan has some tens of thousands.
    /// </summary>
    public const long MostPoints = 300_000;

    /// <summary>
    /// Most see-through groups and masks: each is a sheet of its own while it is drawn, some milliseconds.
    /// </summary>
    public const long MostSheets = 500;

    private const int MostInHand = 800; // elements and references inside one another

    private readonly Dictionary<string, XElement> named = [];
    private readonly Dictionary<XElement, Counts> counted = [];
    private readonly HashSet<XElement> inHand = [];

    private readonly record struct Counts(long Drawn, long Points, long Sheets)
    {
        private const long Many = long.MaxValue / 8;

        public Counts Plus(Counts other, long times = 1) =>
            new(Sum(Drawn, other.Drawn, times), Sum(Points, other.Points, times), Sum(Sheets, other.Sheets, times));

        private static long Sum(long one, long other, long times) =>
            Math.Min(Many, one + (other >= Many / Math.Max(1, times) ? Many : other * times));
    }

    /// <summary>Refuses a drawing that would take too long.</summary>
    /// <exception cref="PictureTroubleException">It is over one of the limits, or holds a copy of itself.</exception>
    public static void Check(XElement drawing)
    {
        var cost = new SvgCost();
        foreach (var element in drawing.DescendantsAndSelf())
        {
            if (element.Attribute("id")?.Value is { } id)
                cost.named.TryAdd(id, element);
        }
        var whole = cost.Of(drawing);
        if (whole.Drawn > MostDrawn)
            throw new PictureTroubleException(
                "The SVG drawing copies its parts more than 100,000 times. Simplify it, or bring it in as a PNG."
            );
        if (whole.Points > MostPoints)
            throw new PictureTroubleException(
                "The paths of the SVG drawing have more than 300,000 points. Simplify them, or bring it in as a PNG."
            );
        if (whole.Sheets > MostSheets)
            throw new PictureTroubleException(
                "The SVG drawing has more than 500 see-through groups or masks. Flatten it, or bring it in as a PNG."
            );
    }

    private Counts Of(XElement element)
    {
        if (counted.TryGetValue(element, out var known))
            return known;
        if (!inHand.Add(element) || inHand.Count > MostInHand)
            throw new PictureTroubleException("The SVG drawing contains a copy of itself and can never be finished.");
        var points = PointsOf(element);
        var sum = new Counts(1, points, IsSeeThrough(element) ? 1 : 0);
        foreach (var child in element.Elements())
            sum = sum.Plus(Of(child));
        foreach (var (target, atEachPoint) in References(element))
            sum = sum.Plus(Of(target), atEachPoint ? Math.Max(1, points) : 1);
        inHand.Remove(element);
        return counted[element] = sum;
    }

    /// <summary>Points of a path or polygon: numbers in its data, two to a point.</summary>
    private static long PointsOf(XElement element)
    {
        var data = element.Attribute("d")?.Value ?? element.Attribute("points")?.Value;
        if (data is null)
            return 0;
        var numbers = 0L;
        var inNumber = false;
        foreach (var sign in data)
        {
            var digit = char.IsAsciiDigit(sign);
            if (digit && !inNumber)
                numbers++;
            // "1.5.5" is two numbers, but so few write it that a point counts as part of one; letters, blanks and signs
            // end it.
            inNumber = digit || (inNumber && sign == '.');
        }
        var commands = data.Count(char.IsAsciiLetter);
        return Math.Max(commands, (numbers + 1) / 2);
    }

    private static bool IsSeeThrough(XElement element) =>
        element.Attribute("mask") is not null
        || element.Attribute("opacity") is { Value: not ("1" or "1.0" or "100%") }
        || element.Attribute("style") is { } style
            && (
                style.Value.Contains("opacity:", StringComparison.Ordinal)
                || style.Value.Contains("mask:", StringComparison.Ordinal)
                || style.Value.Contains("mix-blend-mode", StringComparison.Ordinal)
            );

    /// <summary>What an element refers to, and whether that is drawn at each of its points.</summary>
    private IEnumerable<(XElement Target, bool AtEachPoint)> References(XElement element)
    {
        foreach (var attribute in element.Attributes())
        {
            var name = attribute.Name.LocalName;
            if (name == "href")
            {
                if (attribute.Value.Length > 1 && named.TryGetValue(attribute.Value[1..], out var target))
                    yield return (target, false);
                continue;
            }
            for (
                var at = attribute.Value.IndexOf("url(", StringComparison.OrdinalIgnoreCase);
                at >= 0;
                at = attribute.Value.IndexOf("url(", at + 4, StringComparison.OrdinalIgnoreCase)
            )
            {
                var end = attribute.Value.IndexOf(')', at);
                if (end < 0)
                    break;
                var id = attribute.Value[(at + 4)..end].Trim(' ', '\'', '"', '\t', '\n', '\r').TrimStart('#');
                var marker =
                    name.StartsWith("marker", StringComparison.Ordinal)
                    || (name == "style" && attribute.Value.Contains("marker", StringComparison.Ordinal));
                if (named.TryGetValue(id, out var target))
                    yield return (target, marker);
            }
        }
    }
}
