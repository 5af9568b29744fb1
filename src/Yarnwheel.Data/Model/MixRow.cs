namespace Yarnwheel.Data.Model;

/// <summary>A grey mix that the photographer keeps for other photos.</summary>
public sealed class MixRow
{
    public int Id { get; set; }

    public required string Name { get; set; }

    /// <summary>The recipe's "grey", JSON.</summary>
    public required string Grey { get; set; }
}
