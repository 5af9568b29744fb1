using Microsoft.EntityFrameworkCore;

namespace Yarnwheel.Data.Model;

/// <summary>The database: photos, takes and their journals.</summary>
public sealed class YarnwheelContext(DbContextOptions<YarnwheelContext> options) : DbContext(options)
{
    public DbSet<PhotoRow> Photos => Set<PhotoRow>();

    public DbSet<TakeRow> Takes => Set<TakeRow>();

    public DbSet<StepRow> Steps => Set<StepRow>();

    public DbSet<MixRow> Mixes => Set<MixRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        ArgumentNullException.ThrowIfNull(modelBuilder);
        modelBuilder.Entity<PhotoRow>(photo =>
        {
            photo.ToTable("Photos");
            photo.Property(p => p.Hash).HasMaxLength(64);
            photo.HasIndex(p => p.Hash).IsUnique();
            photo.HasMany(p => p.Takes).WithOne(t => t.Photo).HasForeignKey(t => t.PhotoId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<TakeRow>(take =>
        {
            take.ToTable("Takes");
            take.Property(t => t.Revision).IsConcurrencyToken();
            take.HasMany(t => t.Steps).WithOne().HasForeignKey(s => s.TakeId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<MixRow>().ToTable("Mixes");
        modelBuilder.Entity<StepRow>(step =>
        {
            step.ToTable("Steps");
            step.HasKey(s => new { s.TakeId, s.Number });
        });
    }
}
