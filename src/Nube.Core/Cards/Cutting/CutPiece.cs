using System.Text.Json.Serialization;

namespace Nube.Core.Cards.Cutting;

/// <summary>A piece of a sheet while it is cut up: what becomes of it.</summary>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
[JsonDerivedType(typeof(CutPart), "part")]
[JsonDerivedType(typeof(Rest), "rest")]
[JsonDerivedType(typeof(CutThrough), "cut")]
public abstract record CutPiece(double WidthMm, double HeightMm)
{
    /// <summary>The cuts through it, in their order: each goes through a piece from edge to edge.</summary>
    public IEnumerable<CutThrough> Cuts() =>
        this is CutThrough cut ? [cut, .. cut.First.Cuts(), .. cut.Second.Cuts()] : [];

    /// <summary>What it ends as.</summary>
    public IEnumerable<CutPiece> Ends() =>
        this is CutThrough cut ? [.. cut.First.Ends(), .. cut.Second.Ends()] : [this];
}

/// <summary>It is a part that is wanted.</summary>
/// <param name="Part">Its id.</param>
/// <param name="Turned">It lies turned by a quarter.</param>
/// <param name="WidthMm">Width as it lies, mm.</param>
/// <param name="HeightMm">Height as it lies, mm.</param>
public sealed record CutPart(Guid Part, bool Turned, double WidthMm, double HeightMm) : CutPiece(WidthMm, HeightMm);

/// <summary>It is left over.</summary>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
public sealed record Rest(double WidthMm, double HeightMm) : CutPiece(WidthMm, HeightMm);

/// <summary>It is cut from edge to edge.</summary>
/// <param name="Down">From its top to its bottom; from left to right otherwise.</param>
/// <param name="AtMm">How far from its left, or from its top, mm; the blade takes what comes right after that.</param>
/// <param name="First">What is left of the cut, or above it.</param>
/// <param name="Second">What is right of it, or below it.</param>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
public sealed record CutThrough(
    bool Down,
    double AtMm,
    CutPiece First,
    CutPiece Second,
    double WidthMm,
    double HeightMm
) : CutPiece(WidthMm, HeightMm);
