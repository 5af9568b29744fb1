using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Writer;

namespace Yarnwheel.Web.Sheets;

/// <summary>A page of a contact sheet being drawn.</summary>
internal sealed class SheetPage(PdfPageBuilder page, PdfDocumentBuilder.AddedFont plain, PdfDocumentBuilder.AddedFont bold)
{
    /// <summary>Puts a JPEG at the foot of a place, in its own proportions.</summary>
    /// <param name="jpeg">The picture.</param>
    /// <param name="width">Its proportions.</param>
    /// <param name="height">Its proportions.</param>
    /// <param name="place">Points.</param>
    public void Picture(byte[] jpeg, int width, int height, PdfRectangle place)
    {
        var share = Math.Min(place.Width / width, place.Height / height);
        page.AddJpeg(jpeg, new PdfRectangle(place.Left, place.Bottom, place.Left + width * share, place.Bottom + height * share));
    }

    /// <summary>Writes a line, cut off with an ellipsis where it is too long.</summary>
    public void Text(string text, double size, bool isBold, PdfPoint at, double width)
    {
        var font = isBold ? bold : plain;
        // The font has the letters of western languages; what it has not can't be written at all.
        text = new string([.. text.Select(c => IsThere(c, font) ? c : '?')]);
        if (Measure(text, size, font) > width)
        {
            while (text.Length > 1 && Measure(text + "…", size, font) > width) text = text[..^1];
            text += "…";
        }
        if (text.Length == 0) return;
        page.SetTextAndFillColor(isBold ? (byte)20 : (byte)105, isBold ? (byte)20 : (byte)98, isBold ? (byte)20 : (byte)90);
        page.AddText(text, size, at, font);
    }

    private double Measure(string text, double size, PdfDocumentBuilder.AddedFont font) =>
        text.Length == 0 ? 0 : page.MeasureText(text, size, new PdfPoint(0, 0), font) is { Count: > 0 } letters ? letters[^1].EndBaseLine.X : 0;

    private bool IsThere(char c, PdfDocumentBuilder.AddedFont font)
    {
        try
        {
            page.MeasureText(c.ToString(), 8, new PdfPoint(0, 0), font);
            return true;
        }
        catch (InvalidOperationException)
        {
            return false;
        }
    }
}
