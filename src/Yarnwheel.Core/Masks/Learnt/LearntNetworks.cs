namespace Yarnwheel.Core.Masks.Learnt;

/// <summary>The networks that come with the program.</summary>
internal static class LearntNetworks
{
    private static readonly Lazy<Perceptron> KnownReadings = new(() => Load("readings.weights")), KnownCorrections = new(() => Load("corrections.weights")), KnownMattes = new(() => Load("mattes.weights", 3));

    /// <summary>How likely a place belongs to a subject, by its figures among the readings of a gesture.</summary>
    public static Perceptron Readings => KnownReadings.Value;

    /// <summary>How likely a place goes with a stroke that corrects an answer.</summary>
    public static Perceptron Corrections => KnownCorrections.Value;

    /// <summary>How far an alpha that was found is to be believed, and what is to be made of it: three of each pixel's figures.</summary>
    public static Perceptron Mattes => KnownMattes.Value;

    private static Perceptron Load(string name, int outputs = 1)
    {
        using var reader = new BinaryReader(typeof(LearntNetworks).Assembly.GetManifestResourceStream(name) ?? throw new InvalidOperationException($"What was learnt is missing: {name}."));
        return Perceptron.Read(reader, outputs);
    }
}
