using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Yarnwheel.Data.Model;

/// <summary>Gives the migration tool a context: dotnet ef migrations add NAME --project src/Yarnwheel.Data.</summary>
internal sealed class DesignTimeFactory : IDesignTimeDbContextFactory<YarnwheelContext>
{
    public YarnwheelContext CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<YarnwheelContext>().UseSqlite("Data Source=design.db").Options);
}
