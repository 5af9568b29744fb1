using Microsoft.AspNetCore.Identity;
using Yarnwheel.Core;

namespace Yarnwheel.Web.People;

/// <summary>What the browser answers for a passkey, as JSON of the Web Authentication standard (W3C WebAuthn Level 3, 5.1).</summary>
/// <param name="Credential">The JSON.</param>
/// <param name="Name">What a new one is called.</param>
internal sealed record PasskeyRequest(string Credential, string? Name);

/// <summary>Signing in without a password, by a key that the device keeps.</summary>
internal static class PasskeyEndpoints
{
    private const int LongestName = 60, Most = 20;

    public static void MapPasskeys(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/sign-in/passkey-options", async (SignInManager<IdentityUser> door) => Results.Content(await door.MakePasskeyRequestOptionsAsync(null), "application/json"))
            .AllowAnonymous().RequireRateLimiting(Rates.SignIn);
        routes.MapPost("/sign-in/passkey", async (PasskeyRequest request, SignInManager<IdentityUser> door) =>
        {
            var result = await SignInAsync(door, request.Credential);
            return result.Succeeded ? Results.NoContent() : Results.Text(result.IsLockedOut ? "The account rests for a while, after wrong passwords." : "That passkey is not known here.", statusCode: StatusCodes.Status401Unauthorized);
        }).AllowAnonymous().RequireRateLimiting(Rates.SignIn);
        routes.MapPost("/account/passkeys/options", async (SignInManager<IdentityUser> door, UserManager<IdentityUser> people, HttpContext context) =>
        {
            var person = await OwnAsync(people, context);
            return Results.Content(await door.MakePasskeyCreationOptionsAsync(new() { Id = person.Id, Name = person.UserName!, DisplayName = person.UserName! }), "application/json");
        }).ForLooking();
        routes.MapPost("/account/passkeys", async (PasskeyRequest request, SignInManager<IdentityUser> door, UserManager<IdentityUser> people, HttpContext context) =>
        {
            var person = await OwnAsync(people, context);
            if ((await people.GetPasskeysAsync(person)).Count >= Most) throw new YarnwheelException($"There are {Most} passkeys already; remove one first.");
            var made = await MadeAsync(door, request.Credential);
            if (!made.Succeeded) throw new YarnwheelException($"The passkey was not taken: {made.Failure.Message}");
            made.Passkey.Name = request.Name?.Trim() is { Length: > 0 and <= LongestName } name ? name : "passkey";
            Accounts.Check(await people.AddOrUpdatePasskeyAsync(person, made.Passkey));
            return Results.NoContent();
        }).ForLooking();
        routes.MapPost("/account/passkeys/{key}/remove", async (string key, UserManager<IdentityUser> people, HttpContext context) =>
        {
            Accounts.Check(await people.RemovePasskeyAsync(await OwnAsync(people, context), Key(key)));
            return Results.NoContent();
        }).ForLooking();
    }

    private static async Task<PasskeyAttestationResult> MadeAsync(SignInManager<IdentityUser> door, string credential)
    {
        try
        {
            return await door.PerformPasskeyAttestationAsync(credential);
        }
        catch (Exception exception) when (exception is InvalidOperationException or System.Text.Json.JsonException)
        {
            throw new YarnwheelException("The passkey was not taken: begin again.", exception);
        }
    }

    private static async Task<SignInResult> SignInAsync(SignInManager<IdentityUser> door, string credential)
    {
        try
        {
            return await door.PasskeySignInAsync(credential);
        }
        catch (Exception exception) when (exception is InvalidOperationException or System.Text.Json.JsonException)
        {
            // Nobody was asked for one, or it is none at all.
            return SignInResult.Failed;
        }
    }

    private static byte[] Key(string digits)
    {
        try
        {
            return Convert.FromHexString(digits);
        }
        catch (FormatException)
        {
            throw new YarnwheelException("There is no such passkey.");
        }
    }

    private static async Task<IdentityUser> OwnAsync(UserManager<IdentityUser> people, HttpContext context) =>
        await people.GetUserAsync(context.User) ?? throw new YarnwheelException("Your account is not there any more.");
}
