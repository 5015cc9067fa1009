using System.Collections.Immutable;
using Nube.Core.Artwork;
using Nube.Core.Materials;

namespace Nube.Core.Methods;

/// <summary>How much a remark matters.</summary>
public enum Severity
{
    /// <summary>Worth knowing.</summary>
    Hint,

    /// <summary>Likely to spoil the work.</summary>
    Warn,

    /// <summary>It does not work.</summary>
    Stop,

    /// <summary>Can hurt someone; never silenced.</summary>
    Caution,
}

/// <summary>Something to know before a step.</summary>
/// <param name="Severity">How much it matters.</param>
/// <param name="Text">A sentence or two.</param>
/// <param name="Rule">The rule of <see cref="ClashRules"/> that says it, by which it can be silenced; null for what is
/// always said.</param>
/// <param name="Silenced">Why the maker silenced it; null when it is not.</param>
public sealed record Remark(Severity Severity, string Text, string? Rule = null, string? Silenced = null);

/// <summary>What to say before anything is painted.</summary>
public static class Cautions
{
    /// <summary>The caution for every table with paint on it.</summary>
    public static Remark Pigments { get; } =
        new(
            Severity.Caution,
            "Never point a brush with your lips, and keep food and drink off the table: some pigments are harmful if swallowed. "
                + "Children use children's paint. The labels of your paints and local rules come first."
        );

    /// <summary>Remarks for a run's supplies: what clashes, and the cautions that go with them.</summary>
    /// <param name="paper">The paper.</param>
    /// <param name="ink">The ink of the outline.</param>
    /// <param name="dams">Which lines are embossed.</param>
    /// <param name="colourants">What is laid on them, each once, in any order: only paper and line come before.</param>
    public static ImmutableArray<Remark> ForSupplies(
        Paper paper,
        StampingInk ink,
        DamLines dams,
        IEnumerable<Colourant> colourants
    )
    {
        ArgumentNullException.ThrowIfNull(colourants);
        var (ground, line) = (Thing.Of(paper), Thing.Of(ink, dams));
        var clashes = colourants
            .Select(colour => Thing.Of(colour, paper))
            .SelectMany(colour => Clashes.Of([ground, line, colour]))
            .DistinctBy(clash => (clash.Rule.Key, clash.First.Name))
            .OrderByDescending(clash => clash.Rule.Severity)
            .ToList();
        var remarks = clashes
            .Select(clash => new Remark(clash.Rule.Severity, clash.Text, clash.Rule.MaySilence ? clash.Rule.Key : null))
            .ToImmutableArray()
            .ToBuilder();
        if (ink.Slow || dams != DamLines.None)
            remarks.Add(HeatTool);
        remarks.Add(Pigments);
        return remarks.ToImmutable();
    }

    /// <summary>The caution for heat.</summary>
    public static Remark HeatTool { get; } =
        new(
            Severity.Caution,
            "A heat tool's nozzle burns: hold the card with tweezers or lay it on a heat-proof surface, and keep it from water, "
                + "solvent and wax. Follow the tool's own instructions."
        );

    /// <summary>The caution for solvent.</summary>
    public static Remark Solvent { get; } =
        new(
            Severity.Caution,
            "Odourless solvent: open a window, keep the jar closed and away from flame and heat tool, wear gloves if your skin reacts. "
                + "Let rags dry flat outdoors. Its label and local rules come first."
        );

    /// <summary>The caution for alcohol markers.</summary>
    public static Remark Alcohol { get; } =
        new(
            Severity.Caution,
            "Alcohol markers: air the room, and keep them from flame and heat tool. Their label comes first."
        );

    /// <summary>The caution for pencil dust.</summary>
    public static Remark PencilDust { get; } =
        new(Severity.Caution, "Brush crumbs off, do not blow them: some pigments are harmful when breathed in.");

    /// <summary>The caution for sprays.</summary>
    public static Remark Sprays { get; } =
        new(
            Severity.Caution,
            "Sprays: outdoors or well aired, with a mask, never near flame or heat tool, and away from children and pets. The can's label and "
                + "local rules come first."
        );

    /// <summary>The caution for embossing powder.</summary>
    public static Remark Powder { get; } =
        new(
            Severity.Caution,
            "Hot powder and the nozzle burn: hold the card with tweezers or on a heat-proof surface. Do not blow loose powder, tip and wipe it. "
                + "Follow the labels of powder and tool."
        );

    /// <summary>The caution for knives, dies and trimmers.</summary>
    public static Remark Blades { get; } =
        new(
            Severity.Caution,
            "Cut away from you on a cutting mat, cap the blade when you lay it down, and keep blades and dies from children."
        );
}
