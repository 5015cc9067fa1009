using System.Text;
using OpenQA.Selenium;
using SkiaSharp;

namespace Nube.Browser.Tests;

/// <summary>The stash, its swatch sheets and its reach in the real interface.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class StashTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);
    private readonly string palette = Path.Combine(Path.GetTempPath(), $"nube-palette-{Guid.NewGuid():n}.csv");

    [Fact]
    public void A_sheet_is_made_painted_by_stand_ins_read_corrected_and_used()
    {
        window.OpenDemoBook();
        window.Open("/stash");
        window.Find("//summary[contains(., 'Make a sheet')]").Click();
        window.WaitUntil(() => Chosen().Count == 12, "the twelve colours that are not measured");
        // The other tests mix from those: only one is painted here.
        foreach (var box in Chosen())
            box.Click();
        window.Find("//fieldset//label[normalize-space()='Cobalt blue']").Click();
        window.Button("Make the sheet").Click();
        window.Heading("Swatch sheet ");
        Assert.StartsWith("/sheets/", new Uri(window.Driver.Url).AbsolutePath, StringComparison.Ordinal);
        window.Sees("Print it on the paper you colour on");

        window.Button("scanner").Click();
        window.Sees("Read from the scan.");
        window.Sees("All marks found");
        window.WaitUntil(
            () => window.Driver.FindElements(By.CssSelector("polygon")).Count == 5,
            "a box for each patch over the picture"
        );
        Assert.NotEmpty(window.Driver.FindElements(By.XPath("//td//span[contains(., '± ')]")));

        // A box that went wrong is left out, and taken in again.
        window.Find("//button[@aria-label='Cobalt blue 1:8: used, leave it out']").Click();
        window.Find("//button[@aria-label='Cobalt blue 1:8: left out, take it in']").Click();
        window.Find("//button[@aria-label='Cobalt blue 1:8: used, leave it out']");

        window.Button("phone").Click();
        window.Sees("Read from scan and photo together.");
        window.Find("(//button[normalize-space()='Take it away'])[2]").Click();
        window.Sees("Read from the scan.");

        // A chart in the shot; its corners are moved by keyboard and it is read again.
        window.Button("phone with a colour chart in the shot").Click();
        window.Sees("the photo put right by the chart");
        window.Button("Move the corners of the chart").Click();
        window
            .Find("//button[starts-with(@aria-label, 'The first corner of the chart')]")
            .SendKeys(Keys.ArrowLeft + Keys.ArrowUp);
        window.Button("Read the chart there").Click();
        window.Button("Without the chart").Click();
        window.Sees("Read from scan and photo together.");
        window.Button("Use these colours").Click();
        window.Sees("These colours are in use");
        window.Link("Back to the stash").Click();
        window.Find("//li[.//h3[normalize-space()='Cobalt blue'] and contains(., 'measured, ±')]");
        window.Link("Cobalt blue").Click();
        window.Sees("Measured, ±");
        window.Link("Swatch sheet ");
    }

    [Fact]
    public void An_item_is_told_found_by_its_place_and_a_change_is_undone()
    {
        window.OpenDemoBook();
        window.Open("/stash");
        window.Link("Violet").Click();
        var kept = window.Field("Kept at");
        kept.Clear();
        kept.SendKeys("Green roll, third loop" + Keys.Tab);
        window.Button("Undo the change").Click();
        window.WaitUntil(() => window.Field("Kept at").GetDomProperty("value") == "", "the change to be undone");
        window.Field("Kept at").SendKeys("Green roll, third loop" + Keys.Tab);
        window.Sees("Kept.");
        window.Link("Back to the stash").Click();
        window.Find("//input[@type='search']").SendKeys("third loop");
        window.WaitUntil(
            () =>
                window
                    .Driver.FindElements(By.CssSelector("section[aria-label=Colours] li h3"))
                    .Select(h => h.Text)
                    .SequenceEqual(["Violet"]),
            "the violet alone"
        );

        window.Find("//input[@type='search']").Clear();
        window.Driver.Navigate().Refresh();
        window.Field("Show").SendKeys("what runs low");
        window.WaitUntil(
            () =>
                window
                    .Driver.FindElements(By.CssSelector("section[aria-label=Colours] li h3"))
                    .Select(h => h.Text)
                    .SequenceEqual(["Rose"]),
            "what runs low"
        );
    }

    [Fact]
    public void Which_was_that_is_answered_by_colour()
    {
        window.OpenDemoBook();
        window.Open("/stash");
        window.Button("Look for it").Click();
        window.Find("//section[@aria-label='Which was that?']//li[contains(., '1:')]");
    }

    [Fact]
    public void A_pencil_is_shown_layer_by_layer_with_its_caution()
    {
        window.OpenDemoBook();
        window.Open("/stash");
        window.Link("Leaf green pencil").Click();
        window.Sees("this paper takes no more");
        window.Sees("open a window");
    }

    [Fact]
    public void A_palette_comes_in_and_is_mixed_and_a_colour_is_let_go_and_brought_back()
    {
        File.WriteAllText(palette, "name,colour\nBeetroot cut,#8a1f4b\n", Encoding.UTF8);
        window.OpenDemoBook();
        window.Open("/mix");
        window.Field("Bring in a palette").SendKeys(palette);
        window.Find("//section[@aria-label='Kept colours']//li[contains(., 'Beetroot cut') and contains(., 'water')]");
        window.Find("//button[@aria-label='Let go of Beetroot cut']").Click();
        window.Button("Bring it back").Click();
        window.Find("//section[@aria-label='Kept colours']//li[contains(., 'Beetroot cut')]");
        Assert.NotNull(window.Link("design tokens").GetAttribute("href"));
        window.Sees("Cool tints, for most things");
    }

    [Fact]
    public void Reach_is_drawn_a_kit_is_chosen_and_compared_and_a_runs_colours_are_looked_over()
    {
        window.OpenDemoBook();
        window.Open("/reach");
        window.WaitUntil(
            () => window.Driver.FindElements(By.CssSelector("section[aria-label=Reach] rect")).Count == 5 * 36,
            "five strips of 36 bars"
        );
        window.Button("Choose them").Click();
        window.WaitUntil(
            () => window.Driver.FindElements(By.CssSelector("section[aria-label=Kit] li")).Count == 6,
            "six colours"
        );
        window.Field("of").SendKeys("the kit shown here");
        window.Sees("6 colours, mixed two at a time");
        window.Field("Look over").SendKeys("Notes for the watering");
        window.Find(
            "//section[@aria-label='Colours together']//*[contains(., 'louder') or contains(., 'than the rest') or contains(., 'mud')]"
        );
    }

    private System.Collections.ObjectModel.ReadOnlyCollection<IWebElement> Chosen() =>
        window.Driver.FindElements(By.CssSelector("section[aria-label='Swatch sheets'] input[type=checkbox]:checked"));

    public void Dispose()
    {
        window.Dispose();
        File.Delete(palette);
    }

    [Fact]
    public void A_papers_colour_is_taken_from_a_photo_with_white_beside_it()
    {
        using var photo = new SKBitmap(400, 300);
        using (var canvas = new SKCanvas(photo))
        {
            canvas.Clear(new SKColor(188, 188, 188));
            using var teal = new SKPaint { Color = new SKColor(71, 137, 137) };
            canvas.DrawRect(0, 0, 140, 300, teal);
        }
        using var png = photo.Encode(SKEncodedImageFormat.Png, 100);
        var file = Path.Combine(Directory.CreateTempSubdirectory("nube-files-").FullName, "paper.png");
        File.WriteAllBytes(file, png.ToArray());
        window.OpenDemoBook();
        window.Open("/stash");
        window.Find("//summary[contains(., 'A paper of your own')]").Click();
        window.Find("//summary[contains(., 'By a photo or a meter')]").Click();
        window.Driver.FindElement(By.XPath("//label[contains(., 'plain white paper beside it')]/input")).SendKeys(file);
        // The places lie at a third and two thirds: the first is moved onto the teal by keyboard, the second is white.
        var onPaper = window.Find("//button[starts-with(@aria-label, 'A place on the paper')]");
        window.Button("Take its colour from there").Click();
        window.Sees("In the photo it is");
        for (var press = 0; press < 3; press++)
            onPaper.SendKeys(Keys.Shift + Keys.ArrowLeft);
        window.Button("Take its colour from there").Click();
        window.Sees("In the photo it is #5fb4b4. It is taken over above.");
        Assert.Equal(
            "#5fb4b4",
            window
                .Driver.FindElements(By.XPath("//input[@aria-label='Colour as # and six digits']"))
                .Select(field => field.GetAttribute("value"))
                .First(colour => colour == "#5fb4b4")
        );
        Directory.Delete(Path.GetDirectoryName(file)!, recursive: true);
    }
}
