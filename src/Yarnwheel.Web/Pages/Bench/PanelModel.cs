using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>The areas, and which area or part of one is chosen.</summary>
/// <param name="Take">As it stands.</param>
/// <param name="Photo">For the colours of picks.</param>
/// <param name="Area">Index of the chosen area, or null.</param>
/// <param name="Part">Index of the chosen part of it, or null for the area itself.</param>
/// <param name="Knot">Whether its edge is chosen.</param>
/// <param name="Begin">The kind of part that the next press on the photo begins, in the chosen area or a new one.</param>
/// <param name="Work">The local work whose area it begins, or null.</param>
public sealed record PanelModel(TakeState Take, PhotoPixels Photo, int? Area, int? Part, bool Knot, PartKind? Begin, LocalWork? Work)
{
    public Recipe Recipe => Take.Recipe;

    /// <summary>With a choice that the recipe has.</summary>
    public static PanelModel Of(TakeState take, PhotoPixels photo, int? area, int? part, bool knot, string? begin, string? work)
    {
        ArgumentNullException.ThrowIfNull(take);
        var areas = take.Recipe.Areas;
        var kind = PartKind.All.FirstOrDefault(k => k.Code == begin);
        var local = kind is null ? null : LocalWork.All.FirstOrDefault(w => w.Code == work);
        if (area is not { } index || index < 0 || index >= areas.Length) return new PanelModel(take, photo, null, null, false, kind, local);
        var chosen = part is { } p && p >= 0 && p < areas[index].Mask.Parts.Length && !knot && kind is null ? part : null;
        return new PanelModel(take, photo, index, chosen, knot && kind is null, kind, null);
    }

    /// <summary>The colour at the middle of a pick, as #rrggbb.</summary>
    public string Swatch(ShadePick pick)
    {
        ArgumentNullException.ThrowIfNull(pick);
        var shade = ShadeOf(pick);
        var (red, green, blue) = OkLab.ToLinear(shade.L, shade.A, shade.B);
        return $"#{SrgbByte.Encode(red):x2}{SrgbByte.Encode(green):x2}{SrgbByte.Encode(blue):x2}";
    }

    /// <summary>The plain name of the colour at the middle of a pick.</summary>
    public string NameOf(ShadePick pick)
    {
        ArgumentNullException.ThrowIfNull(pick);
        var shade = ShadeOf(pick);
        return HueName.Of(shade.L, shade.A, shade.B).ToLowerInvariant();
    }

    private Shade ShadeOf(ShadePick pick) => pick.Shades is { Length: > 0 } own ? new Shade((float)own[own.Length / 2].L, (float)own[own.Length / 2].A, (float)own[own.Length / 2].B) : ShadeSet.Point(Photo, pick.X ?? (pick.X0!.Value + pick.X1!.Value) / 2, pick.Y ?? (pick.Y0!.Value + pick.Y1!.Value) / 2);
}
