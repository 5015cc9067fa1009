using System.Text.Json;

namespace Nube.Server.Support;

/// <summary>
/// Looks at a body of JSON before anything is made of it, and refuses in words what nothing could keep.
/// </summary>
/// <remarks>
/// RFC 8259 allows what a database or a computation cannot hold: U+0000 and halves of surrogate pairs in text, numbers
/// beyond every double, nesting without end. In no list of ours may a place be null, which the serialiser does not look
/// at; whether the members fit is left to it.
/// </remarks>
public static class JsonBody
{
    /// <summary>Largest body, bytes: many times the largest palette or scene.</summary>
    public const int MostBytes = 4 * 1024 * 1024;

    /// <summary>Longest text in it, characters of UTF-16; a pasted list of colours is far below.</summary>
    public const int LongestText = 100_000;

    private const int MostDepth = 32;

    /// <summary>Checks the body of a request, if it is JSON.</summary>
    /// <exception cref="TroubleException">It cannot be used.</exception>
    public static async Task Check(HttpContext context, RequestDelegate next)
    {
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(next);
        var request = context.Request;
        if (request.HasJsonContentType())
        {
            var body = await Whole(request, context.RequestAborted);
            if (Trouble(body) is { } trouble)
                throw new TroubleException(StatusCodes.Status400BadRequest, $"{trouble} Nothing was changed.");
            request.Body = new MemoryStream(body, writable: false);
        }
        await next(context);
    }

    /// <summary>Why this JSON cannot be used; null when it can.</summary>
    public static string? Trouble(ReadOnlySpan<byte> body)
    {
        if (body.IsEmpty)
            return "What was sent is empty.";
        var reader = new Utf8JsonReader(body, new JsonReaderOptions { MaxDepth = MostDepth });
        var inList = new Stack<bool>();
        try
        {
            while (reader.Read())
            {
                if (reader.TokenType is JsonTokenType.StartArray or JsonTokenType.StartObject)
                    inList.Push(reader.TokenType == JsonTokenType.StartArray);
                if (reader.TokenType is JsonTokenType.EndArray or JsonTokenType.EndObject)
                    inList.Pop();
                if (reader.TokenType == JsonTokenType.Null && inList.TryPeek(out var list) && list)
                    return "A list in what was sent has an empty place.";
                if (
                    reader.TokenType == JsonTokenType.Number
                    && !(reader.TryGetDouble(out var number) && double.IsFinite(number))
                )
                    return "A number in what was sent is too large.";
                if (reader.TokenType is not (JsonTokenType.String or JsonTokenType.PropertyName))
                    continue;
                var text = reader.GetString()!;
                if (text.Length > LongestText)
                    return $"A text in what was sent is longer than {LongestText:N0} letters.";
                if (text.Contains('\0', StringComparison.Ordinal))
                    return "A text in what was sent holds a character that cannot be kept.";
            }
            return null;
        }
        catch (Exception error) when (error is JsonException or InvalidOperationException)
        {
            // InvalidOperationException: text that is no UTF-8, or half of a surrogate pair.
            return "What was sent could not be read.";
        }
    }

    private static async Task<byte[]> Whole(HttpRequest request, CancellationToken cancel)
    {
        using var whole = new MemoryStream();
        var part = new byte[16 * 1024];
        while (await request.Body.ReadAsync(part, cancel) is > 0 and var read)
        {
            if (whole.Length + read > MostBytes)
                throw new TroubleException(
                    StatusCodes.Status413PayloadTooLarge,
                    "What was sent is larger than 4 MB. Nothing was changed."
                );
            whole.Write(part, 0, read);
        }
        return whole.ToArray();
    }
}
