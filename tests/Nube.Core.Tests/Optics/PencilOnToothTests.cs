using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Optics;

public class PencilOnToothTests
{
    private static readonly Spectrum White = Spectrum.Flat(0.9);
    private static readonly List<PaintOptics> Pencils =
    [
        .. GenericCatalogue.Pencils.AsParallel().AsOrdered().Select(pencil => pencil.Optics()),
    ];

    [Fact]
    public void No_layer_leaves_the_paper() =>
        Assert.Equal(0.9, PencilOnTooth.Dry(Pencils[0], 0, PaperTexture.Vellum, Pressure.Light, White)[20], 1e-12);

    // One layer by hand: a share p of the points is touched once, the rest is paper.
    [Fact]
    public void One_layer_is_the_mean_of_touched_and_bare()
    {
        var p = PencilOnTooth.Touch(PaperTexture.Vellum, Pressure.Light);
        var touched = KubelkaMunk.Over(White, Pencils[3], PencilOnTooth.LoadOfTouch);
        var layer = PencilOnTooth.Dry(Pencils[3], 1, PaperTexture.Vellum, Pressure.Light, White);
        Assert.All(Enumerable.Range(0, Spectrum.Bands), band =>
            Assert.Equal(p * touched[band] + (1 - p) * 0.9, layer[band], 1e-12)
        );
    }

    // Common practice, no source: each layer deepens by less than the one before.
    [Fact]
    public void Each_layer_deepens_by_less_than_the_one_before_until_the_tooth_is_full() =>
        Assert.All(Pencils, pencil =>
        {
            var lightness = PencilOnTooth
                .Layers(pencil, PaperTexture.Vellum, Pressure.Light, White)
                .Select(lab => lab.L)
                .Prepend(SpectralColour.ToLab(White).L)
                .ToList();
            var steps = lightness.Zip(lightness.Skip(1), (before, after) => before - after).ToList();
            Assert.All(steps, step => Assert.True(step > 0));
            Assert.All(steps.Zip(steps.Skip(1)), pair => Assert.True(pair.Second < pair.First * 1.02));
            var full = PencilOnTooth.MostLayers(PaperTexture.Vellum, Pressure.Light);
            Assert.Equal(
                PencilOnTooth.Dry(pencil, full, PaperTexture.Vellum, Pressure.Light, White)[10],
                PencilOnTooth.Dry(pencil, full + 5, PaperTexture.Vellum, Pressure.Light, White)[10],
                1e-12
            );
        });

    // Common practice, no source: solvent takes the white specks away, so the same pencil looks darker. It follows from
    // the model too: reflectance is a convex function of the load, so the even layer is never lighter (Jensen's
    // inequality).
    [Fact]
    public void Solvent_always_darkens() => Assert.All(Pencils, pencil =>
        {
            for (var layers = 1; layers <= 5; layers++)
            {
                var dry = SpectralColour.ToLab(
                    PencilOnTooth.Dry(pencil, layers, PaperTexture.Vellum, Pressure.Light, White)
                );
                var even = SpectralColour.ToLab(
                    PencilOnTooth.Dissolved(pencil, layers, PaperTexture.Vellum, Pressure.Light, White)
                );
                Assert.True(even.L < dry.L);
            }
        });

    [Fact]
    public void Pressing_hard_ends_the_layering_and_smooth_paper_takes_fewer()
    {
        foreach (var texture in Enum.GetValues<PaperTexture>())
        {
            Assert.True(
                PencilOnTooth.MostLayers(texture, Pressure.Heavy) < PencilOnTooth.MostLayers(texture, Pressure.Light)
            );
            Assert.True(PencilOnTooth.Touch(texture, Pressure.Heavy) > PencilOnTooth.Touch(texture, Pressure.Medium));
        }
        Assert.True(
            PencilOnTooth.MostLayers(PaperTexture.Smooth, Pressure.Light)
                < PencilOnTooth.MostLayers(PaperTexture.Vellum, Pressure.Light)
        );
    }
}
