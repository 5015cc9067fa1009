using System.Collections;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Nube.Core;
using Nube.Core.Planning;

namespace Nube.Server.Support;

/// <summary>
/// What a plan depends on, part by part, so that it can be said what changed since; not the air of the room, with which
/// a plan shifts by itself.
/// </summary>
internal static class RunBasis
{
    private const int HashLength = 8; // hexadecimal digits; only two of the same run are ever compared

    /// <summary>The basis as it is kept with a plan.</summary>
    public static string Of(RunWithSupplies run) =>
        string.Join(' ', Parts(run).Select(part => $"{part.Key}:{Hash(part.What)[..HashLength]}"));

    /// <summary>What changed since, as it is said in a sentence; empty where nothing did.</summary>
    /// <param name="run">The run as it is now.</param>
    /// <param name="basis">The basis that was kept.</param>
    public static IReadOnlyList<string> ChangedSince(RunWithSupplies run, string basis)
    {
        if (!basis.Contains(':', StringComparison.Ordinal))
            return basis == Whole(run) && run.InHand.Image is not { MayRun.IsEmpty: false } ? [] : ["something"];
        var kept = basis.Split(' ').ToHashSet();
        return
        [
            .. Parts(run)
                .Where(part => !kept.Contains($"{part.Key}:{Hash(part.What)[..HashLength]}"))
                .Select(part => part.InWords),
        ];
    }

    private static IEnumerable<(string Key, string InWords, object? What)> Parts(RunWithSupplies run) =>
        [
            ("cards", "the number of cards", run.Run.Cards),
            ("paper", "the paper", run.Paper),
            ("paints", "the colours to paint with", run.Palette.Select(item => item.Colourant)),
            ("wishes", "what the areas become", run.Colours),
            ("areas", "which areas touch", run.InHand.Image?.Touching),
            ("dams", "which lines are embossed", run.InHand.Image?.Dams),
            ("light", "the light", new { run.InHand.Image?.Light.Rule, run.InHand.Image?.Light.Own }),
            ("work", "what is done to the whole card", run.InHand.CardWork),
            ("leave", "which areas may run together", run.InHand.Image?.MayRun),
            ("ways", "how you work", new { run.Schools, run.Options }),
            .. run.Printed.IsEmpty
                ? Array.Empty<(string, string, object?)>()
                : [("print", "what is printed in colour", run.Printed.OrderBy(print => print.Key))],
            // Where nobody said what pieces there are, a plan does not depend on them.
            .. run.Card is { } card
                ? [("pieces", "what the cards are made of", (object?)card)]
                : Array.Empty<(string, string, object?)>(),
        ];

    /// <summary>The basis of plans that were made when it was kept as a whole.</summary>
    private static string Whole(RunWithSupplies run) =>
        Hash(
            new
            {
                run.Run.Cards,
                run.Paper,
                Palette = run.Palette.Select(p => p.Colourant),
                Colours = run.Colours.Select(c => new { Wish = WithShadowLayers(c.Wish), c.Recipe }),
                run.InHand.Image?.Touching,
                run.InHand.Image?.Dams,
                run.InHand.Image?.Light.Rule,
                run.InHand.Image?.Light.Own,
                run.InHand.CardWork,
                run.Schools,
                run.Options,
            },
            AsAWhole
        );

    /// <summary>A wish as it was written then: with the layers of its shadow.</summary>
    private static object WithShadowLayers(Wish wish) =>
        new
        {
            wish.Area,
            wish.Colour,
            wish.Shadow,
            wish.Method,
            ShadowLayers = (int)wish.Shadow,
        };

    private static readonly JsonSerializerOptions PartWise = Without(member => member.PartWise),
        AsAWhole = Without(_ => true);

    /// <summary>Writes as always, but leaves out what was added later and has its default.</summary>
    private static JsonSerializerOptions Without(Func<AddedLaterAttribute, bool> added) =>
        new(RecordJson.Options)
        {
            TypeInfoResolver = RecordJson.Options.TypeInfoResolver!.WithAddedModifier(type =>
            {
                foreach (var member in type.Properties)
                {
                    var later = member.AttributeProvider?.GetCustomAttributes(
                        typeof(AddedLaterAttribute),
                        inherit: false
                    );
                    if (later is not [AddedLaterAttribute mark] || !added(mark))
                        continue;
                    var usual = member.PropertyType.IsValueType ? Activator.CreateInstance(member.PropertyType) : null;
                    member.ShouldSerialize = (_, value) =>
                        !Equals(value, usual) && value is not ICollection { Count: 0 };
                }
            }),
        };

    private static string Hash(object? what, JsonSerializerOptions? written = null) =>
        Convert.ToHexStringLower(
            SHA256.HashData(Encoding.UTF8.GetBytes(JsonSerializer.Serialize(what, written ?? PartWise)))
        );
}
