using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;

namespace Nube.Core.Tests.Mixing;

/// <summary>Three pencils for light, middle and shadow. Facts of the trade: common practice, no source.</summary>
public class SiblingsTests
{
    private static (string? Light, string? Dark) Of(string name)
    {
        var others = GenericCatalogue.Pencils.Where(pencil => pencil.Name != $"{name} pencil").ToList();
        var found = Siblings.Of(
            GenericCatalogue.Pencils.Single(pencil => pencil.Name == $"{name} pencil").FullStrength.ToLab(),
            [.. others.Select(pencil => pencil.FullStrength.ToLab())]
        );
        string? Name(int? place) =>
            place is { } at ? others[at].Name.Replace(" pencil", "", StringComparison.Ordinal) : null;
        return (Name(found.Light), Name(found.Dark));
    }

    [Theory]
    [InlineData("Sienna", null, "Umber")]
    [InlineData("Light grey", null, "Dark grey")]
    [InlineData("Leaf green", null, "Dark green")]
    public void A_pencil_has_its_shadow_in_its_own_family(string name, string? light, string dark)
    {
        var found = Of(name);
        Assert.Equal(dark, found.Dark);
        if (light is not null)
            Assert.Equal(light, found.Light);
    }

    [Fact]
    public void Light_is_lighter_and_dark_is_darker_and_the_palest_has_no_light()
    {
        var colours = GenericCatalogue.Pencils.Select(pencil => pencil.FullStrength.ToLab()).ToList();
        foreach (var colour in colours)
        {
            var found = Siblings.Of(colour, colours);
            if (found.Light is { } light)
                Assert.True(colours[light].L >= colour.L + 6);
            if (found.Dark is { } dark)
                Assert.True(colours[dark].L <= colour.L - 6);
        }
        Assert.Null(Siblings.Of(colours.MaxBy(colour => colour.L), colours).Light);
        Assert.Equal(
            new LightAndDark(null, null),
            Siblings.Of(new Lab(50, 40, 0), [new Lab(70, -40, 0), new Lab(49, 40, 0)])
        );
    }
}
