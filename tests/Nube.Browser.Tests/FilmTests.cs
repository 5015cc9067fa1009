using OpenQA.Selenium;

namespace Nube.Browser.Tests;

/// <summary>The film of a plan: its first card, seen before it is painted.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class FilmTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);

    private IWebElement Slider => window.Find("//input[@type='range' and @aria-label='Moment of the plan']");

    [Fact]
    public void A_maker_goes_through_the_film_of_a_plan_by_keyboard_and_lets_it_play()
    {
        window.OpenDemoBook();
        window.OpenRun("Swap invitations", "plan");
        var last = window.Wait(
            () =>
                Moment() is { } moment && moment.EndsWith(": dry", StringComparison.Ordinal) && Stills() > 30
                    ? moment
                    : null,
            "the card to be painted"
        );
        // What is seen is a picture that is there, below the stamped lines.
        Assert.True(
            (bool)
                window.Driver.ExecuteScript(
                    "const image = document.querySelector('section[aria-label=\"How a card will look\"] image');"
                        + "return fetch(image.getAttribute('href'))"
                        + ".then((answer) => answer.ok && answer.headers.get('content-type') === 'image/webp');"
                )!
        );
        Slider.SendKeys(Keys.Home);
        window.WaitUntil(
            () => Moment() is { } moment && moment.EndsWith("just done", StringComparison.Ordinal),
            "the first moment"
        );
        Slider.SendKeys(Keys.ArrowRight);
        window.WaitUntil(
            () => Moment() is { } moment && moment.EndsWith("drying", StringComparison.Ordinal),
            "the next moment"
        );
        window.Button("Play").Click();
        window.WaitUntil(() => Place() > 3, "the film to go on");
        window.Button("Pause").Click();
        var paused = Place();
        Thread.Sleep(1500); // longer than a still is seen
        Assert.Equal(paused, Place());
        Slider.SendKeys(Keys.End);
        window.WaitUntil(() => Moment() == last, "the last moment");
    }

    private string? Moment() => Slider.GetAttribute("aria-valuetext");

    private int Place() => int.Parse(Slider.GetAttribute("value")!, System.Globalization.CultureInfo.InvariantCulture);

    private int Stills() =>
        int.Parse(Slider.GetAttribute("max")!, System.Globalization.CultureInfo.InvariantCulture) + 1;

    public void Dispose() => window.Dispose();
}
