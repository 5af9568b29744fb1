
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Treatments;

/// <summary>Changes one colour, in lanes.</summary>
internal interface IColourChange
{
    /// <summary>The changed linear light.</summary>
    (T Red, T Green, T Blue) Of<T>(T red, T green, T blue) where T : struct, ILanes<T>;
}

/// <summary>An operation that changes each pixel by its own colour alone.</summary>
/// <param name="change">What it does to one.</param>
internal abstract class ColourOperation<TChange>(TChange change) : RowOperation where TChange : struct, IColourChange
{
    public override void Row(LightRow light) => LaneLoop.Over(new Kernel(light, change), light.Red.Length);

    private readonly ref struct Kernel(LightRow light, TChange change) : ILaneKernel
    {
        private readonly LightRow light = light;
        private readonly TChange change = change;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var (red, green, blue) = change.Of(light.Red.Load<T>(i), light.Green.Load<T>(i), light.Blue.Load<T>(i));
                light.Red.Save(i, red);
                light.Green.Save(i, green);
                light.Blue.Save(i, blue);
            }
        }
    }
}
