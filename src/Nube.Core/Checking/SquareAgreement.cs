namespace Nube.Core.Checking;

/// <summary>How the lines of a small square of a card agree with what is seen there.</summary>
internal struct SquareAgreement
{
    private double lines,
        seen,
        linesLines,
        seenSeen,
        linesSeen;

    /// <summary>How many points it has.</summary>
    public int Count { get; private set; }

    /// <summary>Mean of the stamped lines at its points.</summary>
    public readonly double MeanLine => lines / Count;

    /// <summary>Mean of what is seen there.</summary>
    public readonly double MeanSeen => seen / Count;

    /// <summary>How much stronger the lines are that are seen, by least squares; below 0 where it is dark beside them.</summary>
    public readonly double Strength => LineVariance > 0 ? Both / LineVariance : 0;

    /// <summary>Pearson's correlation of the two; 0 where one of them is the same everywhere.</summary>
    public readonly double Correlation
    {
        get
        {
            var spread = LineVariance * (seenSeen / Count - MeanSeen * MeanSeen);
            return Count == 0 || spread <= 0 ? 0 : Both / Math.Sqrt(spread);
        }
    }

    private readonly double LineVariance => linesLines / Count - MeanLine * MeanLine;

    private readonly double Both => linesSeen / Count - MeanLine * MeanSeen;

    /// <summary>One point more.</summary>
    public void Add(double line, double there)
    {
        lines += line;
        seen += there;
        linesLines += line * line;
        seenSeen += there * there;
        linesSeen += line * there;
        Count++;
    }
}
