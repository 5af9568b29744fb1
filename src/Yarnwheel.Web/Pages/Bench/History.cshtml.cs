using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>A page of the history, as it is drawn.</summary>
/// <param name="Take">Whose.</param>
/// <param name="Page">The steps.</param>
/// <param name="Find">What was looked for, or null.</param>
public sealed record HistoryPageModel(int Take, HistoryPage Page, string? Find)
{
    /// <summary>The time of a step in words: the hour of today, the day of this year, the date before.</summary>
    public static string When(DateTime utc, DateTime now)
    {
        var (at, here) = (DateTime.SpecifyKind(utc, DateTimeKind.Utc).ToLocalTime(), now.ToLocalTime());
        var pattern = at.Date == here.Date ? "HH:mm" : at.Year == here.Year ? "d MMM, HH:mm" : "d MMM yyyy";
        return at.ToString(pattern, CultureInfo.InvariantCulture);
    }
}

/// <summary>The history of a take.</summary>
public sealed class HistoryModel(TakeHistory history) : PageModel
{
    public HistoryPageModel Shown { get; private set; } = null!;

    public async Task OnGetAsync(int take, string? find, CancellationToken cancel) => Shown = new(take, await history.PageAsync(take, 0, find, cancel), find);

    /// <summary>The steps alone: those that a search finds, or further ones.</summary>
    public async Task<IActionResult> OnGetStepsAsync(int take, int skip, string? find, CancellationToken cancel) =>
        Partial("_HistorySteps", new HistoryPageModel(take, await history.PageAsync(take, Math.Max(skip, 0), find, cancel), find));
}
