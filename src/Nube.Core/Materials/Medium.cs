namespace Nube.Core.Materials;

/// <summary>Kinds of colourant by how they are used.</summary>
public enum Medium
{
    /// <summary>Water colour in a pan.</summary>
    Pan,

    /// <summary>Water colour in a tube.</summary>
    Tube,

    /// <summary>A pad of water-reactive ink, smeared on a mat and picked up with a wet brush.</summary>
    InkPad,

    /// <summary>A water-based marker with a brush tip, pulled out with water.</summary>
    BrushMarker,

    /// <summary>A brush pen of a light and dark pair, blended with a clear pen.</summary>
    BrushPen,

    /// <summary>A pencil that water dissolves.</summary>
    WatercolourPencil,

    /// <summary>A soft pencil on wax.</summary>
    WaxPencil,

    /// <summary>A harder pencil on oil.</summary>
    OilPencil,

    /// <summary>An alcohol marker, used as a flat base.</summary>
    AlcoholMarker,

    /// <summary>Ink for sponges and blending brushes.</summary>
    BlendingInk,

    /// <summary>Opaque white paint or ink.</summary>
    OpaqueWhite,

    /// <summary>A gel pen.</summary>
    GelPen,

    /// <summary>A glitter brush or pen.</summary>
    Glitter,
}

/// <summary>What a medium can do.</summary>
public static class Media
{
    /// <summary>It can be put on a palette, thinned with water and mixed with others there.</summary>
    public static bool MixesWithWater(this Medium medium) =>
        medium is Medium.Pan or Medium.Tube or Medium.InkPad or Medium.BrushMarker;

    /// <summary>
    /// It can be a part of a mix: what mixes with water, and opaque white, which makes body colour of it.
    /// </summary>
    public static bool MixesInParts(this Medium medium) => medium.MixesWithWater() || medium == Medium.OpaqueWhite;

    /// <summary>
    /// It comes as it is from its pad or its tip: mixed in parts only by who smears ink on a mat with water.
    /// </summary>
    public static bool IsTakenAsItIs(this Medium medium) => medium is Medium.InkPad or Medium.BrushMarker;

    /// <summary>It is paint from a pan or a tube.</summary>
    public static bool IsPaint(this Medium medium) => medium is Medium.Pan or Medium.Tube;

    /// <summary>It is laid dry, stroke over stroke, until the paper's tooth is full.</summary>
    public static bool IsPencil(this Medium medium) =>
        medium is Medium.WatercolourPencil or Medium.WaxPencil or Medium.OilPencil;

    /// <summary>What a new one holds, ml as it comes from it when wetted; null where that is not counted.</summary>
    /// <remarks>From memory: a half pan of 1.5 ml dry colour gives about twice that, a tube of 5 ml as much as it
    /// holds.</remarks>
    public static double? Holds(this Medium medium) =>
        medium switch
        {
            Medium.Pan => 3,
            Medium.Tube => 5,
            Medium.InkPad => 6,
            Medium.BrushMarker => 2,
            _ => null,
        };

    /// <summary>What it is called: "a pan or tube of paint", "an oil pencil".</summary>
    public static string InWords(this Medium medium) =>
        medium switch
        {
            Medium.Pan or Medium.Tube => "a pan or tube of paint",
            Medium.InkPad => "an ink pad for painting",
            Medium.BrushMarker => "a water-based marker",
            Medium.BrushPen => "a brush pen",
            Medium.WatercolourPencil => "a watercolour pencil",
            Medium.WaxPencil => "a wax pencil",
            Medium.OilPencil => "an oil pencil",
            Medium.AlcoholMarker => "an alcohol marker",
            Medium.BlendingInk => "a blending ink",
            Medium.OpaqueWhite => "opaque white",
            Medium.GelPen => "a gel pen",
            Medium.Glitter => "a glitter pen",
            _ => throw new ArgumentOutOfRangeException(nameof(medium)),
        };
}
