using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;

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

    [Fact]
    public void A_ground_is_moved_over_its_piece_and_a_greeting_is_laid_inside()
    {
        window.OpenDemoBook();
        window.OpenRun("Notes for the watering rota", "design");
        window.Button("Evening sky").Click();
        string Ground() => OnCard("Evening sky").FindElement(By.XPath(".//*[name()='image']")).GetAttribute("href")!;
        window.WaitUntil(() => Ground().Length > 0, "its picture");
        var before = Ground();
        window.Find("//summary[contains(., 'from top to bottom, each hue about 10 mm broad')]").Click();
        var from = window.Find("//select[starts-with(@aria-label, 'From where Rainbow bands, of Evening sky,')]");
        new SelectElement(from).SelectByText("from the edges inwards");
        // To the middle of 30 mm it is 15.
        window.WaitUntil(
            () =>
                window
                    .Find("//summary[contains(., 'from the edges inwards')]")
                    .Text.Contains("about 5 mm", StringComparison.Ordinal),
            "where it lies now"
        );
        window.WaitUntil(() => Ground() != before, "another picture");

        window.Button("Inside").Click();
        window.Button("Add it").Click();
        window.WaitUntil(() => OnCard("Greeting").Displayed, "the greeting inside");
        Assert.Empty(
            window.Driver.FindElements(
                By.XPath("//*[name()='g' and @role='button' and starts-with(@aria-label, 'Image,')]")
            )
        );
        window.Button("Front").Click();
        window.WaitUntil(() => OnCard("Image").Displayed, "the front");
    }

    [Fact]
    public void A_second_image_shows_the_part_of_the_sheet_that_it_is_cut_out_of()
    {
        window.OpenDemoBook();
        window.OpenRun("Notes for the watering rota", "design");
        new SelectElement(window.Find("//select[@aria-label='Kind of piece to add']")).SelectByText("Image");
        window.Button("Add it").Click();
        // Of both, only what is cut out says what the picture's own piece is.
        window.WaitUntil(
            () => window.Driver.PageSource.Contains("say which part of the picture", StringComparison.Ordinal),
            "what is missing"
        );
        var added = window.Find(
            "//ol[@aria-label='Pieces, the highest first']/li[1]//strong[.='Image']/parent::button"
        );
        Assert.Contains("cut out of the picture", added.Text, StringComparison.Ordinal);
        added.Click();
        var way = window.Find("//input[@aria-label='Length of the way from the left of the picture to Image']");
        way.SendKeys(Keys.Control + "a");
        way.SendKeys("2 mm" + Keys.Enter);
        window.WaitUntil(
            () => window.Driver.FindElements(By.XPath("//*[name()='svg' and starts-with(@viewBox, '2 ')]")).Count == 1,
            "the part of the picture from 2 mm on"
        );
    }

    [Fact]
    public void Cards_coloured_on_another_paper_become_a_run_of_their_own()
    {
        window.OpenDemoBook();
        window.OpenRun("Notes for the watering rota", "design");
        window.Find("//ol[@aria-label='Pieces, the highest first']//strong[.='Image']/parent::button").Click();
        new SelectElement(window.Find("//select[@aria-label='Their paper']")).SelectByText("Sage card");
        window.Button("Make these a run of their own").Click();
        window.Find("//a[.='Notes for the watering rota, on Sage card']").Click();
        window.WaitUntil(
            () => window.Find("//h1").Text == "Notes for the watering rota, on Sage card",
            "the run of the one card"
        );
        window.WaitUntil(
            () =>
                new SelectElement(
                    window.Find("//section[@aria-label='Supplies']//select")
                ).SelectedOption.Text.Contains("Sage card", StringComparison.Ordinal),
            "its paper"
        );
    }

    [Fact]
    public void Ink_through_a_stencil_is_told_by_its_figures_and_their_pitch()
    {
        window.OpenDemoBook();
        window.OpenRun("Notes for the watering rota", "colours");
        var inks = window.Find("//summary[starts-with(., 'blending ink')]");
        inks.Click();
        inks.FindElement(By.XPath("..//button[.='all']")).Click();
        window.WaitUntil(() => inks.Text.Contains("2 of 2", StringComparison.Ordinal), "blending inks in the run");
        window.OpenRun("Notes for the watering rota", "design");
        // On the card its words cover its middle.
        window.Find("//ol[@aria-label='Pieces, the highest first']//strong[.='Evening sky']/parent::button").Click();
        Then("Evening sky", "Ink through a stencil");
        Steps("Evening sky")
            .FindElement(By.XPath(".//summary[contains(., 'in dots, 8 mm from one to the next')]"))
            .Click();
        new SelectElement(
            window.Find("//select[@aria-label='Figures of Ink through a stencil, of Evening sky,']")
        ).SelectByText("diamonds");
        window.WaitUntil(
            () => Steps("Evening sky").Text.Contains("in diamonds, 8 mm from one", StringComparison.Ordinal),
            "another figure"
        );
        var pitch = window.Find("//label[contains(., 'One to the next')]/input");
        pitch.SendKeys(Keys.Control + "a");
        pitch.SendKeys("60" + Keys.Tab);
        window.WaitUntil(
            () => window.Driver.PageSource.Contains("it is 2 to 40 mm", StringComparison.Ordinal),
            "what cannot be, in words"
        );
        window.OpenRun("Notes for the watering rota", "plan");
        window.Button("Plan the run").Click();
        window.WaitUntil(
            () =>
                window
                    .Find("//ol[@aria-label='Passes in their order']")
                    .Text.Contains("Evening sky: ink through the stencil", StringComparison.Ordinal),
            "its pass"
        );
    }

    private IWebElement Steps(string name) => window.Find($"//ol[starts-with(@aria-label, 'Done to {name},')]");

    /// <summary>Adds work to the piece that is open, or to one that is named.</summary>
    private void Then(string name, string work)
    {
        var button = window.Button($"Add it to {name}");
        var form = button.FindElement(By.XPath("ancestor::form"));
        new SelectElement(form.FindElement(By.TagName("select"))).SelectByText(work);
        button.Click();
        window.WaitUntil(() => Steps(name).Text.Contains(work, StringComparison.Ordinal), $"{work} on {name}");
    }

    /// <summary>Does what the bench says until a step begins so; answers the titles of what was done.</summary>
    private List<string> WorkUntil(string title, int most)
    {
        List<string> done = [];
        for (var step = 0; step < most; step++)
        {
            var now = window.Find("//h2").Text;
            if (now.StartsWith(title, StringComparison.Ordinal))
                return done;
            done.Add(now);
            var place = window.Find("//p[contains(., ', step ')]").Text;
            window.Button("Done").Click();
            window.WaitUntil(() => window.Find("//p[contains(., ', step ')]").Text != place, $"the step after {place}");
        }
        throw new InvalidOperationException($"Nothing begins with {title} among: {string.Join("; ", done)}");
    }

    [Fact]
    public void A_design_of_pieces_goes_from_stamping_to_being_put_together()
    {
        window.OpenDemoBook();
        window.OpenRun("Notes for the watering rota", "design");
        // Its words are cut first here, and stamped afterwards.
        OnCard("Your turn to water").Click();
        window.WaitUntil(() => Steps("Your turn to water").Displayed, "its work");
        window.Find("//button[@aria-label='Cut to size, of Your turn to water, earlier']").Click();
        window.WaitUntil(
            () =>
                Steps("Your turn to water").Text.IndexOf("Cut", StringComparison.Ordinal)
                < Steps("Your turn to water").Text.IndexOf("Stamp", StringComparison.Ordinal),
            "cutting to come first"
        );
        window.OpenRun("Notes for the watering rota", "plan");
        window.Button("Plan the run").Click();
        window.WaitUntil(() => window.Button("Go to the bench").Displayed, "the plan");
        window.WaitUntil(
            () =>
                window.Find("//ol[@aria-label='Passes in their order']").Text is var passes
                && passes.Contains("Image: stamp the image", StringComparison.Ordinal)
                && passes.Contains("Image onto mat", StringComparison.Ordinal),
            "passes on pieces"
        );
        window.Button("Go to the bench").Click();
        // What is cut first says from which sheet, and each cut in its order.
        var before = WorkUntil("Mat: cut to size", most: 60);
        window.Find("//summary[.='How the sheets are cut, for all cards']").Click();
        var cuts = window.Find("//ol[@aria-label='The cuts of this sheet, in their order']");
        Assert.StartsWith("The sheet: ", cuts.FindElement(By.XPath("./li[1]")).Text, StringComparison.Ordinal);
        List<string> done = [.. before, .. WorkUntil("Your turn to water: stamp words", most: 60)];
        Assert.Contains("Your turn to water: cut to size", done);
        Assert.Contains("Evening sky: cut to size", done);
    }

    [Fact]
    public void A_ground_without_a_picture_is_designed_planned_and_worked()
    {
        window.OpenDemoBook();
        window.OpenRun("Jam jar labels", "design");
        new SelectElement(window.Find("//select[@aria-label='Kind of piece to add']")).SelectByText("Ground");
        window.Button("Add it").Click();
        window.WaitUntil(() => OnCard("Ground").Displayed, "the ground");
        OnCard("Ground").Click();
        Then("Ground", "Loose background");
        window.WaitUntil(() => Steps("Ground").FindElements(By.TagName("svg")).Count > 0, "how it will look");
        window.OpenRun("Jam jar labels", "plan");
        window.Button("Plan the run").Click();
        window.WaitUntil(() => window.Button("Go to the bench").Displayed, "the plan");
        window.Button("Go to the bench").Click();
        var done = WorkUntil("Ground: loose background", most: 40);
        Assert.Contains("Ground: cut to size", done);
    }

    public void Dispose() => window.Dispose();
}
