using Nube.Core.Artwork;
using Nube.Devices;
using Nube.Server.Demo;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace Nube.Browser.Tests;

/// <summary>From an empty account to a first plan, action by action.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class NewcomerTests : IDisposable
{
    private readonly Window window;
    private readonly string folder = Directory.CreateTempSubdirectory("nube-newcomer").FullName;
    private int actions;

    public NewcomerTests(NubeInBrowser nube) => window = new Window(nube);

    [Fact]
    public void Four_colours_on_sixteen_areas_are_planned_in_twenty_actions()
    {
        SignUp("pans");
        window.Heading("What do you paint with?");
        BringInBarrow();
        Tap();
        foreach (var (colour, strokes) in Strokes(["#e0a030", "#d9782a", "#8a6a4a", "#5c9140"]))
        {
            var field = window.Field("Colour as # and six digits");
            field.Clear();
            field.SendKeys(colour + Keys.Tab);
            actions++;
            DrawOver(strokes);
        }
        Planned();
        Assert.InRange(actions, 1, 20);
    }

    [Fact]
    public void Who_owns_pencils_plans_sixteen_areas_with_four_of_them_in_twenty_five_actions()
    {
        SignUp("pencils");
        Do(() => window.Find("//button[@aria-label='12 pans']").Click());
        Do(() => window.Find("//button[@aria-label='24 wax pencils']").Click());
        Do(() => window.Button("That is what I have").Click());
        window.Sees("Your stash is ready");
        BringInBarrow();
        window.Sees("Colours to work with: 24 of 24");
        Tap();
        Do(() => window.Find("//label[contains(., 'exactly these')]//input").Click());
        foreach (
            var (pencil, strokes) in Strokes([
                "Warm yellow pencil",
                "Orange pencil",
                "Sienna pencil",
                "Leaf green pencil",
            ])
        )
        {
            Do(() =>
                window.Find($"//select[@aria-label='middle: colour']//option[normalize-space()='{pencil}']").Click()
            );
            DrawOver(strokes);
        }
        Planned();
        window.Sees("Pencil in 3 layers");
        Assert.InRange(actions, 1, 25);
    }

    private static IEnumerable<(string Colour, int[][] Strokes)> Strokes(string[] colours) =>
        colours.Zip<string, int[][]>([
            [
                [15, 12, 13, 14],
            ],
            [
                [3, 4, 5, 9],
            ],
            [
                [32, 30, 33, 34],
            ],
            [
                [6, 8],
                [10, 11],
            ],
        ]);

    private void Do(Action action)
    {
        action();
        actions++;
    }

    private void SignUp(string kind)
    {
        window.Open("/");
        window.Field("Name").SendKeys($"Newcomer with {kind}");
        window.Field("Password, 10 characters or more").SendKeys("a long enough sentence of words");
        window.Button("Make an account").Click();
        window.Heading("In work");
    }

    private void BringInBarrow()
    {
        var sheet = PictureReader.Read(DemoBook.Resource("pumpkin-barrow.svg"), new PictureSize(null, null));
        var file = Path.Combine(folder, "barrow.jpg");
        File.WriteAllBytes(file, SimulatedScanner.Scan(sheet, ScanConditions.Ordinary));
        Do(() => window.Field("Name").SendKeys("First cards"));
        Do(() => window.Button("Start the run").Click());
        Do(() => window.Find("//input[@type='file']").SendKeys(file));
        Do(() =>
        {
            var dots = window.Field("Dots per inch of the scan");
            dots.Clear();
            dots.SendKeys("300");
        });
        Do(() => window.Button("Find areas").Click());
        window.Sees("34 areas found in barrow.jpg.");
        Do(() => window.Button("Choose the colours").Click());
        window.Sees("Say what colour the 34 areas should become.");
    }

    private void Tap() =>
        Do(() => window.Find("//label[contains(., 'Tap areas with a colour in hand')]//input").Click());

    private void DrawOver(int[][] strokes)
    {
        foreach (var stroke in strokes)
            Do(() =>
            {
                var hand = new Actions(window.Driver);
                hand.MoveToElement(window.Find($"//*[@data-area='{stroke[0]}']")).ClickAndHold();
                foreach (var area in stroke.Skip(1))
                    hand.MoveToElement(window.Find($"//*[@data-area='{area}']"));
                hand.Release().Perform();
            });
    }

    private void Planned()
    {
        window.Sees("16 of 34 areas have a colour");
        Do(() => window.Button("Go on to the plan").Click());
        Do(() => window.Button("Plan the run").Click());
        window.Sees("in all; this plan");
    }

    public void Dispose()
    {
        window.Dispose();
        Directory.Delete(folder, recursive: true);
    }
}
