using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;
using Yarnwheel.Web.Hosting;

namespace Yarnwheel.Web.People;

/// <summary>How often what costs the server something may be asked for, where people sign in.</summary>
internal static class Rates
{
    /// <summary>Names of the limits.</summary>
    public const string SignIn = "sign-in", Uploads = "uploads", Frames = "frames";

    public static void AddRates(this IServiceCollection services) => services.AddRateLimiter(options =>
    {
        options.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
        options.OnRejected = async (rejected, cancel) =>
        {
            var wait = rejected.Lease.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : TimeSpan.FromSeconds(1);
            await Problems.Write(rejected.HttpContext, StatusCodes.Status429TooManyRequests, $"That was asked for too often. Try again in {Words(wait)}; nothing was changed.",
                headers => headers.RetryAfter = Math.Ceiling(wait.TotalSeconds).ToString(System.Globalization.CultureInfo.InvariantCulture));
        };
        // Guessing passwords: by address, whatever the name.
        options.AddPolicy(SignIn, context => RateLimitPartition.GetFixedWindowLimiter(Address(context), _ => new FixedWindowRateLimiterOptions { PermitLimit = 10, Window = TimeSpan.FromMinutes(1) }));
        // Reading a photo in takes a process and seconds of its time.
        options.AddPolicy(Uploads, context => RateLimitPartition.GetTokenBucketLimiter(Person(context), _ => Bucket(most: 300, everySecond: 5)));
        // A hand that drags asks for 60 a second, and a browser has several windows.
        options.AddPolicy(Frames, context => RateLimitPartition.GetTokenBucketLimiter(Person(context), _ => Bucket(most: 600, everySecond: 120)));
    });

    private static TokenBucketRateLimiterOptions Bucket(int most, int everySecond) => new() { TokenLimit = most, TokensPerPeriod = everySecond, ReplenishmentPeriod = TimeSpan.FromSeconds(1) };

    private static string Address(HttpContext context) => context.Connection.RemoteIpAddress?.ToString() ?? "";

    private static string Person(HttpContext context) => context.User.Identity?.Name ?? Address(context);

    private static string Words(TimeSpan wait) => wait.TotalSeconds < 2 ? "a second" : $"{Math.Ceiling(wait.TotalSeconds)} seconds";
}
