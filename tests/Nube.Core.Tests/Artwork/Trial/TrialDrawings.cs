using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace Nube.Core.Tests.Artwork.Trial;

/// <summary>
/// Invented stamp drawings of eight kinds, made by seeded code: thin and thick line, dense and sparse, lettering,
/// hatching, dots.
/// </summary>
internal static partial class TrialDrawings
{
    /// <summary>Side of a drawing, mm.</summary>
    public const double Side = 62;

    private static readonly Func<Random, string>[] Kinds =
    [
        Blossom,
        Leaves,
        Basket,
        Tiles,
        Stripes,
        Dots,
        Lettering,
        Hatched,
    ];

    /// <summary>The first number of drawings of which two thirds are hairlines of 0.12 to 0.17 mm.</summary>
    public const int Hairlines = 100;

    /// <summary>The first number of drawings with walls of 2.1 to 2.9 mm.</summary>
    public const int Walls = 200;

    /// <summary>A drawing by its number; the same number gives the same drawing.</summary>
    public static byte[] Svg(int number)
    {
        var random = new Random(1000 + number);
        var line = number switch
        {
            >= Walls => Between(random, 2.1, 2.9),
            >= Hairlines => Between(random, 0.12, 0.17),
            _ => 0.25 + 0.75 * ((number / Kinds.Length % 4 + random.NextDouble()) / 4),
        };
        var body =
            number >= Walls ? Rooms(random)
            : number >= Hairlines ? Mixed(Kinds[number % Kinds.Length](random))
            : Kinds[number % Kinds.Length](random);
        return Encoding.UTF8.GetBytes(
            F(
                $"""<svg xmlns="http://www.w3.org/2000/svg" width="{Side}mm" height="{Side}mm" viewBox="0 0 {Side} {Side}"><g fill="#fff" stroke="#000" stroke-width="{line}" stroke-linejoin="round" stroke-linecap="round">{body}</g></svg>"""
            )
        );
    }

    private static string F(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);

    private static string Ellipse(double x, double y, double rx, double ry, double turn = 0) =>
        F(
            $"""<ellipse cx="{x:0.##}" cy="{y:0.##}" rx="{rx:0.##}" ry="{ry:0.##}" transform="rotate({turn:0.#} {x:0.##} {y:0.##})"/>"""
        );

    private static double Between(Random random, double low, double high) => low + (high - low) * random.NextDouble();

    /// <summary>A wobbling closed curve.</summary>
    private static string Blob(Random random, double x, double y, double radius)
    {
        const int points = 9;
        double[] r = [.. Enumerable.Range(0, points).Select(_ => radius * Between(random, 0.75, 1.15))];
        (double X, double Y) At(int i)
        {
            var angle = 2 * Math.PI * i / points;
            return (x + r[(i + points) % points] * Math.Cos(angle), y + r[(i + points) % points] * Math.Sin(angle));
        }
        var path = new StringBuilder(F($"M{(At(0).X + At(1).X) / 2:0.##} {(At(0).Y + At(1).Y) / 2:0.##}"));
        for (var i = 1; i <= points; i++)
            path.Append(
                F(
                    $"Q{At(i % points).X:0.##} {At(i % points).Y:0.##} {(At(i % points).X + At((i + 1) % points).X) / 2:0.##} {(At(i % points).Y + At((i + 1) % points).Y) / 2:0.##}"
                )
            );
        return $"""<path d="{path}Z"/>""";
    }

    private static string Blossom(Random random)
    {
        var body = new StringBuilder();
        for (var ring = 2; ring >= 0; ring--)
        {
            var petals = random.Next(5, 9);
            var reach = 9 + 7.0 * ring;
            for (var petal = 0; petal < petals; petal++)
            {
                var angle = 360.0 * petal / petals + 20 * ring;
                var (sin, cos) = Math.SinCos(angle * Math.PI / 180);
                body.Append(
                    Ellipse(
                        Side / 2 + reach * 0.62 * cos,
                        Side / 2 + reach * 0.62 * sin,
                        reach * 0.52,
                        reach * 0.3,
                        angle
                    )
                );
            }
        }
        return body.Append(Ellipse(Side / 2, Side / 2, 4.5, 4.5)).ToString();
    }

    private static string Leaves(Random random)
    {
        var body = new StringBuilder();
        for (var leaf = 0; leaf < 9; leaf++)
        {
            double x = Between(random, 12, Side - 12),
                y = Between(random, 10, Side - 10),
                length = Between(random, 9, 15),
                turn = Between(random, 0, 360);
            var wide = length * Between(random, 0.35, 0.55);
            body.Append(
                F(
                    $"""<g transform="translate({x:0.##} {y:0.##}) rotate({turn:0.#})"><path d="M{-length:0.##} 0Q0 {-wide * 1.7:0.##} {length:0.##} 0Q0 {wide * 1.7:0.##} {-length:0.##} 0Z"/><path fill="none" d="M{-length:0.##} 0H{length * 0.8:0.##}"/>"""
                )
            );
            for (var vein = -1; vein <= 1; vein++)
                body.Append(
                    F(
                        $"""<path fill="none" d="M{vein * length * 0.4:0.##} 0l{length * 0.16:0.##} {-wide * 0.4:0.##}M{vein * length * 0.4:0.##} 0l{length * 0.16:0.##} {wide * 0.4:0.##}"/>"""
                    )
                );
            body.Append("</g>");
        }
        return body.ToString();
    }

    private static string Basket(Random random)
    {
        var body = new StringBuilder();
        for (var fruit = 0; fruit < 9; fruit++)
            body.Append(Blob(random, Between(random, 16, 46), Between(random, 14, 32), Between(random, 5, 9)));
        body.Append("""<path d="M8 32H54L48 57H14Z"/>""");
        for (var row = 1; row < 4; row++)
            body.Append(
                F($"""<path fill="none" d="M{8 + row * 1.5:0.##} {32 + row * 6.2:0.##}H{54 - row * 1.5:0.##}"/>""")
            );
        for (var column = 1; column < 6; column++)
            body.Append(
                F($"""<path fill="none" d="M{8 + column * 46 / 6.0:0.##} 32L{14 + column * 34 / 6.0:0.##} 57"/>""")
            );
        return body.ToString();
    }

    /// <summary>Every third shape of a drawing in a line of 0.6 mm, as outlines are that have fine details in them.</summary>
    private static string Mixed(string body)
    {
        var shape = 0;
        return ShapeStart()
            .Replace(body, start => shape++ % 3 == 0 ? start.Value + "stroke-width=\"0.6\" " : start.Value);
    }

    [GeneratedRegex("<(path|ellipse) ")]
    private static partial Regex ShapeStart();

    /// <summary>A house seen from above: rooms in rows, their walls at all angles, one round tower.</summary>
    private static string Rooms(Random random)
    {
        var body = new StringBuilder();
        var (rows, lean) = (random.Next(3, 5), Between(random, -4, 4));
        var high = (Side - 12) / rows;
        for (var row = 0; row < rows; row++)
        {
            var columns = random.Next(2, 5);
            var wide = (Side - 16) / columns;
            for (var column = 0; column < columns; column++)
            {
                var (left, top) = (8 + column * wide + lean, 6 + row * high);
                body.Append(
                    F($"""<path d="M{left:0.##} {top:0.##}h{wide:0.##}l{-lean:0.##} {high:0.##}h{-wide:0.##}Z"/>""")
                );
            }
        }
        return body.Append(Ellipse(Between(random, 20, 42), Between(random, 20, 42), 8, 7)).ToString();
    }

    private static string Tiles(Random random)
    {
        var count = random.Next(4, 8);
        var step = (Side - 10) / count;
        var points = new (double X, double Y)[count + 1, count + 1];
        for (var row = 0; row <= count; row++)
        {
            for (var column = 0; column <= count; column++)
            {
                double Jitter(int at) => at == 0 || at == count ? 0 : Between(random, -0.28, 0.28) * step;
                points[row, column] = (5 + column * step + Jitter(column), 5 + row * step + Jitter(row));
            }
        }
        var body = new StringBuilder();
        for (var row = 0; row < count; row++)
        {
            for (var column = 0; column < count; column++)
            {
                var (a, b, c, d) = (
                    points[row, column],
                    points[row, column + 1],
                    points[row + 1, column + 1],
                    points[row + 1, column]
                );
                body.Append(
                    F(
                        $"""<path d="M{a.X:0.##} {a.Y:0.##}L{b.X:0.##} {b.Y:0.##}L{c.X:0.##} {c.Y:0.##}L{d.X:0.##} {d.Y:0.##}Z"/>"""
                    )
                );
            }
        }
        return body.ToString();
    }

    private static string Stripes(Random random)
    {
        var body = new StringBuilder();
        var bands = random.Next(8, 15);
        var wave = Between(random, 1, 3);
        for (var band = 0; band < bands; band++)
        {
            var y = 6 + band * (Side - 12) / bands;
            body.Append(
                F(
                    $"""<path d="M5 {y:0.##}C20 {y - wave:0.##} 40 {y + wave:0.##} {Side - 5} {y:0.##}V{Side - 6}H5Z"/>"""
                )
            );
        }
        return body.ToString();
    }

    private static string Dots(Random random)
    {
        var body = new StringBuilder(Blob(random, Side / 2, Side / 2, 25));
        for (var dot = 0; dot < 70; dot++)
        {
            double x = Between(random, 14, 48),
                y = Between(random, 14, 48);
            body.Append(
                random.Next(3) == 0
                    ? F($"""<circle cx="{x:0.##}" cy="{y:0.##}" r="{Between(random, 0.4, 0.9):0.##}" fill="#000"/>""")
                    : Ellipse(x, y, Between(random, 1.4, 2.6), Between(random, 1.4, 2.6))
            );
        }
        return body.ToString();
    }

    /// <summary>Block letters, as outlines.</summary>
    private static string Lettering(Random random)
    {
        string[] letters =
        [
            "M0 10L3.4 0H5.6L9 10H6.6L5.9 7.8H3.1L2.4 10ZM3.7 5.9H5.3L4.5 3.2Z", // A
            "M0 0H5Q8 0 8 2.7Q8 4.4 6.6 5Q8.4 5.6 8.4 7.4Q8.4 10 5 10H0ZM2.3 2V4.1H4.6Q5.7 4.1 5.7 3Q5.7 2 4.6 2ZM2.3 6V8H4.8Q6 8 6 7Q6 6 4.8 6Z", // B
            "M0 0H2.4V3.9H5.8V0H8.2V10H5.8V6.1H2.4V10H0Z", // H
            "M4.5 0Q9 0 9 5Q9 10 4.5 10Q0 10 0 5Q0 0 4.5 0ZM4.5 2.2Q2.5 2.2 2.5 5Q2.5 7.8 4.5 7.8Q6.5 7.8 6.5 5Q6.5 2.2 4.5 2.2Z", // O
            "M0 0H7V2.2H2.4V3.9H6.3V6H2.4V7.8H7.2V10H0Z", // E
        ];
        var body = new StringBuilder();
        for (var row = 0; row < 4; row++)
        {
            for (var column = 0; column < 5; column++)
                body.Append(
                    F(
                        $"""<g transform="translate({6 + column * 10.4:0.##} {6 + row * 13.5:0.##}) rotate({Between(random, -6, 6):0.#})"><path fill-rule="evenodd" d="{letters[random.Next(letters.Length)]}"/></g>"""
                    )
                );
        }
        return body.ToString();
    }

    private static string Hatched(Random random)
    {
        var body = new StringBuilder();
        for (var pot = 0; pot < 6; pot++)
        {
            double x = 6 + pot % 3 * 18,
                y = 7 + pot / 3 * 27,
                wide = Between(random, 12, 15),
                high = Between(random, 16, 21);
            body.Append(
                F(
                    $"""<path d="M{x:0.##} {y:0.##}h{wide:0.##}v4h{-wide:0.##}Z"/><path d="M{x + 1:0.##} {y + 4:0.##}h{wide - 2:0.##}l-2 {high - 4:0.##}h{-wide + 6:0.##}Z"/>"""
                )
            );
            for (var stroke = 0; stroke < 6; stroke++)
                body.Append(
                    F(
                        $"""<path fill="none" d="M{x + wide - 5.5 + stroke * 0.25:0.##} {y + 7 + stroke * 1.7:0.##}l{Between(random, 1.5, 2.2):0.##} -0.9"/>"""
                    )
                );
        }
        return body.ToString();
    }
}
