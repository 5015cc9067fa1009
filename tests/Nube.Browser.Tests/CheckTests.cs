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

    [Fact]
    public void A_maker_points_at_a_chart_in_the_picture_before_it_is_looked_at()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "finish");
        window.Link("Check a scan of it").Click();
        window.Button("phone with a colour chart in the shot").Click();
        window.Sees("told how the device sees");
        window.WaitUntil(() => Titles().Count > 1, "the findings");
        var both = Path.Combine(Path.GetTempPath(), $"both {Guid.NewGuid():N}.png");
        File.WriteAllBytes(both, CardAndChart());

        window.Find("//section[@aria-label='Bring in a scan or photo']//label/input[@type='file']").SendKeys(both);
        window.Find("//label[contains(., 'My chart lies in it')]/input").Click();
        var corner = window.Find("//button[starts-with(@aria-label, 'The first corner of the chart')]");
        var (left, shown) = (Left(corner), window.Find("//img[contains(@alt, 'to point at the chart')]").Size.Width);
        corner.SendKeys(Keys.Shift + Keys.ArrowRight);
        window.WaitUntil(() => Left(corner) > left, "the corner to move");
        corner.SendKeys(Keys.Shift + Keys.ArrowLeft);
        window.WaitUntil(() => Left(corner) == left, "the corner to move back");
        Assert.InRange(shown, 200, 800);
        window.Button("Look at it").Click();

        window.Sees(Path.GetFileName(both));
        window.Sees("told how the device sees");
        File.Delete(both);

        static double Left(IWebElement of) =>
            double.Parse(of.GetAttribute("style")!.Split("left:")[1].Split('%')[0], CultureInfo.InvariantCulture);
    }

    /// <summary>The card that was taken, on white, with the maker's chart where the page looks for it first.</summary>
    private byte[] CardAndChart()
    {
        var made = (string)
            window.Driver.ExecuteAsyncScript(
                """
                const done = arguments[arguments.length - 1];
                (async () => {
                  const run = location.pathname.split('/')[2];
                  const { chart, checks } = await (await fetch(`/api/runs/${run}/checks`)).json();
                  const card = new Image();
                  card.src = checks[0].cards[0].pictureUrl;
                  await card.decode();
                  const both = document.createElement('canvas');
                  both.width = 1.8 * card.width;
                  both.height = card.height;
                  const draw = both.getContext('2d');
                  draw.fillStyle = 'white';
                  draw.fillRect(0, 0, both.width, both.height);
                  draw.drawImage(card, 0, 0);
                  const rows = chart.colours.length / chart.columns;
                  const [across, down] = [(0.3 * both.width) / chart.columns, (0.4 * both.height) / rows];
                  chart.colours.forEach((colour, at) => {
                    draw.fillStyle = colour;
                    const [column, row] = [at % chart.columns, Math.floor(at / chart.columns)];
                    draw.fillRect(0.65 * both.width + column * across, 0.3 * both.height + row * down, across, down);
                  });
                  done(both.toDataURL('image/png').split(',')[1]);
                })().catch((trouble) => done(`trouble ${trouble}`));
                """
            )!;
        Assert.DoesNotContain("trouble", made, StringComparison.Ordinal);
        return Convert.FromBase64String(made);
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
