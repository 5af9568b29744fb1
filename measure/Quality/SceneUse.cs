namespace Yarnwheel.Measure.Quality;

/// <summary>What a scene is for.</summary>
internal enum SceneUse
{
    /// <summary>Methods were tuned on it.</summary>
    Tuned,

    /// <summary>Put aside before anything was tuned; seen twice since.</summary>
    Aside,

    /// <summary>Put aside later, of kinds that none before has; judged twice, and twigs and wires looked at when subjects were mended.</summary>
    Later,

    /// <summary>Made when following of lost strands had been chosen, and judged once.</summary>
    Fresh,

    /// <summary>Made when the fresh ones had been looked at, too; judged once.</summary>
    Latest,

    /// <summary>Open photographs with subjects traced by eye, looked at while subjects were mended.</summary>
    Photographs,

    /// <summary>More of them, put aside before.</summary>
    PhotographsAside,

    /// <summary>More again, traced with those that are learnt from and put aside before anything was learnt.</summary>
    PhotographsLater,
}
