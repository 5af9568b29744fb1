using System.Text;
using System.Xml;
using System.Xml.Linq;

namespace Yarnwheel.Codecs.Metadata;

/// <summary>An XMP packet (ISO 16684-1): read, changed, written.</summary>
internal sealed class XmpPacket
{
    private static readonly XNamespace Rdf = "http://www.w3.org/1999/02/22-rdf-syntax-ns#";
    private static readonly XNamespace Core = "http://purl.org/dc/elements/1.1/";

    private readonly XElement root;
    private readonly XElement rdf;

    /// <summary>An empty one.</summary>
    public XmpPacket() : this(new XElement(Rdf + "RDF", new XAttribute(XNamespace.Xmlns + "rdf", Rdf.NamespaceName)))
    {
    }

    private XmpPacket(XElement root)
    {
        this.root = root;
        rdf = root.DescendantsAndSelf(Rdf + "RDF").First();
    }

    /// <summary>Whether it says nothing.</summary>
    public bool IsEmpty => !rdf.Elements().Any(d => d.HasElements || d.Attributes().Any(a => !a.IsNamespaceDeclaration && a.Name != Rdf + "about"));

    /// <summary>Reads a packet; null for none, or one that is no XML.</summary>
    public static XmpPacket? Read(byte[]? data)
    {
        if (data is null) return null;
        try
        {
            using var reader = XmlReader.Create(new MemoryStream(data.AsSpan().TrimEnd((byte)0).ToArray()), new XmlReaderSettings { DtdProcessing = DtdProcessing.Prohibit, MaxCharactersInDocument = 64 << 20, XmlResolver = null });
            var root = XDocument.Load(reader).Root!;
            return root.DescendantsAndSelf(Rdf + "RDF").Any() ? new XmpPacket(root) : null;
        }
        catch (XmlException)
        {
            return null;
        }
    }

    /// <summary>Makes true what a copy changes, as far as the packet speaks of it: upright, of its own size, written by this program (ISO 16684-2, TIFF and EXIF schemas); the small picture inside is dropped.</summary>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    public void TellCopy(int width, int height)
    {
        Dictionary<string, object> told = new()
        {
            ["Orientation"] = 1,
            ["ImageWidth"] = width,
            ["ImageLength"] = height,
            ["PixelXDimension"] = width,
            ["PixelYDimension"] = height,
            ["Software"] = "Yarnwheel",
        };
        foreach (var description in Descriptions())
        {
            foreach (var attribute in description.Attributes().Where(a => IsOfPixels(a.Name) && told.ContainsKey(a.Name.LocalName))) attribute.SetValue(told[attribute.Name.LocalName]);
            foreach (var element in description.Elements().Where(e => IsOfPixels(e.Name) && told.ContainsKey(e.Name.LocalName))) element.SetValue(told[element.Name.LocalName]);
            description.Elements().Where(e => e.Name.LocalName == "Thumbnails").Remove();
            foreach (var events in description.Elements().Where(e => e.Name.LocalName == "History").Elements(Rdf + "Seq")) TellSaved(events);
        }
    }

    /// <summary>Goes on with a history of what was done (ISO 16684-2, resource events).</summary>
    private static void TellSaved(XElement events)
    {
        var action = events.Descendants().Select(e => e.Name).Concat(events.Descendants().Attributes().Select(a => a.Name)).FirstOrDefault(n => n.LocalName == "action");
        if (action is null) return;
        events.Add(new XElement(Rdf + "li", new XAttribute(Rdf + "parseType", "Resource"), new XElement(action, "saved"), new XElement(action.Namespace + "softwareAgent", "Yarnwheel")));
    }

    /// <summary>Drops what says where the picture was taken.</summary>
    public void RemovePlace()
    {
        foreach (var description in Descriptions().ToList())
        {
            description.Attributes().Where(a => IsPlace(a.Name)).Remove();
            description.Elements().Where(e => IsPlace(e.Name)).Remove();
        }
    }

    /// <summary>dc:rights, in no particular language.</summary>
    public void SetRights(string text) => SetInDefaultLanguage(Core + "rights", "dc", text);

    /// <summary>dc:creator, one.</summary>
    public void SetCreator(string text) => SetList(Core + "creator", "dc", "Seq", [text]);

    /// <summary>A simple property.</summary>
    public void Set(XName name, string prefix, string text) => Set(name, prefix, new XText(Clean(text)));

    /// <summary>A text that may be there in several languages, in none in particular.</summary>
    public void SetInDefaultLanguage(XName name, string prefix, string text) =>
        Set(name, prefix, new XElement(Rdf + "Alt", new XElement(Rdf + "li", new XAttribute(XNamespace.Xml + "lang", "x-default"), Clean(text))));

    /// <summary>Several values: "Seq" in order, "Bag" in none.</summary>
    public void SetList(XName name, string prefix, string kind, IEnumerable<string> values) =>
        Set(name, prefix, new XElement(Rdf + kind, values.Select(v => new XElement(Rdf + "li", Clean(v)))));

    /// <summary>Takes in what another packet says.</summary>
    /// <param name="other">Its descriptions are added.</param>
    /// <param name="except">A property of this one that goes.</param>
    public void Add(XmpPacket other, XName except)
    {
        foreach (var description in Descriptions())
        {
            description.Attribute(except)?.Remove();
            description.Elements(except).Remove();
        }
        rdf.Add(other.Descriptions());
    }

    /// <summary>A simple property's value; null where there is none.</summary>
    public string? Find(XName name) =>
        Descriptions().Select(d => d.Element(name)?.Value ?? d.Attribute(name)?.Value).FirstOrDefault(v => v is not null);

    public byte[] ToBytes() => Encoding.UTF8.GetBytes(
        "<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n" + root.ToString(SaveOptions.DisableFormatting) + "\n<?xpacket end=\"w\"?>");

    private void Set(XName name, string prefix, XNode content)
    {
        foreach (var description in Descriptions())
        {
            description.Attribute(name)?.Remove();
            description.Elements(name).Remove();
        }
        var first = Descriptions().FirstOrDefault();
        if (first is null) rdf.Add(first = new XElement(Rdf + "Description", new XAttribute(Rdf + "about", "")));
        if (first.GetPrefixOfNamespace(name.Namespace) is null) first.SetAttributeValue(XNamespace.Xmlns + prefix, name.NamespaceName);
        first.Add(new XElement(name, content));
    }

    private IEnumerable<XElement> Descriptions() => rdf.Elements(Rdf + "Description");

    private static bool IsOfPixels(XName name) => name.NamespaceName.Contains("tiff", StringComparison.Ordinal) || name.NamespaceName.Contains("exif", StringComparison.Ordinal);

    // Schemas differ in where they keep places, but agree on what they call them (ISO 16684-1, IPTC Photo Metadata Standard).
    private static bool IsPlace(XName name) =>
        (name.LocalName.StartsWith("GPS", StringComparison.Ordinal) && name.NamespaceName.Contains("exif", StringComparison.Ordinal))
        || name.LocalName is "City" or "State" or "Country" or "CountryCode" or "Location" or "LocationCreated" or "LocationShown";

    private static string Clean(string text) => new([.. text.Where(c => XmlConvert.IsXmlChar(c) || char.IsSurrogate(c))]);
}
