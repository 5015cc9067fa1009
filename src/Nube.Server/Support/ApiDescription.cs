using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Nube.Core.Colour;

namespace Nube.Server.Support;

/// <summary>How the API describes itself.</summary>
public static class ApiDescription
{
    /// <summary>Title, and names of operations as the generated client uses them.</summary>
    public static void Configure(OpenApiOptions options)
    {
        ArgumentNullException.ThrowIfNull(options);
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Info.Title = "Nube";
                document.Info.Version = "1";
                document.Servers = [];
                // Deep within other lists, a list of colours loses what it holds.
                foreach (
                    var list in (document.Components?.Schemas?.Values ?? [])
                        .SelectMany(schema => schema.Properties?.Values ?? [])
                        .OfType<OpenApiSchema>()
                        .Where(schema => schema.Type?.HasFlag(JsonSchemaType.Array) == true)
                )
                    list.Items ??= new OpenApiSchema { Type = JsonSchemaType.String, Pattern = "^#[0-9a-f]{6}$" };
                return Task.CompletedTask;
            }
        );
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                if (context.JsonTypeInfo.Type == typeof(Srgb))
                {
                    schema.Type = JsonSchemaType.String;
                    schema.Pattern = "^#[0-9a-f]{6}$";
                    schema.Description = "A colour in sRGB, such as #d9a441.";
                }
                // A list of colours is described apart from a colour.
                if (context.JsonTypeInfo.ElementType == typeof(Srgb))
                    schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };
                // Small records are structs, which could be left out of JSON; ours are always written whole.
                var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
                if (
                    type is { IsValueType: true, Namespace: { } space }
                    && space.StartsWith("Nube.", StringComparison.Ordinal)
                    && schema.Properties is { Count: > 0 } properties
                )
                    schema.Required = properties.Keys.ToHashSet();
                return Task.CompletedTask;
            }
        );
    }
}
