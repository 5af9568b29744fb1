namespace Yarnwheel.Data.Model;

/// <summary>A look that the photographer keeps for other photos.</summary>
public sealed class LookRow
{
    public int Id { get; set; }

    public required string Name { get; set; }

    /// <summary>The look's document, JSON.</summary>
    public required string Look { get; set; }
}
