using Nube.Core.Artwork;

namespace Nube.Core.Tests.Artwork;

public class LabelFileTests
{
    [Fact]
    public void A_raster_comes_back_as_it_was_and_takes_little_room()
    {
        var labels = new ushort[200 * 300];
        for (var i = 0; i < labels.Length; i++)
            labels[i] = (ushort)(
                i / 200 < 150 ? 0
                : i % 200 < 100 ? 3
                : 40_000
            );
        var raster = new LabelRaster(200, 300, 300 / 25.4, labels);
        var file = LabelFile.Write(raster);
        Assert.InRange(file.Length, 1, labels.Length * sizeof(ushort) / 50);

        var back = LabelFile.Read(file);
        Assert.Equal((200, 300, 300 / 25.4), (back.Width, back.Height, back.PixelsPerMm));
        Assert.Equal(labels, back.Labels);
    }

    [Fact]
    public void A_file_that_was_cut_off_is_not_taken_for_whole()
    {
        var file = LabelFile.Write(
            new LabelRaster(50, 50, 10, [.. Enumerable.Range(0, 2500).Select(i => (ushort)(i * 7919 % 65_000))])
        );
        Assert.Throws<EndOfStreamException>(() => LabelFile.Read(file[..(file.Length / 2)]));
    }
}
