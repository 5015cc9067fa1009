using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Nube.Core;

namespace Nube.Data.Mapping;

/// <summary>Keeps a record of Core as a jsonb document.</summary>
public static class Jsonb
{
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
                    value => value
                )
            );
    }

    private static string Write<T>(T? value) => JsonSerializer.Serialize(value, RecordJson.Options);

    private static T Read<T>(string text) => JsonSerializer.Deserialize<T>(text, RecordJson.Options)!;
}
