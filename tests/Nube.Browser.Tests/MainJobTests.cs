using Nube.Core.Artwork;
using Nube.Devices;
using Nube.Server.Demo;
using OpenQA.Selenium;

namespace Nube.Browser.Tests;

/// <summary>The whole main job in the real interface.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class MainJobTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);
    private readonly string folder = Directory.CreateTempSubdirectory("nube-files-").FullName;

    [Fact]
    public void From_a_drawing_to_a_finished_run()
    {
        window.OpenDemoBook();
        BeginRun("Apple day", 1);
        BringIn("pear-branch.svg", DemoBook.Resource("pear-branch.svg"));
        window.Sees("17 areas found in pear-branch.svg.");

        // Name, join, undo, split with the keyboard's cut.
        var name = window.Field("Name of area 15");
        name.SendKeys(Keys.Control + "a");
        name.SendKeys("Left pear" + Keys.Tab);
        Pick(1);
        Pick(2);
        window.Button("Join").Click();
        window.Sees("16 areas found");
        window.Button("Undo").Click();
        window.Sees("17 areas found");
        Pick(15);
        window.Button("Cut across").Click();
        window.Sees("18 areas found");
        window.Button("Undo").Click();
        window.Sees("17 areas found");

        // Two areas at once by picking them on the picture, then the leaves by the list.
        window.Button("Choose the colours").Click();
        window.Heading("Apple day");
        PickOnPicture(14);
        PickOnPicture(15);
        Wish("#e3cf6e");
        window.Heading("Area 14, Left pear");
        window.Find("//summary[contains(., 'list')]").Click();
        window.Find("//label[starts-with(normalize-space(), '3, ')]").Click();
        Wish("#b08a6c");
        window.Find("//article//h3[contains(., 'Area 3')]");
        Assert.Equal(2, window.Driver.FindElements(By.CssSelector("article")).Count);
        window.Button("Other ways").Click();
        window.WaitUntil(
            () => window.Driver.FindElements(By.CssSelector("article ol li")).Count >= 5,
            "five recipes or more"
        );
        window.Driver.FindElements(By.CssSelector("article ol li button"))[1].Click();

        window.Button("Go on to the plan").Click();
        window.Button("Plan the run").Click();
        window.Sees("in all; this plan");
        // Another way for the colours to take turns, and what it would take.
        window.Find("//summary[contains(., 'Change the order')]").Click();
        window
            .Find("//button[@aria-label='Plan it so: one colour over all cards after the other' and not(@disabled)]")
            .Click();
        window.Sees("Each area goes from light to dark. One colour goes over all cards before the next.");
        window.WaitUntil(
            () =>
                window
                    .Driver.FindElements(
                        By.XPath("//li[contains(., 'This plan') and contains(., 'one colour over all cards')]")
                    )
                    .Count == 1,
            "the way that is taken to be marked"
        );
        var passes = window.Driver.FindElements(By.CssSelector("ol[aria-label='Passes in their order'] > li")).Count;
        Assert.True(passes >= 3);

        window.Button("Go to the bench").Click();
        window.Sees("Never point a brush with your lips");
        for (var step = 1; step <= passes; step++)
        {
            window.Sees($"Card 1 of 1, step {step} of {passes}");
            window.Press(" ");
        }
        window.Heading("Every step is done");
        window.Button("Finish the run").Click();
        window.Heading("Used");
        window.Button("Put it into the book").Click();
        // The run's own page has this heading, too.
        window.WaitUntil(() => window.Driver.Url.EndsWith("/book", StringComparison.Ordinal), "the book to open");
        window.Heading("Apple day");

        // Next year once more: the same wishes, nothing done.
        window.Link("Apple day").Click();
        window.Button("Make it again").Click();
        window.Heading("Apple day, again");
        window.Sees("3 of 17 areas have a colour");
        Assert.Empty(SevereMessages());
    }

    [Fact]
    public void A_photo_like_scan_with_its_dots_per_inch_gives_its_areas()
    {
        window.OpenDemoBook();
        BeginRun("Scanned pears", 2);
        var sheet = PictureReader.Read(DemoBook.Resource("pear-branch.svg"), new PictureSize(null, null));
        BringIn("scan.jpg", SimulatedScanner.Scan(sheet, ScanConditions.Ordinary), dots: 300);
        window.Sees("17 areas found in scan.jpg.");
        window.Sees("108 x 100 mm");
        // Split by a stroke drawn on the picture, right across the left pear.
        Pick(15);
        window.Button("Split by a stroke").Click();
        var pear = window.Find("//*[@data-area='15']");
        new OpenQA.Selenium.Interactions.Actions(window.Driver)
            .MoveToElement(pear, -pear.Size.Width / 2 - 15, 20)
            .ClickAndHold()
            .MoveByOffset(pear.Size.Width + 30, 0)
            .Release()
            .Perform();
        window.Sees("18 areas found in scan.jpg.");
    }

    public void Dispose()
    {
        window.Dispose();
        Directory.Delete(folder, recursive: true);
    }

    private IEnumerable<string> SevereMessages() =>
        window.Driver.Manage().Logs.GetLog(LogType.Browser).Select(entry => entry.Message);

    private void BeginRun(string name, int cards)
    {
        window.Field("Name").SendKeys(name);
        var field = window.Field("Cards");
        field.Clear();
        field.SendKeys($"{cards}");
        window.Button("Start the run").Click();
        window.Heading(name);
    }

    private void BringIn(string name, byte[] content, int? dots = null)
    {
        var file = Path.Combine(folder, name);
        File.WriteAllBytes(file, content);
        window.Find("//input[@type='file']").SendKeys(file);
        if (dots is { } resolution)
        {
            var field = window.Field("Dots per inch of the scan");
            field.Click();
            field.Clear();
            field.SendKeys($"{resolution}");
        }
        window.Button("Find areas").Click();
    }

    private void Pick(int area) =>
        window.Find($"//li//label[contains(., 'Pick area {area}') and .//span[normalize-space()='{area}']]").Click();

    private void PickOnPicture(int area) => window.Find($"//*[@data-area='{area}']").Click();

    private void Wish(string colour)
    {
        var field = window.Field("Colour as # and six digits");
        field.Clear();
        field.SendKeys(colour + Keys.Tab);
        window.Button("Find the recipe").Click();
        window.Sees("Pick one or more areas");
    }
}
