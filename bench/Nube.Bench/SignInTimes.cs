using System.Diagnostics;

namespace Nube.Bench;

/// <summary>
/// A wrong password for names that are there and for names that are not: the times must not tell which are which.
/// </summary>
internal static class SignInTimes
{
    private const int Names = 15;

    /// <summary>Tries each name once, in turns, and prints both medians.</summary>
    public static async Task Measure(Uri address)
    {
        for (var name = 0; name < Names; name++)
            await SignedInPage.OfNewMaker(address, There(name));
        var page = await SignedInPage.OfStranger(address);
        var (there, nobody) = (new List<double>(), new List<double>());
        for (var name = 0; name < Names; name++)
        {
            there.Add(await Refused(page, There(name)));
            nobody.Add(await Refused(page, $"Nobody {name}"));
        }
        Console.WriteLine(
            FormattableString.Invariant(
                $"a wrong password: median {Median(there):0} ms for a name that is there, {Median(nobody):0} ms for one that is not"
            )
        );
    }

    private static string There(int name) => $"Somebody {name}";

    private static double Median(List<double> times) => times.Order().ElementAt(times.Count / 2);

    private static async Task<double> Refused(SignedInPage page, string name)
    {
        var watch = Stopwatch.StartNew();
        try
        {
            await page.Post("/api/account/sign-in", new { name, password = "another jam 12" });
        }
        catch (HttpRequestException refused) when (refused.StatusCode == System.Net.HttpStatusCode.Unauthorized)
        {
            return watch.Elapsed.TotalMilliseconds;
        }
        throw new InvalidOperationException("A wrong password was taken.");
    }
}
