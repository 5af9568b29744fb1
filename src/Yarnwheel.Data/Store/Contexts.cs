using Microsoft.EntityFrameworkCore;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>Opens a data folder's database where no application runs around it.</summary>
public sealed class Contexts : IDbContextFactory<YarnwheelContext>
{
    private readonly DbContextOptions<YarnwheelContext> options;

    private Contexts(DbContextOptions<YarnwheelContext> options) => this.options = options;

    public static Contexts Of(DataFolder folder)
    {
        var builder = new DbContextOptionsBuilder<YarnwheelContext>();
        DatabaseSetup.Configure(builder, folder);
        return new Contexts(builder.Options);
    }

    public YarnwheelContext CreateDbContext() => new(options);
}
