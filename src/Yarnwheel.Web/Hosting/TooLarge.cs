using System.Buffers;
using Microsoft.AspNetCore.Http.Features;
using Yarnwheel.Codecs;

namespace Yarnwheel.Web.Hosting;

/// <summary>Answers what is announced to be too large with words. Its body is read and thrown away, up to a bound: a server that only hangs up is not heard by a browser that is still sending.</summary>
internal static class TooLarge
{
    /// <summary>Of all bodies but photos, bytes.</summary>
    private const long Usual = 30_000_000;

    /// <summary>Most that is read to be polite, bytes.</summary>
    private const long Politeness = 2_000_000_000;

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    public static void UseTooLarge(this IApplicationBuilder app, PhotoLimits limits) => app.Use(async (context, next) =>
    {
        var most = context.Request.Path.StartsWithSegments("/shelf/photos", StringComparison.Ordinal) ? (long)(limits.Megabytes * 1e6) : Usual;
        if (context.Request.ContentLength is not { } length || length <= most)
        {
            await next(context);
            return;
        }
        if (length <= Politeness && context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
        {
            size.MaxRequestBodySize = null;
            await ThrowAwayAsync(context.Request.Body, context.RequestAborted);
        }
        else context.Response.Headers.Connection = "close";
        await Problems.Write(context, StatusCodes.Status413PayloadTooLarge, $"What was sent has {length / 1e6:F0} MB; the limit is {most / 1e6:F0} MB. Nothing was changed.");
    });

    private static async Task ThrowAwayAsync(Stream body, CancellationToken gone)
    {
        using var late = CancellationTokenSource.CreateLinkedTokenSource(gone);
        late.CancelAfter(Patience);
        var buffer = ArrayPool<byte>.Shared.Rent(1 << 16);
        try
        {
            while (await body.ReadAsync(buffer, late.Token) > 0)
            {
            }
        }
        catch (OperationCanceledException) when (!gone.IsCancellationRequested)
        {
            // Too slow to be waited for: the answer goes out all the same.
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }
    }
}
