using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization.Metadata;
using Ical.Net;
using NJsonSchema;
using Nube.Core;
using Nube.Core.Colour;
using Nube.Server.Places;

namespace Nube.Server.Tests;

/// <summary>Methods, card work, ways of working, and what a maker changes about a plan.</summary>
public class MethodTests(NubeServer server) : IClassFixture<NubeServer>
{
    /// <summary>A run of three rooms with pencils, whites and inks in its palette beside the pans.</summary>
    private async Task<(Visitor Maker, string Run)> Begun(params string[] more)
    {
        var maker = await server.NewMaker();
        if (more.Length > 0)
            await maker.Ok(maker.Post("/api/stash/catalogue", new { names = more }));
        var run = await maker.Begin(cards: 2);
        await maker.BringIn(run, Pictures.ThreeRooms);
        await maker.TakeAll(run);
        return (maker, run);
    }

    private static Task<JsonNode> Wish(Visitor maker, string run, string colour, string? method, params int[] areas) =>
        maker.Ok(
            maker.Put(
                $"{run}/piece/colours/wishes",
                new
                {
                    areas,
                    colour,
                    shadow = "soft",
                    method,
                }
            )
        );

    [Fact]
    public async Task Pencils_are_named_part_by_part_and_stay_through_a_change_of_supplies()
    {
        var (maker, run) = await Begun("Leaf green pencil", "Dark green pencil", "Lemon pencil");
        var colours = await maker.Ok(maker.Get($"{run}/piece/colours"));
        string Id(string name) =>
            colours["colourants"]!.AsArray().Single(one => one!["name"]!.GetValue<string>() == name)![
                "id"
            ]!.GetValue<string>();
        object Named(string name, int layers) => new { parts = new[] { new { id = Id(name), parts = 1 } }, layers };
        colours = await maker.Ok(
            maker.Put(
                $"{run}/piece/colours/named",
                new
                {
                    areas = new[] { 1, 2 },
                    middle = Named("Leaf green pencil", 3),
                    light = Named("Lemon pencil", 2),
                    shadow = Named("Dark green pencil", 2),
                }
            )
        );
        var area = colours["areas"]![0]!;
        Assert.True(area["exactly"]!.GetValue<bool>());
        Assert.Equal("dryPencil", area["method"]!.GetValue<string>());
        Assert.Equal(
            ["light Lemon pencil", "shadow Dark green pencil"],
            area["recipe"]!["companions"]!.AsArray().Select(one => $"{one!["role"]} {one["parts"]![0]!["name"]}")
        );
        var predicted = area["predicted"]!.ToJsonString();

        // Another order of the palette changes nothing of it; without one of the pencils it becomes a wish.
        async Task<JsonNode> With(IEnumerable<string> palette) =>
            (
                await maker.Ok(
                    maker.Put(
                        $"{run}/piece/colours/supplies",
                        new
                        {
                            paper = colours["paper"],
                            stampingInk = colours["stampingInk"],
                            palette,
                        }
                    )
                )
            )["areas"]![0]!;
        List<string> all = [.. colours["palette"]!.AsArray().Select(id => id!.GetValue<string>())];
        Assert.Equal(predicted, (await With(Enumerable.Reverse(all)))["predicted"]!.ToJsonString());
        Assert.False((await With(all.Where(id => id != Id("Lemon pencil"))))["exactly"]!.GetValue<bool>());

        Assert.Contains(
            "Name colours of this run",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put(
                    $"{run}/piece/colours/named",
                    new
                    {
                        areas = new[] { 1 },
                        middle = new { parts = new[] { new { id = Guid.NewGuid(), parts = 1 } } },
                    }
                )
            ),
            StringComparison.Ordinal
        );
        Assert.NotEmpty((await maker.Ok(maker.Post($"{run}/plan")))["plan"]!["steps"]!.AsArray());
    }

    [Fact]
    public async Task On_a_background_recipes_are_found_for_the_background()
    {
        var (maker, run) = await Begun();
        var onPaper = (await Wish(maker, run, "#7f9a4a", "flatWash", 1))["areas"]![0]!;
        var work = new { work = new[] { new { method = "looseBackground", colours = new[] { "#f2df9a" } } } };
        var onYellow = (await maker.Ok(maker.Put($"{run}/piece/colours/card", work)))["areas"]![0]!;
        // The green on yellow is another mix than the green on white, and comes as near.
        Assert.NotEqual(onPaper["recipe"]!["parts"]!.ToJsonString(), onYellow["recipe"]!["parts"]!.ToJsonString());
        Assert.InRange(Off(onYellow), 0, Off(onPaper) + 2);
        // What the row says is what comes out over the background; without it all is as before.
        Assert.Equal(onYellow["recipe"]!["difference"]!.GetValue<double>(), Off(onYellow), 0.5);
        var bare = await maker.Ok(maker.Put($"{run}/piece/colours/card", new { work = Array.Empty<object>() }));
        Assert.Equal(onPaper["recipe"]!.ToJsonString(), bare["areas"]![0]!["recipe"]!.ToJsonString());
    }

    /// <summary>
    /// Yellow on the left passes into blue on the right: the same green is another recipe in the room on the left than in the
    /// one on the right, and each comes nearer than the other's would.
    /// </summary>
    [Fact]
    public async Task Areas_get_recipes_for_the_part_of_a_ground_on_which_they_lie()
    {
        var (maker, run) = await Begun("Lemon blending ink", "Sky blending ink");
        var onPaper = await Wish(maker, run, "#7fa25a", "flatWash", 1, 2);
        var ground = new
        {
            work = new[]
            {
                new
                {
                    method = "blendedPanel",
                    colours = Sides,
                    times = 1,
                    place = new
                    {
                        from = "oneSide",
                        degrees = 0,
                        softness = 0.5,
                    },
                },
            },
        };
        var onGround = await maker.Ok(maker.Put($"{run}/piece/colours/card", ground));
        var (left, right) = (onGround["areas"]![0]!, onGround["areas"]![1]!);
        Assert.NotEqual(left["recipe"]!["parts"]!.ToJsonString(), right["recipe"]!["parts"]!.ToJsonString());
        Assert.Equal(left["recipe"]!["difference"]!.GetValue<double>(), Off(left), 1.5);
        Assert.Equal(right["recipe"]!["difference"]!.GetValue<double>(), Off(right), 1.5);
        // Without it all is as before.
        var bare = await maker.Ok(maker.Put($"{run}/piece/colours/card", new { work = Array.Empty<object>() }));
        Assert.Equal(
            onPaper["areas"]!.AsArray().Select(area => area!["recipe"]!.ToJsonString()),
            bare["areas"]!.AsArray().Select(area => area!["recipe"]!.ToJsonString())
        );
    }

    [Fact]
    public async Task Areas_on_ink_through_a_stencil_get_recipes_for_its_mean()
    {
        var (maker, run) = await Begun("Lemon blending ink", "Sky blending ink");
        await Wish(maker, run, "#7fa25a", "flatWash", 1);
        object Stencilled(double pitchMm) =>
            new
            {
                work = new[]
                {
                    new
                    {
                        method = "stencilledInk",
                        colours = Sides[..1],
                        times = 1,
                        place = new
                        {
                            from = "oneSide",
                            degrees = 90,
                            softness = 0.8,
                            through = new
                            {
                                figure = "diamonds",
                                pitchMm,
                                open = 0.5,
                            },
                        },
                    },
                },
            };
        Assert.Contains(
            "From one figure of a pattern to the next it is 2 to 40 mm.",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/piece/colours/card", Stencilled(90))
            ),
            StringComparison.Ordinal
        );
        var onGround = await maker.Ok(maker.Put($"{run}/piece/colours/card", Stencilled(9)));
        var green = onGround["areas"]![0]!;
        Assert.Equal(green["recipe"]!["difference"]!.GetValue<double>(), Off(green), 1.5);
        var passes = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!["passes"]!.AsArray();
        Assert.Contains(passes, pass =>
            pass!["where"]!
                .GetValue<string>()
                .Contains("in diamonds, 9 mm from one to the next", StringComparison.Ordinal)
        );
    }

    private static double Off(JsonNode area) => area["differences"]!["middle"]!.GetValue<double>();

    private static readonly string[] Sides = ["#f2e06a", "#a8cfe8"];

    [Fact]
    public async Task What_is_kept_white_is_gone_around_and_said()
    {
        var (maker, run) = await Begun();
        await Wish(maker, run, "#7f9a4a", "flatWash", 1);
        JsonNode WholeWash(JsonNode plan) =>
            plan["passes"]!.AsArray().First(pass => pass!["zone"]!.GetValue<string>() == "whole")!;
        var before = WholeWash((await maker.Ok(maker.Post($"{run}/plan")))["plan"]!);
        Assert.DoesNotContain("white", before["where"]!.GetValue<string>(), StringComparison.Ordinal);
        var light = await maker.Ok(maker.Get($"{run}/piece/image/light"));
        var rule = light["rule"]!.AsObject();
        rule["whiteShare"] = 0.15;
        rule["lightShare"] = 0.3;
        await maker.Ok(
            maker.Put($"{run}/piece/image/light", new { degrees = light["degrees"], rule = rule.DeepClone() })
        );
        var after = WholeWash((await maker.Ok(maker.Post($"{run}/plan")))["plan"]!);
        Assert.EndsWith("; the highlight stays white", after["where"]!.GetValue<string>(), StringComparison.Ordinal);
        // There is less to paint.
        Assert.True(after["paintSeconds"]!.GetValue<double>() < before["paintSeconds"]!.GetValue<double>());
    }

    [Fact]
    public async Task Ways_of_the_run_choose_its_recipes_anew_and_leave_what_is_on_the_bench()
    {
        var (maker, run) = await Begun();
        JsonNode Area(JsonNode colours) => colours["areas"]![0]!;
        static double Lightness(JsonNode hex) => Srgb.Parse(hex.GetValue<string>()).ToLab().L;
        var usual = Area(await Wish(maker, run, "#7f9a4a", "flatWash", 1));
        Assert.Contains("wash more", usual["oneWashMore"]!.GetValue<string>(), StringComparison.Ordinal);
        await maker.Ok(maker.Put($"{run}/schools", new { schools = new { shadows = "strong" } }));
        var strong = Area(await maker.Ok(maker.Get($"{run}/piece/colours")));
        Assert.True(
            Lightness(strong["predicted"]!["shadow"]!) < Lightness(usual["predicted"]!["shadow"]!) - 1,
            "The shadow is deeper."
        );
        Assert.Equal(usual["wish"]!.GetValue<string>(), strong["wish"]!.GetValue<string>());
        await maker.Ok(maker.Put($"{run}/schools", new { schools = (object?)null }));
        var again = Area(await maker.Ok(maker.Get($"{run}/piece/colours")));
        Assert.Equal(usual["recipe"]!.ToJsonString(), again["recipe"]!.ToJsonString());

        await maker.Ok(maker.Post($"{run}/plan"));
        await maker.Done(run, 1);
        Assert.Contains(
            "on the bench",
            await maker.Trouble(
                HttpStatusCode.Conflict,
                maker.Put($"{run}/schools", new { schools = new { mixes = "asClose" } })
            ),
            StringComparison.Ordinal
        );
        // The order may still be another one.
        await maker.Ok(maker.Put($"{run}/schools", new { schools = new { turns = "fewRinses" } }));
    }

    [Fact]
    public async Task An_area_is_coloured_by_the_method_that_was_chosen_with_what_it_takes()
    {
        var (maker, run) = await Begun("Leaf green pencil", "Dark green pencil");
        var colours = await Wish(maker, run, "#5c9140", "dryPencil", 1);
        var area = colours["areas"]![0]!;
        Assert.EndsWith("pencil", area["recipe"]!["parts"]![0]!["name"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.NotNull(area["predicted"]!["shadow"]);
        // What a method lacks is said, and nothing is lost.
        Assert.Equal(
            "Sponge blending needs a blending ink among the run's colours.",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/piece/colours/methods", new { areas = new[] { 1 }, method = "spongeBlend" })
            )
        );
        Assert.Equal(
            "Splatter is for whole cards.",
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                maker.Put($"{run}/piece/colours/methods", new { areas = new[] { 1 }, method = "splatter" })
            )
        );
        colours = await maker.Ok(
            maker.Put($"{run}/piece/colours/methods", new { areas = new[] { 1 }, method = "glaze" })
        );
        Assert.Equal("glaze", colours["areas"]![0]!["method"]!.GetValue<string>());
        Assert.Equal(40, colours["methods"]!.AsArray().Count);
        // Without a word of the method paint is taken where it comes as near.
        colours = await Wish(maker, run, "#6f9a55", null, 2);
        Assert.Equal(
            "flatWash",
            colours["areas"]!.AsArray().Single(one => one!["area"]!.GetValue<int>() == 2)!["method"]!.GetValue<string>()
        );
    }

    [Fact]
    public async Task Backgrounds_come_first_and_splatter_and_lines_last()
    {
        var (maker, run) = await Begun("Opaque white");
        await Wish(maker, run, "#84ad62", "flatWash", 1, 2, 3);
        var work = new[]
        {
            new
            {
                method = "splatter",
                colours = new[] { "#7a4a2c" },
                times = 1,
                relineWith = "pen",
            },
            new
            {
                method = "looseBackground",
                colours = new[] { "#a9c9dd", "#f0c878" },
                times = 1,
                relineWith = "pen",
            },
            new
            {
                method = "relining",
                colours = Array.Empty<string>(),
                times = 1,
                relineWith = "stamp",
            },
        };
        var colours = await maker.Ok(maker.Put($"{run}/piece/colours/card", new { work }));
        Assert.Equal([1, 2, 0], colours["cardWork"]!.AsArray().Select(one => one!["recipes"]!.AsArray().Count));
        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        string[] titles = [.. plan["passes"]!.AsArray().Select(pass => pass!["title"]!.GetValue<string>())];
        Assert.Equal("Loose background", titles[0]);
        Assert.Equal(["Splatter", "Stamp the outline again"], titles[^2..]);
        Assert.NotNull(plan["passes"]![1]!["groundAfter"]);
        Assert.Contains(
            "the stamp, its block or positioner, a damp cloth",
            plan["toLayOut"]!.AsArray().Select(tool => tool!.GetValue<string>())
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put(
                $"{run}/piece/colours/card",
                new
                {
                    work = new[]
                    {
                        new
                        {
                            method = "dipAndDry",
                            colours = new[] { "#ffffff" },
                            times = 9,
                            relineWith = "pen",
                        },
                    },
                }
            )
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put(
                $"{run}/piece/colours/card",
                new
                {
                    work = new[]
                    {
                        new
                        {
                            method = "rainbowBands",
                            colours = Array.Empty<string>(),
                            times = 1,
                            relineWith = "pen",
                        },
                    },
                }
            )
        );
        Assert.Equal(3, (await maker.Ok(maker.Get($"{run}/piece/colours")))["cardWork"]!.AsArray().Count);
    }

    [Fact]
    public async Task Steps_are_moved_kept_and_left_out_and_an_impossible_wish_is_answered_with_its_reason()
    {
        var (maker, run) = await Begun();
        await Wish(maker, run, "#5c9140", "flatWash", 1);
        await Wish(maker, run, "#e3cf6e", "flatWash", 2, 3);
        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        var last = plan["steps"]!.AsArray().Count;
        // The last step is a second layer: it cannot come before the first.
        var refused = await maker.Trouble(
            HttpStatusCode.Conflict,
            maker.Put($"{run}/plan/steps/{last}/place", new { place = 1 })
        );
        Assert.Contains("must come before", refused, StringComparison.Ordinal);
        Assert.EndsWith("The plan is as it was.", refused, StringComparison.Ordinal);
        var kept = await maker.Ok(maker.Put($"{run}/plan/steps/2/place", new { place = 2 }));
        Assert.True(kept["steps"]![1]!["pinned"]!.GetValue<bool>());
        kept = await maker.Ok(maker.Delete($"{run}/plan/steps/2/place"));
        Assert.All(kept["steps"]!.AsArray(), step => Assert.False(step!["pinned"]!.GetValue<bool>()));
        var pass = kept["steps"]!.AsArray()[^1]!["pass"]!.GetValue<int>();
        var less = await maker.Ok(maker.Put($"{run}/plan/passes/{pass}/skipped", new { card = 1, skipped = true }));
        Assert.Equal(last - 1, less["steps"]!.AsArray().Count);
        Assert.Equal(1, less["skipped"]![0]!["card"]!.GetValue<int>());
        // Planning again keeps what was left out, as long as the passes are the same.
        Assert.Equal(last - 1, (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!["steps"]!.AsArray().Count);
        Assert.Equal(
            last,
            (await maker.Ok(maker.Put($"{run}/plan/passes/{pass}/skipped", new { card = 1, skipped = false })))[
                "steps"
            ]!
                .AsArray()
                .Count
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put($"{run}/plan/steps/99/place", new { place = 1 })
        );
        await maker.Trouble(
            HttpStatusCode.Conflict,
            maker.Post($"{run}/plan/passes/merge", new { one = 0, other = 0 })
        );
    }

    [Fact]
    public async Task A_plan_goes_along_as_json_and_as_a_calendar()
    {
        var (maker, run) = await Begun();
        await Wish(maker, run, "#5c9140", "flatWash", 1, 2, 3);
        await maker.Ok(
            maker.Put(
                "/api/habits",
                new
                {
                    schools = new { },
                    sitting = new
                    {
                        minutes = 60,
                        pauseEveryMinutes = 30,
                        pauseMinutes = 5,
                        nextAfterHours = 24,
                    },
                }
            )
        );
        var plan = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        var json = Encoding.UTF8.GetString(await maker.File($"{run}/plan/plan.json", "application/json"));
        var file = JsonNode.Parse(json)!;
        Assert.Equal(("nube-plan", 1), (file["format"]!.GetValue<string>(), file["version"]!.GetValue<int>()));
        Assert.Equal(plan["steps"]!.ToJsonString(), file["plan"]!["steps"]!.ToJsonString());
        // By the published schema, as a library reads it; it would see what is missing or of another kind.
        var schema = await JsonSchema.FromJsonAsync(PlanSchema());
        Assert.Empty(schema.Validate(json));
        file["plan"]!["steps"]![0]!["card"] = "first";
        file["plan"]!.AsObject().Remove("passes");
        Assert.True(schema.Validate(file.ToJsonString()).Count >= 2);
        // RFC 5545, read back by a library.
        var text = Encoding.UTF8.GetString(
            await maker.File($"{run}/plan/calendar.ics?start=2026-09-12T14:00:00Z", "text/calendar")
        );
        var calendar = Calendar.Load(text)!;
        var sittings = plan["steps"]!.AsArray().Select(step => step!["sitting"]!.GetValue<int>()).Distinct().Count();
        Assert.Equal(sittings, calendar.Events.Count(one => one.Uid!.Contains("sitting", StringComparison.Ordinal)));
        var first = calendar.Events.Single(one => one.Uid!.Contains("sitting-1@", StringComparison.Ordinal));
        Assert.Equal(
            new DateTime(2026, 9, 12, 14, 0, 0, DateTimeKind.Utc).AddSeconds(
                plan["steps"]![0]!["startSeconds"]!.GetValue<double>()
            ),
            first.Start!.AsUtc,
            TimeSpan.FromSeconds(1)
        );
        Assert.Contains(calendar.Events, one => one.Uid!.Contains("cut", StringComparison.Ordinal));
    }

    /// <summary>
    /// docs/plan.schema.json, which is written from the record of the file itself: with NUBE_WRITE_DOCS=1 anew,
    /// otherwise checked.
    /// </summary>
    private static string PlanSchema()
    {
        var options = new JsonSerializerOptions(RecordJson.Options)
        {
            TypeInfoResolver = new DefaultJsonTypeInfoResolver(),
            WriteIndented = true,
        };
        var schema = (JsonObject)
            options.GetJsonSchemaAsNode(
                typeof(PlanFile),
                new JsonSchemaExporterOptions
                {
                    TreatNullObliviousAsNonNullable = true,
                    TransformSchemaNode = (context, node) =>
                        Nullable.GetUnderlyingType(context.TypeInfo.Type) is { } inner && inner == typeof(Srgb)
                            ? new JsonObject
                            {
                                ["type"] = new JsonArray("string", "null"),
                                ["pattern"] = "^#[0-9a-f]{6}$",
                            }
                        : context.TypeInfo.Type == typeof(Srgb)
                            ? new JsonObject { ["type"] = "string", ["pattern"] = "^#[0-9a-f]{6}$" }
                        : node,
                }
            );
        schema.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.Insert(
            1,
            "title",
            "A plan of a run: passes, steps with their times in seconds, what to mix and lay out; colours are sRGB, dry, under D65"
        );
        var written = schema.ToJsonString(options) + "\n";
        var file = Path.Combine(
            Environment.GetEnvironmentVariable("NUBE_ROOT")
                ?? throw new InvalidOperationException("NUBE_ROOT is not set."),
            "docs",
            "plan.schema.json"
        );
        if (Environment.GetEnvironmentVariable("NUBE_WRITE_DOCS") is not null)
            File.WriteAllText(file, written);
        Assert.Equal(written, File.ReadAllText(file));
        return written;
    }

    [Fact]
    public async Task A_makers_ways_and_sittings_go_into_plans_and_a_run_can_go_another()
    {
        var (maker, run) = await Begun();
        await Wish(maker, run, "#5c9140", "flatWash", 1, 2, 3);
        var slow = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        Assert.Contains("dry in the air", slow["follows"]!.GetValue<string>(), StringComparison.Ordinal);
        await maker.Ok(maker.Put($"{run}/schools", new { schools = new { drying = "heat", edges = "loose" } }));
        Assert.True((await maker.Ok(maker.Get($"{run}/plan")))["stale"]!.GetValue<bool>());
        var fast = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!;
        Assert.Contains("heat tool", fast["follows"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.True(fast["finishSeconds"]!.GetValue<double>() < slow["finishSeconds"]!.GetValue<double>());
        await maker.Ok(maker.Put($"{run}/schools", new { schools = (object?)null }));
        Assert.Equal(
            slow["finishSeconds"]!.GetValue<double>(),
            (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!["finishSeconds"]!.GetValue<double>(),
            6
        );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            maker.Put(
                "/api/habits",
                new
                {
                    schools = new { },
                    sitting = new
                    {
                        minutes = 5,
                        pauseEveryMinutes = 30,
                        pauseMinutes = 5,
                        nextAfterHours = 24,
                    },
                }
            )
        );
        // The sensor's stand-in reads a room that can be.
        var air = await maker.Ok(maker.Get("/api/habits/room-sensor"));
        Assert.InRange(air["temperature"]!.GetValue<double>(), 15, 25);
        Assert.InRange(air["relativeHumidity"]!.GetValue<double>(), 0.3, 0.7);
    }

    [Fact]
    public async Task A_run_whose_cards_are_worked_as_a_whole_only_is_planned_and_painted_like_any_other()
    {
        var (maker, run) = await Begun();
        var work = new[]
        {
            new
            {
                method = "looseBackground",
                colours = new[] { "#9ec4d8" },
                times = 1,
                relineWith = "pen",
            },
        };
        await maker.Ok(maker.Put($"{run}/piece/colours/card", new { work }));
        var steps = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!["steps"]!.AsArray();
        Assert.Equal(2, steps.Count);
        var now = await maker.Ok(maker.Get(run));
        Assert.Equal("bench", now["now"]!.GetValue<string>());
        Assert.All(now["stages"]!.AsArray().Take(4), stage => Assert.True(stage!["open"]!.GetValue<bool>()));
        var tap = new
        {
            id = Guid.NewGuid(),
            kind = "done",
            step = 1,
            at = (DateTimeOffset?)null,
            text = (string?)null,
        };
        var line = (await maker.Ok(maker.Post($"{run}/bench/taps", tap)))["line"]!.AsArray();
        Assert.NotNull(line[steps[0]!["card"]!.GetValue<int>() - 1]!["ground"]);
        Assert.NotEqual("boneDry", line[steps[0]!["card"]!.GetValue<int>() - 1]!["state"]!.GetValue<string>());
    }

    [Fact]
    public async Task What_happens_otherwise_at_the_bench_rearranges_the_rest_and_is_learned_from_when_the_run_is_finished()
    {
        var (maker, run) = await Begun();
        await Wish(maker, run, "#5c9140", "flatWash", 1, 2, 3);
        var steps = (await maker.Ok(maker.Post($"{run}/plan")))["plan"]!["steps"]!.AsArray().Count;
        Task<JsonNode> Tap(string kind, int step, string? text = null) =>
            maker.Ok(
                maker.Post(
                    $"{run}/bench/taps",
                    new
                    {
                        id = Guid.NewGuid(),
                        kind,
                        step,
                        at = (DateTimeOffset?)null,
                        text,
                    }
                )
            );
        var bench = await Tap("done", 1);
        var current = bench["current"]!["number"]!.GetValue<int>();
        bench = await Tap("skip", current);
        Assert.Equal(2, bench["stepsDone"]!.GetValue<int>());
        Assert.NotEqual(current, bench["current"]!["number"]!.GetValue<int>());
        bench = await Tap("back", 0);
        Assert.Equal(current, bench["current"]!["number"]!.GetValue<int>());
        var card = bench["current"]!["card"]!.GetValue<int>();
        bench = await Tap("spill", current);
        Assert.Contains(bench["line"]!.AsArray(), one =>
            one!["card"]!.GetValue<int>() == card && one["state"]!.GetValue<string>() == "wet"
        );
        // All three rooms touch: whatever comes next has to wait, on either card.
        Assert.NotNull(bench["holdup"]);
        bench = await Tap("heated", current);
        Assert.Contains(bench["line"]!.AsArray(), one =>
            one!["card"]!.GetValue<int>() == card && one["state"]!.GetValue<string>() == "boneDry"
        );
        for (var i = 0; bench["current"] is { } next && i < steps; i++)
            bench = await Tap("done", next["number"]!.GetValue<int>());
        Assert.Equal(steps, bench["stepsDone"]!.GetValue<int>());
        await maker.Ok(maker.Post($"{run}/finish"));
        var habits = await maker.Ok(maker.Get("/api/habits"));
        // All was tapped within a second: too fast to be believed.
        Assert.Empty(habits["speeds"]!.AsArray());
        Assert.Empty((await maker.Ok(maker.Delete("/api/habits/learned")))["drying"]!.AsArray());
    }

    [Fact]
    public async Task Another_mix_is_seen_on_its_card_and_in_the_record_and_timers_run_beside()
    {
        var (maker, run) = await Begun();
        await Wish(maker, run, "#5c9140", "flatWash", 1, 2, 3);
        await maker.Ok(maker.Post($"{run}/plan"));
        Task<HttpResponseMessage> Send(object tap) => maker.Post($"{run}/bench/taps", tap);
        var bench = await maker.Ok(maker.Get($"{run}/bench"));
        var (card, takeable) = (bench["current"]!["card"]!.GetValue<int>(), bench["takeable"]!);
        var red = takeable["colours"]!
            .AsArray()
            .First(one => one!["colourIndex"]!.GetValue<string>().StartsWith("PR", StringComparison.Ordinal))!;
        object Mix(string id, int parts = 1, int water = 2) => new { parts = new[] { new { id, parts } }, water };
        var step = bench["current"]!["number"]!.GetValue<int>();
        // What cannot be is refused, and nothing is done.
        foreach (
            var wrong in new object[]
            {
                Mix(Guid.NewGuid().ToString()),
                Mix(red["id"]!.GetValue<string>(), 0),
                Mix(red["id"]!.GetValue<string>(), 1, 900),
                new { parts = Array.Empty<object>(), water = 1 },
            }
        )
            await maker.Trouble(
                HttpStatusCode.UnprocessableEntity,
                Send(
                    new
                    {
                        id = Guid.NewGuid(),
                        kind = "otherMix",
                        step,
                        mix = wrong,
                    }
                )
            );
        await maker.Trouble(
            HttpStatusCode.UnprocessableEntity,
            Send(
                new
                {
                    id = Guid.NewGuid(),
                    kind = "timer",
                    step = 0,
                    text = "glue",
                    minutes = -1,
                }
            )
        );
        Assert.Equal(0, (await maker.Ok(maker.Get($"{run}/bench")))["stepsDone"]!.GetValue<int>());

        bench = await maker.Ok(
            Send(
                new
                {
                    id = Guid.NewGuid(),
                    kind = "otherMix",
                    step,
                    mix = Mix(red["id"]!.GetValue<string>()),
                }
            )
        );
        Assert.Equal(1, bench["stepsDone"]!.GetValue<int>());
        var told = bench["otherwise"]!.AsArray().Single()!;
        Assert.Contains(
            red["name"]!.GetValue<string>(),
            told["sentence"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        Assert.Contains("clearly another colour", told["sentence"]!.GetValue<string>(), StringComparison.Ordinal);
        var fill = bench["line"]!.AsArray().Single(one => one!["card"]!.GetValue<int>() == card)!["fills"]![0]![
            "whole"
        ]!.GetValue<string>();
        Assert.Equal(told["really"]!.GetValue<string>(), fill);
        // The brush holds red now: for the green it is rinsed first.
        Assert.Equal("Rinse the brush and wipe it.", bench["current"]!["first"]!.GetValue<string>());
        bench = await maker.Ok(
            Send(
                new
                {
                    id = Guid.NewGuid(),
                    kind = "timer",
                    step = 0,
                    text = "the glue",
                    minutes = 30,
                }
            )
        );
        bench = await maker.Ok(
            Send(
                new
                {
                    id = Guid.NewGuid(),
                    kind = "timer",
                    step = 0,
                    text = "the mist",
                    minutes = 0.5,
                }
            )
        );
        Assert.Equal(
            ["the mist", "the glue"],
            bench["timers"]!.AsArray().Select(timer => timer!["text"]!.GetValue<string>())
        );
        bench = await maker.Ok(
            Send(
                new
                {
                    id = Guid.NewGuid(),
                    kind = "timerOff",
                    step = 1,
                }
            )
        );
        Assert.Equal("the mist", bench["timers"]!.AsArray().Single()!["text"]!.GetValue<string>());

        var record = await maker.Ok(maker.Get($"{run}/record"));
        Assert.Equal(red["name"]!.GetValue<string>(), record["used"]!.AsArray().Single()!["name"]!.GetValue<string>());
        Assert.Single(record["otherwise"]!.AsArray());
        bench = await maker.Ok(
            Send(
                new
                {
                    id = Guid.NewGuid(),
                    kind = "back",
                    step = 0,
                }
            )
        );
        Assert.Empty(bench["otherwise"]!.AsArray());
    }

    [Fact]
    public async Task Devices_that_tap_at_the_same_moment_are_all_heard()
    {
        var (maker, run) = await Begun();
        await Wish(maker, run, "#5c9140", "flatWash", 1, 2, 3);
        await maker.Ok(maker.Post($"{run}/plan"));
        var twice = Guid.NewGuid();
        var taps = Enumerable
            .Range(0, 24)
            .Select(i =>
                maker.Post(
                    $"{run}/bench/taps",
                    new
                    {
                        id = i < 4 ? twice : Guid.NewGuid(),
                        kind = i % 3 == 2 ? "spill" : "note",
                        step = i % 3 == 2 ? 1 : 0,
                        at = (DateTimeOffset?)null,
                        text = $"n{i}",
                    }
                )
            );
        foreach (var tap in await Task.WhenAll(taps))
            Assert.True(tap.IsSuccessStatusCode, $"{(int)tap.StatusCode} {await tap.Content.ReadAsStringAsync()}");
        var notes = (await maker.Ok(maker.Get($"{run}/bench")))["notes"]!
            .AsArray()
            .Select(note => note!.GetValue<string>())
            .ToList();
        // Of the four with one id one was kept; the others are all there.
        Assert.Equal(notes.Count, notes.Distinct().Count());
        Assert.InRange(notes.Count, 13, 14);
    }
}
