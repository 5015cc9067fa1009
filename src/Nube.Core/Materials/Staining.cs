using System.Collections.Frozen;

namespace Nube.Core.Materials;

/// <summary>
/// How hard a pigment holds on to paper, and so how pale a damp brush can make what is dry.
/// </summary>
/// <remarks>
/// Common practice, no source, and the shares from memory: fine organic pigments (phthalos, dioxazine, Prussian blue,
/// quinacridones) sink between the fibres and stay, coarse mineral ones (cobalts, ultramarine, earths) lie on them and
/// come off; hard-sized watercolour paper lets go, absorbent card does not.
/// </remarks>
public static class Staining
{
    private const double Unknown = 0.5; // of a pigment that is not known
    private const double OfInk = 0.8; // of dye inks and of what is on a felt tip: they are made to stay
    private const double HardSized = 25, // g/m2, Cobb60: paper up to here lets go as far as the pigment does
        Absorbent = 45, // from here on half as far
        AbsorbentShare = 0.5;

    /// <summary>A pigment that keeps so much, or more, stains; one that keeps so little, or less, lifts well.</summary>
    private const double Stains = 0.6,
        Lifts = 0.35;

    private static readonly FrozenDictionary<string, double> Kept = new (double Share, string Pigments)[]
    {
        (0.75, "PB15 PB15:3 PB16 PG7 PG36 PV23 PB27"),
        (0.65, "PV19 PR122 PR177 PR254 PR255 PR264 PR179 PR188 PR170 PV55 PBk6 PBk7"),
        (0.55, "PB60 PY150 PY110 PY129 PO62 PO73 PO48"),
        (0.5, "PY3 PY97 PY154 PY175 PY65 PY83 PY153"),
        (0.35, "PY35 PY37 PO20 PR108 PY184 PY53 PR101"),
        (0.25, "PB29 PV15 PY42 PY43 PBr7 PBr41 PG17 PG18 PBk9 PBk11"),
        (0.2, "PB28 PB35 PB36 PV14 PV16 PG50 PG23 PR233 PW4 PW6"),
    }
        .SelectMany(row => row.Pigments.Split(' ').Select(pigment => (pigment, row.Share)))
        .ToFrozenDictionary(pair => pair.pigment, pair => pair.Share, StringComparer.OrdinalIgnoreCase);

    /// <summary>Share of the dry colour that stays on hard-sized paper under a damp brush, 0 to 1.</summary>
    public static double Keeps(this Colourant colourant)
    {
        ArgumentNullException.ThrowIfNull(colourant);
        return Kept.TryGetValue(colourant.ColourIndex.Trim(), out var share) ? share
            : colourant.Medium is Medium.InkPad or Medium.BrushMarker or Medium.BrushPen or Medium.BlendingInk ? OfInk
            : Unknown;
    }

    /// <summary>The same in words.</summary>
    public static string LiftsInWords(this Colourant colourant) =>
        colourant.Keeps() switch
        {
            >= Stains => "stains",
            <= Lifts => "lifts well",
            _ => "lifts in part",
        };

    /// <summary>How far towards the bare paper a damp brush brings a dry mix, 0 to 1.</summary>
    /// <param name="mix">Its colourants with their parts; at least one.</param>
    /// <param name="paper">The paper that it lies on.</param>
    public static double Lifted(IReadOnlyCollection<(Colourant Colourant, int Parts)> mix, Paper paper)
    {
        ArgumentNullException.ThrowIfNull(mix);
        ArgumentNullException.ThrowIfNull(paper);
        var kept = mix.Sum(part => part.Parts * part.Colourant.Keeps()) / mix.Sum(part => part.Parts);
        var absorbent = Math.Clamp((paper.Cobb60 - HardSized) / (Absorbent - HardSized), 0, 1);
        return (1 - kept) * (1 - absorbent * (1 - AbsorbentShare));
    }
}
