using System.Collections.Immutable;
using Nube.Core.Artwork;

namespace Nube.Core.Cards;

/// <summary>A finished card, closed.</summary>
/// <param name="Name">What makers call it.</param>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
/// <param name="InInches">Its sides are fractions of an inch; millimetres otherwise.</param>
public sealed record CardFormat(string Name, double WidthMm, double HeightMm, bool InInches)
{
    /// <summary>Border that makers leave around a panel: 1/8 in, or 3 mm. Common practice, no source.</summary>
    public double UsualBorderMm => InInches ? Lengths.MillimetresPerInch / 8 : 3;

    /// <summary>The width as it is said: "4 1/4 in", "105 mm".</summary>
    public string Width => Said(WidthMm);

    /// <summary>
    /// The usual formats. A sizes by ISO 216; DL is a third of A4 (ISO 269 gives its envelope). A2 here is the North
    /// American trade's name for 4 1/4 x 5 1/2 in, a quarter of a letter sheet, not the ISO sheet.
    /// </summary>
    public static ImmutableArray<CardFormat> All { get; } =
    [
        InchesOf("A2 (trade), 4 1/4 x 5 1/2 in", 4.25, 5.5),
        new("A6", 105, 148, false),
        new("A5", 148, 210, false),
        new("DL", 99, 210, false),
        InchesOf("Square 5 x 5 in", 5, 5),
        InchesOf("A1 (trade), 3 1/2 x 4 7/8 in", 3.5, 4.875),
        InchesOf("A6 (trade), 4 1/2 x 6 1/4 in", 4.5, 6.25),
        InchesOf("A7 (trade), 5 x 7 in", 5, 7),
        new("Square 148 x 148 mm", 148, 148, false),
    ];

    private static CardFormat InchesOf(string name, double width, double height) =>
        new(name, width * Lengths.MillimetresPerInch, height * Lengths.MillimetresPerInch, true);

    /// <summary>The same lying down, or standing up.</summary>
    public CardFormat Turned() => this with { WidthMm = HeightMm, HeightMm = WidthMm };

    /// <summary>A length as it is said beside this card: "4 1/4 in", "105 mm".</summary>
    public string Said(double mm) => Lengths.Said(mm, InInches);

    /// <summary>The same, its lengths said in a unit.</summary>
    public CardFormat In(LengthUnit unit) =>
        unit == LengthUnit.AsMade ? this : this with { InInches = unit == LengthUnit.Inches };

    /// <summary>The panel that leaves an even border: twice the border is subtracted from both sides.</summary>
    /// <param name="borderMm">Border, mm; 0 or more and less than half of the shorter side.</param>
    /// <exception cref="ArgumentOutOfRangeException">Nothing would be left.</exception>
    public CardFormat Panel(double borderMm)
    {
        if (!(borderMm >= 0 && 2 * borderMm < Math.Min(WidthMm, HeightMm)))
            throw new ArgumentOutOfRangeException(nameof(borderMm), "The border leaves nothing of the card.");
        return this with
        {
            Name = $"Panel for {Name}",
            WidthMm = WidthMm - 2 * borderMm,
            HeightMm = HeightMm - 2 * borderMm,
        };
    }
}
