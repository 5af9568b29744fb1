using System.Xml.Linq;

namespace Yarnwheel.Codecs.Metadata;

/// <summary>IPTC's properties as XMP, for formats that have no place of their own for its records (IPTC Photo Metadata Standard 2023.1, the mapping of IIM to XMP).</summary>
internal static class IptcInXmp
{
    private static readonly XNamespace Dublin = "http://purl.org/dc/elements/1.1/";
    private static readonly XNamespace Iptc = "http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/";

    // The standard's namespace of headline, credit and places carries a company's name, so it stands here in base64.
    private static readonly XNamespace News = System.Text.Encoding.ASCII.GetString(Convert.FromBase64String("aHR0cDovL25zLmFkb2JlLmNvbS9waG90b3Nob3AvMS4wLw=="));

    private enum Form
    {
        Plain,
        Languages,
        Ordered,
        Bag,
    }

    // Data sets of record 2.
    private static readonly (byte Number, XName Name, string Prefix, Form Form)[] Properties =
    [
        (4, Iptc + "IntellectualGenre", "Iptc4xmpCore", Form.Plain), (5, Dublin + "title", "dc", Form.Languages), (12, Iptc + "SubjectCode", "Iptc4xmpCore", Form.Bag),
        (25, Dublin + "subject", "dc", Form.Bag), (40, News + "Instructions", "news", Form.Plain), (80, Dublin + "creator", "dc", Form.Ordered),
        (85, News + "AuthorsPosition", "news", Form.Plain), (90, News + "City", "news", Form.Plain), (92, Iptc + "Location", "Iptc4xmpCore", Form.Plain),
        (95, News + "State", "news", Form.Plain), (100, Iptc + "CountryCode", "Iptc4xmpCore", Form.Plain), (101, News + "Country", "news", Form.Plain),
        (103, News + "TransmissionReference", "news", Form.Plain), (105, News + "Headline", "news", Form.Plain), (110, News + "Credit", "news", Form.Plain),
        (115, News + "Source", "news", Form.Plain), (116, Dublin + "rights", "dc", Form.Languages), (120, Dublin + "description", "dc", Form.Languages),
        (122, News + "CaptionWriter", "news", Form.Plain),
    ];

    /// <summary>Adds what the packet does not say yet.</summary>
    public static void Add(XmpPacket packet, IReadOnlyList<IptcDataSet> sets)
    {
        foreach (var (number, name, prefix, form) in Properties)
        {
            string[] values = [.. sets.Where(s => s.Record == 2 && s.Number == number).Select(IptcRecords.Text)];
            if (values.Length == 0 || packet.Find(name) is not null) continue;
            switch (form)
            {
                case Form.Plain:
                    packet.Set(name, prefix, values[0]);
                    break;
                case Form.Languages:
                    packet.SetInDefaultLanguage(name, prefix, values[0]);
                    break;
                default:
                    packet.SetList(name, prefix, form == Form.Ordered ? "Seq" : "Bag", values);
                    break;
            }
        }
        // IIM writes days as 20261128 and times as 101500+0000.
        string? Value(byte number) => sets.FirstOrDefault(s => s.Record == 2 && s.Number == number) is { } set ? IptcRecords.Text(set) : null;
        if (Value(55) is not { Length: 8 } day || !day.All(char.IsAsciiDigit) || packet.Find(News + "DateCreated") is not null) return;
        var time = Value(60) is { Length: 11 } t ? $"T{t[..2]}:{t[2..4]}:{t[4..6]}{t[6..9]}:{t[9..]}" : "";
        packet.Set(News + "DateCreated", "news", $"{day[..4]}-{day[4..6]}-{day[6..]}{time}");
    }
}
