namespace Yarnwheel.Web.Pages.Help;

/// <summary>A job that photographers do, told in a few steps; a picture before and one after it lie in img/help, by its code (e2e/help-pictures.mjs makes them).</summary>
/// <param name="Code">Names its pictures and its place on the page.</param>
/// <param name="Title">The job.</param>
/// <param name="Steps">At most five.</param>
public sealed record HelpJob(string Code, string Title, IReadOnlyList<string> Steps)
{
    public static IReadOnlyList<HelpJob> All { get; } =
    [
        new("reds", "Only the reds",
        [
            "In the step Keep choose “by hue”.",
            "Press on a red of the photo and pull away: the further, the wider the arc of hues that stays.",
            "Drag the ends of the arc on the wheel until a neighbour of red falls out.",
            "Raise “Lowest chroma” if brown or skin stays along.",
        ]),
        new("one", "One thing among its like",
        [
            "Choose “by subject” and drag a rough box round the thing.",
            "Where too much came along, paint over it with Alt; where too little, paint on it.",
            "What is ringed is in doubt: a short stroke there settles it.",
        ]),
        new("limit", "A colour, but only in one place",
        [
            "Click the colour. Everything of that colour stays; further clicks and the reach take more or less.",
            "Press + at the end of the area’s string and choose “by outline”.",
            "Draw round the place, and close the loop at its first node.",
            "Choose “limit to”: only what both parts keep stays.",
        ]),
        new("strands", "Threads and twigs before a pattern",
        [
            "Keep the thing by colour, or by subject: one stroke along a twig takes all twigs that hang together with it.",
            "Choose the knot at the end of the string, and press “tidy”.",
            "Look at 100 %: Follow decides how far it looks for strands, Fringe what they are mixed from.",
            "Walk along the edge, and mend with the brush what is still wrong.",
        ]),
        new("rim", "A rim of the old colour round the edge",
        [
            "The rim is colour of the ground in pixels that belong to both. Choose the knot.",
            "Raise Follow until the edge lies on the thing’s own.",
            "Raise Fringe to 100: the edge’s pixels get the colours of their two sides.",
        ]),
        new("specks", "Coloured specks far from the thing",
        [
            "Look at “Left over” in the foot of the page, and press it.",
            "Fly from one to the next; Backspace takes one away.",
            "Or press “remove all up to …”: Islands and Pinholes are set to that size.",
        ]),
        new("greys", "A thing that sinks into the grey behind it",
        [
            "In the step Greys press “tug”.",
            "Press on the thing and drag up until it parts from what is behind; drag the ground down.",
            "Or press Auto, and then pull single spokes of the wheel.",
        ]),
        new("drained", "Not grey, only drained",
        [
            "Keep what matters.",
            "In the step Greys raise “Colour of the ground” to ten or twenty percent.",
            "Or lower Colour of an area, so that it stands between.",
        ]),
        new("toned", "A warm ground",
        [
            "In the step Greys raise “Lights, amount”.",
            "Take the hue on its strip, or from the photo with the ring beside the number.",
            "Give the darks a hue of their own with “Darks, amount”.",
        ]),
        new("recolour", "Another colour for what is kept",
        [
            "Choose the area by its name.",
            "Open “Treatment of the area” and raise Recolour.",
            "Take the hue on the strip. The shading stays.",
        ]),
    ];
}
