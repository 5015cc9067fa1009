using System.Globalization;
using System.Text;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Nube.Browser.Tests;

/// <summary>Several stamps on one panel in the real interface.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class SceneTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);
    private readonly string folder = Directory.CreateTempSubdirectory("nube-files-").FullName;

    private static string Box(int side) =>
        $"""<svg xmlns="http://www.w3.org/2000/svg" width="{side + 10}mm" height="{side + 10}mm" viewBox="0 0 {side + 10} {side + 10}"><path d="M5 5h{side}v{side}h-{side}z" fill="none" stroke="#000" stroke-width="0.5"/></svg>""";

    [Fact]
    public void Three_images_on_a_panel_give_the_stamping_order_the_masks_and_the_areas()
    {
        window.OpenDemoBook();
        window.Field("Name").SendKeys("Shed scene");
        window.Button("Start the run").Click();
        window.Button("Lay out a scene").Click();
        window.Button("Lay out a scene").Click();
        foreach (var (name, side) in new[] { ("pot", 20), ("crate", 30), ("shed", 40) })
        {
            window.Button("Bring in another stamp").Click();
            var file = Path.Combine(folder, $"{name}.svg");
            File.WriteAllText(file, Box(side), Encoding.UTF8);
            window.Find("//input[@type='file' and not(@capture)]").SendKeys(file);
            window.Button("Place it on the panel").Click();
            window.WaitUntil(() => Placed().Contains(name), $"the {name} on the panel");
        }
        Assert.Equal(["shed", "crate", "pot"], Placed());

        // All three lie in the middle: the shed hides the others, until the pot is brought to the front.
        window.Sees("pot cannot be seen behind what is in front of it.");
        InList("pot").Click();
        window.Button("One to the front").Click();
        window.WaitUntil(() => Placed() is ["shed", "pot", "crate"], "the pot before the crate");
        window.Button("One to the front").Click();
        window.WaitUntil(() => Placed() is ["pot", "shed", "crate"], "the pot in front");
        InList("crate").Click();
        window.Button("One to the front").Click();
        window.WaitUntil(() => Placed() is ["pot", "crate", "shed"], "the crate in the middle");

        // Dragged, and moved by keyboard, then turned.
        var shed = OnPanel("shed");
        new Actions(window.Driver)
            .MoveToElement(shed, 60, -60)
            .ClickAndHold()
            .MoveByOffset(70, -50)
            .Release()
            .Perform();
        window.WaitUntil(() => Moved("shed") is { X: > 60, Y: < 60 }, "the shed where it was dragged");
        var crate = OnPanel("crate");
        var before = Moved("crate");
        crate.SendKeys(Keys.Shift + Keys.ArrowRight + Keys.ArrowRight + Keys.Null);
        window.WaitUntil(() => Math.Abs(Moved("crate").X - before.X - 10) < 0.01, "the crate 10 mm to the right");

        string[] order =
        [
            "Cut masks of pot and crate",
            "Stamp pot.",
            "Let pot dry",
            "Stamp crate.",
            "Let crate dry",
            "Stamp shed.",
            "Lift the masks off",
        ];
        var steps = window.Driver.FindElements(By.XPath("//section[@aria-label='How to stamp the scene']//ol/li"));
        Assert.Equal(order.Length, steps.Count);
        Assert.All(order.Zip(steps), pair => Assert.StartsWith(pair.First, pair.Second.Text, StringComparison.Ordinal));
        Assert.EndsWith("/scene/masks/A4.pdf", window.Link("PDF, A4").GetDomProperty("href"), StringComparison.Ordinal);

        window.Button("Find its areas").Click();
        window.Sees("3 areas found");
        window.WaitUntil(
            () =>
                window.Field("Name of area 1").GetDomProperty("value")
                    is "shed, part 1"
                        or "crate, part 1"
                        or "pot, part 1",
            "areas called after their stamps"
        );

        // Through the shed, said to be open, one sees what is behind it: its silhouette has a second outline.
        window.Button("Scene").Click();
        InList("shed").Click();
        string Covered() => OnPanel("shed").FindElement(By.XPath("./*[local-name()='path'][1]")).GetDomAttribute("d")!;
        Assert.Equal(1, Covered().Count(letter => letter == 'M'));
        window.Find("//label[contains(., 'what is behind shows through its inside')]/input").Click();
        window.WaitUntil(() => Covered().Count(letter => letter == 'M') == 2, "the shed to be open");
        window.Button("Undo").Click();
        window.WaitUntil(() => Covered().Count(letter => letter == 'M') == 1, "the shed to be closed again");
        window.Button("Areas").Click();

        // Undo takes back the last move, and then the areas are of another arrangement.
        window.Button("Scene").Click();
        window.Sees("Areas are of this scene");
        OnPanel("shed").SendKeys(Keys.ArrowUp);
        window.Sees("Find its areas");
        window.Button("Undo").Click();
        window.Sees("Areas are of this scene");
    }

    private List<string> Placed() =>
        [
            .. window
                .Driver.FindElements(By.XPath("//section[@aria-label='What is placed']//ol/li/button[1]"))
                .Select(button => button.Text.Split('\n')[0].Trim()),
        ];

    private IWebElement InList(string name) =>
        window.Find($"//section[@aria-label='What is placed']//li/button[starts-with(normalize-space(), '{name}')]");

    private IWebElement OnPanel(string name) =>
        window.Find($"//*[local-name()='g' and starts-with(@aria-label, '{name};')]");

    private (double X, double Y) Moved(string name)
    {
        var numbers = OnPanel(name).GetDomAttribute("transform")!["translate(".Length..].Split(')')[0].Split(' ');
        return (
            double.Parse(numbers[0], CultureInfo.InvariantCulture),
            double.Parse(numbers[1], CultureInfo.InvariantCulture)
        );
    }

    public void Dispose()
    {
        window.Dispose();
        Directory.Delete(folder, recursive: true);
    }
}
