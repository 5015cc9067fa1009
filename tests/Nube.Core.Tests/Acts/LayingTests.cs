using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Acts;

public class LayingTests
{
    private static readonly Paints Paints = Supplies.OnWatercolourPaper;
    private static readonly Surface Bare = Surface.Bare(Paints);
    private static readonly PaintMix Blue = Wash("Ultramarine", 2),
        Green = Paints.Plain(Place("Leaf green pencil")),
        White = Paints.Plain(Place("White pencil"));

    private static int Place(string name) => Supplies.All.Index().Single(one => one.Item.Name == name).Index;

    private static PaintMix Wash(string name, int water) => new([new RecipePart(Place(name), 1)], new Strength(water));

    private static Surface After(params Act[] acts) => Laying.Lay(Bare, acts, Paints);

    // Kubelka and Munk 1931: layers of one paint add their loads.
    [Fact]
    public void Layers_of_one_mix_add_up_whether_laid_at_once_or_one_by_one()
    {
        var (one, atOnce) = (
            After(Act.Lay(Blue, Zone.Whole), Act.Lay(Blue, Zone.Whole)),
            After(Act.Lay(Blue, Zone.Whole, times: 2))
        );
        Assert.Equal(0, Ciede2000.Difference(one.Middle.Colour(), atOnce.Middle.Colour()), 1e-6);
        var half = KubelkaMunk.Over(Paints.Reflectance, Paints.OpticsOf(Blue), Blue.Strength.LoadOfOneLayer / 2);
        Assert.Equal(SpectralColour.ToLab(half), After(Act.Lay(Blue, Zone.Whole, share: 0.5)).Middle.Colour());
    }

    [Fact]
    public void An_act_reaches_the_zones_that_it_is_meant_for()
    {
        var shaded = After(Act.Lay(Blue, Zone.Shadow));
        Assert.Same(Bare.Light, shaded.Light);
        Assert.Same(Bare.Middle, shaded.Middle);
        Assert.True(shaded.Shadow.Colour().L < Bare.Shadow.Colour().L);
        Assert.Same(Bare.Shadow, After(Act.Lay(Blue, Zone.ButShadow)).Shadow);
        var pulled = After(Act.Lay(Blue, Zone.Edge));
        Assert.True(
            pulled.Light.Colour().L > pulled.Middle.Colour().L && pulled.Middle.Colour().L > pulled.Shadow.Colour().L
        );
    }

    [Fact]
    public void Mixes_side_by_side_are_seen_as_their_mean()
    {
        var yellow = Wash("Lemon yellow", 1);
        var both = Laying
            .Lay(Bare, new Act(ActKind.Lay, Zone.Whole) { Mixes = [Blue, yellow] }, Paints)
            .Middle.Reflectance();
        var (one, other) = (
            After(Act.Lay(Blue, Zone.Whole)).Middle.Reflectance(),
            After(Act.Lay(yellow, Zone.Whole)).Middle.Reflectance()
        );
        Assert.All(Enumerable.Range(0, Spectrum.Bands), band =>
            Assert.Equal((one[band] + other[band]) / 2, both[band], 1e-12)
        );
    }

    [Fact]
    public void The_tooth_fills_and_takes_no_more_however_often_is_drawn()
    {
        var most = PencilOnTooth.MostLayers(Paints.Paper.Texture, Pressure.Light);
        var full = After(Act.Draw(Green, Zone.Whole, most));
        Assert.Equal(1, full.Middle.ToothUsed, 1e-12);
        Assert.Same(full.Middle, Laying.Lay(full, Act.Draw(Green, Zone.Whole, 3), Paints).Middle);
        // Layer by layer is the same as all at once, and each is the pencil's own formula.
        var oneByOne = Enumerable
            .Range(0, 5)
            .Aggregate(Bare, (there, _) => Laying.Lay(there, Act.Draw(Green, Zone.Whole, 1), Paints));
        Assert.Equal(
            SpectralColour.ToLab(
                PencilOnTooth.Dry(Paints.OpticsOf(Green), 5, Paints.Paper.Texture, Pressure.Light, Paints.Reflectance)
            ),
            oneByOne.Middle.Colour()
        );
        // Hard layers fill it sooner.
        var hard = After(Act.Draw(Green, Zone.Whole, 1, Pressure.Heavy));
        Assert.True(hard.Middle.ToothUsed > After(Act.Draw(Green, Zone.Whole, 1)).Middle.ToothUsed);
        Assert.True(hard.Middle.LayersLeft(Pressure.Heavy) < hard.Middle.LayersLeft(Pressure.Light));
    }

    // Common practice, no source: solvent always darkens; burnishing takes most of the grain away, less than solvent; a
    // white pencil pales.
    [Fact]
    public void Solvent_spreads_the_grain_burnishing_most_of_it_and_a_pale_pencil_pales()
    {
        var dry = After(Act.Draw(Green, Zone.Whole, 5));
        var even = Laying.Lay(dry, Blending.Solvent, Paints);
        var rubbed = Laying.Lay(dry, Blending.Burnish(PaintMix.None), Paints);
        Assert.All(Enumerable.Range(0, Spectrum.Bands), band =>
            Assert.InRange(
                rubbed.Middle.Reflectance()[band],
                even.Middle.Reflectance()[band] - 1e-12,
                dry.Middle.Reflectance()[band] + 1e-12
            )
        );
        Assert.True(
            even.Middle.Colour().L < rubbed.Middle.Colour().L && rubbed.Middle.Colour().L < dry.Middle.Colour().L
        );
        var pale = Laying.Lay(dry, Blending.Burnish(White), Paints).Middle.Colour();
        Assert.True(pale.L > rubbed.Middle.Colour().L && pale.Chroma < rubbed.Middle.Colour().Chroma);
        // What was dissolved once is bound, and cannot be dissolved again.
        Assert.Equal(even.Middle.Colour(), Laying.Lay(even, Act.Dissolve(1), Paints).Middle.Colour());
    }

    [Fact]
    public void Blending_brings_light_and_shadow_nearer_to_the_middle_and_lifting_to_the_card()
    {
        var laid = After(Act.Lay(Blue, Zone.Whole), Act.Lay(Blue, Zone.Shadow));
        var blended = Laying.Lay(laid, Act.Blend(0.5), Paints);
        Assert.Same(laid.Middle, blended.Middle);
        Assert.Equal(
            (laid.Middle.Reflectance()[20] + laid.Shadow.Reflectance()[20]) / 2,
            blended.Shadow.Reflectance()[20],
            1e-12
        );
        Assert.Equal(
            0,
            Ciede2000.Difference(Bare.Light.Colour(), Laying.Lay(laid, Act.Lift(Zone.Light, 1), Paints).Light.Colour()),
            1e-6
        );
        Assert.Same(laid.Shadow, Laying.Lay(laid, Act.Lift(Zone.Light, 1), Paints).Shadow);
    }

    [Fact]
    public void Another_mix_in_the_place_of_the_planned_one_is_laid_the_same_way()
    {
        var act = Act.Lay(Blue, Zone.Edge, times: 2, share: 0.5);
        var red = Wash("Scarlet", 1);
        Assert.Equal(Act.Lay(red, Zone.Edge, times: 2, share: 0.5), act.With(red, Blue));
        Assert.Same(act, act.With(red, red));
    }
}
