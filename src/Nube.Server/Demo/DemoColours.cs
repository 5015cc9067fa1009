using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Methods;
using Nube.Core.Planning;

namespace Nube.Server.Demo;

/// <summary>What the areas of the demo images are called and should become. Made up.</summary>
internal static class DemoColours
{
    /// <summary>An area, by a point inside it in mm.</summary>
    public readonly record struct Painted(
        string Name,
        double X,
        double Y,
        string Colour,
        ShadowDepth Shadow,
        Method Method = Method.FlatWash
    );

    /// <summary>An area by its name whose colours pass into each other: colours of the run, each with its water.</summary>
    public readonly record struct Passing(string Name, Gradient Gradient, params (string Colour, int Water)[] Hues);

    /// <summary>A sunlit cheek on the pear.</summary>
    public static ImmutableArray<Passing> RipePear { get; } =
    [new("Right pear", new Gradient(GradientWay.Across, 30), ("Golden yellow", 6), ("Rose", 8))];

    public static ImmutableArray<Painted> PearBranch { get; } =
    [
        new("Left pear", 35, 62, "#e3cf6e", ShadowDepth.Deep),
        new("Right pear", 70, 52, "#ecc28f", ShadowDepth.Soft),
        new("Left pear's eye", 38.5, 85, "#8a6a4e", ShadowDepth.None),
        new("Right pear's eye", 74.8, 72.6, "#8a6a4e", ShadowDepth.None),
        new("Branch", 45, 27, "#b08a6c", ShadowDepth.Soft),
        new("Left stalk", 38.3, 33, "#97a55c", ShadowDepth.None),
        new("Right stalk", 69, 27.5, "#97a55c", ShadowDepth.None),
        new("Low leaf's upper half", 13, 38, "#a9c87c", ShadowDepth.None),
        new("Low leaf's lower half", 18.4, 39, "#84ad62", ShadowDepth.Soft),
        new("Twig leaf's upper half", 24, 21, "#a9c87c", ShadowDepth.None),
        new("Twig leaf's lower half", 20, 22, "#84ad62", ShadowDepth.None),
        new("Top leaf's upper half", 64.5, 14, "#a9c87c", ShadowDepth.None),
        new("Top leaf's lower half", 69.5, 14, "#84ad62", ShadowDepth.Soft),
        new("Right leaf's upper half", 87, 20, "#a9c87c", ShadowDepth.None),
        new("Right leaf's lower half", 84, 24.5, "#84ad62", ShadowDepth.Soft),
        new("Small leaf's left half", 44.6, 31.5, "#a9c87c", ShadowDepth.None),
        new("Small leaf's right half", 48, 30.5, "#84ad62", ShadowDepth.None),
    ];

    public static ImmutableArray<Painted> PumpkinBarrow { get; } =
    [
        new("Big pumpkin's middle rib", 62, 28, "#e8a24a", ShadowDepth.Soft),
        new("Big pumpkin's left rib", 55.5, 28, "#dd8a35", ShadowDepth.Soft),
        new("Big pumpkin's right rib", 68.5, 28, "#dd8a35", ShadowDepth.Soft),
        new("Big pumpkin's right side", 75, 28, "#e8a24a", ShadowDepth.None),
        new("Big pumpkin's stalk", 62.6, 15, "#93a05e", ShadowDepth.None),
        new("Left pumpkin's middle rib", 36, 31, "#f0c878", ShadowDepth.Soft),
        new("Left pumpkin's left rib", 30.5, 31, "#e3b05c", ShadowDepth.Soft),
        new("Left pumpkin's right rib", 41.5, 31, "#e3b05c", ShadowDepth.Soft),
        new("Left pumpkin's left side", 24.5, 31, "#f0c878", ShadowDepth.None),
        new("Rim", 50, 39, "#c9b184", ShadowDepth.None),
        new("Tray", 50, 55, "#8fb7a8", ShadowDepth.Deep),
        new("Wheel", 20, 66.8, "#7d6a5b", ShadowDepth.None),
        new("Beam", 70, 68.5, "#b5946f", ShadowDepth.Soft),
        new("Grip", 113, 55, "#7d6a5b", ShadowDepth.None),
        new("Prop", 82.6, 70.8, "#b5946f", ShadowDepth.None),
        new("Hub", 20, 78, "#b5946f", ShadowDepth.None),
        new("Left pumpkin's stalk", 36.5, 19.8, "#93a05e", ShadowDepth.None),
        new("Left leaf's upper half", 18.2, 22.7, "#a9c87c", ShadowDepth.None),
        new("Left leaf's lower half", 17.2, 26.9, "#84ad62", ShadowDepth.None),
        new("Right leaf's upper half", 88.6, 22.4, "#a9c87c", ShadowDepth.None),
        new("Right leaf's lower half", 91.9, 25.2, "#84ad62", ShadowDepth.None),
        new("Middle leaf's tip", 49.5, 22.7, "#84ad62", ShadowDepth.None),
        new("Front leaf's left half", 46.8, 34.2, "#a9c87c", ShadowDepth.None),
        new("Front leaf's right half", 50.5, 32.6, "#84ad62", ShadowDepth.None),
        new("Small leaf", 46.1, 25.3, "#a9c87c", ShadowDepth.None),
        new("Gourd's stalk", 85.1, 28.7, "#93a05e", ShadowDepth.None),
        new("Gourd's first rib", 77.6, 34.1, "#eee0b8", ShadowDepth.None),
        new("Gourd's second rib", 81, 33.6, "#e3cf9c", ShadowDepth.None),
        new("Gourd's middle rib", 85, 33.9, "#eee0b8", ShadowDepth.None),
        new("Gourd's fourth rib", 89.1, 33.7, "#e3cf9c", ShadowDepth.None),
        new("Gourd's last rib", 92.6, 35.1, "#eee0b8", ShadowDepth.None),
    ];

    public static ImmutableArray<Painted> WateringCan { get; } =
    [
        new("Body of the can", 49, 92, "#8db4cf", ShadowDepth.Deep),
        new("Band", 49, 77, "#d9e4ea", ShadowDepth.None),
        new("Upper body", 49, 69.5, "#8db4cf", ShadowDepth.Soft, Method.GradedWash),
        new("Spout", 78, 80, "#8db4cf", ShadowDepth.Soft, Method.GradedWash),
        new("Rose", 90, 59.5, "#6d8fa8", ShadowDepth.None),
        new("Handle", 14, 80, "#6d8fa8", ShadowDepth.None, Method.LineAndPull),
        new("Tall flower's heart", 46, 20, "#7a5138", ShadowDepth.Soft, Method.WetInWet),
        new("Right flower's heart", 73, 33, "#7a5138", ShadowDepth.None),
        new("Left flower's heart", 25, 40, "#7a5138", ShadowDepth.None),
    ];

    /// <summary>Sunflowers in a can, in markers with pencil over them.</summary>
    public static ImmutableArray<Painted> Sunflowers { get; } =
    [
        .. Petals(
            "Tall flower",
            (44.4, 9.5),
            (51.0, 10.2),
            (37.7, 11.7),
            (56.0, 14.9),
            (35.5, 18.3),
            (56.6, 21.7),
            (36.3, 24.9),
            (54.2, 28.3),
            (41.0, 29.7),
            (47.6, 30.5)
        ),
        .. Petals(
            "Right flower",
            (74.7, 24.5),
            (68.2, 25.8),
            (80.2, 28.2),
            (64.3, 31.3),
            (81.1, 34.7),
            (66.0, 37.6),
            (77.5, 39.9),
            (71.3, 41.4)
        ),
        .. Petals(
            "Left flower",
            (25.6, 32.4),
            (19.5, 34.9),
            (31.1, 35.9),
            (17.7, 41.0),
            (32.0, 42.1),
            (21.4, 46.4),
            (27.7, 46.7)
        ),
        new("Tall flower's heart", 46, 20, "#5b3c29", ShadowDepth.Soft),
        new("Right flower's heart", 73, 33, "#5b3c29", ShadowDepth.Soft),
        new("Left flower's heart", 25, 40, "#5b3c29", ShadowDepth.Soft),
        new("Tall flower's stem", 46.4, 37.3, "#4f8a3a", ShadowDepth.Soft),
        new("Low end of the stem", 48.1, 55.3, "#4f8a3a", ShadowDepth.None),
        new("Left flower's stem", 34.6, 52.6, "#4f8a3a", ShadowDepth.None),
        new("Right flower's stem", 64.2, 53.4, "#4f8a3a", ShadowDepth.None),
        new("Left leaf", 42.6, 45.7, "#4f8a3a", ShadowDepth.Soft),
        new("Right leaf", 71.4, 49.4, "#4f8a3a", ShadowDepth.Soft),
        new("Body of the can", 49, 92, "#5aa7d8", ShadowDepth.Soft),
        new("Band", 49, 77, "#b97a24", ShadowDepth.Soft),
        new("Upper body", 49, 69.5, "#5aa7d8", ShadowDepth.Soft),
        new("Mouth of the can", 50, 62, "#34547f", ShadowDepth.None),
        new("Spout", 78, 80, "#5aa7d8", ShadowDepth.Soft),
        new("Rose", 90, 59.5, "#34547f", ShadowDepth.None),
        new("Handle", 14, 80, "#34547f", ShadowDepth.Soft),
    ];

    private static IEnumerable<Painted> Petals(string flower, params (double X, double Y)[] petals) =>
        petals.Select(
            (at, place) => new Painted($"{flower}'s petal {place + 1}", at.X, at.Y, "#f3b81c", ShadowDepth.Soft)
        );
}
