using OpenQA.Selenium;

namespace Nube.Browser.Tests;

/// <summary>Signing in, and what the pages say when something goes wrong.</summary>
[Collection(nameof(NubeInBrowser))]
public sealed class TroubleTests(NubeInBrowser nube) : IDisposable
{
    private readonly Window window = new(nube);
    private readonly string folder = Directory.CreateTempSubdirectory("nube-files-").FullName;

    [Fact]
    public void An_account_is_made_left_and_entered_again()
    {
        var name = $"Maker {Guid.NewGuid():n}"[..20];
        window.Open("/");
        window.Field("Name").SendKeys(name);
        window.Field("Password").SendKeys("short");
        window.Button("Make an account").Click();
        window.Sees("A password has at least 10 characters.");
        window.Field("Password").Clear();
        window.Field("Password").SendKeys("damson cheese");
        window.Button("Make an account").Click();
        window.Sees("Nothing hangs on the line yet.");

        window.Find("//button[starts-with(@aria-label, 'The room')]").Click();
        window.Button("Sign out").Click();
        window.Heading("Your own bench"); // the line has a field of this name too
        window.Field("Name").SendKeys(name);
        window.Field("Password").SendKeys("damson cheddar");
        window.Button("Sign in").Click();
        window.Sees("do not belong together");
        window.Field("Password").Clear();
        window.Field("Password").SendKeys("damson cheese");
        window.Button("Sign in").Click();
        window.Heading("In work");
    }

    [Fact]
    public void The_password_is_changed_and_the_account_deleted_after_its_name_is_typed()
    {
        var name = $"Leaver {Guid.NewGuid():n}"[..20];
        window.Open("/");
        window.Field("Name").SendKeys(name);
        window.Field("Password").SendKeys("damson cheese");
        window.Button("Make an account").Click();
        window.Sees("Nothing hangs on the line yet.");
        window.Find("//button[starts-with(@aria-label, 'The room')]").Click();
        window.Link("Your account").Click();
        window.Heading(name);
        window.Field("The password of now").SendKeys("damson cheese");
        window.Field("The next one").SendKeys("medlar jelly");
        window.Button("Change the password").Click();
        window.Sees("Changed. Your other devices have to sign in again.");
        window.Field("Type").SendKeys("somebody else");
        window.Field("Your password").SendKeys("medlar jelly");
        window.Button("Delete for good").Click();
        window.Sees("Nothing was deleted.");
        window.Field("Type").Clear();
        window.Field("Type").SendKeys(name);
        window.Button("Delete for good").Click();
        window.Button("Open the demo book");
        window.Field("Name").SendKeys(name);
        window.Field("Password").SendKeys("medlar jelly");
        window.Button("Sign in").Click();
        window.Sees("do not belong together");
    }

    [Fact]
    public void A_passkey_opens_the_account_without_a_password_until_it_is_removed()
    {
        // A simulated authenticator of the device, as the browser's driver brings it (Web Authentication, W3C).
        window.Driver.ExecuteCdpCommand("WebAuthn.enable", []);
        window.Driver.ExecuteCdpCommand(
            "WebAuthn.addVirtualAuthenticator",
            new Dictionary<string, object?>
            {
                ["options"] = new Dictionary<string, object>
                {
                    ["protocol"] = "ctap2",
                    ["transport"] = "internal",
                    ["hasResidentKey"] = true,
                    ["hasUserVerification"] = true,
                    ["isUserVerified"] = true,
                    ["automaticPresenceSimulation"] = true,
                },
            }
        );
        var name = $"Keyed {Guid.NewGuid():n}"[..20];
        window.Open("/");
        window.Field("Name").SendKeys(name);
        window.Field("Password").SendKeys("damson cheese");
        window.Button("Make an account").Click();
        window.Sees("Nothing hangs on the line yet.");
        window.Open("/account");
        window.Sees("Passkeys belong to a name");
        window.Link("Open it by name").Click();

        // By name it is another place for the browser, with a sign-in of its own.
        window.Field("Name").SendKeys(name);
        window.Field("Password").SendKeys("damson cheese");
        window.Button("Sign in").Click();
        window.Heading(name);
        window.Field("What this device is called").SendKeys("tablet at the bench");
        window.Field("Password, to show").SendKeys("damson cheddar");
        window.Button("Add a passkey").Click();
        window.Sees("This is not your password. Nothing was changed.");
        window.Field("Password, to show").Clear();
        window.Field("Password, to show").SendKeys("damson cheese");
        window.Button("Add a passkey").Click();
        window.Sees("tablet at the bench, since");

        SignOutAndTryThePasskey();
        window.Sees("Nothing hangs on the line yet.");
        window.Find("//button[starts-with(@aria-label, 'The room')]").Click();
        window.Link("Your account").Click();
        window.Button("Remove tablet at the bench").Click();
        window.Sees("The key stays on the device.");
        window.WaitUntil(
            () => window.Driver.FindElements(By.XPath("//li[contains(., 'at the bench, since')]")).Count == 0,
            "no passkey"
        );
        SignOutAndTryThePasskey();
        window.Sees("This passkey opens nothing here.");

        void SignOutAndTryThePasskey()
        {
            window.Find("//button[starts-with(@aria-label, 'The room')]").Click();
            window.Button($"Sign out {name}").Click();
            window.Button("Sign in with a passkey").Click();
        }
    }

    [Fact]
    public void A_file_that_is_no_picture_is_said_to_be_none_and_the_image_stays()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards", "image");
        window.Find("//summary[contains(., 'another image')]").Click();
        var file = Path.Combine(folder, "letter.png");
        File.WriteAllText(file, "Dear judges,");
        window.Find("//input[@type='file']").SendKeys(file);
        window.Field("Width of the picture").SendKeys("100 mm");
        window.Button("Find areas").Click();
        window.Sees("This file is not an SVG, PNG, JPEG, WebP or TIFF picture.");
        window.Sees("34 areas found");
    }

    [Fact]
    public void A_run_deleted_in_another_window_is_said_to_be_gone()
    {
        window.OpenDemoBook();
        window.Field("Name").SendKeys("Short-lived");
        window.Button("Start the run").Click();
        window.Heading("Short-lived");
        var address = new Uri(window.Driver.Url).AbsolutePath;
        window.Open("/");
        window.Find("//button[@aria-label='Delete Short-lived']").Click();
        window.Button("Delete it").Click();
        window.WaitUntil(
            () => window.Driver.FindElements(OpenQA.Selenium.By.LinkText("Short-lived")).Count == 0,
            "the run to go"
        );
        window.Open(address);
        window.Sees("This run is not there any more.");
        window.Link("Go to the line").Click();
        window.Heading("In work");
    }

    [Fact]
    public void A_colour_that_cannot_be_reached_gives_the_nearest_and_its_distance()
    {
        window.OpenDemoBook();
        window.OpenRun("Barrow cards", "colours");
        window.Find("//*[@data-area='26']").Click();
        var field = window.Field("Colour as # and six digits");
        field.Clear();
        field.SendKeys("#00ffff" + OpenQA.Selenium.Keys.Tab);
        window.Button("Find the recipe").Click();
        window.Sees("These colours cannot reach the wish: this is the nearest");
        window.Find("//*[@data-area='26']").Click();
        window.Button("Leave white").Click();
        window.WaitUntil(
            () => window.Driver.FindElements(OpenQA.Selenium.By.CssSelector("article")).Count == 0,
            "the area to be white again"
        );
    }

    public void Dispose()
    {
        window.Dispose();
        Directory.Delete(folder, recursive: true);
    }
}
