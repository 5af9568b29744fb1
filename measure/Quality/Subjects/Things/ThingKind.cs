namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>A painted thing: its name, how it is painted, whether it is a body without strands; exposure, grain, JPEG quality and how many times 640 × 440 it is large.</summary>
internal sealed record ThingKind(string Name, Action<ThingPicture> Paint, bool IsCompact = true, float Exposure = 1, double Grain = 3, int Quality = 88, int Scale = 1);
