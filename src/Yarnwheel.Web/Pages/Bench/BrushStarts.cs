namespace Yarnwheel.Web.Pages.Bench;

/// <summary>Starting points of the clinging brush, found by measuring (measure -- cling).</summary>
internal static class BrushStarts
{
    /// <summary>Name, values, what it is for.</summary>
    public static IReadOnlyList<(string Name, string Json, string Hint)> All { get; } =
    [
        ("most edges", """{"reach":5,"fade":4,"lightness":30}""", "For most edges"),
        ("clears a fringe", """{"reach":11,"fade":2,"lightness":30}""", "Wider reach, harder end: leaves no thin line of the old colour"),
        ("spares strands", """{"reach":2,"fade":6,"lightness":30}""", "Narrowest reach, softest end: keeps twigs and fibres one or two pixels wide"),
    ];
}
