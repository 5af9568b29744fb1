using System.Runtime.InteropServices;
using NetVips;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Codecs;

/// <summary>A photo whose file is still being read: whoever asks for a row that is not there yet waits for it.</summary>
internal sealed class ComingPixels : PhotoPixels
{
    private readonly PhotoPixels pixels;
    private readonly object gate = new();
    private int there;
    private UnreadablePhotoException? failure;

    private ComingPixels(PhotoPixels pixels) : base(pixels.Width, pixels.Height) => this.pixels = pixels;

    public override FileCoding Coding => pixels.Coding;

    public override long Bytes => pixels.Bytes;

    /// <summary>Begins to read, on a thread of its own.</summary>
    /// <typeparam name="T">Bytes or words.</typeparam>
    /// <param name="image">RGB of that type, read from the top down; the caller may dispose of it.</param>
    /// <param name="of">Makes pixels of the values that will be filled.</param>
    /// <param name="cancel">Ends the reading early.</param>
    public static ComingPixels Begin<T>(Image image, Func<T[], PhotoPixels> of, CancellationToken cancel) where T : unmanaged
    {
        var values = GC.AllocateUninitializedArray<T>(3 * image.Width * image.Height);
        var coming = new ComingPixels(of(values));
        var own = image.Copy();
        Task.Factory.StartNew(() => coming.Read(own, values, cancel), CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);
        return coming;
    }

    /// <inheritdoc/>
    /// <exception cref="UnreadablePhotoException">The file is damaged there.</exception>
    /// <exception cref="OperationCanceledException">Reading was cancelled.</exception>
    public override void Read(int x, int y, Span<float> red, Span<float> green, Span<float> blue)
    {
        if (y >= Volatile.Read(ref there)) Wait(y);
        pixels.Read(x, y, red, green, blue);
    }

    private void Wait(int y)
    {
        lock (gate)
        {
            while (y >= there && failure is null) Monitor.Wait(gate);
            if (y >= there) throw failure!.InnerException as OperationCanceledException ?? (Exception)new UnreadablePhotoException(failure.Message, failure);
        }
    }

    private void Read<T>(Image image, T[] values, CancellationToken cancel) where T : unmanaged
    {
        using (image)
        {
            try
            {
                using var registration = cancel.Register(() => image.SetKill(true));
                using var target = new TargetCustom();
                var (position, rowBytes) = (0L, 3L * Width * Marshal.SizeOf<T>());
                target.OnWrite += (buffer, length) =>
                {
                    // A row at a time, for all bytes of a large photo are too many for one span.
                    for (var from = 0; from < length;)
                    {
                        var (row, within) = Math.DivRem(position, rowBytes);
                        var into = MemoryMarshal.AsBytes(values.AsSpan((int)(row * 3 * Width), 3 * Width))[(int)within..];
                        var count = Math.Min(length - from, into.Length);
                        buffer.AsSpan(from, count).CopyTo(into);
                        from += count;
                        position += count;
                    }
                    Came((int)(position / rowBytes), null);
                    return length;
                };
                image.RawsaveTarget(target);
                // Whoever still waits now waits for rows that never come.
                Came(0, new UnreadablePhotoException("The file ends too early. Nothing was added; try the file from the camera again."));
            }
            catch (VipsException exception)
            {
                Came(0, cancel.IsCancellationRequested ? new UnreadablePhotoException("Cancelled.", new OperationCanceledException(cancel)) : PhotoReader.Damaged(exception));
            }
            catch (Exception exception)
            {
                // Nobody waits for this thread, but somebody for its rows.
                Came(0, new UnreadablePhotoException("The file could not be read.", exception));
            }
        }
    }

    private void Came(int rows, UnreadablePhotoException? fault)
    {
        lock (gate)
        {
            there = Math.Max(there, rows);
            failure ??= fault;
            Monitor.PulseAll(gate);
        }
    }
}
