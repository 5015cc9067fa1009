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
using Npgsql;
using Nube.Core;
using Nube.Core.Artwork;
using Nube.Core.Planning;
using Nube.Data;
using Nube.Data.Entities;
using Nube.Devices;
using Nube.Server.Demo;
using Nube.Server.Places;
using Nube.Server.SigningIn;
using Nube.Server.Support;
using Nube.Server.Work;
using Nube.Workshop;
using Serilog;

// Recipes are searched on several threads, and whoever asks waits for them: with a thread for each processor at first,
// and one more each half second, sixty makers at once would wait for threads while the processors have nothing to do.
ThreadPool.SetMinThreads(workerThreads: 128, completionPortThreads: 128);
var builder = WebApplication.CreateBuilder(args);
var jobQueue = new PostgreSqlStorageOptions
{
    EnableLongPolling = true,
    QueuePollInterval = TimeSpan.FromSeconds(2),
    // A turn whose process died is brought again after this; one that is at work says so all the time.
    InvisibilityTimeout = TimeSpan.FromSeconds(15),
    UseSlidingInvisibilityTimeout = true,
};

// The document of the API is drawn at build time, without a database; its keys are thrown away with what was built.
var onlyDescribing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
var connection = new NpgsqlConnectionStringBuilder(
    builder.Configuration.GetConnectionString("Nube") ?? "Host=127.0.0.1;Database=nube"
)
{
    // PostgreSQL lets a hundred in; two servers on one database, and whoever looks after it, get along with that.
    MaxPoolSize = builder.Configuration.GetValue("Nube:MostConnections", 40),
}.ConnectionString;

builder.Services.AddSerilog(log =>
    log.MinimumLevel.Information()
        .MinimumLevel.Override("Microsoft", Serilog.Events.LogEventLevel.Warning)
        // What fails in the database comes as an exception too; the first migration asks for a table that is not there
        // yet.
        .MinimumLevel.Override("Microsoft.EntityFrameworkCore.Database.Command", Serilog.Events.LogEventLevel.Fatal)
        .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", Serilog.Events.LogEventLevel.Error)
        .MinimumLevel.Override("Hangfire", Serilog.Events.LogEventLevel.Warning)
        .WriteTo.Console(formatProvider: System.Globalization.CultureInfo.InvariantCulture)
);
builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;
    kestrel.Limits.MaxRequestBodySize = PictureReader.MostBytes + 1024 * 1024;
});
builder.Services.Configure<Microsoft.AspNetCore.Http.Features.FormOptions>(form =>
    form.MultipartBodyLengthLimit = PictureReader.MostBytes + 1024 * 1024
);

builder
    .Services.AddSingleton(TimeProvider.System)
    .AddSingleton<IRoomSensor>(new SimulatedRoomSensor())
    .AddSingleton<ICuttingMachine>(new SimulatedCutter());
builder.Services.AddDbContext<NubeDb>(db => DesignTimeDb.Configure(db, connection));
builder.Services.AddScoped<MakerAtWork>();
builder.Services.AddScoped<IMakerScope>(services => services.GetRequiredService<MakerAtWork>());
builder
    .Services.AddScoped<FileStore>()
    .AddScoped<RunLoader>()
    .AddScoped<PlansInTheRoom>()
    .AddScoped<BenchGate>()
    .AddScoped<StashStarter>()
    .AddScoped<DemoBook>()
    .AddScoped<DemoVisits>();
builder
    .Services.AddScoped<JobBoard>()
    .AddScoped<ImageForms>()
    .AddScoped<PictureDesk>()
    .AddScoped<FindAreasJob>()
    .AddScoped<ReadStampJob>()
    .AddScoped<CheckCardsJob>()
    .AddScoped<ImprovePlanJob>()
    .AddScoped<PlayCardJob>()
    .AddScoped<CardLooksKept>()
    .AddScoped<LooksToShare>();
builder.Services.AddScoped<StampBox>().AddScoped<PieceScenes>();
builder.Services.AddMemoryCache(cache => cache.SizeLimit = Palettes.MostBytes).AddSingleton<Palettes>();

var keys = builder.Services.AddDataProtection().SetApplicationName("Nube");
if (onlyDescribing)
    keys.PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(AppContext.BaseDirectory, "no-keys")));
else
    keys.PersistKeysToDbContext<NubeDb>();
builder.Services.AddSigningIn();
builder.Services.AddRateLimiter(limits =>
{
    limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
    limits.OnRejected = async (context, cancel) =>
        await Results
            .Problem(
                "Too many tries in a short time. Wait a minute and try again.",
                statusCode: StatusCodes.Status429TooManyRequests,
                title: "That did not work"
            )
            .ExecuteAsync(context.HttpContext);
    limits.AddPolicy(Account.SignInLimit, PerAddress(builder.Configuration.GetValue("Nube:SignInsPerMinute", 20)));
    limits.AddPolicy(Image.UploadLimit, PerAddress(builder.Configuration.GetValue("Nube:UploadsPerMinute", 30)));
});

builder.Services.AddProblemDetails(problems =>
    problems.CustomizeProblemDetails = context =>
    {
        if (context.ProblemDetails is { Status: StatusCodes.Status401Unauthorized, Detail: null })
            context.ProblemDetails.Detail = "Sign in first.";
        context.ProblemDetails.Extensions.Remove("traceId");
    }
);
builder.Services.AddExceptionHandler<Troubles>();
builder.Services.ConfigureHttpJsonOptions(json => RecordJson.Strict(json.SerializerOptions));
builder.Services.AddOpenApi(ApiDescription.Configure);
builder.Services.AddResponseCompression(compression =>
{
    compression.EnableForHttps = true;
    compression.MimeTypes = ResponseCompressionDefaults.MimeTypes.Concat(["image/svg+xml", "application/problem+json"]);
});

// These two belong to this host; left to Hangfire they would belong to the process, whichever host was built last.
builder.Services.AddSingleton<JobActivator>(services => new AspNetCoreJobActivator(
    services.GetRequiredService<IServiceScopeFactory>()
));
builder.Services.AddSingleton<JobStorage>(_ => new PostgreSqlStorage(
    new NpgsqlConnectionFactory(connection, jobQueue),
    jobQueue
));
builder.Services.AddHangfire(hangfire =>
    hangfire.UseSimpleAssemblyNameTypeSerializer().UseRecommendedSerializerSettings()
);

// On a slow machine a smaller share of the usual search for better orders may do.
builder.Services.AddSingleton(
    SearchEffort.Usual with
    {
        Steps = (long)(
            SearchEffort.Usual.Steps * Math.Clamp(builder.Configuration.GetValue("Nube:SearchShare", 1.0), 0, 1)
        ),
    }
);
var workers = onlyDescribing ? 0 : Math.Max(0, builder.Configuration.GetValue("Nube:Workers", 2));
builder
    .Services.AddSingleton(new WorkerCounts(workers, Math.Min(1, workers), Math.Min(1, workers)))
    .AddSingleton<JobTurns>()
    .AddSingleton<Apprentices>();
builder.Services.AddSingleton<JobNews>();
if (!onlyDescribing)
    builder.Services.AddHostedService(services => services.GetRequiredService<JobNews>());
if (workers > 0)
{
    builder.Services.AddHostedService<ForgottenJobs>().AddHostedService<Housekeeping>();
    if (builder.Configuration.GetValue("Nube:WarmUp", true))
        builder.Services.AddHostedService<WarmUp>();
    builder.Services.AddHangfireServer(server => (server.Queues, server.WorkerCount) = ([JobTurns.Pictures], workers));
    foreach (var alone in new[] { JobTurns.Searches, JobTurns.FirstLooks, JobTurns.FineLooks })
        builder.Services.AddHangfireServer(server => (server.Queues, server.WorkerCount) = ([alone], 1));
}

var app = builder.Build();

app.UseProxy();
app.UseExceptionHandler();
app.UseStatusCodePages();
app.UseHsts(); // says something behind TLS only
app.UseResponseCompression();
app.Use(SecurityHeaders);
var webRoot = builder.Configuration["Nube:WebRoot"];
if (webRoot is not null && Directory.Exists(webRoot))
{
    var files = new PhysicalFileProvider(Path.GetFullPath(webRoot));
    app.UseDefaultFiles(new DefaultFilesOptions { FileProvider = files });
    app.UseStaticFiles(
        new StaticFileOptions
        {
            FileProvider = files,
            // Names of built files change with their content.
            OnPrepareResponse = sent =>
                sent.Context.Response.Headers.CacheControl = sent.Context.Request.Path.StartsWithSegments("/assets")
                    ? "public, max-age=31536000, immutable"
                    : "no-cache",
        }
    );
}
app.Use(JsonBody.Check);
app.UseRouting();
app.UseRateLimiter();
app.UseAuthentication();
app.UseAuthorization();
app.Use(MakerAtWork.FromSignIn);

app.MapGet("/health", async (NubeDb db, CancellationToken cancel) =>
        await db.Database.CanConnectAsync(cancel) && !(await db.Database.GetPendingMigrationsAsync(cancel)).Any()
            ? Results.Ok(new { status = "ready" })
            : Results.Problem("The database is not ready.", statusCode: StatusCodes.Status503ServiceUnavailable)
    )
    .ExcludeFromDescription();
app.MapOpenApi("/api/{documentName}.json").AllowAnonymous();

var api = app.MapGroup("/api").RequireAuthorization().AddEndpointFilter(RequestToken.Require);
api.MapAccount();
api.MapPasskeys();
api.MapHabits();
api.MapLine();
api.MapDesign();
api.MapImage();
api.MapScene();
api.MapColours();
api.MapNamedColours();
api.MapThrift();
api.MapPlan();
api.MapBench();
api.MapRecord();
api.MapCheck();
api.MapAgain();
api.MapApart();
api.MapStash();
api.MapStarterSets();
api.MapOwnSupplies();
api.MapByLamp();
api.MapPictureColours();
api.MapSheets();
api.MapMix();
api.MapBook();
api.MapJobs();
app.MapFallback("/api/{**rest}", () =>
        Results.Problem("There is nothing at this address.", statusCode: StatusCodes.Status404NotFound)
    )
    .ExcludeFromDescription();
if (webRoot is not null && Directory.Exists(webRoot))
{
    app.MapFallbackToFile(
        "index.html",
        new StaticFileOptions
        {
            FileProvider = new PhysicalFileProvider(Path.GetFullPath(webRoot)),
            OnPrepareResponse = sent => sent.Context.Response.Headers.CacheControl = "no-cache",
        }
    );
}

if (!onlyDescribing)
{
    await using var scope = app.Services.CreateAsyncScope();
    await scope.ServiceProvider.GetRequiredService<NubeDb>().Database.MigrateAsync();
    if (builder.Configuration.GetValue<bool>("Nube:Demo"))
        await scope.ServiceProvider.GetRequiredService<DemoBook>().Write(CancellationToken.None);
}
await app.RunAsync();

static Func<HttpContext, RateLimitPartition<string>> PerAddress(int perMinute) =>
    context =>
        RateLimitPartition.GetFixedWindowLimiter(
            context.Connection.RemoteIpAddress?.ToString() ?? "",
            _ => new FixedWindowRateLimiterOptions { PermitLimit = perMinute, Window = TimeSpan.FromMinutes(1) }
        );

static async Task SecurityHeaders(HttpContext context, RequestDelegate next)
{
    var headers = context.Response.Headers;
    headers.ContentSecurityPolicy =
        "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; object-src 'none'; "
        + "base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
    headers.XContentTypeOptions = "nosniff";
    headers["Referrer-Policy"] = "same-origin";
    // Private answers are kept nowhere; pictures say otherwise themselves, and go from the browser with the sign-out.
    if (context.Request.Path.StartsWithSegments("/api"))
        headers.CacheControl = "no-store";
    await next(context);
}

/// <summary>The server, for tests to start.</summary>
public partial class Program;
