using System.Collections.Frozen;
using Nube.Core.Materials;

namespace Nube.Core.Simulation;

/// <summary>How the pigment of a colourant behaves in a wash.</summary>
/// <remarks>
/// Coarse mineral pigments sink and gather in valleys, fine organic ones stay afloat and go with the water (common
/// practice, no source; the figures are set by eye).
/// </remarks>
/// <param name="Settling">How fast it sinks onto the paper, 1/s in a film of 1 g/m2.</param>
/// <param name="Granulation">How much faster it settles in valleys than on hills, 0 for not at all.</param>
/// <param name="Staining">Share that stays under a damp brush, 0 to 1.</param>
/// <param name="Mobility">How far it goes with the water, above 0 to 1.</param>
public readonly record struct PigmentFlow(double Settling, double Granulation, double Staining, double Mobility)
{
    private static readonly PigmentFlow Coarse = new(0.20, 0.30, 0, 0.55),
        Middling = new(0.12, 0.12, 0, 0.75),
        Fine = new(0.06, 0.02, 0, 1);

    private static readonly FrozenSet<string> Grainy = "PB29 PB28 PB35 PB36 PG18 PG50 PG23 PV14 PV15 PV16 PBr7 PBr41"
        .Split(' ')
        .ToFrozenSet(StringComparer.OrdinalIgnoreCase);

    private static readonly FrozenSet<string> Heavy = "PY42 PY43 PR101 PY35 PY37 PO20 PR108 PG17 PBk9 PBk11 PW4 PW6"
        .Split(' ')
        .ToFrozenSet(StringComparer.OrdinalIgnoreCase);

    /// <summary>Of a colourant, by its pigment and by what was seen of it.</summary>
    public static PigmentFlow Of(Colourant colourant)
    {
        ArgumentNullException.ThrowIfNull(colourant);
        var name = colourant.ColourIndex.Trim();
        var kind =
            colourant.Granulates || Grainy.Contains(name) ? Coarse
            : Heavy.Contains(name) ? Middling
            : Fine;
        return kind with { Staining = colourant.Keeps() };
    }
}
