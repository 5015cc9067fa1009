using Npgsql;

namespace Nube.Browser.Tests;

/// <summary>Timers and taps survive a reload, a lost connection and a restarted server.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class BenchTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);

    [Fact]
    public async Task A_tap_made_while_the_server_is_away_arrives_when_it_is_back()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "bench");
        var done = StepsDone();
        window.Press(" ");
        window.WaitUntil(() => StepsDone() == done + 1, "the tap to count");

        // A reload shows the same step, and the wet card's time has not begun again.
        var wet = window.Find("//li[contains(., ' min') and .//*[name()='svg']]").Text;
        window.Driver.Navigate().Refresh();
        window.WaitUntil(() => StepsDone() == done + 1, "the step after a reload");
        Assert.Contains(
            wet[..1],
            window.Find("//li[contains(., ' min') and .//*[name()='svg']]").Text,
            StringComparison.Ordinal
        );

        await nube.Stop();
        window.Press(" ");
        window.Sees("One tap waits");
        window.Press("b"); // nothing is bound to it
        nube.Start();
        window.WaitUntil(() => StepsDone() == done + 2, "the tap to arrive");
        Assert.Empty(
            window.Driver.FindElements(OpenQA.Selenium.By.XPath("//*[contains(., 'tap waits') and @role='status']"))
        );

        window.Button("Back").Click();
        window.WaitUntil(() => StepsDone() == done + 1, "the step taken back");
    }

    [Fact]
    public void A_tap_made_after_the_session_has_ended_waits_for_the_sign_in()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "bench");
        var done = StepsDone();
        var session = window.Driver.Manage().Cookies.GetCookieNamed("nube");
        window.Driver.Manage().Cookies.DeleteCookieNamed("nube");
        window.Press(" ");
        window.Sees("You are signed out. One tap waits here");
        Assert.Equal(done, StepsDone());
        window.Driver.Manage().Cookies.AddCookie(session!);
        window.Button("Sign in again").Click();
        window.WaitUntil(() => StepsDone() == done + 1, "the tap to arrive");
        Assert.Empty(
            window.Driver.FindElements(OpenQA.Selenium.By.XPath("//*[contains(., 'waits here') and @role='status']"))
        );
    }

    [Fact]
    public async Task Three_quick_taps_at_a_slow_server_all_arrive_in_their_order()
    {
        window.OpenDemoBook();
        var run = window.OpenRun("Swap invitations", "bench");
        var done = StepsDone();
        await using var data = NpgsqlDataSource.Create(nube.Connection);
        async Task<List<string>> Kinds()
        {
            await using var asked = data.CreateCommand(
                $"select tap->>'kind' from bench_taps where run_id = '{run["/runs/".Length..]}' order by arrival"
            );
            await using var rows = await asked.ExecuteReaderAsync();
            List<string> kinds = [];
            while (await rows.ReadAsync())
                kinds.Add(rows.GetString(0));
            return kinds;
        }
        var before = await Kinds();
        nube.Delay = TimeSpan.FromMilliseconds(300);
        try
        {
            // Within one frame, as a knuckle that bounces and a hand that is quick would.
            window.Driver.ExecuteScript(
                "for (const key of ['w', 'Backspace', ' ']) window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))"
            );
            window.WaitUntil(() => Kinds().Result.Count == before.Count + 3, "all three to arrive");
        }
        finally
        {
            nube.Delay = TimeSpan.Zero;
        }
        Assert.Equal([.. before, "wetNow", "back", "done"], await Kinds());
        Assert.Empty(window.Driver.FindElements(OpenQA.Selenium.By.XPath("//*[contains(., 'wait here')]")));
        // "Done" was of the step that was shown, so it stands, and the one before it was taken back.
        window.WaitUntil(() => StepsDone() == done, "the page to follow");
    }

    [Fact]
    public void A_whole_run_of_three_cards_on_two_devices_with_a_reload_an_undo_and_a_step_left_out()
    {
        window.OpenDemoBook();
        window.OpenRun("Notes for the watering rota", "plan");
        window.Button("Plan the run").Click();
        window.Sees("in all; this plan");
        // Two areas get leave to run together: the plan is not begun before it is made again.
        window.OpenRun("Notes for the watering rota", "image");
        foreach (var area in new[] { 1, 5 })
            window.Find($"//label[.//*[normalize-space()='Pick area {area}']]/input").Click();
        window.Button("Let 1, 5 run together").Click();
        window.Sees("One pair may run together");
        window.OpenRun("Notes for the watering rota", "bench");
        window.Sees("Which areas may run together changed since this plan was made.");
        window.Button("Plan the run again").Click();
        var steps = int.Parse(
            window.Find("//p[contains(., ', step ')]").Text.Split(" of ")[2],
            System.Globalization.CultureInfo.InvariantCulture
        );
        Assert.True(steps > 20, $"{steps} steps");
        using var second = new Window(nube);
        // Of a step that lays colour one can be had once more; cutting and stamping come before.
        var (layered, last) = (false, "");
        for (var step = 1; step <= steps; step++)
        {
            window.Sees($"step {step} of {steps}");
            switch (step)
            {
                case 4:
                    window.Driver.Navigate().Refresh();
                    window.Sees($"step {step} of {steps}");
                    break;
                case 6:
                    // The other device taps; this one sees it without being touched.
                    second.SignInLike(window);
                    second.OpenRun("Notes for the watering rota", "bench");
                    second.Sees($"step {step} of {steps}");
                    second.Press(" ");
                    continue;
                case 9:
                    window.Button("Back").Click();
                    window.Sees($"step {step - 1} of {steps}");
                    window.Press(" ");
                    window.Sees($"step {step} of {steps}");
                    break;
                case 11:
                    window.Find("//summary[contains(., 'Something else')]").Click();
                    window.Button("Leave this step out").Click();
                    continue;
                case > 12 when !layered && last.StartsWith("First wash", StringComparison.Ordinal):
                    layered = true;
                    window.Find("//summary[contains(., 'Something else')]").Click();
                    window.Button("One more layer of the last step").Click();
                    window.Sees($"step {step} of {++steps}");
                    break;
            }
            last = window.Find("//h2").Text;
            // Nothing waits: hours go by between the steps.
            nube.Time.MoveOn(TimeSpan.FromHours(3));
            window.Press(" ");
        }
        Assert.True(layered, "one layer more");
        window.Heading("Every step is done");
        second.Heading("Every step is done");
        window.Button("Finish the run").Click();
        window.Heading("Used");
    }

    [Fact]
    public void Another_colour_is_told_a_timer_runs_beside_and_a_fan_dries_sooner()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "bench");
        var done = StepsDone();
        window.Find("//summary[contains(., 'Something else')]").Click();
        window.Button("Another colour was taken").Click();
        window
            .Find("//*[@aria-label='Which colour was taken for this step?']//button[.//*[contains(., 'water')]]")
            .Click();
        window.WaitUntil(() => StepsDone() == done + 1, "the step to count");
        window.Heading("Done otherwise");
        window.Find("//section[@aria-label='Done otherwise']//li[contains(., 'instead; it is')]");

        window.Find("//summary[contains(., 'Set a timer')]").Click();
        window.Find("//label[.='For']/following-sibling::input").SendKeys("the glue");
        window.Find("//label[.='Minutes']/following-sibling::input").Clear();
        window.Find("//label[.='Minutes']/following-sibling::input").SendKeys("12");
        window.Button("Start").Click();
        window.Find("//ul[@aria-label='Timers']/li[contains(., 'the glue: 12 min') or contains(., 'the glue:12 min')]");
        nube.Time.MoveOn(TimeSpan.FromMinutes(13));
        window.Find("//ul[@aria-label='Timers']/li[contains(., 'over')]");
        window.Find("//button[@aria-label='Take the timer the glue away']").Click();
        window.WaitUntil(
            () => window.Driver.FindElements(OpenQA.Selenium.By.XPath("//ul[@aria-label='Timers']")).Count == 0,
            "the timer to go"
        );

        // A wash that is just laid dries in a third of the time when a fan is switched on.
        window.Press(" ");
        window.WaitUntil(() => StepsDone() == done + 2, "the next step");
        var still = 0.0;
        window.WaitUntil(() => (still = LongestMinutes()) > 1, "what was laid to be wet on the line");
        window.Find("//button[starts-with(@aria-label, 'The room')]").Click();
        window.Find("//label[contains(., 'a fan')]").Click();
        window.Button("Set the room").Click();
        window.WaitUntil(() => LongestMinutes() < 0.7 * still, $"less than 0.7 of {still} min");
        window.Find("//button[starts-with(@aria-label, 'The room')]").Click();
        window.Find("//label[contains(., 'still air')]").Click();
        window.Button("Set the room").Click();
        window.WaitUntil(
            () => window.Driver.FindElements(OpenQA.Selenium.By.CssSelector("dialog[open]")).Count == 0,
            "the room to be set"
        );
        window.Button("Back").Click();
        window.Button("Back").Click();
        window.WaitUntil(() => StepsDone() == done, "both steps taken back");
        Assert.Empty(window.Driver.FindElements(OpenQA.Selenium.By.XPath("//section[@aria-label='Done otherwise']")));
    }

    [Fact]
    public void A_finger_that_finds_it_dry_ends_the_wait()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "bench");
        // So late that nothing else is wet that the step would go on waiting for.
        GoOnUntilAsked(TimeSpan.FromMinutes(1));
        Assert.True(Waits());
        var done = StepsDone();
        window.Button("It is dry").Click();
        window.WaitUntil(() => !Waits(), "the wait to be over");
        Assert.Equal(done, StepsDone());
    }

    [Fact]
    public void A_finger_that_finds_it_wet_lets_the_wait_go_on_or_the_bench_lead_to_something_else()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "bench");
        // So early that much of the wait is left, however slow the machine is.
        GoOnUntilAsked(TimeSpan.FromSeconds(20));
        var (step, done) = (InHand(), StepsDone());
        window.Button("It is still wet").Click();
        window.WaitUntil(() => !AsksForFinger(), "the question to go");
        Assert.True(Waits() || InHand() != step, $"{step} is led to though it is wet there");
        Assert.Equal(done, StepsDone());
    }

    private string InHand() => window.Find("//p[contains(., ', step ')]/../following-sibling::h2").Text;

    private void GoOnUntilAsked(TimeSpan atOnce)
    {
        for (var tried = 0; !AsksForFinger(); tried++)
        {
            Assert.True(tried < 360, "no finger was asked for");
            var done = StepsDone();
            if (Waits())
            {
                nube.Time.MoveOn(atOnce);
                window.Driver.Navigate().Refresh();
                window.Sees("Something else happened");
            }
            else
            {
                window.Press(" ");
                window.WaitUntil(() => StepsDone() == done + 1, "the tap to count");
            }
        }
    }

    private bool Waits() =>
        window.Driver.FindElements(OpenQA.Selenium.By.XPath("//strong[starts-with(., 'Wait ')]")).Count > 0;

    private bool AsksForFinger() =>
        window.Driver.FindElements(OpenQA.Selenium.By.XPath("//button[contains(., 'It is dry')]")).Count > 0;

    /// <summary>The longest time until a card on the line is dry, min.</summary>
    private double LongestMinutes() =>
        window
            .Driver.FindElements(OpenQA.Selenium.By.XPath("//li[contains(., ' min') and .//*[name()='svg']]"))
            .Select(card => card.Text.Split(' '))
            .Select(words =>
                double.Parse(words[Array.IndexOf(words, "min") - 1], System.Globalization.CultureInfo.InvariantCulture)
            )
            .DefaultIfEmpty(0)
            .Max();

    [Fact]
    public void A_note_is_kept_and_the_keys_of_the_note_do_not_tap()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "bench");
        var done = StepsDone();
        window.Press("n");
        window.Field("Note").SendKeys("a drop too many");
        window.Button("Keep the note").Click();
        window.WaitUntil(
            () => window.Driver.FindElements(OpenQA.Selenium.By.XPath("//input[@aria-label='Note']")).Count == 0,
            "the note to close"
        );
        Assert.Equal(done, StepsDone());
        window.OpenRun("Swap invitations", "finish");
        window.Sees("a drop too many");
    }

    // 1280 x 800 is the window of these tests; the others are a tablet, lying and upright.
    [Theory]
    [InlineData(1280, 800, 25)] // as far as the longest words of the run
    [InlineData(1024, 768, 12)]
    [InlineData(768, 1024, 12)]
    public void The_steps_words_the_wait_and_done_are_on_the_screen_without_scrolling(int width, int height, int taps)
    {
        using var bench = new Window(nube, width, height);
        bench.OpenDemoBook();
        bench.OpenRun("Swap invitations", "bench");
        var waits = 0;
        for (var tap = 0; tap < taps || (waits == 0 && tap < 40); tap++)
        {
            bench.Sees("of 78");
            bench.Button("Done");
            var parts = Boxes(bench);
            Assert.True(parts.Count >= 3, "the title, where it goes, and what is tapped");
            Assert.All(parts, part => Assert.InRange(part.Bottom, 0, parts[0].Height));
            // What is tapped does not lie over what is read.
            Assert.True(
                parts[^1].Top >= parts[..^1].Max(part => part.Bottom) - 1,
                $"step {tap}: {string.Join(", ", parts)}"
            );
            waits += bench.Driver.FindElements(OpenQA.Selenium.By.XPath("//p[strong[starts-with(., 'Wait')]]")).Count;
            var before = Steps(bench);
            bench.Press(" ");
            bench.WaitUntil(() => Steps(bench) != before, "the next step");
        }
        Assert.True(waits > 0);

        static string Steps(Window on) => on.Find("//p[contains(., 'of 78') and contains(., 'step')]").Text;
        // Title and words of the step, and the bar with the wait and the buttons, last.
        static List<(double Top, double Bottom, double Height)> Boxes(Window on) => [.. (
                    (string)
                        on.Driver.ExecuteScript(
                            """
                            const bar = [...document.querySelectorAll('button')]
                              .find((button) => /^Done/.test(button.textContent.trim())).closest('.sticky');
                            const words = [...document.querySelectorAll('main h2, main dl dd')]
                              .filter((word) => word.compareDocumentPosition(bar) & Node.DOCUMENT_POSITION_FOLLOWING);
                            window.scrollTo(0, 0);
                            return [...words, bar]
                              .map((part) => part.getBoundingClientRect())
                              .map((box) => `${box.top} ${box.bottom} ${window.innerHeight}`)
                              .join(';');
                            """
                        )!
                ).Split(';').Select(box => box.Split(' ').Select(number => double.Parse(number, System.Globalization.CultureInfo.InvariantCulture)).ToArray()).Select(box => (box[0], box[1], box[2]))];
    }

    public void Dispose() => window.Dispose();

    /// <summary>Read from "Card 4 of 6, step 46 of 114".</summary>
    private int StepsDone()
    {
        var text = window.Find("//p[contains(., ', step ')]").Text;
        return int.Parse(text.Split(", step ")[1].Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture) - 1;
    }
}
