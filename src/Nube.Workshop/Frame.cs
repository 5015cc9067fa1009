using System.Buffers.Binary;

namespace Nube.Workshop;

/// <summary>What is said between the server and an apprentice.</summary>
internal enum FrameKind : byte
{
    /// <summary>To the apprentice: a task, as JSON.</summary>
    Task = (byte)'T',

    /// <summary>To the apprentice: the file that the task is about, right after it.</summary>
    File = (byte)'F',

    /// <summary>To the apprentice: end the task with the best so far.</summary>
    Stop = (byte)'S',

    /// <summary>From the apprentice: how far it is, as JSON.</summary>
    Progress = (byte)'P',

    /// <summary>From the apprentice: what came out, as JSON.</summary>
    Result = (byte)'R',

    /// <summary>From the apprentice: a sentence for the maker why nothing came out.</summary>
    Trouble = (byte)'X',

    /// <summary>From the apprentice: a fault of ours, for the log.</summary>
    Fault = (byte)'E',
}

/// <summary>One thing said: its kind, its length in four bytes (little endian), its content.</summary>
internal readonly record struct Frame(FrameKind Kind, byte[] Content)
{
    private const int HeadLength = 5;

    public static async Task Write(
        Stream to,
        FrameKind kind,
        ReadOnlyMemory<byte> content,
        CancellationToken cancel = default
    )
    {
        var head = new byte[HeadLength];
        head[0] = (byte)kind;
        BinaryPrimitives.WriteInt32LittleEndian(head.AsSpan(1), content.Length);
        await to.WriteAsync(head, cancel);
        await to.WriteAsync(content, cancel);
        await to.FlushAsync(cancel);
    }

    /// <summary>The next frame; null when the other side is gone.</summary>
    public static async Task<Frame?> Read(Stream from, CancellationToken cancel = default)
    {
        var head = new byte[HeadLength];
        if (await from.ReadAtLeastAsync(head, HeadLength, throwOnEndOfStream: false, cancel) < HeadLength)
            return null;
        var content = new byte[BinaryPrimitives.ReadInt32LittleEndian(head.AsSpan(1))];
        if (await from.ReadAtLeastAsync(content, content.Length, throwOnEndOfStream: false, cancel) < content.Length)
            return null;
        return new Frame((FrameKind)head[0], content);
    }
}

/// <summary>How far a task is.</summary>
/// <param name="Share">0 to 1.</param>
/// <param name="Doing">What is being done, in words.</param>
/// <param name="Still">A look that is done already; null for none.</param>
public sealed record WorkProgress(double Share, string Doing, StillSeen? Still = null);
