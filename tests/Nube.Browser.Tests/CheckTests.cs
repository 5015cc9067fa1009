using System.Globalization;
using OpenQA.Selenium;

namespace Nube.Browser.Tests;

/// <summary>A coloured card is taken by the stand-in scanner, and what was found on it is walked through.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class CheckTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);

    [Fact]
    public void A_maker_takes_a_card_with_the_stand_in_walks_the_findings_by_keyboard_and_says_that_one_is_meant()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "finish");
        window.Link("Check a scan of it").Click();
        window.Sees("No coloured card was looked at yet.");

        window.Button("scanner").Click();
        window.WaitUntil(() => Titles().Count > 1, "the findings");
        Assert.StartsWith("Card 1", window.Find("//h2[.='How it came out']/following-sibling::p").Text.Trim());
        var titles = Titles();
        Assert.Equal(titles[0], InHand());
        var around = Around();

        window.Find("//ol//button[@aria-current]").SendKeys(Keys.ArrowDown);
        window.WaitUntil(() => InHand() == titles[1], "the second finding");
        Assert.NotEqual(around, Around());
        Assert.Equal(titles[1], window.Driver.SwitchTo().ActiveElement().Text.Trim());
        window.Press(Keys.ArrowUp);
        window.WaitUntil(() => InHand() == titles[0], "the first finding");
        window.Press(Keys.End);
        window.WaitUntil(() => InHand() == titles[^1], "the last finding");

        window.Find("//summary[contains(., 'Every area')]").Click();
        var read = int.Parse(
            window.Find("//h2[.='How it came out']/following-sibling::p").Text.Split(" areas were read")[0].Split(' ')[
                ^1
            ],
            CultureInfo.InvariantCulture
        );
        window.WaitUntil(
            () => window.Driver.FindElements(By.CssSelector("table tbody tr")).Count == read,
            "every area in the table"
        );

        window.Button("That is meant").Click();
        window.WaitUntil(() => Titles()[^1] == titles[^1] + ", meant", "the finding to be meant");
        window.Driver.Navigate().Refresh();
        window.WaitUntil(() => Titles().Contains(titles[^1] + ", meant"), "it to be remembered");
        Assert.EndsWith("/check", window.Driver.Url, StringComparison.Ordinal);
    }

    [Fact]
    public void A_maker_takes_a_correction_to_the_bench_and_sees_before_and_after_on_the_next_scan()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "finish");
        window.Link("Check a scan of it").Click();
        window.Button("scanner").Click();
        window.WaitUntil(() => Titles().Count > 1, "the findings");
        var titles = Titles();
        var mended = titles.First(title => title.StartsWith("Bare specks", StringComparison.Ordinal));

        for (var place = 0; InHand() != mended && place < titles.Count; place++)
        {
            window.Find("//ol//button[@aria-current]").SendKeys(Keys.ArrowDown);
            window.WaitUntil(() => InHand() != titles[place], "the next finding");
        }
        window.Sees("Fill the specks");
        window.Button("Take it to the bench").Click();
        window.Sees("In the plan: step");
        window.Button("Go to the bench").Click();
        window.WaitUntil(() => window.Driver.Url.EndsWith("/bench", StringComparison.Ordinal), "the bench");
        window.Sees("Fill bare specks");
        var step = window.Find("//p[contains(., ', step ')]").Text;
        window.Press(" ");
        window.WaitUntil(() => window.Find("//p[contains(., ', step ')]").Text != step, "the step to be done");

        window.Driver.Navigate().Back();
        window.Button("scanner").Click();
        window.Sees("Since the picture");
        window.WaitUntil(() => !Titles().Contains(mended), "the specks to be gone");
        Assert.Contains("bare specks", window.Find("//*[@aria-label='Since the picture before']").Text);
        window.Find("//label[contains(., 'picture before')]/input").Click();
        window.Find("//*[name()='svg' and contains(@aria-label, 'on the picture before')]");
    }

    private List<string> Titles() =>
        [
            .. window
                .Driver.FindElements(By.CssSelector("section[aria-label='Findings'] ol button"))
                .Select(one => one.Text.Trim()),
        ];

    private string InHand() => window.Find("//section[@aria-label='Findings']//div[@aria-live]/p[1]").Text.Trim();

    private string Around() => window.Find("//*[name()='path' and @data-in-hand]").GetAttribute("d")!;

    public void Dispose() => window.Dispose();
}
