using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Yarnwheel.Web.People;

/// <summary>The accounts, in a database of their own: it is there only where somebody signs in.</summary>
internal sealed class PeopleContext(DbContextOptions<PeopleContext> options) : IdentityDbContext<IdentityUser>(options);

/// <summary>Gives the migration tool a context: dotnet ef migrations add NAME --project src/Yarnwheel.Web --context PeopleContext -o People/Migrations.</summary>
internal sealed class PeopleDesign : IDesignTimeDbContextFactory<PeopleContext>
{
    public PeopleContext CreateDbContext(string[] args) => new(new DbContextOptionsBuilder<PeopleContext>().UseSqlite("Data Source=design.db")
        .UseApplicationServiceProvider(new ServiceCollection().Configure<IdentityOptions>(o => o.Stores.SchemaVersion = Accounts.Schema).BuildServiceProvider()).Options);
}
