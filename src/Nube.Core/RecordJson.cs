using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Nube.Core;

/// <summary>
/// How records of the craft are written as JSON: in the database, in the API, and between processes alike.
/// </summary>
public static class RecordJson
{
    /// <summary>The one way.</summary>
    public static JsonSerializerOptions Options { get; } =
        Strict(new(JsonSerializerDefaults.Web) { MaxDepth = Deepest });

    private const int Deepest = 1024; // of what is in what: a sheet is cut into pieces that are cut into pieces

    /// <summary>
    /// Lets options write and read as Nube does: enumerations by name only, every member that a record cannot do
    /// without, nothing null that may not be, no member twice.
    /// </summary>
    public static JsonSerializerOptions Strict(JsonSerializerOptions options)
    {
        ArgumentNullException.ThrowIfNull(options);
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.NumberHandling = JsonNumberHandling.Strict;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.AllowDuplicateProperties = false;
        options.TypeInfoResolver = (options.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver()).WithAddedModifier(
            NullMayBeLeftOut
        );
        // PostgreSQL keeps the keys of a jsonb document in an order of its own.
        options.AllowOutOfOrderMetadataProperties = true;
        return options;
    }

    /// <summary>A member that may be null may be left out as well: that says the same.</summary>
    private static void NullMayBeLeftOut(JsonTypeInfo type)
    {
        foreach (var member in type.Properties.Where(member => member.IsRequired && member.IsSetNullable))
            member.IsRequired = false;
    }
}
