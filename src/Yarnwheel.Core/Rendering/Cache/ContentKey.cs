using System.Buffers.Binary;
using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Cache;

/// <summary>Stands for a content: what has the same key is the same, what differs has another.</summary>
/// <param name="Hash">The first half of a SHA-256.</param>
internal readonly record struct ContentKey(UInt128 Hash)
{
    // A memo of immutable records, which ends with them: each is written out once, however many frames name it.
    private static readonly ConditionalWeakTable<object, object> Known = [];

    /// <summary>Of a text.</summary>
    public static ContentKey Of(string text) => Of(Encoding.UTF8.GetBytes(text));

    /// <summary>Of a part of a mask.</summary>
    public static ContentKey Of(MaskPart part) => (ContentKey)Known.GetValue(part, p => Of(RecipeJson.Key((MaskPart)p)));

    /// <summary>Of a stroke.</summary>
    public static ContentKey Of(BrushStroke stroke) => (ContentKey)Known.GetValue(stroke, s => Of(RecipeJson.Utf8((BrushStroke)s)));

    /// <summary>Of this and another, in this order.</summary>
    public ContentKey With(ContentKey other)
    {
        Span<byte> both = stackalloc byte[32];
        BinaryPrimitives.WriteUInt128LittleEndian(both, Hash);
        BinaryPrimitives.WriteUInt128LittleEndian(both[16..], other.Hash);
        return Of(both);
    }

    /// <summary>Of this and something said of it: what is done with it, a setting.</summary>
    public ContentKey With(FormattableString what) => With(Of(FormattableString.Invariant(what)));

    private static ContentKey Of(ReadOnlySpan<byte> bytes)
    {
        Span<byte> hash = stackalloc byte[SHA256.HashSizeInBytes];
        SHA256.HashData(bytes, hash);
        return new ContentKey(BinaryPrimitives.ReadUInt128LittleEndian(hash));
    }
}
