using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>What a thing is made of: gives the surface at a meeting.</summary>
internal abstract class Material
{
    public abstract Surface At(in Hit hit);
}
