using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.DependencyInjection.Extensions;
using Npgsql;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

[assembly: CollectionBehavior(DisableTestParallelization = true)]

namespace Nube.Browser.Tests;

/// <summary>Time that a test can move on.</summary>
public sealed class MovableTime : TimeProvider
{
    private TimeSpan moved;

    public void MoveOn(TimeSpan time) => moved += time;

    public override DateTimeOffset GetUtcNow() => base.GetUtcNow() + moved;
}

/// <summary>The real application with demo data, on a fresh database and a free port.</summary>
public sealed class NubeInBrowser : IAsyncLifetime
{
    private readonly string database = $"browser_{Guid.NewGuid():n}";
    private WebApplicationFactory<Program>? factory;
    private int port;

    /// <summary>The server's time, which a test can move on.</summary>
    public MovableTime Time { get; } = new();

    /// <summary>How long every change waits before the server looks at it.</summary>
    public TimeSpan Delay { get; set; }

    public string Address => $"http://127.0.0.1:{port}";

    private static string Cluster =>
        Environment.GetEnvironmentVariable("NUBE_TEST_POSTGRES")
        ?? throw new InvalidOperationException(
            "These tests need a PostgreSQL of their own. Run them with ./nube test browser."
        );

    /// <summary>The built pages.</summary>
    private static string Web =>
        Environment.GetEnvironmentVariable("NUBE_WEB")
        ?? throw new InvalidOperationException("These tests need the built pages. Run them with ./nube test browser.");

    public static string Root =>
        Environment.GetEnvironmentVariable("NUBE_ROOT")
        ?? throw new InvalidOperationException("Run these tests with ./nube test browser.");

    public async ValueTask InitializeAsync()
    {
        await Command($"create database {database}");
        using (var probe = new System.Net.Sockets.TcpListener(System.Net.IPAddress.Loopback, 0))
        {
            probe.Start();
            port = ((System.Net.IPEndPoint)probe.LocalEndpoint).Port;
        }
        Start();
    }

    public void Start()
    {
        factory = new Host(Connection, Time, new SlowServer(() => Delay));
        factory.UseKestrel(port);
        factory.StartServer();
        Assert.Equal(port, factory.ClientOptions.BaseAddress.Port);
    }

    /// <summary>The database, for a look behind the pages.</summary>
    public string Connection => new NpgsqlConnectionStringBuilder(Cluster) { Database = database }.ConnectionString;

    /// <summary>A server that takes its time with every change.</summary>
    private sealed class SlowServer(Func<TimeSpan> delay) : IStartupFilter
    {
        public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
            app =>
            {
                app.Use(
                    async (context, rest) =>
                    {
                        if (!HttpMethods.IsGet(context.Request.Method))
                            await Task.Delay(delay());
                        await rest(context);
                    }
                );
                next(app);
            };
    }

    private sealed class Host(string connection, TimeProvider time, IStartupFilter slow)
        : WebApplicationFactory<Program>
    {
        protected override void ConfigureWebHost(IWebHostBuilder builder)
        {
            builder.UseSetting("ConnectionStrings:Nube", connection);
            builder.UseSetting("Nube:Demo", "true");
            builder.UseSetting("Nube:WebRoot", Web);
            builder.UseSetting("Nube:SignInsPerMinute", "100000");
            builder.UseSetting("Nube:UploadsPerMinute", "100000");
            builder.UseSetting("Nube:SearchShare", "0.05");
            builder.UseSetting("Nube:WarmUp", "false");
            builder.ConfigureTestServices(services =>
                services.AddSingleton(slow).Replace(ServiceDescriptor.Singleton<TimeProvider>(time))
            );
        }
    }

    public async Task Stop() => await factory!.DisposeAsync();

    public async ValueTask DisposeAsync()
    {
        await Stop();
        NpgsqlConnection.ClearAllPools();
        await Command($"drop database {database} with (force)");
    }

    private static async Task Command(string sql)
    {
        await using var connection = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(Cluster) { Database = "postgres", Pooling = false }.ConnectionString
        );
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }
}

[CollectionDefinition(nameof(NubeInBrowser))]
public sealed class SharedNube : ICollectionFixture<NubeInBrowser>;

/// <summary>A browser window of its own, with what a test does most.</summary>
public sealed class Window : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60); // it costs time only where something is wrong

    private readonly string profile = Directory.CreateTempSubdirectory("nube-browser-").FullName;
    private readonly NubeInBrowser nube;

    public Window(NubeInBrowser nube, int width = 1280, int height = 800)
    {
        this.nube = nube;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-quic",
            "--disable-dev-shm-usage",
            $"--user-data-dir={profile}",
            $"--window-size={width},{height}"
        );
        options.SetLoggingPreference(LogType.Browser, LogLevel.Severe);
        var service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        Driver = new ChromeDriver(service, options, TimeSpan.FromMinutes(1));
        Driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );
    }

    public ChromeDriver Driver { get; }

    public void Open(string path) => Driver.Navigate().GoToUrl(nube.Address + path);

    /// <summary>Opens the demo book with one click.</summary>
    public void OpenDemoBook()
    {
        Open("/");
        Button("Open the demo book").Click();
        Heading("In work");
    }

    /// <summary>Takes over another window's sign-in, as a second tab of the same browser has it.</summary>
    public void SignInLike(Window other)
    {
        Open("/health");
        foreach (var cookie in other.Driver.Manage().Cookies.AllCookies)
            Driver.Manage().Cookies.AddCookie(cookie);
    }

    /// <summary>Opens a run of the demo book in a stage; answers the run's path.</summary>
    public string OpenRun(string name, string stage)
    {
        Open("/");
        var path = new Uri(Link(name).GetAttribute("href")!).AbsolutePath;
        path = path[..path.LastIndexOf('/')];
        Open($"{path}/{stage}");
        return path;
    }

    public IWebElement Find(string xpath) =>
        Wait(
            () =>
            {
                var found = Driver.FindElements(By.XPath(xpath)).FirstOrDefault(element => element.Displayed);
                return found;
            },
            xpath
        );

    public IWebElement Button(string text) =>
        Wait(
            () =>
                Driver
                    .FindElements(By.XPath($"//button[starts-with(normalize-space(), {Quoted(text)})]"))
                    .FirstOrDefault(b => b.Displayed && b.Enabled),
            $"button {text}"
        );

    public IWebElement Link(string text) => Find($"//a[contains(normalize-space(), {Quoted(text)})]");

    public IWebElement Heading(string text) =>
        Find($"//*[self::h1 or self::h2 or self::h3][contains(normalize-space(), {Quoted(text)})]");

    public IWebElement Field(string label) =>
        Find(
            $"//*[(self::input or self::select) and (@aria-label={Quoted(label)} or ancestor::label[starts-with(normalize-space(), {Quoted(label)})])]"
        );

    public void Sees(string text) => Find($"//*[contains(normalize-space(.), {Quoted(text)})]");

    public void Press(string keys) => new OpenQA.Selenium.Interactions.Actions(Driver).SendKeys(keys).Perform();

    public T Wait<T>(Func<T?> condition, string what)
        where T : class
    {
        var wait = new WebDriverWait(Driver, Patience)
        {
            PollingInterval = TimeSpan.FromMilliseconds(50),
            Message = $"Waited for {what} at {Driver.Url}",
        };
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException));
        return wait.Until(_ => condition())!;
    }

    public void WaitUntil(Func<bool> condition, string what) => Wait(() => condition() ? "yes" : null, what);

    public void Dispose()
    {
        Driver.Quit();
        Directory.Delete(profile, recursive: true);
    }

    private static string Quoted(string text) =>
        text.Contains('\'', StringComparison.Ordinal) ? $"\"{text}\"" : $"'{text}'";
}
