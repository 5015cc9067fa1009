using System.Reflection;
using System.Threading.RateLimiting;
using Hangfire;
using Hangfire.AspNetCore;
using Hangfire.PostgreSql;
using Hangfire.PostgreSql.Factories;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.FileProviders;
using Nube.Core.Artwork;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Devices;
using Nube.Data.Entities;
using Nube.Data.Mapping;
using Nube.Server.Demo;
using Nube.Server.Places;
using Nube.Server.Support;
using Nube.Server.Work;
using Serilog;

var builder = WebApplication.CreateBuilder(args);
var jobQueue = new PostgreSqlStorageOptions
{
    EnableLongPolling = true,
    QueuePollInterval = TimeSpan.FromSeconds(2),
    // Work whose process died is taken up by another after this; none takes nearly so long.
    InvisibilityTimeout = TimeSpan.FromMinutes(5),
};
// The document of the API is drawn at build time, without a database; its keys are thrown away with what was built.
var onlyDescribing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
var connection = builder.Configuration.GetConnectionString("Nube") ?? "Host=127.0.0.1;Database=nube";

builder.Services.AddSerilog(log => log
    .MinimumLevel.Information()
    .MinimumLevel.Override("Microsoft", Serilog.Events.LogEventLevel.Warning)
    // What fails in the database comes as an exception too; the first migration asks for a table that is not there yet.
    .MinimumLevel.Override("Microsoft.EntityFrameworkCore.Database.Command", Serilog.Events.LogEventLevel.Fatal)
    .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", Serilog.Events.LogEventLevel.Error)
    .MinimumLevel.Override("Hangfire", Serilog.Events.LogEventLevel.Warning)
    .WriteTo.Console(formatProvider: System.Globalization.CultureInfo.InvariantCulture));
builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;
    kestrel.Limits.MaxRequestBodySize = PictureReader.MostBytes + 1024 * 1024;
});
builder.Services.Configure<Microsoft.AspNetCore.Http.Features.FormOptions>(
    form => form.MultipartBodyLengthLimit = PictureReader.MostBytes + 1024 * 1024);

builder.Services.AddSingleton(TimeProvider.System).AddSingleton<IRoomSensor>(new SimulatedRoomSensor());
builder.Services.AddDbContext<NubeDb>(db => DesignTimeDb.Configure(db, connection));
builder.Services.AddScoped<MakerAtWork>();
builder.Services.AddScoped<IMakerScope>(services => services.GetRequiredService<MakerAtWork>());
builder.Services.AddScoped<FileStore>().AddScoped<RunLoader>().AddScoped<PlansInTheRoom>().AddScoped<BenchGate>().AddScoped<StashStarter>().AddScoped<DemoBook>();
builder.Services.AddScoped<JobBoard>().AddScoped<ImageForms>().AddScoped<FindAreasJob>().AddScoped<ReadStampJob>().AddScoped<ImprovePlanJob>();
builder.Services.AddScoped<StampBox>().AddScoped<RunScenes>();
builder.Services.AddMemoryCache(cache => cache.SizeLimit = Palettes.MostBytes).AddSingleton<Palettes>();

var keys = builder.Services.AddDataProtection().SetApplicationName("Nube");
if (onlyDescribing) keys.PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(AppContext.BaseDirectory, "no-keys")));
else keys.PersistKeysToDbContext<NubeDb>();
builder.Services.AddIdentityCore<Maker>(identity =>
    {
        identity.User.AllowedUserNameCharacters = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-._ ";
        identity.Password.RequiredLength = 10;
        identity.Password.RequiredUniqueChars = 4;
        identity.Password.RequireDigit = identity.Password.RequireLowercase = false;
        identity.Password.RequireUppercase = identity.Password.RequireNonAlphanumeric = false;
        identity.Lockout.MaxFailedAccessAttempts = 8;
    })
    .AddEntityFrameworkStores<NubeDb>()
    .AddSignInManager();
builder.Services.AddAuthentication(IdentityConstants.ApplicationScheme).AddIdentityCookies(cookies =>
    cookies.ApplicationCookie!.Configure(cookie =>
    {
        cookie.Cookie.Name = "nube";
        cookie.Cookie.SameSite = SameSiteMode.Strict;
        cookie.ExpireTimeSpan = TimeSpan.FromDays(30);
        cookie.Events.OnRedirectToLogin = context =>
        {
            context.Response.StatusCode = StatusCodes.Status401Unauthorized;
            return Task.CompletedTask;
        };
    }));
builder.Services.AddAuthorization();
builder.Services.AddAntiforgery(antiforgery =>
{
    antiforgery.HeaderName = "X-Nube-Request";
    antiforgery.Cookie.Name = "nube-antiforgery";
    antiforgery.Cookie.SameSite = SameSiteMode.Strict;
});
builder.Services.AddRateLimiter(limits =>
{
    limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
    limits.OnRejected = async (context, cancel) => await Results.Problem(
        "Too many tries in a short time. Wait a minute and try again.", statusCode: StatusCodes.Status429TooManyRequests,
        title: "That did not work").ExecuteAsync(context.HttpContext);
    limits.AddPolicy(Account.SignInLimit, PerAddress(builder.Configuration.GetValue("Nube:SignInsPerMinute", 20)));
    limits.AddPolicy(Image.UploadLimit, PerAddress(builder.Configuration.GetValue("Nube:UploadsPerMinute", 30)));
});

builder.Services.AddProblemDetails(problems => problems.CustomizeProblemDetails = context =>
{
    if (context.ProblemDetails is { Status: StatusCodes.Status401Unauthorized, Detail: null })
        context.ProblemDetails.Detail = "Sign in first.";
    context.ProblemDetails.Extensions.Remove("traceId");
});
builder.Services.AddExceptionHandler<Troubles>();
builder.Services.ConfigureHttpJsonOptions(json =>
{
    foreach (var converter in Jsonb.Options.Converters) json.SerializerOptions.Converters.Add(converter);
    json.SerializerOptions.NumberHandling = Jsonb.Options.NumberHandling;
});
builder.Services.AddOpenApi(ApiDescription.Configure);
builder.Services.AddResponseCompression(compression =>
{
    compression.EnableForHttps = true;
    compression.MimeTypes = ResponseCompressionDefaults.MimeTypes.Concat(["image/svg+xml", "application/problem+json"]);
});
// These two belong to this host; left to Hangfire they would belong to the process, whichever host was built last.
builder.Services.AddSingleton<JobActivator>(services =>
    new AspNetCoreJobActivator(services.GetRequiredService<IServiceScopeFactory>()));
builder.Services.AddSingleton<JobStorage>(_ => new PostgreSqlStorage(
    new NpgsqlConnectionFactory(connection, jobQueue), jobQueue));
builder.Services.AddHangfire(hangfire => hangfire.UseSimpleAssemblyNameTypeSerializer().UseRecommendedSerializerSettings());
// On a slow machine a smaller share of the usual search for better orders may do.
builder.Services.AddSingleton(SearchEffort.Usual with { Steps = (long)(SearchEffort.Usual.Steps * Math.Clamp(builder.Configuration.GetValue("Nube:SearchShare", 1.0), 0, 1)) });
var workers = onlyDescribing ? 0 : builder.Configuration.GetValue("Nube:Workers", 2);
if (workers > 0) builder.Services.AddHangfireServer(server => server.WorkerCount = workers);

var app = builder.Build();

app.UseExceptionHandler();
app.UseStatusCodePages();
app.UseResponseCompression();
app.Use(SecurityHeaders);
var webRoot = builder.Configuration["Nube:WebRoot"];
if (webRoot is not null && Directory.Exists(webRoot))
{
    var files = new PhysicalFileProvider(Path.GetFullPath(webRoot));
    app.UseDefaultFiles(new DefaultFilesOptions { FileProvider = files });
    app.UseStaticFiles(new StaticFileOptions
    {
        FileProvider = files,
        // Names of built files change with their content.
        OnPrepareResponse = sent => sent.Context.Response.Headers.CacheControl =
            sent.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
    });
}
app.UseRouting();
app.UseRateLimiter();
app.UseAuthentication();
app.UseAuthorization();
app.Use(MakerAtWork.FromSignIn);

app.MapGet("/health", async (NubeDb db, CancellationToken cancel) =>
        await db.Database.CanConnectAsync(cancel) && !(await db.Database.GetPendingMigrationsAsync(cancel)).Any()
            ? Results.Ok(new { status = "ready" })
            : Results.Problem("The database is not ready.", statusCode: StatusCodes.Status503ServiceUnavailable))
    .ExcludeFromDescription();
app.MapOpenApi("/api/{documentName}.json").AllowAnonymous();

var api = app.MapGroup("/api").RequireAuthorization().AddEndpointFilter(RequireRequestToken);
api.MapAccount();
api.MapHabits();
api.MapLine();
api.MapImage();
api.MapScene();
api.MapColours();
api.MapPlan();
api.MapBench();
api.MapRecord();
api.MapStash();
api.MapSheets();
api.MapMix();
api.MapBook();
api.MapJobs();
app.MapFallback("/api/{**rest}", () => Results.Problem("There is nothing at this address.", statusCode: StatusCodes.Status404NotFound))
    .ExcludeFromDescription();
if (webRoot is not null && Directory.Exists(webRoot))
{
    app.MapFallbackToFile("index.html", new StaticFileOptions
    {
        FileProvider = new PhysicalFileProvider(Path.GetFullPath(webRoot)),
        OnPrepareResponse = sent => sent.Context.Response.Headers.CacheControl = "no-cache",
    });
}

if (!onlyDescribing)
{
    await using var scope = app.Services.CreateAsyncScope();
    await scope.ServiceProvider.GetRequiredService<NubeDb>().Database.MigrateAsync();
    if (builder.Configuration.GetValue<bool>("Nube:Demo"))
        await scope.ServiceProvider.GetRequiredService<DemoBook>().Write(CancellationToken.None);
}
await app.RunAsync();

static Func<HttpContext, RateLimitPartition<string>> PerAddress(int perMinute) => context =>
    RateLimitPartition.GetFixedWindowLimiter(
        context.Connection.RemoteIpAddress?.ToString() ?? "",
        _ => new FixedWindowRateLimiterOptions { PermitLimit = perMinute, Window = TimeSpan.FromMinutes(1) });

static async Task SecurityHeaders(HttpContext context, RequestDelegate next)
{
    var headers = context.Response.Headers;
    headers.ContentSecurityPolicy =
        "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; object-src 'none'; "
        + "base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
    headers.XContentTypeOptions = "nosniff";
    headers["Referrer-Policy"] = "same-origin";
    await next(context);
}

// Whatever changes something needs the token that only a page of ours can read (see Account.Look).
static async ValueTask<object?> RequireRequestToken(EndpointFilterInvocationContext call, EndpointFilterDelegate next)
{
    var method = call.HttpContext.Request.Method;
    if (!HttpMethods.IsGet(method) && !HttpMethods.IsHead(method))
    {
        var antiforgery = call.HttpContext.RequestServices.GetRequiredService<IAntiforgery>();
        if (!await antiforgery.IsRequestValidAsync(call.HttpContext))
            throw new TroubleException(StatusCodes.Status400BadRequest, "This page is out of date. Load it again; nothing was changed.");
    }
    return await next(call);
}

/// <summary>The server, for tests to start.</summary>
public partial class Program;
