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
        Assert.Contains(wet[..1], window.Find("//li[contains(., ' min') and .//*[name()='svg']]").Text, StringComparison.Ordinal);

        await nube.Stop();
        window.Press(" ");
        window.Sees("One tap waits");
        window.Press("b"); // nothing is bound to it
        nube.Start();
        window.WaitUntil(() => StepsDone() == done + 2, "the tap to arrive");
        Assert.Empty(window.Driver.FindElements(OpenQA.Selenium.By.XPath("//*[contains(., 'tap waits') and @role='status']")));

        window.Button("Back").Click();
        window.WaitUntil(() => StepsDone() == done + 1, "the step taken back");
    }

    [Fact]
    public void A_note_is_kept_and_the_keys_of_the_note_do_not_tap()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "bench");
        var done = StepsDone();
        window.Press("n");
        window.Field("Note").SendKeys("a drop too many");
        window.Button("Keep the note").Click();
        window.WaitUntil(() => window.Driver.FindElements(OpenQA.Selenium.By.XPath("//input[@aria-label='Note']")).Count == 0, "the note to close");
        Assert.Equal(done, StepsDone());
        window.OpenRun("Swap invitations", "finish");
        window.Sees("a drop too many");
    }

    public void Dispose() => window.Dispose();

    /// <summary>Read from "Card 4 of 6, step 46 of 114".</summary>
    private int StepsDone()
    {
        var text = window.Find("//p[contains(., ', step ')]").Text;
        return int.Parse(text.Split(", step ")[1].Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture) - 1;
    }
}
