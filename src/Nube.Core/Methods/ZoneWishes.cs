using Nube.Core.Acts;
using Nube.Core.Colour;
using Nube.Core.Mixing;

namespace Nube.Core.Methods;

/// <summary>What an area should become, zone by zone; null where the method leaves a zone as it is.</summary>
/// <param name="Light">Where the light falls.</param>
/// <param name="Middle">Between.</param>
/// <param name="Shadow">Away from the light.</param>
public sealed record ZoneWishes(Lab? Light, Lab? Middle, Lab? Shadow)
{
    private const double ShadowWeight = 0.7,
        LightWeight = 0.25; // beside the middle, which is what was wished; this project's own

    /// <summary>What a wish asks of each zone.</summary>
    /// <param name="method">How the area is coloured.</param>
    /// <param name="colour">The colour wanted, dry.</param>
    /// <param name="depth">Its shadow.</param>
    /// <param name="paper">The bare card.</param>
    /// <param name="step">How much darker the maker likes shadows.</param>
    public static ZoneWishes Of(
        Method method,
        Lab colour,
        ShadowDepth depth,
        Lab paper,
        ShadowStep step = ShadowStep.Usual
    )
    {
        var soft = step.SoftL();
        var shadow = ShadowAndLight.Darker(colour, (int)depth * soft);
        return method switch
        {
            // Print and paper stay as they are but in the shadow, which gets the colour itself.
            Method.PencilAccents => new(null, null, colour),
            // Something white stays so but in its shadow.
            Method.ShadedWhite => new(paper, paper, ShadowAndLight.Darker(paper, Math.Max(1, (int)depth) * soft)),
            // These fade to hardly anything in the light: that is how far they go, not a colour that is wished.
            Method.GradedWash or Method.WetInWet or Method.LineAndPull or Method.Lift => new(null, colour, shadow),
            _ when depth != ShadowDepth.None && LightensTheLight(method) => new(
                ShadowAndLight.Lighter(colour, soft, paper),
                colour,
                shadow
            ),
            _ => new(colour, colour, shadow),
        };
    }

    /// <summary>For an area that the light divides so: what it does not have is not asked for.</summary>
    public ZoneWishes In(ZoneShares shares) =>
        new(shares.Light > 0 ? Light : null, Middle, shares.Shadow > 0 ? Shadow : null);

    /// <summary>How far a surface is from the wish, CIEDE2000 zone by zone.</summary>
    public ZoneDifferences From(Surface surface)
    {
        ArgumentNullException.ThrowIfNull(surface);
        return new ZoneDifferences(
            Between(Light, surface.Light),
            Between(Middle, surface.Middle),
            Between(Shadow, surface.Shadow)
        );

        static double? Between(Lab? wish, ZoneSurface zone) =>
            wish is { } wanted ? Ciede2000.Difference(wanted, zone.Colour()) : null;
    }

    /// <summary>What recipes are sorted by: the middle counts most.</summary>
    internal static double Weighed(ZoneDifferences differences) =>
        differences.Middle is { } middle
            ? middle + ShadowWeight * (differences.Shadow ?? 0) + LightWeight * (differences.Light ?? 0)
            : differences.Shadow ?? 0;

    /// <summary>Methods that leave the light paler than the middle.</summary>
    private static bool LightensTheLight(Method method) =>
        method
            is Method.DryPencil
                or Method.BurnishedPencil
                or Method.SolventPencil
                or Method.PencilWetted
                or Method.PencilOverMarker
                or Method.SpongeBlend;
}

/// <summary>How far each zone is from what is wished for it, CIEDE2000; null where nothing is.</summary>
/// <param name="Light">Where the light falls.</param>
/// <param name="Middle">Between.</param>
/// <param name="Shadow">Away from the light.</param>
public sealed record ZoneDifferences(double? Light, double? Middle, double? Shadow);
