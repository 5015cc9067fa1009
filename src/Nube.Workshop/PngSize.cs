using System.Buffers.Binary;
using System.IO.Hashing;

namespace Nube.Workshop;

/// <summary>Says in a PNG how large it is, so that it prints true to size.</summary>
/// <remarks>By the chunk pHYs of the PNG specification (ISO/IEC 15948:2004, 11.3.5.3; from memory).</remarks>
public static class PngSize
{
    private const int BeforeIt = 8 + 25; // the signature, and IHDR, which comes first
    private const int Chunk = 4 + 4 + 9 + 4; // length, type, content, check
    private const byte Metres = 1;

    /// <summary>The same PNG with its size.</summary>
    /// <param name="png">A PNG that does not say it yet.</param>
    /// <param name="pixelsPerMm">Pixels on a millimetre, above 0.</param>
    public static byte[] With(ReadOnlySpan<byte> png, double pixelsPerMm)
    {
        var perMetre = (uint)Math.Round(1000 * pixelsPerMm);
        var sized = new byte[png.Length + Chunk];
        png[..BeforeIt].CopyTo(sized);
        var chunk = sized.AsSpan(BeforeIt, Chunk);
        BinaryPrimitives.WriteUInt32BigEndian(chunk, 9);
        "pHYs"u8.CopyTo(chunk[4..]);
        BinaryPrimitives.WriteUInt32BigEndian(chunk[8..], perMetre);
        BinaryPrimitives.WriteUInt32BigEndian(chunk[12..], perMetre);
        chunk[16] = Metres;
        BinaryPrimitives.WriteUInt32BigEndian(chunk[17..], Crc32.HashToUInt32(chunk[4..17]));
        png[BeforeIt..].CopyTo(sized.AsSpan(BeforeIt + Chunk));
        return sized;
    }
}
