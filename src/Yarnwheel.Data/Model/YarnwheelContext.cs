using Microsoft.EntityFrameworkCore;

namespace Yarnwheel.Data.Model;

/// <summary>The database: photos and their sets, takes and their journals, mixes and looks.</summary>
public sealed class YarnwheelContext(DbContextOptions<YarnwheelContext> options) : DbContext(options)
{
    private Viewer? viewer;

    /// <summary>The database as somebody may see it: the rest is not there. Without that, all of it is.</summary>
    /// <param name="options">How it is opened.</param>
    /// <param name="viewer">Whoever looks; null for the application itself.</param>
    public static YarnwheelContext Seen(DbContextOptions<YarnwheelContext> options, Viewer? viewer) => new(options) { viewer = viewer };

    /// <summary>Whom what is added belongs to; empty for nobody.</summary>
    public string Owner => viewer is { IsOwner: true } ? viewer.Person : "";

    /// <summary>Whoever looks, null for all.</summary>
    private string? Person => viewer?.Person;

    private bool SeesUnowned => viewer is { IsOwner: true };

    public DbSet<PhotoRow> Photos => Set<PhotoRow>();

    public DbSet<TakeRow> Takes => Set<TakeRow>();

    public DbSet<StepRow> Steps => Set<StepRow>();

    public DbSet<MixRow> Mixes => Set<MixRow>();

    public DbSet<SetRow> Sets => Set<SetRow>();

    public DbSet<LookRow> Looks => Set<LookRow>();

    /// <summary>Photos that whoever looks may remove and share, besides seeing them.</summary>
    public IQueryable<PhotoRow> OwnPhotos => Photos.Where(p => Person == null || p.Owner == Person || (SeesUnowned && p.Owner == ""));

    /// <summary>Sets that whoever looks may change and share, besides seeing them.</summary>
    public IQueryable<SetRow> OwnSets => Sets.Where(s => Person == null || s.Owner == Person || (SeesUnowned && s.Owner == ""));

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        ArgumentNullException.ThrowIfNull(modelBuilder);
        modelBuilder.Entity<PhotoRow>(photo =>
        {
            photo.ToTable("Photos");
            photo.Property(p => p.Hash).HasMaxLength(64);
            photo.HasIndex(p => new { p.Owner, p.Hash, p.Page }).IsUnique();
            photo.HasIndex(p => p.Hash);
            photo.Property(p => p.Owner).HasDefaultValue("");
            photo.HasQueryFilter(p => Person == null || p.Owner == Person || (SeesUnowned && p.Owner == "") || p.Sets.Any(s => s.Shares.Any(h => h.Person == Person)));
            photo.Property(p => p.Pages).HasDefaultValue(1);
            photo.HasMany(p => p.Takes).WithOne(t => t.Photo).HasForeignKey(t => t.PhotoId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<TakeRow>(take =>
        {
            take.ToTable("Takes");
            take.Property(t => t.Revision).IsConcurrencyToken();
            // One that was removed is not seen, but can be brought back for a while.
            take.HasQueryFilter(t => t.RemovedAt == null
                && (Person == null || t.Photo!.Owner == Person || (SeesUnowned && t.Photo!.Owner == "") || t.Photo!.Sets.Any(s => s.Shares.Any(h => h.Person == Person))));
            take.HasMany(t => t.Steps).WithOne().HasForeignKey(s => s.TakeId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<MixRow>().ToTable("Mixes");
        modelBuilder.Entity<LookRow>().ToTable("Looks");
        modelBuilder.Entity<SetRow>(set =>
        {
            set.ToTable("Sets");
            set.Property(s => s.Owner).HasDefaultValue("");
            set.HasQueryFilter(s => Person == null || s.Owner == Person || (SeesUnowned && s.Owner == "") || s.Shares.Any(h => h.Person == Person));
            set.HasMany(s => s.Shares).WithOne().HasForeignKey(h => h.SetId).OnDelete(DeleteBehavior.Cascade);
            set.HasMany(s => s.Photos).WithMany(p => p.Sets).UsingEntity("SetPhotos");
        });
        modelBuilder.Entity<ShareRow>(share =>
        {
            share.ToTable("SetShares");
            share.HasKey(h => new { h.SetId, h.Person });
            share.HasIndex(h => h.Person);
        });
        modelBuilder.Entity<StepRow>(step =>
        {
            step.ToTable("Steps");
            step.HasKey(s => new { s.TakeId, s.Number });
        });
    }
}
