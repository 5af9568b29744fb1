using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Data.Store;
using Yarnwheel.Orders.Book;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Copies;

/// <summary>How long a copy will take, said before it is begun: some strips are drawn as a trial, and writing is reckoned by its format.</summary>
internal sealed class CopyForecast(FrameTurns turns)
{
    // The last trials: another format or size of the same take needs none.
    private readonly Dictionary<string, (TimeSpan Once, TimeSpan Strips)> known = [];

    /// <summary>Seconds for one take.</summary>
    /// <param name="key">Stands for the photo and the recipe.</param>
    /// <param name="renderer">Of the photo.</param>
    /// <param name="recipe">Of the take.</param>
    /// <param name="wish">How it is saved.</param>
    /// <param name="isOpen">Whether the copy will be drawn by this renderer, which then knows what is reckoned once.</param>
    /// <param name="cancel">Whoever asks has gone.</param>
    public async Task<double> SecondsAsync(string key, PhotoRenderer renderer, Recipe recipe, CopyWish wish, bool isOpen, CancellationToken cancel)
    {
        if (Known(key) is not { } drawing)
        {
            drawing = await turns.BehindAsync(() => renderer.Copies.Forecast(recipe, cancel), cancel);
            lock (known)
            {
                if (known.Count >= 50) known.Clear();
                known[key] = drawing;
            }
        }
        var times = wish.Kind switch { OrderKind.Picture when wish.Format == CopyFormat.Layers => 1 + recipe.Areas.Length, OrderKind.AllMasks => recipe.Areas.Length, _ => 1 };
        var settings = wish.Settings();
        var (width, height) = settings.Size?.For(renderer.Photo.Width, renderer.Photo.Height) ?? (renderer.Photo.Width, renderer.Photo.Height);
        var writing = width * (double)height / 1e6 * (wish.Kind == OrderKind.Picture ? WritingPace.SecondsPerMegapixel(settings) : WritingPace.MaskSecondsPerMegapixel);
        return (isOpen ? 0 : drawing.Once.TotalSeconds) + (drawing.Strips.TotalSeconds + writing) * times;
    }

    /// <summary>Stands for a take's photo and recipe.</summary>
    public static string KeyOf(TakeState state) => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{state.Id} {state.Revision}");

    /// <summary>For people: a round number, for it is a guess.</summary>
    public static string Words(double seconds) => seconds switch
    {
        < 1.5 => "about a second",
        < 10 => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"about {seconds:F0} seconds"),
        < 90 => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"about {5 * Math.Round(seconds / 5):F0} seconds"),
        _ => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"about {seconds / 60:F0} minutes"),
    };

    private (TimeSpan Once, TimeSpan Strips)? Known(string key)
    {
        lock (known) return known.TryGetValue(key, out var drawing) ? drawing : null;
    }
}
