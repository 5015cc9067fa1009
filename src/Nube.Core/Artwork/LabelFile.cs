using System.IO.Compression;
using System.Runtime.InteropServices;

namespace Nube.Core.Artwork;

/// <summary>
/// Keeps a label raster as a file: width and height as 32-bit, scale as 64-bit, labels as 16-bit, all deflated.
/// </summary>
public static class LabelFile
{
    /// <summary>Media type of the file.</summary>
    public const string MediaType = "application/x-nube-labels";

    /// <summary>The file of a raster.</summary>
    public static byte[] Write(LabelRaster raster)
    {
        ArgumentNullException.ThrowIfNull(raster);
        using var file = new MemoryStream();
        using (var deflate = new DeflateStream(file, CompressionLevel.Fastest))
        using (var writer = new BinaryWriter(deflate))
        {
            writer.Write(raster.Width);
            writer.Write(raster.Height);
            writer.Write(raster.PixelsPerMm);
            writer.Write(MemoryMarshal.AsBytes<ushort>(raster.Labels));
        }
        return file.ToArray();
    }

    /// <summary>The raster of a file.</summary>
    public static LabelRaster Read(byte[] file)
    {
        using var reader = new BinaryReader(new DeflateStream(new MemoryStream(file), CompressionMode.Decompress));
        var (width, height, scale) = (reader.ReadInt32(), reader.ReadInt32(), reader.ReadDouble());
        var labels = new ushort[width * height];
        reader.BaseStream.ReadExactly(MemoryMarshal.AsBytes(labels.AsSpan()));
        return new LabelRaster(width, height, scale, labels);
    }
}
