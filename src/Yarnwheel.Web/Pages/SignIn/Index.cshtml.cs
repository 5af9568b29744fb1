using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Pages.SignIn;

/// <summary>The door, where people sign in.</summary>
[AllowAnonymous]
public sealed class IndexModel(Sight sight) : PageModel
{
    /// <summary>Where it leads: a page of the application.</summary>
    [BindProperty(SupportsGet = true, Name = "to")]
    public string? Wanted { get; set; }

    public string To => Url.IsLocalUrl(Wanted) ? Wanted : "/";

    /// <summary>Whether what is typed can be read on its way.</summary>
    public bool IsReadable => !Request.IsHttps && HttpContext.Connection.RemoteIpAddress is { } address && !System.Net.IPAddress.IsLoopback(address);

    public IActionResult OnGet() => !sight.IsOn || User.Identity is { IsAuthenticated: true } ? LocalRedirect(To) : Page();
}
