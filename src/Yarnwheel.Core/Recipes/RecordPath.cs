using System.Collections;
using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Yarnwheel.Core.Recipes;

/// <summary>A change made in records.</summary>
/// <param name="Result">The changed record.</param>
/// <param name="Inverse">The operation that takes it back.</param>
internal sealed record RecordStep(object Result, JsonObject Inverse);

/// <summary>Follows a JSON Pointer (RFC 6901) through immutable records and arrays, and changes what is at its end; null for anything that records can't do.</summary>
internal static class RecordPath
{
    private static readonly ConcurrentDictionary<Type, Dictionary<string, PropertyInfo>> Known = new();
    private static readonly ConcurrentDictionary<Type, ListChange> Lists = new();

    public static RecordStep? Add(object root, string path, JsonNode value) => At(root, path, (holder, key, prefix) =>
    {
        if (ListOf(holder) is not { } list) return Set(holder, key, path, value);
        var count = Count(holder);
        var index = key == "-" ? count : Index(key, count);
        if (index is not { } place || Read(value, list.Item) is not { } item) return null;
        return new RecordStep(list.Insert(holder, place, item), Operation("remove", string.Create(CultureInfo.InvariantCulture, $"{prefix}/{place}")));
    });

    public static RecordStep? Replace(object root, string path, JsonNode value) => At(root, path, (holder, key, _) =>
    {
        if (ListOf(holder) is not { } list) return Set(holder, key, path, value);
        if (Index(key, Count(holder) - 1) is not { } place || Read(value, list.Item) is not { } item) return null;
        return new RecordStep(list.Replace(holder, place, item), Operation("replace", path, Write(ItemAt(holder, place), list.Item)));
    });

    public static RecordStep? Remove(object root, string path) => At(root, path, (holder, key, _) =>
    {
        if (ListOf(holder) is not { } list || Index(key, Count(holder) - 1) is not { } place) return null;
        return new RecordStep(list.Remove(holder, place), Operation("add", path, Write(ItemAt(holder, place), list.Item)));
    });

    private static RecordStep? Set(object holder, string key, string path, JsonNode value)
    {
        // What is null is not written: to the tree there is nothing at its path.
        if (Find(holder, key) is not { } property || property.GetValue(holder) is not { } old || Read(value, property.PropertyType) is not { } own) return null;
        return new RecordStep(With(holder, property, own), Operation("replace", path, Write(old, property.PropertyType)));
    }

    private static RecordStep? At(object root, string path, Func<object, string, string, RecordStep?> end)
    {
        if (path.Length < 2 || path[0] != '/' || path.Contains('~', StringComparison.Ordinal)) return null;
        var steps = path[1..].Split('/');
        return Down(root, 0);

        RecordStep? Down(object node, int depth)
        {
            var key = steps[depth];
            if (depth == steps.Length - 1) return end(node, key, path[..path.LastIndexOf('/')]);
            if (ListOf(node) is { } list)
                return Index(key, Count(node) - 1) is { } place && Down(ItemAt(node, place), depth + 1) is { } item ? item with { Result = list.Replace(node, place, item.Result) } : null;
            return Find(node, key) is { } property && property.GetValue(node) is { } inner && Down(inner, depth + 1) is { } step ? step with { Result = With(node, property, step.Result) } : null;
        }
    }

    private static object With(object record, PropertyInfo property, object value)
    {
        // What a "with" expression calls.
        var copy = record.GetType().GetMethod("<Clone>$")!.Invoke(record, null)!;
        property.SetValue(copy, value);
        return copy;
    }

    private static PropertyInfo? Find(object record, string key) => Known.GetOrAdd(record.GetType(), type => type.GetMethod("<Clone>$") is null ? [] : type
        .GetProperties(BindingFlags.Public | BindingFlags.Instance).Where(p => p.SetMethod is not null)
        .ToDictionary(RecipeValidator.NameOf)).GetValueOrDefault(key);

    private static ListChange? ListOf(object value) => value.GetType() is { IsGenericType: true } type && type.GetGenericTypeDefinition() == typeof(ImmutableArray<>)
        ? Lists.GetOrAdd(type, t => (ListChange)Activator.CreateInstance(typeof(ListChange<>).MakeGenericType(t.GetGenericArguments()))!) : null;

    private static int Count(object list) => ((ICollection)list).Count;

    private static object ItemAt(object list, int index) => ((IList)list)[index]!;

    private static int? Index(string key, int last) => int.TryParse(key, NumberStyles.None, CultureInfo.InvariantCulture, out var index) && index <= last ? index : null;

    private static object? Read(JsonNode value, Type type)
    {
        try
        {
            return value.Deserialize(type, RecipeJson.Options);
        }
        catch (Exception exception) when (exception is JsonException or NotSupportedException)
        {
            // The tree knows the words for it.
            return null;
        }
    }

    private static JsonNode? Write(object value, Type type) => JsonSerializer.SerializeToNode(value, type, RecipeJson.Options);

    private static JsonObject Operation(string op, string path) => new() { ["op"] = op, ["path"] = path };

    private static JsonObject Operation(string op, string path, JsonNode? value) => new() { ["op"] = op, ["path"] = path, ["value"] = value };

    /// <summary>Changes immutable arrays of one type.</summary>
    private abstract class ListChange
    {
        public abstract Type Item { get; }

        public abstract object Insert(object list, int index, object item);

        public abstract object Replace(object list, int index, object item);

        public abstract object Remove(object list, int index);
    }

    private sealed class ListChange<T> : ListChange
    {
        public override Type Item => typeof(T);

        public override object Insert(object list, int index, object item) => ((ImmutableArray<T>)list).Insert(index, (T)item);

        public override object Replace(object list, int index, object item) => ((ImmutableArray<T>)list).SetItem(index, (T)item);

        public override object Remove(object list, int index) => ((ImmutableArray<T>)list).RemoveAt(index);
    }
}
