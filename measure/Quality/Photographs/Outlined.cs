namespace Yarnwheel.Measure.Quality.Photographs;

/// <summary>What of an open photograph somebody may want to keep, traced by eye.</summary>
/// <param name="Name">Of the subject.</param>
/// <param name="File">The picture's, in the folder of open pictures.</param>
/// <param name="Use">What it is for.</param>
/// <param name="Ways">Closed ways, x and y in turns, percent of width and height; where two lie over each other is a hole.</param>
internal sealed record Outlined(string Name, string File, OutlineUse Use, params double[][] Ways);
