namespace Yarnwheel.Web.Sheets;

/// <summary>A picture of a contact sheet.</summary>
/// <param name="Take">Whose picture it is.</param>
/// <param name="Revision">Of the take.</param>
/// <param name="Photo">Name of the photo.</param>
/// <param name="TakeName">Name of the take.</param>
/// <param name="Width">Of the photo, pixels.</param>
/// <param name="Height">Of the photo, pixels.</param>
public sealed record SheetLine(int Take, long Revision, string Photo, string TakeName, int Width, int Height);
