using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Nube.Core.Colour;

/// <summary>A colour as screens and files carry it: sRGB, each component 0 to 1, gamma encoded.</summary>
/// <remarks>
/// IEC 61966-2-1:1999. The matrices are computed from the standard's chromaticities (R 0.64, 0.33; G 0.30, 0.60;
/// B 0.15, 0.06; white D65), so that they agree with its four printed decimals and keep the rest.
/// </remarks>
[JsonConverter(typeof(SrgbHexConverter))]
public readonly record struct Srgb(double R, double G, double B)
{
    private static readonly double[] ToXyzMatrix = PrimariesToXyz();
    private static readonly double[] FromXyzMatrix = Invert(ToXyzMatrix);

    /// <summary>The matrix from XYZ to linear sRGB, row by row.</summary>
    internal static ReadOnlySpan<double> XyzToLinear => FromXyzMatrix;

    /// <summary>The colour of tristimulus values; components outside 0 to 1 are cut off.</summary>
    public static Srgb FromXyz(Xyz xyz)
    {
        var (r, g, b) = LightOfXyz(xyz);
        return new Srgb(Encode(r), Encode(g), Encode(b));
    }

    /// <summary>The colour of L*a*b* values; components outside 0 to 1 are cut off.</summary>
    public static Srgb FromLab(Lab lab) => FromXyz(lab.ToXyz());

    /// <summary>Tristimulus values under D65.</summary>
    public Xyz ToXyz() => XyzOfLight(Decode(R), Decode(G), Decode(B));

    /// <summary>Tristimulus values of linear components, which may lie outside 0 to 1.</summary>
    public static Xyz XyzOfLight(double r, double g, double b)
    {
        var m = ToXyzMatrix;
        return new Xyz(m[0] * r + m[1] * g + m[2] * b, m[3] * r + m[4] * g + m[5] * b, m[6] * r + m[7] * g + m[8] * b);
    }

    /// <summary>Linear components of tristimulus values; outside 0 to 1 where sRGB does not reach.</summary>
    public static (double R, double G, double B) LightOfXyz(Xyz xyz)
    {
        var m = FromXyzMatrix;
        return (
            m[0] * xyz.X + m[1] * xyz.Y + m[2] * xyz.Z,
            m[3] * xyz.X + m[4] * xyz.Y + m[5] * xyz.Z,
            m[6] * xyz.X + m[7] * xyz.Y + m[8] * xyz.Z
        );
    }

    /// <summary>L*a*b* under D65.</summary>
    public Lab ToLab() => Lab.FromXyz(ToXyz());

    /// <summary>The light of an encoded component, 0 to 1.</summary>
    public static double Decode(double encoded) =>
        encoded <= 0.04045 ? encoded / 12.92 : Math.Pow((encoded + 0.055) / 1.055, 2.4);

    /// <summary>The encoded component of a light, cut to 0 to 1.</summary>
    public static double Encode(double light)
    {
        light = Math.Clamp(light, 0, 1);
        return light <= 0.0031308 ? 12.92 * light : 1.055 * Math.Pow(light, 1 / 2.4) - 0.055;
    }

    /// <summary>"#rrggbb".</summary>
    public override string ToString() =>
        string.Create(CultureInfo.InvariantCulture, $"#{Byte(R):x2}{Byte(G):x2}{Byte(B):x2}");

    /// <summary>The colour of "#rrggbb".</summary>
    /// <exception cref="FormatException">The text is not a hash and six hexadecimal digits.</exception>
    public static Srgb Parse(string text) =>
        TryParse(text, out var colour)
            ? colour
            : throw new FormatException($"'{text}' is not a colour. Write it as # and six digits, such as #d9a441.");

    /// <summary>The colour of "#rrggbb", or false.</summary>
    public static bool TryParse(string? text, out Srgb colour)
    {
        colour = default;
        if (text is not { Length: 7 } || text[0] != '#')
            return false;
        if (!uint.TryParse(text.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var rgb))
            return false;
        colour = new Srgb((rgb >> 16 & 255) / 255.0, (rgb >> 8 & 255) / 255.0, (rgb & 255) / 255.0);
        return true;
    }

    private static int Byte(double component) => (int)Math.Round(Math.Clamp(component, 0, 1) * 255);

    private static double[] PrimariesToXyz()
    {
        double[][] primaries =
        [
            [0.64, 0.33],
            [0.30, 0.60],
            [0.15, 0.06],
        ];
        // Columns are the primaries' XYZ at Y = 1, scaled so that their sum is the white.
        var columns = new double[9];
        for (var i = 0; i < 3; i++)
        {
            var (x, y) = (primaries[i][0], primaries[i][1]);
            columns[i] = x / y;
            columns[3 + i] = 1;
            columns[6 + i] = (1 - x - y) / y;
        }
        var inverse = Invert(columns);
        var white = Xyz.D65White;
        var matrix = new double[9];
        for (var i = 0; i < 3; i++)
        {
            var scale = inverse[3 * i] * white.X + inverse[3 * i + 1] * white.Y + inverse[3 * i + 2] * white.Z;
            for (var row = 0; row < 3; row++)
                matrix[3 * row + i] = columns[3 * row + i] * scale;
        }
        return matrix;
    }

    private static double[] Invert(double[] m)
    {
        var determinant =
            m[0] * (m[4] * m[8] - m[5] * m[7])
            - m[1] * (m[3] * m[8] - m[5] * m[6])
            + m[2] * (m[3] * m[7] - m[4] * m[6]);
        return
        [
            (m[4] * m[8] - m[5] * m[7]) / determinant,
            (m[2] * m[7] - m[1] * m[8]) / determinant,
            (m[1] * m[5] - m[2] * m[4]) / determinant,
            (m[5] * m[6] - m[3] * m[8]) / determinant,
            (m[0] * m[8] - m[2] * m[6]) / determinant,
            (m[2] * m[3] - m[0] * m[5]) / determinant,
            (m[3] * m[7] - m[4] * m[6]) / determinant,
            (m[1] * m[6] - m[0] * m[7]) / determinant,
            (m[0] * m[4] - m[1] * m[3]) / determinant,
        ];
    }
}

/// <summary>Writes a colour to JSON as "#rrggbb" and reads it back.</summary>
public sealed class SrgbHexConverter : JsonConverter<Srgb>
{
    /// <inheritdoc />
    public override Srgb Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        Srgb.TryParse(reader.GetString(), out var colour)
            ? colour
            : throw new JsonException("A colour is written as # and six digits, such as #d9a441.");

    /// <inheritdoc />
    public override void Write(Utf8JsonWriter writer, Srgb value, JsonSerializerOptions options)
    {
        ArgumentNullException.ThrowIfNull(writer);
        writer.WriteStringValue(value.ToString());
    }
}
