namespace Yarnwheel.Core.Recipes;

/// <summary>A piece of the document with a rule that no single field can state.</summary>
internal interface ISelfChecking
{
    /// <summary>What is wrong, in words that follow a path, or null.</summary>
    string? Fault();
}
