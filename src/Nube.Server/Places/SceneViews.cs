using System.Collections.Immutable;
using Nube.Core.Colour;
using Nube.Core.Stamping;

namespace Nube.Server.Places;

/// <summary>A stamp as it is drawn.</summary>
public sealed record StampView(
    Guid Id,
    string Name,
    double WidthMm,
    double HeightMm,
    string Outline,
    string LineUrl,
    bool Lettering,
    bool Here,
    IReadOnlyList<EnclosedView> Enclosed
);

/// <summary>A part within a stamp's lines through which something could be seen; X, Y: a point well inside it.</summary>
public sealed record EnclosedView(int Id, string Outline, double X, double Y)
{
    /// <summary>The view of one.</summary>
    internal static EnclosedView Of(WhitePart part)
    {
        var inside = part.Shape.Inside();
        return new EnclosedView(part.Id, part.Shape.Path(), inside.X, inside.Y);
    }
}

/// <summary>What is placed, with the name it has in this scene.</summary>
public sealed record PlacedView(
    Guid Id,
    Guid Stamp,
    string Name,
    double X,
    double Y,
    double Degrees,
    bool Mirrored,
    PlacedAs As,
    int? Fill,
    int Generation,
    ImmutableArray<int> Open
);

/// <summary>A fill in counts.</summary>
public sealed record FillView(int Fill, string Name, int Prints, int Inkings, int Generations, bool LooksAlikeTurned);

/// <summary>
/// How pale a print from one inking becomes: the colour of a black ink, and how much of the first print's depth is
/// left, 0 to 1.
/// </summary>
public sealed record GenerationView(int Generation, Srgb Black, double Depth);

/// <summary>A scene, and how it is stamped.</summary>
public sealed record SceneView(
    double WidthMm,
    double HeightMm,
    bool PaintsGround,
    IReadOnlyList<StampView> Stamps,
    IReadOnlyList<PlacedView> FrontFirst,
    IReadOnlyList<FillView> Fills,
    IReadOnlyList<GenerationView> Generations,
    ImmutableArray<SceneStep> Steps,
    ImmutableArray<Guid> Masked,
    ImmutableArray<string> Remarks,
    ImmutableArray<StampingStep> Guide,
    bool AreasAreOfThis
);

/// <summary>What is placed.</summary>
public sealed record PlacedGiven(
    Guid Id,
    Guid Stamp,
    double X,
    double Y,
    double Degrees,
    bool Mirrored,
    PlacedAs As,
    int? Fill,
    int Generation,
    IReadOnlyList<int>? Open = null
);

/// <summary>A scene as it is to be from now on.</summary>
public sealed record SceneGiven(
    double WidthMm,
    double HeightMm,
    bool PaintsGround,
    ImmutableArray<PlacedGiven> FrontFirst
);

/// <summary>A size for the panel, as typed; the usual one when left out.</summary>
public sealed record PanelGiven(string? Width, string? Height);

/// <summary>A wish to fill the panel.</summary>
public sealed record FillGiven(Guid Stamp, string? Gap, int Generations, int Seed);

/// <summary>Another name for a stamp, or whether it can be read.</summary>
public sealed record StampGiven(string Name, bool Lettering);
