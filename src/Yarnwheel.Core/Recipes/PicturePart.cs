using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>A grey picture used as a mask.</summary>
public sealed record PicturePart : MaskPart
{
    /// <summary>"sha256:" and the content hash of the stored picture.</summary>
    [RegularExpression("^sha256:[0-9a-f]{64}$")]
    public string Asset { get; init; } = "";
}
