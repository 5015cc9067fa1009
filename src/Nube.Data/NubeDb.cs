using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Nube.Data.Entities;
using Nube.Data.Mapping;

namespace Nube.Data;

/// <summary>Says whose rows may be seen.</summary>
public interface IMakerScope
{
    /// <summary>The maker at work; an empty id sees nothing.</summary>
    Guid MakerId { get; }
}

/// <summary>Everything that is kept.</summary>
/// <remarks>Every row of a maker's is filtered by the maker at work; what no maker owns (accounts, keys) is
/// not.</remarks>
public sealed class NubeDb(DbContextOptions<NubeDb> options, IMakerScope scope)
    : IdentityUserContext<Maker, Guid>(options),
        IDataProtectionKeyContext
{
    /// <summary>What makers own.</summary>
    public DbSet<StashItem> Stash => Set<StashItem>();

    /// <summary>Swatch sheets.</summary>
    public DbSet<Sheet> Sheets => Set<Sheet>();

    /// <summary>Files.</summary>
    public DbSet<StoredFile> Files => Set<StoredFile>();

    /// <summary>Runs, with pieces and plan.</summary>
    public DbSet<Run> Runs => Set<Run>();

    /// <summary>Pieces of runs, with image and scene.</summary>
    public DbSet<RunPiece> Pieces => Set<RunPiece>();

    /// <summary>Stamps that can be placed in scenes.</summary>
    public DbSet<StampPrint> Stamps => Set<StampPrint>();

    /// <summary>Scenes of pieces.</summary>
    public DbSet<PieceScene> Scenes => Set<PieceScene>();

    /// <summary>What was found in the background for plans.</summary>
    public DbSet<FoundOrder> FoundOrders => Set<FoundOrder>();

    /// <summary>Taps at the bench.</summary>
    public DbSet<BenchTap> Taps => Set<BenchTap>();

    /// <summary>Long work.</summary>
    public DbSet<Job> Jobs => Set<Job>();

    /// <summary>Pictures of coloured cards, and what was found on them.</summary>
    public DbSet<CardCheck> CardChecks => Set<CardCheck>();

    /// <summary>How cards of plans look; can be computed again.</summary>
    public DbSet<CardLook> CardLooks => Set<CardLook>();

    /// <summary>Their pictures.</summary>
    public DbSet<LookStill> LookStills => Set<LookStill>();

    /// <summary>Sign-ins; not filtered by maker, for they say who the maker is.</summary>
    public DbSet<Session> Sessions => Set<Session>();

    /// <summary>Tries to sign in that failed.</summary>
    public DbSet<FailedSignIn> FailedSignIns => Set<FailedSignIn>();

    /// <summary>What this installation made up for itself.</summary>
    public DbSet<InstallationSecret> Secrets => Set<InstallationSecret>();

    /// <inheritdoc />
    public DbSet<DataProtectionKey> DataProtectionKeys => Set<DataProtectionKey>();

    /// <summary>The maker whose things are seen.</summary>
    public Guid MakerId => scope.MakerId;

    /// <summary>Removes makers with all that is theirs; answers how many they were.</summary>
    public static async Task<int> Remove(IQueryable<Maker> makers, NubeDb db, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(makers);
        ArgumentNullException.ThrowIfNull(db);
        await using var whole = await db.Database.BeginTransactionAsync(cancel);
        // Runs first: what they were coloured with may not go before them.
        await db
            .Runs.IgnoreQueryFilters()
            .Where(run => makers.Any(maker => maker.Id == run.MakerId))
            .ExecuteDeleteAsync(cancel);
        var removed = await makers.ExecuteDeleteAsync(cancel);
        await whole.CommitAsync(cancel);
        return removed;
    }

    /// <inheritdoc />
    protected override void OnModelCreating(ModelBuilder builder)
    {
        ArgumentNullException.ThrowIfNull(builder);
        base.OnModelCreating(builder);
        builder.Entity<Maker>(maker =>
        {
            maker.ToTable("makers");
            maker.Property(m => m.Room).AsJsonb();
            maker.Property(m => m.Kept).AsJsonb();
            maker.Property(m => m.Schools).AsJsonb();
            maker.Property(m => m.Sitting).AsJsonb();
            maker.Property(m => m.Learned).AsJsonb();
            maker.Property(m => m.Chart).AsJsonb();
        });
        builder.Entity<IdentityUserClaim<Guid>>().ToTable("maker_claims");
        builder.Entity<IdentityUserLogin<Guid>>().ToTable("maker_logins");
        builder.Entity<IdentityUserToken<Guid>>().ToTable("maker_tokens");
        builder.Entity<IdentityUserPasskey<Guid>>(passkey =>
        {
            passkey.ToTable("maker_passkeys");
            passkey.HasKey(p => p.CredentialId);
            passkey.HasOne<Maker>().WithMany().HasForeignKey(p => p.UserId);
            passkey.Property(p => p.CredentialId).HasMaxLength(1024); // bytes, the most that Web Authentication allows
            passkey.OwnsOne(p => p.Data).ToJson();
        });

        builder.Entity<Session>(session =>
        {
            session.ToTable("sessions");
            session.HasKey(s => s.KeyHash);
            session.HasOne<Maker>().WithMany().HasForeignKey(s => s.MakerId);
            session.Property(s => s.KeyHash).HasMaxLength(64);
        });
        builder.Entity<FailedSignIn>(failed =>
        {
            failed.ToTable("failed_sign_ins");
            failed.HasKey(f => f.Key);
            failed.Property(f => f.Key).HasMaxLength(64);
        });
        builder.Entity<InstallationSecret>(secret =>
        {
            secret.ToTable("installation_secrets");
            secret.HasKey(s => s.Name);
            secret.Property(s => s.Name).HasMaxLength(50);
        });

        builder.Entity<StashItem>(item =>
        {
            item.ToTable("stash_items");
            item.HasQueryFilter(i => i.MakerId == MakerId);
            item.HasOne<Maker>().WithMany().HasForeignKey(i => i.MakerId);
            item.Property(i => i.Kind).HasConversion<string>().HasMaxLength(20);
            item.Property(i => i.Colourant).AsJsonb();
            item.Property(i => i.Paper).AsJsonb();
            item.Property(i => i.StampingInk).AsJsonb();
            item.Property(i => i.Supply).AsJsonb();
            item.Property(i => i.Sheets).AsJsonb();
            item.Property(i => i.KeptAt).HasMaxLength(200);
            item.Property(i => i.Note).HasMaxLength(1000);
            item.Ignore(i => i.Name);
        });
        builder.Entity<Sheet>(sheet =>
        {
            sheet.ToTable("sheets");
            sheet.HasQueryFilter(s => s.MakerId == MakerId);
            sheet.HasOne<Maker>().WithMany().HasForeignKey(s => s.MakerId);
            sheet.HasIndex(s => new { s.MakerId, s.Number }).IsUnique();
            sheet.Property(s => s.Size).HasConversion<string>().HasMaxLength(20);
            sheet.Property(s => s.Rows).AsJsonb();
            sheet.Property(s => s.Pictures).AsJsonb();
            sheet.Property(s => s.Metered).AsJsonb();
            sheet.Property(s => s.LeftOut).AsJsonb();
            sheet.Property(s => s.Version).IsRowVersion();
            sheet.Ignore(s => s.Layout);
        });
        builder.Entity<StoredFile>(file =>
        {
            file.ToTable("files");
            file.HasKey(f => new { f.MakerId, f.Hash });
            file.HasQueryFilter(f => f.MakerId == MakerId);
            file.HasOne<Maker>().WithMany().HasForeignKey(f => f.MakerId);
            file.Property(f => f.Hash).HasMaxLength(64);
            file.Property(f => f.MediaType).HasMaxLength(100);
        });
        builder.Entity<Run>(run =>
        {
            run.ToTable("runs");
            run.HasQueryFilter(r => r.MakerId == MakerId);
            run.HasOne<Maker>().WithMany().HasForeignKey(r => r.MakerId);
            run.Property(r => r.Name).HasMaxLength(200);
            run.Property(r => r.Palette).AsJsonb();
            run.Property(r => r.Silenced).AsJsonb();
            run.Property(r => r.MeantSo).AsJsonb();
            run.Property(r => r.Schools).AsJsonb();
            run.Property(r => r.Design).AsJsonb();
            run.Property(r => r.Version).IsRowVersion();
            run.HasMany(r => r.Pieces).WithOne().HasForeignKey(p => p.RunId);
            run.HasOne(r => r.Plan).WithOne().HasForeignKey<RunPlan>(p => p.RunId);
        });
        builder.Entity<RunPiece>(piece =>
        {
            piece.ToTable("pieces");
            piece.HasQueryFilter(p => p.MakerId == MakerId);
            piece.HasOne<StashItem>().WithMany().HasForeignKey(p => p.PaperId).OnDelete(DeleteBehavior.Restrict);
            piece.HasOne<StashItem>().WithMany().HasForeignKey(p => p.StampingInkId).OnDelete(DeleteBehavior.Restrict);
            piece.HasIndex(p => new { p.RunId, p.Place }).IsUnique();
            piece.Property(p => p.Colours).AsJsonb();
            piece.Property(p => p.CardWork).AsJsonb();
            piece.Property(p => p.Version).IsRowVersion();
            piece.HasOne(p => p.Image).WithOne().HasForeignKey<PieceImage>(i => i.PieceId);
            piece.HasOne(p => p.Scene).WithOne().HasForeignKey<PieceScene>(s => s.PieceId);
        });
        builder.Entity<PieceImage>(image =>
        {
            image.ToTable("piece_images");
            image.HasKey(i => i.PieceId);
            image.HasQueryFilter(i => i.MakerId == MakerId);
            image.Property(i => i.FileHash).HasMaxLength(64);
            image.Property(i => i.LineHash).HasMaxLength(64);
            image.Property(i => i.LabelsHash).HasMaxLength(64);
            image.Property(i => i.FileName).HasMaxLength(260);
            image.Property(i => i.Size).AsJsonb();
            image.Property(i => i.Panel).AsJsonb();
            image.Property(i => i.Areas).AsJsonb();
            image.Property(i => i.Touching).AsJsonb();
            image.Property(i => i.Edits).AsJsonb();
            image.Property(i => i.Names).AsJsonb();
            image.Property(i => i.Notes).AsJsonb();
            image.Property(i => i.Light).AsJsonb();
            image.Property(i => i.Zones).AsJsonb();
            image.Property(i => i.Marks).AsJsonb();
            image.Property(i => i.Dams).AsJsonb();
            image.Property(i => i.MayRun).AsJsonb();
            image.Property(i => i.Print).AsJsonb();
            image.Property(i => i.Depth).AsJsonb();
            image.Property(i => i.Version).IsRowVersion();
        });
        builder.Entity<StampPrint>(stamp =>
        {
            stamp.ToTable("stamps");
            stamp.HasQueryFilter(s => s.MakerId == MakerId);
            stamp.HasOne<Maker>().WithMany().HasForeignKey(s => s.MakerId);
            stamp.Property(s => s.Name).HasMaxLength(100);
            stamp.Property(s => s.LineHash).HasMaxLength(64);
            stamp.Property(s => s.Silhouette).AsJsonb();
            stamp.Ignore(s => s.Stamp);
        });
        builder.Entity<PieceScene>(scene =>
        {
            scene.ToTable("piece_scenes");
            scene.HasKey(s => s.PieceId);
            scene.HasQueryFilter(s => s.MakerId == MakerId);
            scene.Property(s => s.Scene).AsJsonb();
            scene.Property(s => s.Found).AsJsonb();
            scene.Property(s => s.Version).IsRowVersion();
        });
        builder.Entity<RunPlan>(plan =>
        {
            plan.ToTable("run_plans");
            plan.HasKey(p => p.RunId);
            plan.HasQueryFilter(p => p.MakerId == MakerId);
            plan.Property(p => p.Plan).AsJsonb();
            plan.Ignore(p => p.Better).Ignore(p => p.AtLeastSeconds);
            plan.HasMany(p => p.Found).WithOne().HasForeignKey(f => f.RunId);
            plan.Property(p => p.Air).AsJsonb();
            plan.Property(p => p.Palette).AsJsonb();
            plan.Property(p => p.Basis).HasMaxLength(400);
            plan.Property(p => p.Version).IsRowVersion();
        });
        builder.Entity<FoundOrder>(found =>
        {
            found.ToTable("found_orders");
            found.HasKey(f => new { f.RunId, f.Edition });
            found.HasQueryFilter(f => f.MakerId == MakerId);
            found.Property(f => f.Better).AsJsonb();
        });
        builder.Entity<BenchTap>(tap =>
        {
            tap.ToTable("bench_taps");
            tap.HasQueryFilter(t => t.MakerId == MakerId);
            tap.HasOne<Run>().WithMany().HasForeignKey(t => t.RunId);
            tap.Property(t => t.Id).ValueGeneratedNever();
            tap.Property(t => t.Arrival).UseIdentityAlwaysColumn();
            tap.Property(t => t.Tap).AsJsonb();
            tap.HasIndex(t => new { t.RunId, t.Arrival });
        });
        builder.Entity<CardCheck>(check =>
        {
            check.ToTable("card_checks");
            check.HasQueryFilter(c => c.MakerId == MakerId);
            check.HasOne<Run>().WithMany().HasForeignKey(c => c.RunId);
            check.Property(c => c.FileHash).HasMaxLength(64);
            check.Property(c => c.FileName).HasMaxLength(260);
            check.Property(c => c.Cards).AsJsonb();
            check.Property(c => c.Version).IsRowVersion();
            check.HasIndex(c => new { c.RunId, c.TakenAt });
        });
        builder.Entity<CardLook>(look =>
        {
            look.ToTable("card_looks");
            look.HasKey(l => new { l.MakerId, l.Key });
            look.HasQueryFilter(l => l.MakerId == MakerId);
            look.HasOne<Run>().WithMany().HasForeignKey(l => l.RunId);
            look.Property(l => l.Key).HasMaxLength(64);
            look.HasMany(l => l.Stills).WithOne().HasForeignKey(s => new { s.MakerId, s.Key });
            look.HasIndex(l => l.WantedAt);
        });
        builder.Entity<LookStill>(still =>
        {
            still.ToTable("look_stills");
            still.HasKey(s => new
            {
                s.MakerId,
                s.Key,
                s.Number,
                s.Coarse,
            });
            still.HasQueryFilter(s => s.MakerId == MakerId);
            still.Property(s => s.Key).HasMaxLength(64);
            still.Property(s => s.Moment).HasConversion<string>().HasMaxLength(20);
        });
        builder.Entity<Job>(job =>
        {
            job.ToTable("jobs");
            job.HasQueryFilter(j => j.MakerId == MakerId);
            job.HasOne<Run>().WithMany().HasForeignKey(j => j.RunId);
            job.Property(j => j.Kind).HasConversion<string>().HasMaxLength(20);
            job.Property(j => j.Order).HasColumnType("jsonb");
            job.Property(j => j.TakenBy).HasMaxLength(100);
            job.Property(j => j.State).HasConversion<string>().HasMaxLength(20);
            job.HasIndex(j => new { j.State, j.Kind });
            job.Property(j => j.Message).HasMaxLength(1000);
        });
    }
}
