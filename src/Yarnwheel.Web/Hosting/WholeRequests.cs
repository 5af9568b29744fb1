using System.Reflection;

namespace Yarnwheel.Web.Hosting;

/// <summary>Refuses requests that leave out what they must say: the reader of JSON puts null where a record's type allows none.</summary>
internal static class WholeRequests
{
    /// <summary>Addresses whose requests are looked at.</summary>
    public static RouteGroupBuilder MapWhole(this IEndpointRouteBuilder routes) => routes.MapGroup("").AddEndpointFilterFactory((factory, next) =>
    {
        var needed = factory.MethodInfo.GetParameters().Select((p, at) => (At: at, Properties: Needed(p.ParameterType))).Where(p => p.Properties.Count > 0).ToList();
        return needed.Count == 0 ? next : async call =>
        {
            foreach (var (at, properties) in needed)
                if (call.Arguments[at] is { } request && properties.FirstOrDefault(p => p.GetValue(request) is null) is { } missing)
                    return Results.Text($"The request says nothing of “{char.ToLowerInvariant(missing.Name[0])}{missing.Name[1..]}”. Nothing was changed.", statusCode: StatusCodes.Status422UnprocessableEntity);
            return await next(call);
        };
    });

    /// <summary>What a request's type can't do without.</summary>
    private static List<PropertyInfo> Needed(Type type)
    {
        if (type.Namespace?.StartsWith("Yarnwheel.Web", StringComparison.Ordinal) != true || !type.Name.EndsWith("Request", StringComparison.Ordinal)) return [];
        var nullability = new NullabilityInfoContext();
        return [.. type.GetProperties().Where(p => !p.PropertyType.IsValueType && p.CanWrite && p.GetIndexParameters().Length == 0 && nullability.Create(p).ReadState == NullabilityState.NotNull)];
    }
}
