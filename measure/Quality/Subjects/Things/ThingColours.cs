namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>Colours that things and their grounds are painted with, linear light.</summary>
internal static class ThingColours
{
    public static readonly float[] Madder = [0.42f, 0.035f, 0.03f], Ochre = [0.40f, 0.22f, 0.05f], Indigo = [0.03f, 0.05f, 0.19f], Lime = [0.62f, 0.58f, 0.50f], Hedge = [0.07f, 0.14f, 0.05f],
        Copper = [0.45f, 0.20f, 0.11f], Teal = [0.03f, 0.20f, 0.21f], Ash = [0.20f, 0.19f, 0.18f], Soot = [0.03f, 0.028f, 0.027f], Oak = [0.24f, 0.14f, 0.07f], Sky = [0.50f, 0.64f, 0.84f], Rose = [0.55f, 0.22f, 0.26f],
        Straw = [0.58f, 0.45f, 0.16f], Plum = [0.14f, 0.03f, 0.12f], Slate = [0.11f, 0.13f, 0.16f];
}
