using OpenQA.Selenium;

namespace Nube.Browser.Tests;

/// <summary>What a card is made of, true to size, and how that is cut.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class DesignTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);

    private IWebElement OnCard(string name) =>
        window.Find($"//*[name()='g' and @role='button' and starts-with(@aria-label, '{name},')]");

    [Fact]
    public void A_maker_places_a_piece_by_keyboard_adds_another_and_finds_how_to_cut_them()
    {
        window.OpenDemoBook();
        window.OpenRun("Notes for the watering rota", "design");
        var placed = OnCard("Image").GetAttribute("aria-label");
        OnCard("Image").SendKeys(Keys.ArrowRight);
        window.WaitUntil(() => OnCard("Image").GetAttribute("aria-label") != placed, "the image to move");
        window.Button("Take the last change back").Click();
        window.WaitUntil(() => OnCard("Image").GetAttribute("aria-label") == placed, "the image to be back");

        window.Button("Add it").Click();
        window.WaitUntil(() => OnCard("Greeting").Displayed, "the new piece");
        window.Button("Find how to cut").Click();
        var kraft = window.Find("//section[@aria-label='Cutting of Kraft card']");
        window.WaitUntil(() => kraft.Text.Contains("Fewer sheets cannot do.", StringComparison.Ordinal), "the cuts");
        Assert.Contains("from its", kraft.FindElement(By.XPath(".//ol/li[1]")).Text, StringComparison.Ordinal);
    }

    public void Dispose() => window.Dispose();
}
