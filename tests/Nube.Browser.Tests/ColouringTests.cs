using System.Globalization;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Nube.Browser.Tests;

/// <summary>Colouring by tapping, and by naming what is used.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class ColouringTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);
    private int actions;

    [Fact]
    public void Four_colours_go_on_sixteen_areas_in_few_strokes()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards for the judges", "colours");
        window.Sees("Say what colour the 34 areas should become.");
        Tapping();
        // Each stroke comes down on one area and is drawn over three more, while the server is slow.
        nube.Delay = TimeSpan.FromMilliseconds(200);
        try
        {
            TakeColour("#e0a030");
            DrawOver(15, 12, 13, 14);
            TakeColour("#d9782a");
            DrawOver(3, 4, 5, 9);
            TakeColour("#8a6a4a");
            DrawOver(32, 30, 33, 34);
            TakeColour("#5c9140");
            DrawOver(6, 8);
            DrawOver(10, 11);
            window.Sees("16 of 34 areas have a colour");
        }
        finally
        {
            nube.Delay = TimeSpan.Zero;
        }
        Assert.InRange(actions, 1, 20);
    }

    [Fact]
    public void What_was_used_last_is_taken_up_by_its_number_and_the_last_change_is_taken_back()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards for the judges", "colours");
        window.Sees("Say what colour the 34 areas should become.");
        Tapping();
        TakeColour("#e0a030");
        DrawOver(26);
        window.Sees("1 of 34 areas have a colour");
        TakeColour("#5c9140");
        DrawOver(25);
        window.Sees("2 of 34 areas have a colour");
        // The number keys belong to the field while it has the focus.
        window.Heading("Barrow cards for the judges").Click();
        window.Press("2");
        DrawOver(27);
        window.Sees("3 of 34 areas have a colour");
        Assert.Equal(FillOf(26), FillOf(27));
        window.Button("Undo").Click();
        window.Sees("2 of 34 areas have a colour");
        window.Button("Undo").Click();
        window.Sees("1 of 34 areas have a colour");
    }

    [Fact]
    public void Fewer_mixes_are_a_slider_away()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards for the judges", "colours");
        window.Sees("Say what colour the 34 areas should become.");
        Tapping();
        TakeColour("#7f9a4a");
        DrawOver(26);
        window.Sees("1 of 34 areas have a colour");
        TakeColour("#86a04e");
        DrawOver(25);
        window.Sees("2 of 34 areas have a colour");
        TakeColour("#c46a5a");
        DrawOver(27);
        window.Sees("3 of 34 areas have a colour");
        var before = Mixes();
        window.Button("Fewer mixes, or closer").Click();
        var slider = window.Find("//input[@aria-label='From few mixes to as close as possible' and not(@disabled)]");
        slider.SendKeys(Keys.Home);
        window.WaitUntil(() => Mixes() < before, "fewer mixes");
        window.Sees("Proven: no other choice of as many does better.");
        slider = window.Find("//input[@aria-label='From few mixes to as close as possible' and not(@disabled)]");
        slider.SendKeys(Keys.End);
        window.WaitUntil(() => Mixes() == before, "as many as before");

        int Mixes() =>
            int.Parse(
                window.Find("//section[@aria-label='How many mixes']/p").Text.Split(' ')[0],
                CultureInfo.InvariantCulture
            );
    }

    [Fact]
    public void The_picture_comes_nearer_by_keys_wheel_and_buttons_and_is_moved_without_picking_an_area()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards for the judges", "colours");
        var picture = window.Find("//*[@role='group' and contains(@aria-label, 'plus and minus')]");
        var all = Seen();
        picture.SendKeys("+");
        picture.SendKeys("+");
        Assert.Equal(all.Width / 2.25, Seen().Width, 0.1);
        picture.SendKeys(Keys.ArrowLeft);
        var left = Seen();
        picture.SendKeys(Keys.ArrowRight);
        Assert.True(Seen().X > left.X);
        picture.SendKeys("0");
        Assert.Equal(all, Seen());

        // The wheel brings nearer what lies under it: an area grows on the screen and stays under the pointer.
        var area = window.Find("//*[@data-area='26']");
        var before = area.Size.Width;
        new Actions(window.Driver)
            .ScrollFromOrigin(new WheelInputDevice.ScrollOrigin { Element = area }, 0, -400)
            .Perform();
        window.WaitUntil(() => window.Find("//*[@data-area='26']").Size.Width > 2 * before, "the area to come nearer");

        // A drag moves it and picks nothing; a tap still picks.
        var near = Seen();
        new Actions(window.Driver).MoveToElement(area).ClickAndHold().MoveByOffset(-60, -40).Release().Perform();
        Assert.True(Seen().X > near.X && Seen().Y > near.Y);
        Assert.Empty(window.Driver.FindElements(By.XPath("//*[@data-area and contains(@fill, 'hatch')]")));
        window.Find("//*[@data-area='26']").Click();
        window.Find("//*[@data-area='26' and contains(@fill, 'hatch')]");
        window.Button("Whole").Click();
        Assert.Equal(all, Seen());

        (double X, double Y, double Width) Seen()
        {
            var box = window
                .Find("//*[local-name()='svg' and contains(@aria-label, 'as it will look')]")
                .GetDomAttribute("viewBox")!
                .Split(' ')
                .Select(number => double.Parse(number, CultureInfo.InvariantCulture))
                .ToArray();
            return (box[0], box[1], box[2]);
        }
    }

    [Fact]
    public void Exactly_these_colours_are_named_for_middle_and_shadow()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards for the judges", "colours");
        window.Find("//*[@data-area='26']").Click();
        window.Find("//label[contains(., 'exactly these')]//input").Click();
        Choose("middle: colour", "Yellow ochre");
        Choose("middle: mixed with", "Red earth");
        Choose("shadow: colour", "Umber");
        window.Button("Use these").Click();
        window.Sees("As you named it");
        window.Sees("1 Yellow ochre");
        window.Sees("1 Umber");
        window.Link("Plan").Click();
        window.Button("Plan the run").Click();
        window.Sees("Shadow side of area 26");
    }

    [Fact]
    public void Pencils_are_named_for_middle_light_and_shadow()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards for the judges", "colours");
        window.Find("//summary[contains(., 'wax pencil')]").Click();
        foreach (var pencil in (string[])["Scarlet pencil", "Leaf green pencil", "Umber pencil"])
            window.Find($"//label[contains(., '{pencil}')]//input").Click();
        window.Find("//summary[contains(., 'wax pencil: 3 of 8')]");
        window.Find("//*[@data-area='26']").Click();
        window.Find("//label[contains(., 'exactly these')]//input").Click();
        Choose("middle: colour", "Leaf green pencil");
        Choose("light: colour", "Scarlet pencil");
        Choose("shadow: colour", "Umber pencil");
        window.Button("Use these").Click();
        window.Sees("As you named it");
        window.Sees("Pencil in dry layers");
        window.Link("Plan").Click();
        window.Button("Plan the run").Click();
        window.Sees("Pencil in 3 layers, all of area 26");
    }

    [Fact]
    public void One_colour_passes_into_another_the_way_that_is_drawn_on_the_picture()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards for the judges", "colours");
        window.Find("//*[@data-area='26']").Click();
        window.Find("//label[contains(., 'one into another')]//input").Click();
        Choose("first: colour", "Golden yellow");
        Choose("second: colour", "Rose");
        window.Button("Draw it on the picture").Click();
        var area = window.Find("//*[@data-area='26']");
        new Actions(window.Driver).MoveToElement(area, 20, 0).ClickAndHold().MoveByOffset(-60, 0).Release().Perform();
        Assert.Equal("180", window.Field("Direction in degrees: 0 to the right, 90 down").GetAttribute("value"));
        window.Button("Use these").Click();
        window.Sees("One colour into another, from right to left");
        window.Sees("into");
        var outline = area.GetAttribute("d");
        var fill = window.Find($"//*[local-name()='path' and @d='{outline}' and starts-with(@fill, 'url')]");
        Assert.Contains("-hues", fill.GetAttribute("fill"));

        // Dropped in where it is tapped, with a word of what greys.
        window.Find("//*[@data-area='26']").Click();
        window.Find("//option[normalize-space()='one dropped into the other']").Click();
        window.Find("//button[@disabled and contains(., 'Use these')]");
        window.Button("Tap it on the picture").Click();
        new Actions(window.Driver).MoveToElement(area, -6, 3).Click().Perform();
        new Actions(window.Driver).MoveToElement(area, 8, -5).Click().Perform();
        window.Find("//*[@aria-label='Millimetres from the left, point 2']");
        window.Button("Use these").Click();
        window.Sees("One colour into another, dropped in at 2 points");
        window.Link("Plan").Click();
        window.Button("Plan the run").Click();
        window.Sees("One colour into another, area 26");
    }

    [Fact]
    public void The_colours_of_a_picture_are_tapped_in_by_their_numbers()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards for the judges", "colours");
        window.Sees("Say what colour the 34 areas should become.");
        var file = Path.Combine(Path.GetTempPath(), $"nube-colours-{Guid.NewGuid()}.png");
        File.WriteAllBytes(file, TwoColours());
        window.Find("//label[contains(., 'Colours of a picture')]");
        window.Driver.FindElement(By.XPath("//label[contains(., 'Colours of a picture')]//input")).SendKeys(file);
        window.Find("//button[contains(@aria-label, 'key 2')]");
        File.Delete(file);
        Tapping();
        window.Heading("Barrow cards for the judges").Click();
        window.Press("1");
        DrawOver(26);
        window.Sees("1 of 34 areas have a colour");
        window.Heading("Barrow cards for the judges").Click();
        window.Press("2");
        DrawOver(27);
        window.Sees("2 of 34 areas have a colour");
        Assert.NotEqual(FillOf(26), FillOf(27));
    }

    // The sunflowers have 25 petals, of three sizes that are alike.
    [Fact]
    public void One_tap_colours_all_areas_that_are_alike()
    {
        window.OpenDemoBook();
        window.OpenRun("Notes for the watering rota", "colours");
        window.Sees("9 of 43 areas have a colour");
        Tapping();
        window.Find("//label[contains(., 'and all alike')]//input").Click();
        TakeColour("#f0b92e");
        DrawOver(4);
        window.WaitUntil(
            () => window.Driver.FindElements(By.XPath("//h3[contains(., 'Area 1, Area 2 and')]")).Count == 1,
            "the petals to be coloured"
        );
        window.Button("Undo").Click();
        window.Sees("9 of 43 areas have a colour");
    }

    [Fact]
    public void A_wish_is_kept_in_the_book_and_wished_for_again()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards for the judges", "colours");
        TakeColour("#7a4fd1");
        window.Button("Keep this one").Click();
        window.Field("What it is called").SendKeys("Aster" + Keys.Enter);
        window.Find("//button[@aria-label='Wish for Aster']");
        TakeColour("#5c9140");
        window.Find("//button[@aria-label='Wish for Aster']").Click();
        window.WaitUntil(
            () => window.Field("Colour as # and six digits").GetAttribute("value") == "#7a4fd1",
            "the kept colour to be in hand"
        );
        window.Open("/mix");
        window.Sees("Aster");
    }

    /// <summary>A picture of two colours side by side.</summary>
    private static byte[] TwoColours()
    {
        using var bitmap = new SkiaSharp.SKBitmap(80, 40);
        using (var canvas = new SkiaSharp.SKCanvas(bitmap))
        {
            canvas.Clear(new SkiaSharp.SKColor(0xd2, 0x69, 0x2f));
            using var blue = new SkiaSharp.SKPaint { Color = new SkiaSharp.SKColor(0x2f, 0x5f, 0xa8) };
            canvas.DrawRect(40, 0, 40, 40, blue);
        }
        using var png = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    private void Choose(string label, string colour) =>
        window.Find($"//select[@aria-label='{label}']//option[normalize-space()='{colour}']").Click();

    private void Tapping()
    {
        window.Find("//label[contains(., 'Tap areas with a colour in hand')]//input").Click();
        actions++;
    }

    private void TakeColour(string colour)
    {
        var field = window.Field("Colour as # and six digits");
        field.Clear();
        field.SendKeys(colour + Keys.Tab);
        actions++;
    }

    private void DrawOver(params int[] areas)
    {
        var hand = new Actions(window.Driver);
        hand.MoveToElement(window.Find($"//*[@data-area='{areas[0]}']")).ClickAndHold();
        foreach (var area in areas.Skip(1))
            hand.MoveToElement(window.Find($"//*[@data-area='{area}']"));
        hand.Release().Perform();
        actions++;
    }

    private string FillOf(int area)
    {
        // The picture's fills stand in the order of the areas that have one.
        var outline = window.Find($"//*[@data-area='{area}']").GetAttribute("d");
        return window.Find($"//*[contains(@class, 'dry-rim') and @d='{outline}']").GetAttribute("fill")!;
    }

    public void Dispose() => window.Dispose();
}
