using Microsoft.EntityFrameworkCore;

namespace Yarnwheel.Data.Model;

/// <summary>The database: photos and their sets, takes and their journals, mixes and looks.</summary>
public sealed class YarnwheelContext(DbContextOptions<YarnwheelContext> options) : DbContext(options)
{
    public DbSet<PhotoRow> Photos => Set<PhotoRow>();

    public DbSet<TakeRow> Takes => Set<TakeRow>();

    public DbSet<StepRow> Steps => Set<StepRow>();

    public DbSet<MixRow> Mixes => Set<MixRow>();

    public DbSet<SetRow> Sets => Set<SetRow>();

    public DbSet<LookRow> Looks => Set<LookRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        ArgumentNullException.ThrowIfNull(modelBuilder);
        modelBuilder.Entity<PhotoRow>(photo =>
        {
            photo.ToTable("Photos");
            photo.Property(p => p.Hash).HasMaxLength(64);
            photo.HasIndex(p => new { p.Hash, p.Page }).IsUnique();
            photo.Property(p => p.Pages).HasDefaultValue(1);
            photo.HasMany(p => p.Takes).WithOne(t => t.Photo).HasForeignKey(t => t.PhotoId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<TakeRow>(take =>
        {
            take.ToTable("Takes");
            take.Property(t => t.Revision).IsConcurrencyToken();
            // One that was removed is not seen, but can be brought back for a while.
            take.HasQueryFilter(t => t.RemovedAt == null);
            take.HasMany(t => t.Steps).WithOne().HasForeignKey(s => s.TakeId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<MixRow>().ToTable("Mixes");
        modelBuilder.Entity<LookRow>().ToTable("Looks");
        modelBuilder.Entity<SetRow>(set =>
        {
            set.ToTable("Sets");
            set.HasMany(s => s.Photos).WithMany(p => p.Sets).UsingEntity("SetPhotos");
        });
        modelBuilder.Entity<StepRow>(step =>
        {
            step.ToTable("Steps");
            step.HasKey(s => new { s.TakeId, s.Number });
        });
    }
}
