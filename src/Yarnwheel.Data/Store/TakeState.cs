using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>A take as it stands.</summary>
/// <param name="Id">Of the take.</param>
/// <param name="Name">Of the take.</param>
/// <param name="Photo">Its photo.</param>
/// <param name="Revision">Grows with every change.</param>
/// <param name="Recipe">As it stands.</param>
/// <param name="UndoLabel">What undo would take back, or null.</param>
/// <param name="RedoLabel">What redo would do again, or null.</param>
/// <param name="Steps">How many steps are in effect.</param>
public sealed record TakeState(int Id, string Name, PhotoRow Photo, long Revision, Recipe Recipe, string? UndoLabel, string? RedoLabel, int Steps)
{
    /// <summary>What the change that gave this state made; null where it made nothing, or where the state was only read.</summary>
    public Made? Made { get; init; }

    /// <summary>The step of the journal that gave it.</summary>
    public int Step { get; init; }
}
