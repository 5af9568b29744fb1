using System.Globalization;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Writer;

namespace Yarnwheel.Web.Sheets;

/// <summary>A contact sheet as PDF: A4, as many pages as it needs, in the fonts that ship with the application.</summary>
internal sealed class SheetPdf(IWebHostEnvironment environment)
{
    // Points: A4 (ISO 216), margins of a centimetre and a half.
    private const double Width = 595, Height = 842, Margin = 42, Gap = 14, Caption = 30, Head = 34;

    private readonly Lazy<byte[]> plain = new(() => Font(environment, "400")), bold = new(() => Font(environment, "600"));

    /// <param name="title">Above each page.</param>
    /// <param name="lines">Pictures, in their order.</param>
    /// <param name="across">Beside one another.</param>
    /// <param name="picture">JPEG of each, and its size.</param>
    public byte[] Draw(string title, IReadOnlyList<SheetLine> lines, int across, Func<SheetLine, byte[]> picture)
    {
        using var document = new PdfDocumentBuilder();
        document.DocumentInformation.Title = title;
        document.DocumentInformation.Producer = "Yarnwheel";
        var fonts = (Plain: document.AddTrueTypeFont(plain.Value), Bold: document.AddTrueTypeFont(bold.Value));
        var width = (Width - 2 * Margin - (across - 1) * Gap) / across;
        var height = width * 2 / 3;
        var down = Math.Max(1, (int)((Height - 2 * Margin - Head + Gap) / (height + Caption + Gap)));
        for (var first = 0; first < lines.Count; first += across * down)
        {
            var page = new SheetPage(document.AddPage(Width, Height), fonts.Plain, fonts.Bold);
            page.Text(title, 13, true, new PdfPoint(Margin, Height - Margin - 12), 420);
            page.Text((first / (across * down) + 1).ToString(CultureInfo.InvariantCulture), 9, false, new PdfPoint(Width - Margin - 12, Height - Margin - 12), 20);
            for (var k = 0; k < across * down && first + k < lines.Count; k++)
            {
                var line = lines[first + k];
                var left = Margin + k % across * (width + Gap);
                var bottom = Height - Margin - Head - height - k / across * (height + Caption + Gap);
                page.Picture(picture(line), line.Width, line.Height, new PdfRectangle(left, bottom, left + width, bottom + height));
                page.Text(line.Photo, 9, true, new PdfPoint(left, bottom - 12), width);
                page.Text(line.TakeName, 8, false, new PdfPoint(left, bottom - 23), width);
            }
        }
        return document.Build();
    }

    private static byte[] Font(IWebHostEnvironment environment, string weight)
    {
        using var stream = environment.WebRootFileProvider.GetFileInfo($"vendor/figtree/figtree-latin-{weight}-normal.woff").CreateReadStream();
        using var memory = new MemoryStream();
        stream.CopyTo(memory);
        return WoffFont.ToOpenType(memory.ToArray());
    }
}
