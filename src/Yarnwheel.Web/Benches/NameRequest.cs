namespace Yarnwheel.Web.Benches;

/// <summary>What something is to be called.</summary>
internal sealed record NameRequest(string Name);
