using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>The tone and colour controls that the light of the whole photo and the treatment of an area share.</summary>
public abstract record Tones
{
    /// <summary>Stops.</summary>
    [Range(-10.0, 10.0)]
    public double Exposure { get; init; }

    /// <summary>Spreads lightness about middle grey (+) or draws it together (−).</summary>
    [Range(-100.0, 100.0)]
    public double Contrast { get; init; }

    /// <summary>Lightens (+) or darkens (−) the dark tones.</summary>
    [Range(-100.0, 100.0)]
    public double Shadows { get; init; }

    /// <summary>Lightens (+) or darkens (−) the light tones.</summary>
    [Range(-100.0, 100.0)]
    public double Highlights { get; init; }

    /// <summary>Lifts (+) or lowers (−) black.</summary>
    [Range(-100.0, 100.0)]
    public double BlackPoint { get; init; }

    /// <summary>Lifts (+) or lowers (−) white.</summary>
    [Range(-100.0, 100.0)]
    public double WhitePoint { get; init; }

    /// <summary>White balance, cool − … warm +.</summary>
    [Range(-100.0, 100.0)]
    public double Warmth { get; init; }

    /// <summary>White balance, green − … magenta +.</summary>
    [Range(-100.0, 100.0)]
    public double GreenMagenta { get; init; }

    /// <summary>Chroma: −100 grey … +100 doubled.</summary>
    [Range(-100.0, 100.0)]
    public double Saturation { get; init; }

    /// <summary>How far already strong colours are spared by the saturation, 0 … 100.</summary>
    [Range(0.0, 100.0)]
    public double Protect { get; init; }

    /// <summary>Strengthens (+) or weakens (−) what differs within larger surroundings.</summary>
    [Range(-100.0, 100.0)]
    public double LocalContrast { get; init; }

    /// <summary>Strengthens (+) or weakens (−) what differs within small surroundings.</summary>
    [Range(-100.0, 100.0)]
    public double FineDetail { get; init; }

    /// <summary>− adds haze, + removes it.</summary>
    [Range(-100.0, 100.0)]
    public double Haze { get; init; }
}

/// <summary>The light of the whole photo, balanced before anything else.</summary>
public sealed record Light : Tones;
