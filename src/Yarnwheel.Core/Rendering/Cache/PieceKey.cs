using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering.Cache;

/// <summary>Names a piece by its content and kind.</summary>
/// <typeparam name="T">What the piece is: a key finds nothing of another kind.</typeparam>
/// <param name="Content">What it is made of.</param>
/// <param name="Scale">Pixels a photo pixel; 0 for what belongs to the whole photo at no scale.</param>
internal readonly record struct PieceKey<T>(ContentKey Content, double Scale = 0) where T : class, IPiece;
