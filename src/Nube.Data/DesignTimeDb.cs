using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Nube.Data;

/// <summary>Lets the migration tool see the model without a database or a server.</summary>
public sealed class DesignTimeDb : IDesignTimeDbContextFactory<NubeDb>
{
    /// <inheritdoc />
    public NubeDb CreateDbContext(string[] args) => new(Options("Host=127.0.0.1;Database=nube"), new Nobody());

    /// <summary>How the database is reached, everywhere alike.</summary>
    public static DbContextOptions<NubeDb> Options(string connection)
    {
        var builder = new DbContextOptionsBuilder<NubeDb>();
        Configure(builder, connection);
        return builder.Options;
    }

    /// <summary>PostgreSQL with snake case names.</summary>
    public static void Configure(DbContextOptionsBuilder builder, string connection)
    {
        ArgumentNullException.ThrowIfNull(builder);
        builder.UseNpgsql(connection).UseSnakeCaseNamingConvention();
    }

    private sealed class Nobody : IMakerScope
    {
        public Guid MakerId => Guid.Empty;
    }
}
