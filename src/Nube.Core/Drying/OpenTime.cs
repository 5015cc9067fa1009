namespace Nube.Core.Drying;

/// <summary>How long colour that was dabbed on can still be moved, so that the next goes into it without a step.</summary>
public static class OpenTime
{
    /// <summary>
    /// Of blending ink on ordinary card, s: some minutes, after which a step shows. From memory; on very absorbent card
    /// less.
    /// </summary>
    public const double BlendingInkSeconds = 240;

    /// <summary>
    /// After which a brush that was laid down loaded must be rinsed, s: colour dries in it, though the mix is the same.
    /// From memory.
    /// </summary>
    public const double LoadedBrushSeconds = 300;
}
