using OpenQA.Selenium;
using SkiaSharp;

namespace Nube.Browser.Tests;

/// <summary>Finding and trying a mix in the real interface.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class MixTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);
    private readonly string photo = Path.Combine(Path.GetTempPath(), $"nube-photo-{Guid.NewGuid():n}.png");

    [Fact]
    public void A_colour_from_a_photo_is_mixed_tried_and_thinned()
    {
        // A photo of two halves; a touch in the middle of the right one takes its colour.
        using (var picture = new SKBitmap(400, 300))
        {
            using (var canvas = new SKCanvas(picture))
            using (var leaf = new SKPaint { Color = SKColor.Parse("#6f8f3f") })
            {
                canvas.Clear(SKColor.Parse("#b8422f"));
                canvas.DrawRect(200, 0, 200, 300, leaf);
            }
            using var png = picture.Encode(SKEncodedImageFormat.Png, 100);
            File.WriteAllBytes(photo, png.ToArray());
        }
        window.OpenDemoBook();
        window.Open("/mix");
        window.Heading("A colour wanted");
        window.Field("Or take it from a photo").SendKeys(photo);
        var shown = window.Find("//button[starts-with(@aria-label, 'The photo')]");
        new OpenQA.Selenium.Interactions.Actions(window.Driver)
            .MoveToElement(shown, shown.Size.Width / 4, 0)
            .Click()
            .Perform();
        window.WaitUntil(
            () => window.Field("Colour as # and six digits").GetDomProperty("value") == "#6f8f3f",
            "the colour of the leaf"
        );

        window.WaitUntil(() => Recipes().Count == 8, "eight recipes");
        window.Find("//label[normalize-space()='three']").Click();
        window.WaitUntil(
            () =>
                Recipes().Count == 8
                && window.Driver.FindElements(By.CssSelector("section[aria-busy='true']")).Count == 0,
            "recipes of three"
        );
        window.Button("Try it").Click();
        window.Sees("Thinned, colour to water");
        window.Sees("1:16");
        var water = window.Find("//div[button[@aria-label='More parts of water']]/span").Text;
        window.Find("//button[@aria-label='More parts of water']").Click();
        window.WaitUntil(
            () => window.Find("//div[button[@aria-label='More parts of water']]/span").Text != water,
            "more water"
        );
        window.Sees("The same on your papers");
        window.Sees("another layer of the same");
        window.Sees("Its light");
    }

    [Fact]
    public void A_colour_out_of_reach_names_what_would_reach_it()
    {
        window.OpenDemoBook();
        window.Open("/mix");
        var field = window.Field("Colour as # and six digits");
        field.Clear();
        field.SendKeys("#e8209c" + Keys.Enter + Keys.Tab);
        window.Sees("added to the stash you would get");
    }

    [Fact]
    public void Two_sets_that_are_picked_by_hand_are_compared()
    {
        window.OpenDemoBook();
        window.Open("/reach");
        window.Field("of").SendKeys("a set I choose");
        window.Field("against").SendKeys("another set I choose");
        window.Sees("two at least");
        foreach (
            var (set, names) in new[]
            {
                ("This set", "Lemon yellow, Rose"),
                ("The other set", "Lemon yellow, Rose, Phthalo blue"),
            }
        )
        {
            foreach (var name in names.Split(", "))
                window.Find($"//fieldset[legend='{set}']//button[normalize-space()='{name}']").Click();
        }
        window.Sees("2 colours, mixed two at a time");
        window.Sees("of what 3 of the other set reach");
    }

    [Fact]
    public void What_is_not_to_be_mixed_from_is_left_out()
    {
        window.OpenDemoBook();
        window.Open("/mix");
        window.WaitUntil(
            () => Recipes().Any(recipe => recipe.Text.Contains("Phthalo green", StringComparison.Ordinal)),
            "a recipe with phthalo green"
        );
        window.Find("//summary[contains(., 'all your colours')]").Click();
        window.Find("//label[normalize-space()='Phthalo green']/input").Click();
        window.Sees("From 14 of your colours");
        window.WaitUntil(
            () =>
                Recipes().Count == 8
                && !Recipes().Any(recipe => recipe.Text.Contains("Phthalo green", StringComparison.Ordinal)),
            "recipes without it"
        );
    }

    [Fact]
    public void A_pasted_list_is_read_as_it_is_written_and_added_at_once()
    {
        window.OpenDemoBook();
        window.Open("/stash");
        window.Find("//summary[contains(., 'from a list')]").Click();
        window.Find("//textarea").SendKeys("PB36" + Keys.Enter + "Umber" + Keys.Enter + "Moonlight");
        window.Sees("Umber is in your stash already.");
        window.Sees("The catalogue does not have Moonlight.");
        window.Button("Add one colour").Click();
        window.Sees("one colour added.");
        // A large stash is searched.
        window.Find("//input[@placeholder='Name, pigment, place or note']").SendKeys("Cerulean");
        window.Heading("Cerulean blue");
        window.Find("//button[@aria-label='Put away Cerulean blue']").Click();
        window.Sees("Cerulean blue is put away.");
    }

    public void Dispose()
    {
        window.Dispose();
        File.Delete(photo);
    }

    private System.Collections.ObjectModel.ReadOnlyCollection<IWebElement> Recipes() =>
        window.Driver.FindElements(By.CssSelector("section[aria-label=Recipes] ol > li"));
}
