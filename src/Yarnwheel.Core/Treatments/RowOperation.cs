using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Treatments;

/// <summary>Changes rows of linear light pixel by pixel: one operation, one class, one file.</summary>
internal abstract class RowOperation
{
    /// <summary>Changes the row in place.</summary>
    public abstract void Row(LightRow light);
}
