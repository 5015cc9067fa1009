using Nube.Core.Artwork;
using Nube.Core.Bench;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Swatches;
using Nube.Core.Tests.Mixing;
using Nube.Devices.Swatches;

namespace Nube.Core.Tests.Swatches;

/// <summary>A hand that dilutes otherwise than it is told is learned from its swatch sheets.</summary>
public class DilutionTests(ITestOutputHelper output)
{
    private static readonly Spectrum Paper = ReflectanceReconstruction.From(Srgb.Parse("#f7f4ec"));

    /// <summary>
    /// Makers with such a hand, each with a sheet and a meter or a scanner that nothing was set on; then their washes.
    /// What is learned halves the error where a meter reads. A scanner errs by more than the hand: there it does no harm.
    /// </summary>
    [Theory]
    [InlineData(true, 2, 0.85, 0.6)]
    [InlineData(true, 2, 1.0, 1.1)]
    [InlineData(true, 2, 1.15, 0.75)]
    [InlineData(false, 4, 0.85, 1.1)]
    [InlineData(false, 4, 1.0, 1.1)]
    [InlineData(false, 4, 1.15, 0.85)]
    public void Its_washes_are_predicted_as_it_lays_them(bool metered, int makers, double hand, double most)
    {
        var (learned, asTold, asLearned) = (0.0, 0.0, 0.0);
        for (var maker = 300; maker < 300 + makers; maker++)
        {
            var (paints, rows) = Read(maker, hand, metered);
            var own = Learned.Nothing.With(new SheetDilution(Guid.Empty, SheetFit.DilutionOn(rows))).Dilution;
            learned += own.Exponent / makers;
            asTold += Missed(Dilution.AsTold, paints, rows) / makers;
            asLearned += Missed(own, paints, rows) / makers;
        }
        output.WriteLine($"{hand}: learned {learned:0.00}, as told {asTold:0.00}, as learned {asLearned:0.00}");
        Assert.Equal(hand, learned, 0.08);
        Assert.True(asLearned < most * asTold);

        double Missed(Dilution by, IReadOnlyList<TruePaint> paints, IReadOnlyList<FittedRow> rows) =>
            paints
                .Zip(rows)
                .SelectMany(
                    _ => new[] { 2, 8, 16 },
                    (pair, water) =>
                        Ciede2000.Difference(
                            SpectralColour.ToLab(pair.First.Over(Paper, Math.Pow(1.0 / (1 + water), hand))),
                            SpectralColour.ToLab(
                                KubelkaMunk.Over(Paper, pair.Second.Fitted!.Optics, by.LoadOf(new Strength(water)))
                            )
                        )
                )
                .Average();
    }

    [Fact]
    public void A_sheet_that_is_used_again_counts_once_and_no_sheet_leaves_an_ordinary_hand()
    {
        Assert.Equal(Dilution.AsTold, Learned.Nothing.Dilution);
        var sheet = new SheetDilution(Guid.NewGuid(), new DilutionSeen(0.8 * 900, 900));
        var once = Learned.Nothing.With(sheet);
        // Normal with known variance, worked by hand: prior 1 with 1 / 0.06^2, seen 0.8 with 1 / (1/900 + 0.03^2).
        Assert.Equal(Math.Round((277.78 + 0.8 * 497.24) / (277.78 + 497.24), 2), once.Dilution.Exponent);
        Assert.Equal(once, once.With(sheet));
        Assert.Equal(once.Dilution, once.With(Learned.Nothing).Dilution);
    }

    /// <summary>What is offered for a wish is how this hand lays it, not how it was told.</summary>
    [Fact]
    public void Recipes_are_found_for_the_hand()
    {
        var strong = new Dilution(0.85);
        var index = RecipeIndex.Build(BoxOfTwelve.Palette, BoxOfTwelve.Paper, 2, strong);
        foreach (var wish in new[] { new Lab(80, 10, 40), new Lab(70, -20, -10), new Lab(60, 30, 5) })
        {
            var found = index.Nearest(wish, 1)[0];
            // Tried one by one, the load of each wash worked out by hand.
            var best = MixGrid
                .Mixes(BoxOfTwelve.Palette.Count)
                .SelectMany(
                    _ => MixGrid.Washes,
                    (parts, wash) =>
                        Ciede2000.Difference(wish, Colour(parts, wash.Layers, wash.Strength))
                        + MixGrid.Price(parts.Length, wash.Layers)
                )
                .Min();
            Assert.Equal(best, found.Rank, 6);
            Assert.Equal(Colour(found.Parts, found.Layers, found.Strength).L, found.Predicted.L, 6);
        }

        Lab Colour(IReadOnlyList<RecipePart> parts, int layers, Strength strength) =>
            SpectralColour.ToLab(
                KubelkaMunk.Over(
                    BoxOfTwelve.Paper,
                    RecipeIndex.Optics(BoxOfTwelve.Palette, parts),
                    layers * Math.Pow(1.0 / (1 + strength.WaterParts), 0.85)
                )
            );
    }

    private static (List<TruePaint> Paints, IReadOnlyList<FittedRow> Rows) Read(int seed, double hand, bool metered)
    {
        var owned = GenericCatalogue.WaterColours.Where((_, place) => (place + seed) % 3 == 0).Take(12).ToList();
        List<TruePaint> paints = [.. owned.Select((paint, row) => TruePaint.Behind(paint, 1000 * seed + row))];
        var sheet = new SwatchSheet(SheetSize.A4, 0, paints.Count);
        var painted = PaintedSheet.By(sheet, paints, Paper, Slips.None, seed, hand);
        return (
            paints,
            SheetFit.Of(
                sheet,
                metered ? [] : [new SeenSheet(SwatchSource.Scan, SheetReader.Read(Scan(painted, seed), sheet), null)],
                metered ? SimulatedColourMeter.ReadSheet(new SimulatedColourMeter(seed), painted) : [],
                new HashSet<(int, int)>(),
                [.. owned.Select(paint => paint.Shape)]
            )
        );
    }

    private static ColourPicture Scan(PaintedSheet painted, int seed) =>
        PictureReader.ReadColours(
            SheetScanner.Take(painted, SheetConditions.Invented(scanner: true, seed), seed),
            SheetReader.EnoughPixels
        );
}
