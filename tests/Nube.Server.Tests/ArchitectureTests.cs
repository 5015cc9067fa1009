using System.Text.RegularExpressions;
using Nube.Core.Colour;
using Nube.Data;
using Nube.Devices;
using Nube.Workshop;

namespace Nube.Server.Tests;

/// <summary>Who may know whom: Core nobody; Devices, Data and Workshop know Core; Server knows all four.</summary>
public class ArchitectureTests
{
    private static List<string> Known(Type type) => [.. type.Assembly.GetReferencedAssemblies().Select(a => a.Name!)];

    [Fact]
    public void Core_knows_nothing_above_it_and_no_web_or_database()
    {
        var known = Known(typeof(Lab));
        Assert.DoesNotContain(known, name => name.StartsWith("Nube.", StringComparison.Ordinal));
        Assert.DoesNotContain(known, name =>
            name.StartsWith("Microsoft.AspNetCore", StringComparison.Ordinal)
            || name.StartsWith("Microsoft.EntityFrameworkCore", StringComparison.Ordinal)
            || name.StartsWith("Npgsql", StringComparison.Ordinal)
            || name is "System.Net.Http" or "System.Net.Sockets" or "System.IO.FileSystem"
        );
    }

    [Theory]
    [InlineData(typeof(SimulatedScanner))]
    [InlineData(typeof(NubeDb))]
    [InlineData(typeof(Apprentices))]
    public void Devices_Data_and_Workshop_know_Core_only(Type type) =>
        Assert.All(Known(type).Where(name => name.StartsWith("Nube.", StringComparison.Ordinal)), name =>
            Assert.Equal("Nube.Core", name)
        );

    [Fact]
    public void Core_reads_no_clock_no_file_and_no_chance_without_a_seed()
    {
        var root = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(root.FullName, "Nube.slnx")))
            root = root.Parent!;
        string[] forbidden =
        [
            "DateTime.Now",
            "DateTime.UtcNow",
            "DateTimeOffset.Now",
            "DateTimeOffset.UtcNow",
            "new Random()",
            "Random.Shared",
            "File.",
            "Console.",
            "Guid.NewGuid",
            "Environment.",
        ];
        var found = Directory
            .EnumerateFiles(Path.Combine(root.FullName, "src", "Nube.Core"), "*.cs", SearchOption.AllDirectories)
            .SelectMany(file =>
            {
                // Whole words: PictureFile is a type of Core's own.
                var text = File.ReadAllText(file);
                return forbidden
                    .Where(word => Regex.IsMatch(text, $@"(?<!\w){Regex.Escape(word)}"))
                    .Select(word => $"{Path.GetFileName(file)}: {word}");
            });
        Assert.Empty(found);
    }
}
