namespace Yarnwheel.Orders.Book;

/// <summary>Where an order stands.</summary>
public enum OrderPhase
{
    Working,
    Paused,
    Cancelled,

    /// <summary>Nothing of it is left to do.</summary>
    Ended,

    /// <summary>Its ZIP archive was not fetched yet, or not to its end.</summary>
    ToFetch,
}

/// <summary>Where a picture stands.</summary>
public enum PicturePhase
{
    Waiting,
    Working,
    Made,
    Failed,

    /// <summary>Left out because the order was cancelled.</summary>
    Cancelled,
}

/// <summary>A picture and where it stands.</summary>
public sealed record PictureState(OrderPicture Picture, PicturePhase Phase, double Share, PictureResult? Result);

/// <summary>An order and where it stands.</summary>
public sealed record OrderState(Order Order, OrderPhase Phase, IReadOnlyList<PictureState> Pictures)
{
    public int Made => Pictures.Count(p => p.Phase == PicturePhase.Made);

    public int Failed => Pictures.Count(p => p.Phase == PicturePhase.Failed);

    /// <summary>The share of the whole that is done, 0 … 1.</summary>
    public double Share => Pictures.Count == 0 ? 1 : Pictures.Sum(p => p.Phase is PicturePhase.Made or PicturePhase.Failed ? 1 : p.Share) / Pictures.Count;

    /// <summary>How long it will take yet, by the pictures made last; null where none was.</summary>
    public TimeSpan? Left
    {
        get
        {
            var took = Pictures.Where(p => p.Phase == PicturePhase.Made).OrderByDescending(p => p.Result!.At).Take(10).Select(p => p.Result!.Milliseconds).ToList();
            if (took.Count == 0 || Phase != OrderPhase.Working) return null;
            var left = Pictures.Sum(p => p.Phase switch { PicturePhase.Waiting => 1, PicturePhase.Working => 1 - p.Share, _ => 0 });
            return TimeSpan.FromMilliseconds(took.Average() * left / Math.Max(1, Pictures.Count(p => p.Phase == PicturePhase.Working)));
        }
    }
}
