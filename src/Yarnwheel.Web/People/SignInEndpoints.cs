using Microsoft.AspNetCore.Identity;
using Yarnwheel.Core;

namespace Yarnwheel.Web.People;

/// <summary>A name and a password.</summary>
/// <param name="Stay">Whether to stay signed in when the browser is closed.</param>
internal sealed record SignInRequest(string Name, string Password, bool Stay);

/// <summary>A password in place of another.</summary>
internal sealed record PasswordRequest(string Old, string New);

/// <summary>Signing in and out, one's password.</summary>
internal static class SignInEndpoints
{
    public static void MapSignIn(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/sign-in", async (SignInRequest request, SignInManager<IdentityUser> door, UserManager<IdentityUser> people, ILoggerFactory logs) =>
        {
            var person = await people.FindByNameAsync(request.Name);
            // As long as for somebody who is known, so that names can't be found out.
            if (person is null) people.PasswordHasher.HashPassword(new IdentityUser(), request.Password);
            var result = person is null ? SignInResult.Failed : await door.PasswordSignInAsync(person, request.Password, request.Stay, lockoutOnFailure: true);
            if (result.Succeeded) return Results.NoContent();
            logs.CreateLogger("Yarnwheel.SignIn").LogWarning("Somebody could not sign in ({Why})", result.IsLockedOut ? "locked out" : "name or password");
            return Results.Text(result.IsLockedOut ? $"After {Accounts.MostFailures} wrong passwords the account rests for {Accounts.Rest.TotalMinutes} minutes." : "Name and password don’t belong together.", statusCode: StatusCodes.Status401Unauthorized);
        }).AllowAnonymous().RequireRateLimiting(Rates.SignIn);
        routes.MapPost("/sign-out", async (SignInManager<IdentityUser> door) =>
        {
            await door.SignOutAsync();
            return Results.NoContent();
        }).ForLooking();
        routes.MapPost("/account/password", async (PasswordRequest request, SignInManager<IdentityUser> door, UserManager<IdentityUser> people, HttpContext context) =>
        {
            var person = await people.GetUserAsync(context.User) ?? throw new YarnwheelException("Your account is not there any more.");
            if (await people.IsLockedOutAsync(person)) throw new YarnwheelException($"After {Accounts.MostFailures} wrong passwords the account rests for {Accounts.Rest.TotalMinutes} minutes.");
            if (!await people.CheckPasswordAsync(person, request.Old))
            {
                await people.AccessFailedAsync(person);
                throw new YarnwheelException("The old password is another one. Nothing was changed.");
            }
            Accounts.Check(await people.ChangePasswordAsync(person, request.Old, request.New));
            // Whoever else is signed in by it is signed out.
            await door.RefreshSignInAsync(person);
            return Results.NoContent();
        }).ForLooking().RequireRateLimiting(Rates.SignIn);
    }
}
