using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Yarnwheel.Core.Recipes;

/// <summary>Writes strokes from what was written of them before: a painted take has thousands, and each change writes them all.</summary>
internal sealed class StrokeWriter(JsonSerializerOptions plain) : JsonConverter<BrushStroke>
{
    // A memo of immutable records, which ends with them.
    private readonly ConditionalWeakTable<BrushStroke, byte[]> written = [];

    public override BrushStroke? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => JsonSerializer.Deserialize<BrushStroke>(ref reader, plain);

    public override void Write(Utf8JsonWriter writer, BrushStroke value, JsonSerializerOptions options) => writer.WriteRawValue(Of(value), skipInputValidation: true);

    /// <summary>The stroke as JSON, UTF-8.</summary>
    public byte[] Of(BrushStroke stroke) => written.GetValue(stroke, s => JsonSerializer.SerializeToUtf8Bytes(s, plain));
}
