namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>The demo photographs, each a different difficulty of the job.</summary>
internal static class AllScenes
{
    public static IReadOnlyList<IScene> List { get; } =
        [new DryingRail(), new MadderBasket(), new SteamingVat(), new YarnEnds(), new FeltString(), new SpoolStand(), new MordantJar(), new HoopWall()];

    /// <exception cref="ArgumentException">There is no scene of that name.</exception>
    public static IScene Named(string name) =>
        List.FirstOrDefault(s => s.Name == name) ?? throw new ArgumentException($"There is no scene \"{name}\".", nameof(name));
}
