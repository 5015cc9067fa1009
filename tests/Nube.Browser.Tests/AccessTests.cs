using System.Text.Json;
using OpenQA.Selenium;

namespace Nube.Browser.Tests;

/// <summary>Everyone can use every screen.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class AccessTests(NubeInBrowser nube) : IDisposable
{
    // Opened when a test needs it: those of the narrow phone have another.
    private readonly Lazy<Window> wide = new(() => new Window(nube));

    private Window Wide => wide.Value;

    public static TheoryData<string, string> Screens =>
        new()
        {
            { "", "welcome" },
            { "", "/" },
            { "", "/stash" },
            { "", "item" },
            { "", "sheet" },
            { "", "/mix" },
            { "", "/reach" },
            { "", "/book" },
            { "", "/habits" },
            { "", "/account" },
            { "", "/nowhere" },
            { "Jam jar labels", "image" },
            { "Barrow cards", "image" },
            { "Panel for the show bench", "scene" },
            { "Notes for the watering", "design" },
            { "Notes for the watering", "colours" },
            { "Notes for the watering", "plan" },
            { "Swap invitations", "plan" },
            { "Swap invitations", "bench" },
            { "Swap invitations", "finish" },
        };

    /// <summary>axe-core's rules for WCAG 2.0 to 2.2, levels A and AA.</summary>
    [Theory]
    [MemberData(nameof(Screens))]
    public void No_screen_breaks_a_rule_of_WCAG(string run, string screen)
    {
        Show(Wide, run, screen);
        var axe = File.ReadAllText(Path.Combine(NubeInBrowser.Root, "web", "node_modules", "axe-core", "axe.min.js"));
        Wide.Driver.ExecuteScript(axe);
        var found = (string)
            Wide.Driver.ExecuteAsyncScript(
                """
                const done = arguments[arguments.length - 1];
                axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }).then((result) =>
                  done(JSON.stringify({
                    rules: result.passes.length,
                    broken: result.violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html + ' ' + n.failureSummary).join('\n')}`),
                  })));
                """
            )!;
        var result = JsonDocument.Parse(found).RootElement;
        Assert.True(result.GetProperty("rules").GetInt32() > 5, "axe looked at something");
        Assert.Empty(result.GetProperty("broken").EnumerateArray().Select(broken => broken.GetString()));
    }

    [Theory]
    [MemberData(nameof(Screens))]
    public void Every_screen_fits_a_narrow_phone(string run, string screen)
    {
        using var narrow = new Window(nube, 360, 740);
        Show(narrow, run, screen);
        var width = Convert.ToInt64(
            narrow.Driver.ExecuteScript("return document.documentElement.scrollWidth"),
            System.Globalization.CultureInfo.InvariantCulture
        );
        var widest = narrow.Driver.ExecuteScript(
            """
            return [...document.querySelectorAll('body *')].filter((e) => e.getBoundingClientRect().right > 361 && !e.closest('.overflow-x-auto'))
              .slice(0, 3).map((e) => e.outerHTML.slice(0, 120)).join('\n');
            """
        );
        Assert.True(width <= 360, $"{width} px wide: {widest}");
    }

    [Fact]
    public void The_bench_is_reached_and_used_by_keyboard_alone()
    {
        Wide.Open("/");
        Wide.Button("Open the demo book");
        TabTo(() => Focused("Open the demo book"));
        Wide.Press(Keys.Enter);
        Wide.Heading("In work");
        TabTo(() => Focused("Go on at the bench"));
        Wide.Press(Keys.Enter);
        Wide.Find("//p[contains(., ', step ')]");
        Wide.Press("n");
        Wide.WaitUntil(
            () => Wide.Driver.SwitchTo().ActiveElement().GetAttribute("aria-label") == "Note",
            "the note to have the focus"
        );
        Wide.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Enter);
        Wide.Driver.ExecuteScript("document.activeElement.blur()");
        Wide.Press("?");
        Wide.Heading("Keys");
        Wide.Press(Keys.Escape);
        Wide.Press("g");
        Wide.Press("b");
        Wide.Heading("Book");
        Wide.Press("g");
        Wide.Press("s");
        Wide.Heading("Stash");
    }

    [Fact]
    public void Nothing_is_fetched_from_outside()
    {
        Show(Wide, "Swap invitations", "bench");
        var outside = (string)
            Wide.Driver.ExecuteScript(
                """
                return performance.getEntriesByType('resource').map((entry) => entry.name)
                  .filter((name) => !name.startsWith(location.origin) && !name.startsWith('data:')).join(' ');
                """
            )!;
        Assert.Equal("", outside);
        Assert.True(
            (bool)
                Wide.Driver.ExecuteScript(
                    "return document.fonts.check('16px Alegreya') && [...document.fonts].some((f) => f.status === 'loaded')"
                )!
        );
    }

    public void Dispose()
    {
        if (wide.IsValueCreated)
            wide.Value.Dispose();
    }

    private static void Show(Window window, string run, string screen)
    {
        if (screen == "welcome")
        {
            window.Open("/");
            window.Button("Open the demo book");
            return;
        }
        window.OpenDemoBook();
        if (screen == "scene")
        {
            window.OpenRun(run, "image");
            window.Button("Scene").Click();
            window.Sees("How to stamp it");
        }
        else if (run.Length > 0)
            window.OpenRun(run, screen);
        else if (screen is "item" or "sheet")
        {
            window.Open("/stash");
            window.Link(screen == "item" ? "Scarlet pencil" : "Sheet 1").Click();
            window.WaitUntil(() => new Uri(window.Driver.Url).AbsolutePath != "/stash", "the page to open");
        }
        else
            window.Open(screen);
        window.Find("//h1");
        if (screen == "bench")
        {
            window.Find("//summary[contains(., 'Something else')]").Click();
            window.Button("Another colour was taken").Click();
        }
        // What is folded away is looked at, too.
        window.Driver.ExecuteScript("document.querySelectorAll('details').forEach((folded) => (folded.open = true))");
        // What is loaded after the heading: pictures, lists, plans.
        window.WaitUntil(
            () =>
                (bool)
                    window.Driver.ExecuteScript(
                        "return performance.now() - Math.max(0, ...performance.getEntriesByType('resource').map((e) => e.responseEnd)) > 400"
                    )!,
            "the screen to settle"
        );
    }

    private void TabTo(Func<bool> there)
    {
        for (var press = 0; press < 60 && !there(); press++)
            Wide.Press(Keys.Tab);
        Assert.True(there());
    }

    private bool Focused(string text)
    {
        var focus = Wide.Driver.SwitchTo().ActiveElement();
        return focus.TagName is "a" or "button" && focus.Text.Contains(text, StringComparison.Ordinal);
    }
}
