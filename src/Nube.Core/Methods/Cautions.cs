using System.Collections.Immutable;
using Nube.Core.Materials;

namespace Nube.Core.Methods;

/// <summary>How much a remark matters.</summary>
public enum Severity
{
    /// <summary>Worth knowing.</summary>
    Hint,

    /// <summary>Likely to spoil the work.</summary>
    Warn,

    /// <summary>Can hurt someone; never silenced.</summary>
    Caution,
}

/// <summary>Something to know before a step.</summary>
/// <param name="Severity">How much it matters.</param>
/// <param name="Text">A sentence or two.</param>
public sealed record Remark(Severity Severity, string Text);

/// <summary>What to say before anything is painted.</summary>
public static class Cautions
{
    /// <summary>The caution for every table with paint on it.</summary>
    public static Remark Pigments { get; } = new(
        Severity.Caution,
        "Never point a brush with your lips, and keep food and drink off the table: some pigments are harmful if swallowed. "
        + "Children use children's paint. The labels of your paints and local rules come first.");

    /// <summary>Remarks for a run's supplies.</summary>
    /// <param name="ink">The ink of the outline.</param>
    /// <param name="paper">The paper.</param>
    public static ImmutableArray<Remark> ForSupplies(StampingInk ink, Paper paper)
    {
        ArgumentNullException.ThrowIfNull(ink);
        ArgumentNullException.ThrowIfNull(paper);
        var remarks = ImmutableArray.CreateBuilder<Remark>();
        if (!ink.Waterproof)
        {
            remarks.Add(new Remark(
                Severity.Warn,
                $"{ink.Name} dissolves in water: the line will bleed into every wash. That is wanted for no-line work only; "
                + "for a crisp line stamp in waterproof ink."));
        }
        if (ink.Slow)
        {
            remarks.Add(new Remark(
                Severity.Warn,
                $"{ink.Name} stays wet for many minutes and smears. Let it dry or heat-set it before the first wash."));
            remarks.Add(HeatTool);
        }
        if (paper.BuckleWater < Drying.WaterLaid.GramsPerSquareMetre(Drying.BrushWater.Wash))
        {
            remarks.Add(new Remark(
                Severity.Warn,
                $"{paper.Name} buckles under a full wash. The plan uses a wiped brush; tape the card down."));
        }
        if (paper.Impressions > 1)
        {
            remarks.Add(new Remark(
                Severity.Hint,
                $"{paper.Name} is textured: stamp {paper.Impressions} impressions from a fixed position."));
        }
        remarks.Add(Pigments);
        return remarks.ToImmutable();
    }

    /// <summary>The caution for heat.</summary>
    public static Remark HeatTool { get; } = new(
        Severity.Caution,
        "A heat tool's nozzle burns: hold the card with tweezers or lay it on a heat-proof surface, and keep it from water, "
        + "solvent and wax. Follow the tool's own instructions.");

    /// <summary>The caution for solvent.</summary>
    public static Remark Solvent { get; } = new(
        Severity.Caution,
        "Odourless solvent: open a window, keep the jar closed and away from flame and heat tool, wear gloves if your skin reacts. "
        + "Let rags dry flat outdoors. Its label and local rules come first.");

    /// <summary>The caution for knives, dies and trimmers.</summary>
    public static Remark Blades { get; } = new(
        Severity.Caution,
        "Cut away from you on a cutting mat, cap the blade when you lay it down, and keep blades and dies from children.");
}
