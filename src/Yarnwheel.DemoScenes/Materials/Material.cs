using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>What a thing is made of: gives the surface at a meeting.</summary>
internal abstract class Material
{
    public abstract Surface At(in Hit hit);

    /// <summary>Whether light goes straight enough through it for things behind it to be lit as if it only dyed the light.</summary>
    public virtual bool IsClear => false;
}
