using Nube.Core.Optics;

namespace Nube.Core.Swatches;

/// <summary>What was seen of how a hand dilutes (<see cref="Dilution"/>), as a normal with its precision.</summary>
/// <param name="Weighted">Mean of the exponent times the precision.</param>
/// <param name="Precision">One over the variance, 0 or more.</param>
public readonly record struct DilutionSeen(double Weighted, double Precision);
