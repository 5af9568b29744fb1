using Microsoft.AspNetCore.Identity;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.People;

/// <summary>What somebody may do.</summary>
internal static class Roles
{
    /// <summary>Has photos of their own, and shares them.</summary>
    public const string Owner = "owner";

    /// <summary>Looks at what is shared with them.</summary>
    public const string Guest = "guest";
}

/// <summary>Accounts: how they are kept, and the rules of their passwords.</summary>
internal static class Accounts
{
    /// <summary>Length, and no rules of what must be in it (NIST SP 800-63B, 3.1.1.2: at least 15 where the password is all there is, no composition rules).</summary>
    public const int ShortestPassword = 15, LongestName = 60;

    /// <summary>Wrong passwords until an account rests, and how long.</summary>
    public const int MostFailures = 5;

    public static readonly TimeSpan Rest = TimeSpan.FromMinutes(15);

    /// <summary>The one with passkeys.</summary>
    public static Version Schema => IdentitySchemaVersions.Version3;

    public static IdentityBuilder AddAccounts(this IServiceCollection services, DataFolder folder)
    {
        services.AddDbContext<PeopleContext>(options => options.UseSqlite(new SqliteConnectionStringBuilder { DataSource = folder.People, DefaultTimeout = 10 }.ToString()));
        return services.AddIdentityCore<IdentityUser>(options =>
        {
            options.Stores.SchemaVersion = Schema;
            options.User.AllowedUserNameCharacters = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-._@";
            options.Password.RequiredLength = ShortestPassword;
            options.Password.RequiredUniqueChars = 5;
            options.Password.RequireDigit = options.Password.RequireLowercase = options.Password.RequireUppercase = options.Password.RequireNonAlphanumeric = false;
            options.Lockout.AllowedForNewUsers = true;
            options.Lockout.MaxFailedAccessAttempts = MostFailures;
            options.Lockout.DefaultLockoutTimeSpan = Rest;
        }).AddRoles<IdentityRole>().AddEntityFrameworkStores<PeopleContext>().AddPasswordValidator<NotTheName>();
    }

    /// <summary>The database of accounts, brought up to date, with both roles in it.</summary>
    public static async Task PrepareAsync(IServiceProvider scope)
    {
        var database = scope.GetRequiredService<PeopleContext>().Database;
        await database.MigrateAsync();
        await database.ExecuteSqlRawAsync("PRAGMA journal_mode = WAL");
        var roles = scope.GetRequiredService<RoleManager<IdentityRole>>();
        foreach (var role in (string[])[Roles.Owner, Roles.Guest])
            if (!await roles.RoleExistsAsync(role)) Check(await roles.CreateAsync(new IdentityRole(role)));
    }

    /// <exception cref="Core.YarnwheelException">It was refused; says why.</exception>
    public static void Check(IdentityResult result)
    {
        if (!result.Succeeded) throw new Core.YarnwheelException(string.Join(' ', result.Errors.Select(e => e.Description)));
    }

    private sealed class NotTheName : IPasswordValidator<IdentityUser>
    {
        public Task<IdentityResult> ValidateAsync(UserManager<IdentityUser> manager, IdentityUser user, string? password) =>
            Task.FromResult(user.UserName is { Length: > 2 } name && password?.Contains(name, StringComparison.OrdinalIgnoreCase) == true
                ? IdentityResult.Failed(new IdentityError { Code = "Name", Description = "The password has the name in it." }) : IdentityResult.Success);
    }
}
