using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Core.Swatches;

namespace Nube.Core.Checking;

/// <summary>The light that came from the inner part of an area, as a device has it.</summary>
/// <param name="Area">The area.</param>
/// <param name="Whole">The mean of all of it.</param>
/// <param name="Light">The mean where the light falls; null where too little of it is read.</param>
/// <param name="Middle">The same between light and shadow.</param>
/// <param name="Shadow">The same away from the light.</param>
/// <param name="LightShare">How much of what was read lies where the light falls, 0 to 1.</param>
/// <param name="ShadowShare">The same of the shadow.</param>
public sealed record AreaRead(
    int Area,
    RelativeLight Whole,
    RelativeLight? Light,
    RelativeLight? Middle,
    RelativeLight? Shadow,
    double LightShare,
    double ShadowShare
)
{
    /// <summary>Parts that are read where none was pulled into another.</summary>
    public ImmutableArray<CellPart> Apart { get; init; } = [];
}

/// <summary>Reads the light of a card that was laid flat.</summary>
/// <remarks>
/// Light is measured against that of the bare paper, which is a quadratic surface over the card
/// (<see cref="PaperLight"/>), and is freed of a little stray light; means are of light, not of what codes it.
/// </remarks>
public static class CardRead
{
    private const double FromImageMm = 1.2; // paper nearer to the image is not sure to be bare
    private const int FewestCells = 12; // of a zone

    // Share of white that reaches the sensors from elsewhere: the middle of what the trial devices have.
    private const double Stray = 0.01;

    /// <summary>The light of the bare paper around the image.</summary>
    /// <param name="flat">The card.</param>
    /// <param name="masks">Its areas.</param>
    public static PaperLight PaperOf(CardFlat flat, ImmutableArray<AreaMask> masks)
    {
        ArgumentNullException.ThrowIfNull(flat);
        var (width, height) = (flat.Picture.Width, flat.Picture.Height);
        var near = (int)Math.Ceiling(FromImageMm * CardFlat.PixelsPerMm);
        var image = new bool[width * height];
        foreach (var mask in masks)
        {
            for (var at = 0; at < mask.Parts.Length; at++)
            {
                if (mask.Parts[at] == CellPart.Outside)
                    continue;
                var (x, y) = (mask.Left + at % mask.Width + flat.Margin, mask.Top + at / mask.Width + flat.Margin);
                for (var dy = -near; dy <= near; dy += near)
                {
                    for (var dx = -near; dx <= near; dx += near)
                    {
                        if (x + dx >= 0 && y + dy >= 0 && x + dx < width && y + dy < height)
                            image[(y + dy) * width + x + dx] = true;
                    }
                }
            }
        }
        return PaperLight.Of(flat.Picture, CardFlat.PixelsPerMm, (x, y) => !image[y * width + x]);
    }

    /// <summary>The light of areas.</summary>
    /// <param name="flat">The card.</param>
    /// <param name="paperLight">The light of its bare paper.</param>
    /// <param name="insides">The areas.</param>
    public static ImmutableArray<AreaRead> Areas(
        CardFlat flat,
        PaperLight paperLight,
        ImmutableArray<AreaInside> insides
    )
    {
        ArgumentNullException.ThrowIfNull(flat);
        ArgumentNullException.ThrowIfNull(paperLight);
        return [.. insides.Select(inside => Area(flat, paperLight, inside))];
    }

    private static AreaRead Area(CardFlat flat, PaperLight paperLight, AreaInside inside)
    {
        var mask = inside.Area;
        const int parts = (int)CellPart.White + 1;
        var (sums, cores) = (new Sum[parts], new Sum[parts]);
        foreach (var at in inside.Cells)
        {
            var (x, y) = (mask.Left + at % mask.Width + flat.Margin, mask.Top + at / mask.Width + flat.Margin);
            var light = LightAt(flat, paperLight, x, y);
            var part = (int)mask.Parts[at];
            sums[part] = sums[part].With(light);
            if (inside.InItsPart[at])
                cores[part] = cores[part].With(light);
        }
        return new AreaRead(
            mask.Id,
            sums.Aggregate((one, other) => one.With(other)).Mean,
            Zone(CellPart.Light),
            Zone(CellPart.Middle),
            Zone(CellPart.Shadow),
            sums[(int)CellPart.Light].Count / (double)inside.Cells.Length,
            sums[(int)CellPart.Shadow].Count / (double)inside.Cells.Length
        )
        {
            Apart = [.. Enum.GetValues<CellPart>().Where(part => cores[(int)part].Count >= FewestCells)],
        };

        // What was pulled into its neighbours says little of a part, but small parts have nothing else.
        RelativeLight? Zone(CellPart part) =>
            cores[(int)part] is { Count: >= FewestCells } core ? core.Mean
            : sums[(int)part] is { Count: >= FewestCells } all ? all.Mean
            : null;
    }

    private readonly record struct Sum(double R, double G, double B, int Count)
    {
        public RelativeLight Mean => new(R / Count, G / Count, B / Count);

        public Sum With(RelativeLight light) => With(new Sum(light.R, light.G, light.B, 1));

        public Sum With(Sum other) => new(R + other.R, G + other.G, B + other.B, Count + other.Count);
    }

    /// <summary>The light of what lies beside a card, against that of its bare paper, freed of stray light.</summary>
    /// <param name="card">The card.</param>
    /// <param name="onCardMm">Where that lies, in mm from the top left of the card's picture.</param>
    /// <param name="light">Its light as the picture has it, linear.</param>
    internal static RelativeLight AgainstPaper(CardLaidFlat card, PicturePoint onCardMm, RelativeLight light)
    {
        // Light that is told by the paper of the card is not told far beside it: that of its nearest place counts.
        int Nearest(double mm, int cells) =>
            Math.Clamp((int)(mm * CardFlat.PixelsPerMm) + card.Flat.Margin, 0, cells - 1);
        var (r, g, b) = card.Paper.OnWhite(
            Nearest(onCardMm.X, card.Flat.Picture.Width),
            Nearest(onCardMm.Y, card.Flat.Picture.Height),
            (light.R, light.G, light.B)
        );
        return new RelativeLight(Freed(r), Freed(g), Freed(b));
    }

    /// <summary>The light of a cell against that of the bare paper there, freed of stray light.</summary>
    internal static RelativeLight LightAt(CardFlat flat, PaperLight paperLight, int x, int y)
    {
        var (r, g, b) = paperLight.OnWhite(x, y, flat.Picture.LightAt(x, y));
        return new RelativeLight(Freed(r), Freed(g), Freed(b));
    }

    private static double Freed(double light) => Math.Max(0, (light - Stray) / (1 - Stray));
}
