using Nube.Core.Methods;
using Nube.Core.Planning;
using Nube.Data.Entities;
using Nube.Server.Places;

namespace Nube.Server.Printing;

/// <summary>The plan on paper, to lie beside the bench: mixes, steps with boxes to tick, waits.</summary>
public static class BenchSheet
{
    /// <summary>The sheet as a PDF file, A4.</summary>
    /// <param name="run">The run's name.</param>
    /// <param name="image">The picture that is coloured; null where no piece has one.</param>
    /// <param name="plan">The plan.</param>
    /// <param name="paper">The paper of the picture.</param>
    public static byte[] Print(string run, PieceImage? image, PlanView plan, string paper)
    {
        ArgumentNullException.ThrowIfNull(plan);
        using var file = new MemoryStream();
        using (var sheet = new PrintedSheet(file, $"Bench sheet: {run}"))
        {
            sheet.Heading($"{run}, {(plan.Cards == 1 ? "1 card" : $"{plan.Cards} cards")}");
            sheet.Text(
                $"{plan.Sentence} On {paper}, at {plan.Air.Temperature:0} °C and {plan.Air.RelativeHumidity:0 %} humidity."
            );
            sheet.Text(
                $"Everything is dry after {Words.Duration(plan.DrySeconds)} and ready to cut after {Words.Duration(plan.BoneDrySeconds)}."
            );
            // What belongs to a step stands at the step.
            foreach (var remark in plan.Remarks.Where(remark => !AtAStep(plan).Contains(remark.Text)))
                sheet.Caution(remark.Text);
            if (image is not null)
                sheet.Picture(image);

            sheet.Subheading("Lay out");
            sheet.Text($"{string.Join("; ", plan.ToLayOut)}.");
            sheet.Subheading("Mix before you begin");
            foreach (var amount in plan.ToMix)
                sheet.Mix(amount.Mix, amount.Drops == 1 ? "about 1 drop in all" : $"about {amount.Drops} drops in all");

            sheet.Subheading("Steps");
            PassView? last = null;
            foreach (var row in Rows(plan.Steps))
            {
                var (first, pass) = (row[0], plan.PassOf(row[0]));
                if (first.RestSeconds > 0)
                    sheet.Wait(
                        first.Sitting > (first.Number > 1 ? plan.Steps[first.Number - 2].Sitting : 1)
                            ? $"Sitting {first.Sitting} begins."
                            : "Rest your eyes and hands."
                    );
                if (first.HeatSeconds > 0)
                {
                    sheet.Wait($"Dry card {first.Card} with the heat tool, {Words.Duration(first.HeatSeconds)}.");
                    sheet.Caution(Cautions.HeatTool.Text);
                }
                if (first.WaitReason is not null)
                    sheet.Wait($"Wait {Words.Duration(first.WaitSeconds)}. {first.WaitReason}");
                // Said when the tool is taken up, and not again while it stays in hand.
                foreach (var caution in pass.Cautions.Except(last?.Cautions ?? []))
                    sheet.Caution(caution.Text);
                last = pass;
                sheet.Step(
                    row.Count == 1 ? $"{first.Number}" : $"{first.Number} to {row[^1].Number}",
                    pass.Title,
                    string.Join(' ', Told(first, pass)),
                    [pass.Mix, .. pass.Also],
                    [.. row.Select(step => step.Card)]
                );
            }
        }
        return file.ToArray();
    }

    private static HashSet<string> AtAStep(PlanView plan) =>
        [
            .. plan.Steps.SelectMany(step => plan.PassOf(step).Cautions).Select(caution => caution.Text),
            .. plan.Steps.Any(step => step.HeatSeconds > 0) ? [Cautions.HeatTool.Text] : Array.Empty<string>(),
        ];

    /// <summary>Steps of one pass that follow each other without a wait, one card after the other.</summary>
    /// <summary>What is cleaned first, how and where it is done, and what the maker noted.</summary>
    private static IEnumerable<string> Told(StepView first, PassView pass) =>
        new[] { first.CleanFirst }
            .OfType<string>()
            .Append($"{pass.How}.")
            .Append($"{pass.Where}.")
            .Concat(pass.Notes.Select(note => $"Note: {note}"));

    private static IEnumerable<List<StepView>> Rows(IReadOnlyList<StepView> steps)
    {
        var row = new List<StepView>();
        foreach (var step in steps)
        {
            if (
                row.Count > 0
                && (
                    step.Pass != row[0].Pass
                    || step.WaitReason is not null
                    || step.HeatSeconds > 0
                    || step.RestSeconds > 0
                )
            )
            {
                yield return row;
                row = [];
            }
            row.Add(step);
        }
        if (row.Count > 0)
            yield return row;
    }
}
