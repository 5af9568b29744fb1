using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Pages.Account;

/// <summary>A passkey in the list.</summary>
public sealed record PasskeyLine(string Key, string Name, DateTimeOffset AddedAt);

/// <summary>One's account: password, passkeys, signing out.</summary>
public sealed class IndexModel(Sight sight, IServiceProvider services) : PageModel
{
    public string Person { get; private set; } = "";

    public bool IsOwner { get; private set; }

    public IReadOnlyList<PasskeyLine> Passkeys { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        if (sight.Viewer is not { } viewer) return Redirect("/");
        (Person, IsOwner) = (viewer.Person, viewer.IsOwner);
        // There are accounts only where people sign in.
        var people = services.GetRequiredService<UserManager<IdentityUser>>();
        if (await people.GetUserAsync(User) is not { } user) return Redirect("/sign-in");
        Passkeys = [.. (await people.GetPasskeysAsync(user)).OrderBy(p => p.CreatedAt).Select(p => new PasskeyLine(Convert.ToHexString(p.CredentialId), p.Name ?? "passkey", p.CreatedAt))];
        return Page();
    }
}
