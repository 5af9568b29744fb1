using System.Net;
using System.Security.Cryptography.X509Certificates;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Hosting;

namespace Yarnwheel.Web.People;

/// <summary>Sign-in, where the application can be reached by others: who is there, and what they may see. Where it can't, all of it is left out.</summary>
internal static class SignIn
{
    /// <exception cref="YarnwheelException">Nobody could sign in, or the certificate can't be read.</exception>
    public static async Task AddSignInAsync(this WebApplicationBuilder builder, StartOptions start, DataFolder folder)
    {
        var services = builder.Services;
        if (start.Certificate is { } file) builder.WebHost.ConfigureKestrel(kestrel => kestrel.ConfigureHttpsDefaults(https => https.ServerCertificate = Read(file, start.Key)));
        else if (start.IsEncrypted) throw new YarnwheelException("An https address needs --certificate FILE, and --key FILE where the key is in a file of its own (PEM).");
        if (start.Proxies.Count > 0)
            services.Configure<ForwardedHeadersOptions>(options =>
            {
                options.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto;
                options.KnownProxies.Clear();
                options.KnownIPNetworks.Clear();
                foreach (var proxy in start.Proxies) options.KnownProxies.Add(proxy);
            });
        if (!start.AsksWho)
        {
            services.AddSingleton(provider => new Sight(null, provider.GetRequiredService<DbContextOptions<YarnwheelContext>>()));
            return;
        }
        services.AddHttpContextAccessor();
        services.AddSingleton(provider => new Sight(provider.GetRequiredService<IHttpContextAccessor>(), provider.GetRequiredService<DbContextOptions<YarnwheelContext>>()));
        services.AddSingleton<IDbContextFactory<YarnwheelContext>>(provider => provider.GetRequiredService<Sight>());
        services.AddAccounts(folder).AddSignInManager();
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddIdentityCookies(cookies => cookies.ApplicationCookie!.Configure(cookie =>
        {
            cookie.Cookie.Name = "yarnwheel-person";
            cookie.Cookie.SameSite = SameSiteMode.Strict;
            cookie.Cookie.HttpOnly = true;
            cookie.ExpireTimeSpan = TimeSpan.FromDays(14);
            cookie.LoginPath = "/sign-in";
            cookie.ReturnUrlParameter = "to";
            cookie.Events.OnRedirectToLogin = async redirect =>
            {
                // A page leads to the door; everything else is answered with words.
                if (HttpMethods.IsGet(redirect.Request.Method) && !redirect.Request.Headers.ContainsKey("HX-Request") && redirect.Request.Headers.Accept.ToString().Contains("text/html", StringComparison.Ordinal)) redirect.Response.Redirect(redirect.RedirectUri);
                else await Problems.Write(redirect.HttpContext, StatusCodes.Status401Unauthorized, "You are not signed in any more. Reload the page to sign in; what was acknowledged is kept.");
            };
        }));
        // Whoever was removed, or became a guest, is out of it within a minute.
        services.Configure<SecurityStampValidatorOptions>(options => options.ValidationInterval = TimeSpan.FromMinutes(1));
        services.AddAuthorizationBuilder().SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build());
        services.AddRates();
        await RefuseNobodyAsync(start, folder);
    }

    /// <summary>Comes first of all: who asks, and by what, is what the known proxies say.</summary>
    public static void UseProxies(this WebApplication app, StartOptions start)
    {
        if (start.Proxies.Count > 0) app.UseForwardedHeaders();
        if (start.IsEncrypted || start.Proxies.Count > 0) app.UseHsts();
    }

    /// <summary>Comes after routing: what an address is decides who may use it.</summary>
    public static void UseSignIn(this WebApplication app, StartOptions start)
    {
        if (!start.AsksWho) return;
        app.UseAuthentication();
        app.UseRateLimiter();
        app.UseAuthorization();
        app.UsePassage();
    }

    /// <summary>What is said at the start where passwords could be read on their way.</summary>
    public static string? Warning(StartOptions start) => start.AsksWho && !start.IsLocal && !start.IsEncrypted && start.Proxies.Count == 0
        ? "Passwords and photos travel unencrypted: whoever is between can read them. --certificate FILE --key FILE encrypts; --proxy ADDRESS names a server in front that does." : null;

    private static async Task RefuseNobodyAsync(StartOptions start, DataFolder folder)
    {
        var services = new ServiceCollection().AddLogging();
        services.AddAccounts(folder);
        await using var provider = services.BuildServiceProvider();
        await using var scope = provider.CreateAsyncScope();
        await Accounts.PrepareAsync(scope.ServiceProvider);
        if ((await scope.ServiceProvider.GetRequiredService<UserManager<IdentityUser>>().GetUsersInRoleAsync(Roles.Owner)).Count == 0)
            throw new YarnwheelException($"At {start.Urls} everybody in the network could see, change and remove all photos, so people must sign in, and nobody has an account yet: “yarnwheel-web user add NAME” makes one. "
                + "Or start it on 127.0.0.1, or with --open if everybody may.");
    }

    private static X509Certificate2 Read(string file, string? key)
    {
        try
        {
            return file.EndsWith(".pfx", StringComparison.OrdinalIgnoreCase) || file.EndsWith(".p12", StringComparison.OrdinalIgnoreCase)
                ? X509CertificateLoader.LoadPkcs12FromFile(file, key is null ? null : File.ReadAllText(key).TrimEnd())
                : X509Certificate2.CreateFromPemFile(file, key);
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException or System.Security.Cryptography.CryptographicException)
        {
            throw new YarnwheelException($"The certificate {file} can't be used: {exception.Message}", exception);
        }
    }
}
