using System.Diagnostics;
using System.Net;

namespace Nube.Bench;

/// <summary>The server as a process of its own.</summary>
/// <param name="server">Its library.</param>
/// <param name="postgres">An empty database.</param>
internal sealed class ServerProcess(string server, string postgres) : IDisposable
{
    private Process? process;

    public Uri Address { get; } = new($"http://127.0.0.1:{FreePort()}");

    public async Task Start()
    {
        var start = new ProcessStartInfo("dotnet", [server, "--contentRoot", Path.GetDirectoryName(server)!])
        {
            RedirectStandardOutput = true,
        };
        start.Environment["ASPNETCORE_URLS"] = Address.ToString();
        start.Environment["ConnectionStrings__Nube"] = postgres;
        start.Environment["Nube__Demo"] = "true";
        start.Environment["Nube__SignInsPerMinute"] = start.Environment["Nube__UploadsPerMinute"] = "100000";
        process = Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        using var http = new HttpClient { BaseAddress = Address };
        for (var tries = 0; ; tries++)
        {
            try
            {
                if ((await http.GetAsync(new Uri("/health", UriKind.Relative))).IsSuccessStatusCode)
                    return;
            }
            catch (HttpRequestException) when (tries < 600)
            {
                // Not listening yet.
            }
            await Task.Delay(100);
        }
    }

    public void Kill()
    {
        process!.Kill(entireProcessTree: true);
        process.WaitForExit();
    }

    public void Dispose() => Kill();

    private static int FreePort()
    {
        using var listener = new System.Net.Sockets.TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
