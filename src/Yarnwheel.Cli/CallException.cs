namespace Yarnwheel.Cli;

/// <summary>The call or the recipe is wrong: exit code 2.</summary>
internal sealed class CallException(string message) : Exception(message);
