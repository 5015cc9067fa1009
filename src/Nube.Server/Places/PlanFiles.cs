using System.Text;
using System.Text.Json;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using Microsoft.AspNetCore.Http.HttpResults;
using Nube.Core;
using Nube.Core.Planning;
using Nube.Server.Printing;
using Nube.Server.Support;

namespace Nube.Server.Places;

/// <summary>A plan to take along, in an open format: docs/plan.schema.json.</summary>
public sealed record PlanFile(string Format, int Version, string Run, PlanView Plan);

/// <summary>The plan as files: the bench sheet, JSON, a calendar.</summary>
internal static class PlanFiles
{
    private const double WorthAReminderSeconds = 240; // shorter waits are waited out. This project's own.

    public static void MapPlanFiles(this IEndpointRouteBuilder plan)
    {
        plan.MapGet("/sheet.pdf", Sheet);
        plan.MapGet("/plan.json", Json);
        plan.MapGet("/calendar.ics", Calendar);
    }

    private static async Task<FileContentHttpResult> Sheet(
        Guid id,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var pdf = BenchSheet.Print(
            run.Run.Name,
            run.NeedsPicture ? run.Image : run.InHand.Image,
            PlanViews.View(run, palettes),
            run.PaperOf(null).Name
        );
        return TypedResults.File(pdf, "application/pdf", $"{FileName(run.Run.Name)}.pdf");
    }

    private static async Task<FileContentHttpResult> Json(
        Guid id,
        RunLoader runs,
        Palettes palettes,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var file = new PlanFile("nube-plan", 1, run.Run.Name, PlanViews.View(run, palettes));
        return TypedResults.File(
            JsonSerializer.SerializeToUtf8Bytes(file, RecordJson.Options),
            "application/json",
            $"{FileName(run.Run.Name)}.json"
        );
    }

    /// <summary>
    /// Sittings, and the moments at which a long wait is over, from a start that is said or from now.
    /// </summary>
    private static async Task<FileContentHttpResult> Calendar(
        Guid id,
        DateTimeOffset? start,
        RunLoader runs,
        Palettes palettes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var run = await runs.Load(id, cancel);
        var view = PlanViews.View(run, palettes);
        var now = clock.GetUtcNow();
        if (start is { } said && (said < now.AddYears(-MostYears) || said > now.AddYears(MostYears)))
            throw TroubleException.Unusable($"Begin within {MostYears} years of today.");
        var begin = (start ?? now).UtcDateTime;
        var calendar = new Calendar { ProductId = "-//Nube//Bench plan//EN" };
        foreach (var sitting in view.Steps.GroupBy(step => step.Sitting))
        {
            var (from, to) = (sitting.Min(step => step.StartSeconds), sitting.Max(step => step.EndSeconds));
            Add(
                $"sitting-{sitting.Key}",
                $"{run.Run.Name}: {(view.Steps[^1].Sitting == 1 ? "at the bench" : $"sitting {sitting.Key}")}",
                from,
                to,
                string.Join('\n', sitting.DistinctBy(step => step.Pass).Select(step => view.PassOf(step).Title))
            );
        }
        foreach (var step in view.Steps.Where(step => step.WaitSeconds >= WorthAReminderSeconds))
        {
            Add(
                $"wait-{step.Number}",
                $"{run.Run.Name}: dry for step {step.Number}",
                step.StartSeconds - step.WaitSeconds,
                step.StartSeconds,
                $"{step.WaitReason} Then: {view.PassOf(step).Title}, card {step.Card}."
            );
        }
        Add(
            "cut",
            $"{run.Run.Name}: bone dry, ready to cut",
            view.BoneDrySeconds,
            view.BoneDrySeconds + 60,
            "Everything can be cut, erased and glued."
        );
        var text = new CalendarSerializer().SerializeToString(calendar)!;
        return TypedResults.File(Encoding.UTF8.GetBytes(text), "text/calendar", $"{FileName(run.Run.Name)}.ics");

        void Add(string key, string summary, double from, double to, string description) =>
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = $"{id}-{key}@nube",
                    Summary = summary,
                    Description = description,
                    Start = At(from),
                    End = At(to),
                }
            );

        CalDateTime At(double seconds) => new(DateTime.SpecifyKind(begin.AddSeconds(seconds), DateTimeKind.Utc));
    }

    private const int MostYears = 10; // of a start before or after today: beyond, a slip of the pen

    internal static string FileName(string name) =>
        string.Concat(name.Select(letter => char.IsAsciiLetterOrDigit(letter) ? letter : '-')).Trim('-')
            is { Length: > 0 } safe
            ? safe
            : "bench-sheet";
}
