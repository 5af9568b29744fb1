using System.Text.Json;
using System.Text.Json.Serialization;

namespace Yarnwheel.Core.Recipes;

/// <summary>Reads choices by their exact names, as the schema lists them, not in any case of letters.</summary>
internal sealed class ExactNames : JsonConverterFactory
{
    /// <summary>What the document calls a choice.</summary>
    public static string Of(object choice) => JsonNamingPolicy.CamelCase.ConvertName(choice.ToString()!);

    public override bool CanConvert(Type typeToConvert) => typeToConvert.IsEnum;

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) => (JsonConverter)Activator.CreateInstance(typeof(Converter<>).MakeGenericType(typeToConvert))!;

    private sealed class Converter<T> : JsonConverter<T> where T : struct, Enum
    {
        private static readonly Dictionary<string, T> Choices = Enum.GetValues<T>().ToDictionary(v => Of(v));

        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.String && Choices.TryGetValue(reader.GetString()!, out var value) ? value : throw new JsonException();

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(Of(value));
    }
}

/// <summary>Reads whole numbers however they are written: 1, 1.0 and 1e0 are the same to JSON Schema (2020-12, 6.1.1).</summary>
internal sealed class WholeNumbers : JsonConverter<int>
{
    public override int Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType != JsonTokenType.Number) throw new JsonException();
        if (reader.TryGetInt32(out var whole)) return whole;
        return reader.TryGetDouble(out var value) && value == Math.Truncate(value) && Math.Abs(value) <= int.MaxValue ? (int)value : throw new JsonException();
    }

    public override void Write(Utf8JsonWriter writer, int value, JsonSerializerOptions options) => writer.WriteNumberValue(value);
}
