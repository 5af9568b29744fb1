namespace Yarnwheel.Measure.Quality.Photographs;

/// <summary>What a traced photograph is for.</summary>
internal enum OutlineUse
{
    /// <summary>Looked at while subjects were mended.</summary>
    Tuned,

    /// <summary>Put aside before.</summary>
    Aside,

    /// <summary>Traced later, to learn from.</summary>
    Learnt,

    /// <summary>Traced with those, put aside before anything was learnt.</summary>
    Later,
}
