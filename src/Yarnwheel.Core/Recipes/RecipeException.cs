namespace Yarnwheel.Core.Recipes;

/// <summary>A recipe that can't be used, and where and why.</summary>
public sealed class RecipeException(IReadOnlyList<RecipeFault> faults)
    : YarnwheelException(string.Join("; ", faults.Take(5)) + (faults.Count > 5 ? $"; and {faults.Count - 5} more" : ""))
{
    public RecipeException(string path, string reason) : this([new RecipeFault(path, reason)]) { }

    public IReadOnlyList<RecipeFault> Faults { get; } = faults;
}

/// <summary>One fault in a recipe.</summary>
/// <param name="Path">Where, as in "areas[0].mask.parts[1].reach"; empty for the whole document.</param>
/// <param name="Reason">Why, in words that follow the path.</param>
public sealed record RecipeFault(string Path, string Reason)
{
    public override string ToString() => Path.Length == 0 ? Reason : $"{Path}: {Reason}";
}
