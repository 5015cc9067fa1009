using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace Nube.Data.Mapping;

/// <summary>Keeps a record of Core as a jsonb document.</summary>
public static class Jsonb
{
    /// <summary>How records are written, in the database and in the API alike.</summary>
    public static JsonSerializerOptions Options { get; } = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
        NumberHandling = JsonNumberHandling.Strict,
        // PostgreSQL keeps the keys of a jsonb document in an order of its own.
        AllowOutOfOrderMetadataProperties = true,
    };

    /// <summary>Maps a property to a jsonb column; compared by its JSON.</summary>
    public static PropertyBuilder<T> AsJsonb<T>(this PropertyBuilder<T> property)
    {
        ArgumentNullException.ThrowIfNull(property);
        return property
            .HasColumnType("jsonb")
            .HasConversion(
                value => Write(value),
                text => Read<T>(text),
                new ValueComparer<T>(
                    (a, b) => Write(a) == Write(b),
                    value => Write(value).GetHashCode(StringComparison.Ordinal),
                    value => value));
    }

    private static string Write<T>(T? value) => JsonSerializer.Serialize(value, Options);

    private static T Read<T>(string text) => JsonSerializer.Deserialize<T>(text, Options)!;
}
