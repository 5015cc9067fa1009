using System.Text.Json;
using Nube.Core.Colour;

namespace Nube.Core.Tests.Reference;

/// <summary>Colour against a general-purpose colour library from npm, culori, run by Node.</summary>
public class CuloriTests
{
    [Fact]
    public async Task Thousands_of_random_colours_agree()
    {
        var lines = await Script.Node("culori.mjs");
        Assert.Equal(4000, lines.Length);

        Lab? before = null;
        foreach (var line in lines)
        {
            var row = JsonSerializer.Deserialize<double[]>(line)!;
            var colour = new Srgb(row[0], row[1], row[2]);
            var xyz = colour.ToXyz();
            Assert.Equal(row[3], xyz.X, 6);
            Assert.Equal(row[4], xyz.Y, 6);
            Assert.Equal(row[5], xyz.Z, 6);
            var lab = colour.ToLab();
            Assert.Equal(row[6], lab.L, 4);
            Assert.Equal(row[7], lab.A, 4);
            Assert.Equal(row[8], lab.B, 4);
            if (before is { } last)
                Assert.Equal(row[9], Ciede2000.Difference(last, lab), 3);
            before = lab;
        }
    }
}
