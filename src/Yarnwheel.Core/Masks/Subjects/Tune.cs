namespace Yarnwheel.Core.Masks.Subjects;
public static class Tune { public static float Get(string n, float d) => float.TryParse(Environment.GetEnvironmentVariable("T_" + n), out var v) ? v : d; }
