using System.Net;
using System.Net.Sockets;
using System.Text;

namespace Yarnwheel.Faults;

/// <summary>What became of files that were sent.</summary>
/// <param name="Taken">Into the Shelf.</param>
/// <param name="Refused">With words.</param>
/// <param name="Wrong">Answered otherwise.</param>
public sealed record UploadOutcome(int Taken, int Refused, int Wrong);

/// <summary>Files that nobody means well with.</summary>
public static class Uploads
{
    /// <summary>Sends files damaged by a seed.</summary>
    public static async Task<UploadOutcome> DamagedAsync(Server server, IReadOnlyList<(byte[] Bytes, string Name)> good, int count, int seed)
    {
        ArgumentNullException.ThrowIfNull(server);
        var dice = new Random(seed);
        var (taken, refused, wrong) = (0, 0, 0);
        for (var k = 0; k < count; k++)
        {
            var (bytes, name) = good[k % good.Count];
            var answer = await server.AddAsync(Damage.Of(bytes, dice), name);
            if (answer.StatusCode == HttpStatusCode.OK) taken++;
            else if (answer.StatusCode is HttpStatusCode.UnprocessableEntity && (await answer.Content.ReadAsStringAsync()).Length > 10) refused++;
            else wrong++;
        }
        return new UploadOutcome(taken, refused, wrong);
    }

    /// <summary>Begins files and sends them byte by byte, from many connections at once.</summary>
    /// <returns>Milliseconds that the Shelf took meanwhile; how many connections the server ended by itself.</returns>
    public static async Task<(double ShelfMilliseconds, int Ended)> SlowAsync(Server server, int connections, TimeSpan duration)
    {
        ArgumentNullException.ThrowIfNull(server);
        using var stop = new CancellationTokenSource(duration);
        var slow = Enumerable.Range(0, connections).Select(_ => DripAsync(server.Url, stop.Token)).ToList();
        await Task.Delay(duration / 2);
        var since = System.Diagnostics.Stopwatch.GetTimestamp();
        (await server.Client.GetAsync("/")).EnsureSuccessStatusCode();
        var took = System.Diagnostics.Stopwatch.GetElapsedTime(since).TotalMilliseconds;
        return (took, (await Task.WhenAll(slow)).Count(ended => ended));
    }

    private static async Task<bool> DripAsync(Uri url, CancellationToken stop)
    {
        using var client = new TcpClient();
        try
        {
            await client.ConnectAsync(url.Host, url.Port, stop);
            var stream = client.GetStream();
            await stream.WriteAsync(Encoding.ASCII.GetBytes($"POST /shelf/photos HTTP/1.1\r\nHost: {url.Authority}\r\nContent-Length: 4000000\r\n\r\n"), stop);
            var heard = stream.ReadAsync(new byte[400], stop).AsTask();
            while (!heard.IsCompleted)
            {
                await stream.WriteAsync(new byte[1], stop);
                await Task.Delay(300, stop);
            }
            return true;
        }
        catch (OperationCanceledException)
        {
            return false;
        }
        catch (IOException)
        {
            return true;
        }
    }
}
