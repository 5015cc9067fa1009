using System.Collections.Immutable;

namespace Nube.Core.Cards.Cutting;

/// <summary>Sheets of a kind, in units with the blade's, and the parts as they may lie on them.</summary>
internal sealed record Stock(SheetOwned Sheet, int Width, int Height, ImmutableArray<LyingPart> Parts)
{
    private const int MostPlaces = 260; // to cut at; more are too slow

    public static Stock Of(SheetOwned sheet, ImmutableArray<PartToCut> parts, double bladeMm)
    {
        var blade = Raster.Up(bladeMm);
        var (width, height) = (Raster.Down(sheet.WidthMm) + blade, Raster.Down(sheet.HeightMm) + blade);
        var lying = parts
            .Index()
            .SelectMany(one =>
            {
                var (wide, high) = (Raster.Up(one.Item.WidthMm) + blade, Raster.Up(one.Item.HeightMm) + blade);
                LyingPart straight = new(one.Index, false, wide, high),
                    turned = new(one.Index, true, high, wide);
                return new[] { straight, turned }
                    .Where(part => sheet.Allows(one.Item, part.Turned))
                    .Take(wide == high ? 1 : 2);
            })
            .Where(part => part.Width <= width && part.Height <= height);
        return new Stock(sheet, width, height, [.. lying]);
    }

    /// <summary>Whole sheets cost one each, off-cuts nothing.</summary>
    public double Cost => Sheet.OffCut ? 0 : 1;

    /// <summary>The same with parts a little larger, so that fewer places are to be cut at; null when none is needed.</summary>
    public Stock? Coarser()
    {
        for (var step = 1; ; step *= 2)
        {
            var coarse = this with { Parts = [.. Parts.Select(part => Rounded(part, step)).Where(Fits)] };
            if (new GuillotinePatterns(Width, Height, coarse.Parts).Places <= MostPlaces)
                return step == 1 ? null : coarse;
        }
    }

    private static LyingPart Rounded(LyingPart part, int step) =>
        part with
        {
            Width = (part.Width + step - 1) / step * step,
            Height = (part.Height + step - 1) / step * step,
        };

    private bool Fits(LyingPart part) => part.Width <= Width && part.Height <= Height;
}

/// <summary>A way to cut a sheet of a kind.</summary>
internal readonly record struct Column(int Kind, Pattern Pattern);
