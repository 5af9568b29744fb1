namespace Yarnwheel.Measure.Speed;

/// <summary>All speeds, beside their peers in the same run.</summary>
internal static class SpeedTable
{
    public static void Print()
    {
        using var material = new Material();
        Console.WriteLine("| work | peer | measured | goal | reached |");
        Console.WriteLine("|---|---|---|---|---|");
        foreach (var row in FrameTable.Rows(material)) Console.WriteLine(row);
    }
}
