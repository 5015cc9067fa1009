using System.Globalization;
using Nube.Core.Acts;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Planning;

namespace Nube.Core.Checking;

/// <summary>Corrections in words.</summary>
public static class MendingWords
{
    /// <summary>What is done, in a few words.</summary>
    public static string Title(CorrectionKind kind) =>
        kind switch
        {
            CorrectionKind.Leave => "Leave it",
            CorrectionKind.AsPlanned => "Colour it as planned",
            CorrectionKind.Glaze => "Glaze over it",
            CorrectionKind.DeepenShadow => "Deepen only the shadow",
            CorrectionKind.MorePencil => "More pencil over it",
            CorrectionKind.WhitePencil => "White pencil over it",
            CorrectionKind.Lift => "Lift some of it",
            CorrectionKind.LiftShadow => "Lift some of the shadow only",
            CorrectionKind.LiftLight => "Lift some of it where the light falls",
            CorrectionKind.LiftAndGlaze => "Lift some of it, then glaze",
            CorrectionKind.FillSpecks => "Fill the specks",
            CorrectionKind.LiftSpots => "Lift what should not be there",
            CorrectionKind.Cover => "Lift it, then cover it with white",
            CorrectionKind.CoverOnly => "Cover it with white",
            CorrectionKind.Soften => "Soften it with water",
            CorrectionKind.Reline => "Draw the lines again",
            CorrectionKind.PickOff => "Pick the specks off",
            CorrectionKind.Flatten => "Press it flat",
            CorrectionKind.Wipe => "Wipe the haze away",
            CorrectionKind.BrushOff => "Brush off what is loose",
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "unknown kind of correction"),
        };

    /// <summary>What comes of it, or why it is left.</summary>
    /// <param name="one">The correction.</param>
    /// <param name="finding">What it is about.</param>
    public static string Outcome(Correction one, FindingKind finding)
    {
        ArgumentNullException.ThrowIfNull(one);
        return one switch
        {
            { Kind: CorrectionKind.Leave } when finding == FindingKind.Shine =>
                "What was pressed smooth stays so: nothing takes the shine away and leaves the colour.",
            { Kind: CorrectionKind.Leave, Area: Pass.Panel } =>
                "Where it is seen, an area has a finding of its own. Mend these.",
            { Kind: CorrectionKind.Leave, Before: < Corrections.Tolerated } =>
                "Nobody sees so little without another card beside it.",
            { Kind: CorrectionKind.Leave } =>
                "Nothing at hand brings it much nearer over what lies there: paper and pigments let too little go.",
            { Kind: CorrectionKind.Reline } =>
                "A fine pen or a sharp black pencil along it. If the stamp stands in a positioner still, stamp it again.",
            { Kind: CorrectionKind.PickOff } => "Only what is loose comes off; what was melted or dried in stays.",
            { Kind: CorrectionKind.Wipe } =>
                "It may come back in some weeks where pencil lies thick: wipe it again then.",
            { Kind: CorrectionKind.BrushOff } => "What sits in the paper stays.",
            { Kind: CorrectionKind.Flatten } => "Bone dry, between clean smooth plates, overnight if you can.",
            { Remains: { } remains, Closes: { } closes } => string.Create(
                CultureInfo.InvariantCulture,
                $"That should close {100 * closes:0} % of it: {one.Before:0.#}{Unit(finding)} now, {remains:0.#} then."
            ),
            _ => "How far that goes, nobody can tell beforehand.",
        };
    }

    /// <summary>A step that mends, by what its stroke does there: "Glaze over left pear".</summary>
    /// <param name="pass">Its pass.</param>
    /// <param name="names">Its areas in words.</param>
    internal static string StepTitle(Pass pass, string names) =>
        pass.Stroke switch
        {
            Stroke.Lift when pass.Zone == Zone.Shadow => $"Lift some of the shadow of {names}",
            Stroke.Lift when pass.Zone == Zone.Light => $"Lift a light on {names}",
            Stroke.Lift when pass.Zone != Zone.Details => $"Lift some of {names}",
            Stroke.Lift when pass.Mends!.Kind == FindingKind.RunTogether => $"Lift where they ran together, {names}",
            Stroke.Lift => $"Lift what went over the line, {names}",
            Stroke.Redraw => $"Fill bare specks, {names}",
            Stroke.Soften when pass.Mends!.Kind == FindingKind.Bloom => $"Soften the rim of the bloom, {names}",
            Stroke.Soften when pass.Mends!.Kind == FindingKind.HardEdge => $"Soften the hard edge, {names}",
            Stroke.Soften => $"Soften the streaks, {names}",
            Stroke.Highlight => $"Cover what went over the line, {names}",
            Stroke.Reline => $"Draw the lines again, {names}",
            Stroke.Flatten => "Press the card flat",
            Stroke.Own when pass.Mends!.Kind == FindingKind.WaxBloom => "Wipe the haze of wax away",
            Stroke.Own when pass.Mends!.Kind == FindingKind.LooseColour => "Brush off loose colour",
            Stroke.Own => $"Pick off dark specks, {names}",
            Stroke.Draw => $"More pencil, {names}",
            Stroke.Burnish when pass.Zone == Zone.Details => $"Cover what went over the line, {names}",
            Stroke.Burnish when pass.Zone == Zone.Shadow => $"White pencil over the shadow of {names}",
            Stroke.Burnish => $"White pencil over {names}",
            _ when pass.Zone == Zone.Shadow => $"Deepen the shadow of {names}",
            _ => $"Glaze over {names}",
        };

    /// <summary>Where a step goes that mends a place.</summary>
    internal static string Where(Pass pass) =>
        pass.Stroke == Stroke.Flatten || pass.Mends is { Area: Pass.Panel }
            ? "The whole card"
            : "Only where it was found";

    private static string Unit(FindingKind finding) =>
        finding switch
        {
            FindingKind.Streaky => " %",
            FindingKind.LinesDulled or FindingKind.DetailsLost => " points",
            _ => " CIEDE2000",
        };
}
