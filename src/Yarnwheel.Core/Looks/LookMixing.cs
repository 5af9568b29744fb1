using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Looks;

/// <summary>Settings between two others.</summary>
internal static class LookMixing
{
    /// <summary>Each number on its straight way from one to the other; what is no number is the other's as soon as it counts at all.</summary>
    /// <param name="from">Where share 0 is.</param>
    /// <param name="to">Where share 1 is.</param>
    /// <param name="share">0 … 1.</param>
    public static T Between<T>(T from, T to, double share) where T : class
    {
        if (share <= 0) return from;
        if (share >= 1) return to;
        var node = Between(JsonSerializer.SerializeToNode(from, RecipeJson.Options), JsonSerializer.SerializeToNode(to, RecipeJson.Options), share);
        return node.Deserialize<T>(RecipeJson.Options)!;
    }

    /// <summary>A mix between two: the curve between both curves, through the spokes of both.</summary>
    public static GreyMix Between(GreyMix from, GreyMix to, double share)
    {
        if (share <= 0) return from;
        if (share >= 1) return to;
        WheelCurve one = new(from.Spokes), other = new(to.Spokes);
        var hues = from.Spokes.Concat(to.Spokes).Select(s => s.Hue % 360).Distinct().Order();
        return to with
        {
            Calm = Rounded(from.Calm + share * (to.Calm - from.Calm)),
            Spokes = [.. hues.Take(64).Select(h => new Spoke { Hue = h, Lift = Rounded((1 - share) * one.At(h) + share * other.At(h)) })],
        };
    }

    private static JsonNode? Between(JsonNode? from, JsonNode? to, double share)
    {
        if (IsHueAmount(from) || IsHueAmount(to)) return HueBetween(from?.Deserialize<HueAmount>(RecipeJson.Options), to?.Deserialize<HueAmount>(RecipeJson.Options), share);
        if (from is JsonObject one && to is JsonObject other)
            return new JsonObject(one.Select(f => f.Key).Union(other.Select(f => f.Key)).Select(key => KeyValuePair.Create(key, Between(one[key], other[key], share))));
        if (from is JsonValue a && to is JsonValue b && a.GetValueKind() == JsonValueKind.Number && b.GetValueKind() == JsonValueKind.Number)
            return Rounded(a.GetValue<double>() + share * (b.GetValue<double>() - a.GetValue<double>()));
        return to?.DeepClone();
    }

    private static bool IsHueAmount(JsonNode? node) => node is JsonObject { Count: 2 } fields && fields.ContainsKey("hue") && fields.ContainsKey("amount");

    /// <summary>Where one side has no colour, the other's comes or goes; else the hue turns the shorter way.</summary>
    private static JsonNode? HueBetween(HueAmount? from, HueAmount? to, double share)
    {
        var turn = ((to?.Hue ?? 0) - (from?.Hue ?? 0) + 540) % 360 - 180;
        var hue = from is null ? to!.Hue : to is null ? from.Hue : (from.Hue + share * turn + 360) % 360;
        return JsonSerializer.SerializeToNode(new HueAmount { Hue = Rounded(hue), Amount = Rounded((1 - share) * (from?.Amount ?? 0) + share * (to?.Amount ?? 0)) }, RecipeJson.Options);
    }

    private static double Rounded(double value) => Math.Round(value, 4);
}
