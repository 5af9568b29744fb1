using Microsoft.AspNetCore.Identity;

namespace Yarnwheel.Web.People;

/// <summary>Somebody with an account.</summary>
public sealed record Fellow(string Name, bool IsOwner);

/// <summary>The others, whom something can be shared with.</summary>
internal static class Circle
{
    /// <summary>All with an account but one, by name.</summary>
    public static async Task<IReadOnlyList<Fellow>> OthersAsync(this UserManager<IdentityUser> people, string than)
    {
        var owners = (await people.GetUsersInRoleAsync(Roles.Owner)).Select(u => new Fellow(u.UserName!, true));
        var guests = (await people.GetUsersInRoleAsync(Roles.Guest)).Select(u => new Fellow(u.UserName!, false));
        return [.. owners.Concat(guests).Where(f => f.Name != than).OrderBy(f => f.Name, StringComparer.OrdinalIgnoreCase)];
    }
}
