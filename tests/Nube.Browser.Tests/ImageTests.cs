using System.Text;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Nube.Browser.Tests;

/// <summary>The Image stage in the real interface: gaps, marks, light, greys.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class ImageTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);
    private readonly string folder = Directory.CreateTempSubdirectory("nube-files-").FullName;

    /// <summary>Two rooms; the wall between them has a gap that is too wide to be bridged.</summary>
    private const string Rooms =
        """<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40"><path d="M5 5H55V35H5ZM30 5V18M30 22V35" fill="none" stroke="#000" stroke-width="0.5"/></svg>""";

    [Fact]
    public void A_gap_is_closed_by_a_stroke_areas_are_marked_and_the_light_is_turned()
    {
        window.OpenDemoBook();
        Begin("Two rooms", "rooms.svg", Encoding.UTF8.GetBytes(Rooms));
        window.Sees("1 area found");

        // A stroke over the gap, from wall to wall; then back, and once more.
        Stroke();
        window.Sees("2 areas found");
        window.Button("Undo").Click();
        window.Sees("1 area found");
        Stroke();
        window.Sees("2 areas found");

        Pick(1);
        window.Button("Pick all alike").Click();
        window.Sees("2 areas are alike.");
        window.Field("Each of them is a").SendKeys("room");
        window.Field("of a (if of several)").SendKeys("House");
        window.Button("Name them").Click();
        window.WaitUntil(
            () => window.Field("Name of area 2").GetDomProperty("value") == "House 1, room 2",
            "the second room's name"
        );
        window.Field("Note, told at the bench").SendKeys("Tape the door" + Keys.Tab);
        window.WaitUntil(
            () => window.Find("//section[@aria-label='Areas']").Text.Split("Tape the door").Length == 3,
            "the note on both rooms"
        );
        Pick(1);
        window.Button("Leave white").Click();
        window.Sees("left white");

        window.Button("Light").Click();
        var sun = window.Find("//*[@role='slider' and starts-with(@aria-label, 'Where the light')]");
        Assert.Equal("225", sun.GetDomAttribute("aria-valuenow"));
        var before = Shadows();
        sun.SendKeys(Keys.ArrowRight + Keys.ArrowRight);
        window.WaitUntil(() => Shadows() != before, "shadows that moved with the light");
        Assert.Equal("235", sun.GetDomAttribute("aria-valuenow"));
        new Actions(window.Driver).MoveToElement(sun).ClickAndHold().MoveByOffset(-120, 60).Release().Perform();
        window.WaitUntil(
            () =>
                double.Parse(sun.GetDomAttribute("aria-valuenow")!, System.Globalization.CultureInfo.InvariantCulture)
                < 220,
            "the sun where it was dragged"
        );
        window.Button("In greys").Click();
        window.Sees("Give some areas a colour first");
    }

    /// <summary>A leaf whose midrib parts it, and whose veins stop 1.5 mm short of its edge.</summary>
    private const string Leaf = """
        <svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">
        <path d="M5 5H55V35H5ZM5 20H55M20 20V6.75M40 20V6.75" fill="none" stroke="#000" stroke-width="0.5"/></svg>
        """;

    /// <summary>A file as a page gets it when it is dropped on it, or pasted.</summary>
    private void Hand(string how, string name, string svg) =>
        window.Driver.ExecuteScript(
            """
            const files = new DataTransfer();
            files.items.add(new File([arguments[2]], arguments[1], { type: 'image/svg+xml' }));
            if (arguments[0] === 'paste')
              window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: files }));
            else
              for (const event of ['dragover', 'drop'])
                document
                  .querySelector('form[aria-label="Bring in an image"]')
                  .dispatchEvent(new DragEvent(event, { dataTransfer: files, bubbles: true, cancelable: true }));
            """,
            how,
            name,
            svg
        );

    [Fact]
    public void An_image_is_dropped_pasted_or_taken_with_the_camera()
    {
        window.OpenDemoBook();
        window.Field("Name").SendKeys("By hand");
        window.Button("Start the run").Click();
        window.Heading("By hand");
        Hand("drop", "dropped.svg", Leaf);
        window.Sees("dropped.svg");
        window.Button("Find areas").Click();
        window.Sees("2 areas found in dropped.svg.");

        // What is pasted while nothing is to be brought in is left alone; then it takes the place of the other.
        Hand("paste", "unseen.svg", Rooms);
        window.Find("//summary[.='Bring in another image']").Click();
        window.Sees("choose it, drop it here, or paste it");
        Assert.DoesNotContain("unseen.svg", window.Driver.PageSource, StringComparison.Ordinal);
        Hand("paste", "pasted.svg", Rooms);
        window.Sees("pasted.svg");
        window.Button("Find areas").Click();
        window.Sees("1 area found in pasted.svg.");

        // A phone's camera gives a file to an input of its own.
        var photo = Path.Combine(folder, "camera.svg");
        File.WriteAllText(photo, Leaf);
        if (window.Driver.FindElements(By.XPath("//input[@type='file' and @capture='environment']")).Count == 0)
            window.Find("//summary[.='Bring in another image']").Click();
        window.Find("//input[@type='file' and @capture='environment']").SendKeys(photo);
        window.Sees("camera.svg");
        window.Button("Find areas").Click();
        window.Sees("2 areas found in camera.svg.");
    }

    [Fact]
    public void Veins_are_bridged_all_alike_in_one_tap_and_an_area_is_split_by_a_stroke()
    {
        window.OpenDemoBook();
        Begin("A leaf", "leaf.svg", Encoding.UTF8.GetBytes(Leaf));
        window.Sees("2 areas found");
        window.Button("Look for lines that stop short of another").Click();
        window.Sees("2 lines end 1.5 mm short of another line, as leaf veins do. Bridged, there are 2 areas more.");
        Assert.Equal(2, window.Driver.FindElements(By.CssSelector("polyline[data-gap]")).Count);
        window.Button("Bridge all alike").Click();
        window.Sees("4 areas found");
        window.WaitUntil(
            () => window.Driver.FindElements(By.CssSelector("polyline[data-gap]")).Count == 0,
            "the gaps of before to be gone"
        );
        // Both are taken back together.
        window.Button("Undo").Click();
        window.Sees("2 areas found");

        // The lower half, cut in two by a stroke from its midrib to its edge.
        Pick(2);
        window.Button("Split by a stroke").Click();
        window.Sees("Draw a stroke across area 2");
        var picture = window.Find(
            "//*[name()='svg' and contains(@aria-label, 'numbered areas')]/*[name()='g']/*[name()='image']"
        );
        var step = picture.Size.Height / 40; // a millimetre
        new Actions(window.Driver)
            .MoveToElement(picture, 0, -2 * step)
            .ClickAndHold()
            .MoveByOffset(0, 20 * step)
            .Release()
            .Perform();
        window.WaitUntil(() => window.Driver.FindElements(By.CssSelector("path[data-area]")).Count == 3, "three areas");
        window.Button("Undo").Click();
        window.WaitUntil(
            () => window.Driver.FindElements(By.CssSelector("path[data-area]")).Count == 2,
            "two areas again"
        );
    }

    [Fact]
    public void A_photo_of_a_panel_is_laid_flat_by_its_corners()
    {
        window.OpenDemoBook();
        window.Field("Name").SendKeys("From the phone");
        window.Button("Start the run").Click();
        window.Heading("From the phone");
        window.Button("phone").Click();
        window.Sees("stand-in phone.jpg");
        window.Sees("put the points on its corners");
        var corner = window.Find("//button[starts-with(@aria-label, 'The first corner of the panel')]");
        window.WaitUntil(() => corner.GetCssValue("left") != "", "the corners");
        // A corner is moved by keyboard and back.
        corner.SendKeys(Keys.ArrowLeft);
        corner.SendKeys(Keys.ArrowRight);
        window.Button("Find areas").Click();
        window.Sees("45 areas found in stand-in phone.jpg.");
        window.Sees("104 x 112 mm");
    }

    [Fact]
    public void A_print_in_colour_becomes_areas_that_keep_what_is_printed_on_them()
    {
        window.OpenDemoBook();
        window.Field("Name").SendKeys("Pear prints");
        window.Button("Start the run").Click();
        window.Heading("Pear prints");
        var file = Path.Combine(folder, "pears.svg");
        File.WriteAllText(
            file,
            """
            <svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="50mm" viewBox="0 0 80 50">
            <ellipse cx="20" cy="26" rx="13" ry="17" fill="#dfe2a6"/><ellipse cx="54" cy="26" rx="13" ry="17" fill="#f0c8a8"/></svg>
            """
        );
        window.Find("//input[@type='file']").SendKeys(file);
        window.Find("//label[contains(., 'a print in colour without lines')]").Click();
        window.Button("Find areas").Click();
        window.Sees("2 areas found in pears.svg.");
        window.Sees("Printed already");
        window.Sees("% of the light");
        // Only lines have gaps, and only lines are embossed.
        Assert.Empty(window.Driver.FindElements(By.XPath("//button[.='Close a gap']")));
        // A colour of the print picks its areas.
        window.Find("//section[@aria-label='Printed already']//button").Click();
        window.Sees("Picked: 1.");
    }

    public void Dispose()
    {
        window.Dispose();
        Directory.Delete(folder, recursive: true);
    }

    private void Stroke()
    {
        window.Button("Close a gap").Click();
        window.Sees("Draw a stroke over the gap");
        var picture = window.Find(
            "//*[name()='svg' and contains(@aria-label, 'numbered areas')]/*[name()='g']/*[name()='image']"
        );
        new Actions(window.Driver)
            .MoveToElement(picture, 0, -picture.Size.Height / 6)
            .ClickAndHold()
            .MoveByOffset(0, picture.Size.Height / 3)
            .Release()
            .Perform();
    }

    private string Shadows() =>
        string.Concat(
            window
                .Driver.FindElements(By.CssSelector("path[fill$='-shadow)']"))
                .Select(path => path.GetDomAttribute("d"))
        );

    private void Pick(int area) =>
        window.Find($"//li//label[contains(., 'Pick area {area}') and .//span[normalize-space()='{area}']]").Click();

    private void Begin(string name, string fileName, byte[] content)
    {
        window.Field("Name").SendKeys(name);
        window.Button("Start the run").Click();
        window.Heading(name);
        var file = Path.Combine(folder, fileName);
        File.WriteAllBytes(file, content);
        window.Find("//input[@type='file']").SendKeys(file);
        window.Button("Find areas").Click();
    }
}
