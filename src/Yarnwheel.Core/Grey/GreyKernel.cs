using System.Numerics;

namespace Yarnwheel.Core.Grey;

/// <summary>Turns rows of lightness and lift into the linear light of their greys.</summary>
/// <remarks>Vectors and their scalar tail do the same operations in the same order, so both give the same bits.</remarks>
internal static class GreyKernel
{
    /// <summary>The cube of each lightness.</summary>
    public static void Flat(ReadOnlySpan<float> lightness, Span<float> grey)
    {
        var i = 0;
        for (; i <= grey.Length - Vector<float>.Count; i += Vector<float>.Count)
        {
            var l = new Vector<float>(lightness[i..]);
            (l * l * l).CopyTo(grey[i..]);
        }
        for (; i < grey.Length; i++) grey[i] = lightness[i] * lightness[i] * lightness[i];
    }

    /// <summary>The cube of each lightness after its lift (<see cref="GreyConversion.Lift"/>).</summary>
    /// <param name="lightness">OKLab L of the base grey.</param>
    /// <param name="grey">Holds the lifts; receives linear light.</param>
    public static void Lifted(ReadOnlySpan<float> lightness, Span<float> grey)
    {
        var i = 0;
        for (; i <= grey.Length - Vector<float>.Count; i += Vector<float>.Count)
        {
            var l = new Vector<float>(lightness[i..]);
            var lift = new Vector<float>(grey[i..]);
            var above = Vector.Max(Vector<float>.Zero, Vector<float>.One - l);
            var room = Vector.ConditionalSelect(Vector.GreaterThan(lift, Vector<float>.Zero), above, l);
            var room2 = room * room;
            var lift2 = lift * lift;
            var norm = Vector.SquareRoot(Vector.SquareRoot(room2 * room2 + lift2 * lift2));
            var moved = Vector.Max(Vector<float>.Zero, l + lift * (room / norm));
            var lifted = Vector.ConditionalSelect(Vector.GreaterThan(norm, Vector<float>.Zero), moved, l);
            (lifted * lifted * lifted).CopyTo(grey[i..]);
        }
        for (; i < grey.Length; i++)
        {
            var lifted = GreyConversion.Lift(lightness[i], grey[i]);
            grey[i] = lifted * lifted * lifted;
        }
    }
}
