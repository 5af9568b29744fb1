using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>What is done to the whole picture at the end.</summary>
public sealed record Finish
{
    /// <summary>Darker or lighter corners.</summary>
    public Vignette Vignette { get; init; } = new();

    /// <summary>Sharpening of the finished picture.</summary>
    public Sharpening Sharpen { get; init; } = new();
}

/// <summary>Darker or lighter corners.</summary>
public sealed record Vignette
{
    /// <summary>− darker … + lighter corners.</summary>
    [Range(-100.0, 100.0)]
    public double Amount { get; init; }

    /// <summary>How far in it reaches.</summary>
    [Range(0.0, 100.0)]
    public double Extent { get; init; } = 50;

    /// <summary>Over how much of the way it fades.</summary>
    [Range(0.0, 100.0)]
    public double Softness { get; init; } = 50;

    /// <summary>0 follows the frame … 100 a circle.</summary>
    [Range(0.0, 100.0)]
    public double Shape { get; init; } = 50;
}

/// <summary>Sharpening of the finished picture.</summary>
public sealed record Sharpening
{
    /// <summary>Percent of the difference to a blurred picture that is added.</summary>
    [Range(0.0, 100.0)]
    public double Amount { get; init; }

    /// <summary>Full-size pixels.</summary>
    [Range(0.1, 20.0)]
    public double Radius { get; init; } = 1;

    /// <summary>How far flat places are spared.</summary>
    [Range(0.0, 100.0)]
    public double EdgesOnly { get; init; }

    /// <summary>How far grain is spared.</summary>
    [Range(0.0, 100.0)]
    public double Calm { get; init; } = 20;
}
