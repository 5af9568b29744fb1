namespace Yarnwheel.Core.Masks.Learnt;

/// <summary>The networks that come with the program.</summary>
internal static class LearntNetworks
{
    private static readonly Lazy<Perceptron> KnownReadings = new(() => Load("readings.weights")), KnownCorrections = new(() => Load("corrections.weights"));

    /// <summary>How likely a place belongs to a subject, by its figures among the readings of a gesture.</summary>
    public static Perceptron Readings => KnownReadings.Value;

    /// <summary>How likely a place goes with a stroke that corrects an answer.</summary>
    public static Perceptron Corrections => KnownCorrections.Value;

    private static Perceptron Load(string name)
    {
        using var reader = new BinaryReader(typeof(LearntNetworks).Assembly.GetManifestResourceStream(name) ?? throw new InvalidOperationException($"What was learnt is missing: {name}."));
        return Perceptron.Read(reader);
    }
}
