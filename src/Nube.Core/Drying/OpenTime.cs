namespace Nube.Core.Drying;

/// <summary>How long colour that was dabbed on can still be moved, so that the next goes into it without a step.</summary>
public static class OpenTime
{
    /// <summary>
    /// Of blending ink on ordinary card, s: some minutes, after which a step shows. From memory; on very absorbent card
    /// less.
    /// </summary>
    public const double BlendingInkSeconds = 240;
}
