using Yarnwheel.Core.Masks.Learnt;

namespace Yarnwheel.Core.Tests;

public class PerceptronTests
{
    /// <summary>The network for "one or the other, not both" of I. Goodfellow, Y. Bengio, A. Courville, "Deep Learning", MIT Press 2016, section 6.1, a half taken off what it gives.</summary>
    private static Perceptron OneOrTheOther() => new([0, 0], [1, 1], [new([1, 1, 1, 1], [0, -1]), new([1, -2], [-0.5f])]);

    [Theory]
    [InlineData(0, 0, -0.5f)]
    [InlineData(0, 1, 0.5f)]
    [InlineData(1, 0, 0.5f)]
    [InlineData(1, 1, -0.5f)]
    public void It_gives_what_the_book_gives(float x, float y, float expected) => Assert.Equal(expected, OneOrTheOther().LogOdds([x, y], CancellationToken.None).Single());

    [Fact]
    public void Rows_are_judged_alone_however_many_there_are()
    {
        var random = new Random(4);
        var network = Any(random, 7);
        float[] rows = [.. Enumerable.Range(0, 7 * 1000).Select(_ => random.NextSingle() * 10 - 5)];
        var all = network.LogOdds(rows, CancellationToken.None);
        Assert.Equal(1000, all.Length);
        for (var k = 0; k < 1000; k += 37) Assert.Equal(network.LogOdds(rows[(7 * k)..(7 * k + 7)], CancellationToken.None)[0], all[k]);
    }

    [Fact]
    public void Figures_far_from_all_that_was_learnt_from_count_as_four_deviations()
    {
        var network = new Perceptron([10], [2], [new([1], [0])]);
        Assert.Equal([0, 1.5f, 4, -4], network.LogOdds([10, 13, 1e9f, float.NegativeInfinity], CancellationToken.None));
    }

    [Fact]
    public void It_is_read_as_it_was_written_and_nothing_else_is_read()
    {
        var network = Any(new Random(5), 9);
        using var stream = new MemoryStream();
        network.Write(new BinaryWriter(stream));
        stream.Position = 0;
        var again = Perceptron.Read(new BinaryReader(stream));
        float[] row = [1, -2, 3, 0.5f, 0, 4, -1, 2, 0.1f];
        Assert.Equal(network.LogOdds(row, CancellationToken.None), again.LogOdds(row, CancellationToken.None));
        Assert.Throws<InvalidDataException>(() => Perceptron.Read(new BinaryReader(new MemoryStream(new byte[64]))));
        // One figure, one layer of two outputs.
        Assert.Throws<InvalidDataException>(() => Perceptron.Read(new BinaryReader(new MemoryStream([1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 128, 63, 1, 0, 0, 0, 2, 0, 0, 0, .. new byte[16]]))));
        Assert.Throws<EndOfStreamException>(() => Perceptron.Read(new BinaryReader(new MemoryStream(stream.ToArray()[..^4]))));
    }

    [Fact]
    public void It_may_say_several_things_of_each_row()
    {
        // Sum and difference of two figures, and of what is above 0 of both.
        var network = new Perceptron([0, 0], [1, 1], [new([1, 1, 1, -1], [0, 0]), new([1, 0, 0, 0, 1, 0], [0, 0, 5])]);
        Assert.Equal(3, network.Outputs);
        Assert.Equal([3, 0, 5, 3, 1, 5], network.LogOdds([1, 2, 2, 1], CancellationToken.None));
        var said = new float[3];
        network.Of([-1, -2], said);
        Assert.Equal([0, 1, 5], said);
        using var stream = new MemoryStream();
        network.Write(new BinaryWriter(stream));
        Assert.Equal(3, Perceptron.Read(new BinaryReader(new MemoryStream(stream.ToArray())), 3).Outputs);
        Assert.Throws<InvalidDataException>(() => Perceptron.Read(new BinaryReader(new MemoryStream(stream.ToArray()))));
    }

    [Fact]
    public void Layers_that_do_not_fit_are_refused()
    {
        Assert.Throws<ArgumentException>(() => new Perceptron([0, 0], [1, 1], [new([1, 1, 1], [0])]));
        Assert.Throws<ArgumentException>(() => new Perceptron([0, 0], [1, 1], [new([1, 1], [0]), new([1, 1], [0])]));
        Assert.Throws<ArgumentException>(() => new Perceptron([0], [1], []));
    }

    private static Perceptron Any(Random random, int inputs)
    {
        float[] Values(int count) => [.. Enumerable.Range(0, count).Select(_ => random.NextSingle() * 2 - 1)];
        return new Perceptron(Values(inputs), [.. Values(inputs).Select(v => v + 1.5f)], [new(Values(inputs * 21), Values(21)), new(Values(21 * 5), Values(5)), new(Values(5), Values(1))]);
    }
}
