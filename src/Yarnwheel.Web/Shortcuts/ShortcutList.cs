using Yarnwheel.Web.Pages.Bench;

namespace Yarnwheel.Web.Shortcuts;

/// <summary>Every key of the Bench. A kind of part has the first letter of its word; what is used once a day comes after the key that opens the rest.</summary>
public static class ShortcutList
{
    private const string Kinds = "Take up a part, or begin one", Hand = "With the hand", Look = "Look", Steps = "Steps and greys", Work = "The work", More = "The rest", Move = "Move about";

    /// <summary>The key that opens the rest.</summary>
    public const string Opener = "more";

    public static IReadOnlyList<Shortcut> All { get; } =
    [
        .. PartKind.All.Select(kind => new Shortcut($"kind-{kind.Code}", kind.Key, kind.Words.TrimEnd(' ', '…'), Kinds, Way: kind.IsSecond ? ShortcutWay.Second : ShortcutWay.Press)),
        new("new", "N", "the next press on the photo begins a new area", Kinds),
        new("side", "X", "picks keep, or leave out", Hand, "colour"),
        new("click", "click, drag", "keep the shade, or those in a box; Alt leaves out", Hand, "colour", ShortcutWay.Fixed),
        new("pull-away", "press and pull away", "the further, the wider; Alt takes away; the wheel while pressed", Hand, "patch hue light", ShortcutWay.Fixed),
        new("paint", "paint", "Alt takes away; Shift and a press runs straight; Alt and the wheel: size", Hand, "brush", ShortcutWay.Fixed),
        new("smaller", "[", "a smaller brush", Hand, "brush subject"),
        new("larger", "]", "a larger brush", Hand, "brush subject"),
        new("cling", "Z", "keep the colour the brush clings to", Hand, "brush", ShortcutWay.Hold),
        new("box", "click, drag a box", "what lights up, the wheel larger and smaller; or a box; then paint what belongs to it, with Alt what does not", Hand, "subject", ShortcutWay.Fixed),
        new("nodes", "click, Enter", "set nodes; the first node, a double click or Enter closes; Esc takes one back", Hand, "outline", ShortcutWay.Fixed),
        new("reading", "Y", "the next reading of a subject’s box and strokes", Hand, "subject"),
        new("doubt-next", ">", "where a subject is in doubt; else the next of the edge's worst stretches", Hand, "subject"),
        new("doubt-back", "<", "the one before", Hand, "subject"),
        new("speck-next", ".", "fly to the next speck left over", Hand),
        new("speck-back", ",", "to the one before", Hand),
        new("speck-remove", "Backspace", "remove the speck that was flown to", Hand, Way: ShortcutWay.Fixed),
        new("remove", "Del", "remove the chosen shade, node, part or area", Hand, Way: ShortcutWay.Fixed),
        new("rename", "F2", "rename the chosen area", Hand, Way: ShortcutWay.Fixed),
        new("row", "Alt and arrows", "move the focused area or part in its row", Hand, Way: ShortcutWay.Fixed),
        new("colours", "A", "all colours of the photo, in its light", Look, Way: ShortcutWay.Hold),
        new("untouched", "U", "the photo as it came", Look, Way: ShortcutWay.Hold),
        new("flat", "W", "the flat mix, every spoke at 0", Look, Way: ShortcutWay.Hold),
        new("lens", "I", "lens: the photo’s colours at the pointer", Look),
        new("lens-size", "Shift and the wheel", "a larger or smaller lens", Look, Way: ShortcutWay.Fixed),
        new("veil", "V", "veil over what is not kept", Look),
        new("mask", "M", "mask alone", Look),
        new("kept", "K", "kept parts alone", Look),
        new("grey", "G", "grey of everything", Look),
        new("compare-split", "/", "compare by a line, with what was compared with last; again: just the take", Look),
        new("stitch", "J", "stitch line along the edge", Look),
        new("all-areas", "Q", "of all areas together, or of the chosen one", Look),
        new("fit", "F", "the whole photo", Move),
        new("zoom-1", "1", "100 %", Move),
        new("zoom-2", "2", "200 %", Move),
        new("zoom-4", "4", "400 %", Move),
        new("nearer", "wheel, + and −", "zoom about the pointer", Move, Way: ShortcutWay.Fixed),
        new("space", "Space and drag", "move the photo; so do the middle button and the arrows", Move, Way: ShortcutWay.Fixed),
        new("cross-hair", "Shift and arrows", "a cross-hair over the photo; Enter presses there, Shift and Enter holds until the next, with Alt it takes away", Move, Way: ShortcutWay.Fixed),
        new("back", "Esc", "drops what is begun; with nothing begun, brings the keyboard back to the photo", Move, Way: ShortcutWay.Fixed),
        new("touch", "two fingers", "move and zoom the photo; a finger that rests does what Alt does, and so does a pen’s barrel button", Move, Way: ShortcutWay.Fixed),
        new("docks", "D", "photo alone", Move),
        new("step-light", "6", "step: light", Steps),
        new("step-keep", "7", "step: keep", Steps),
        new("step-greys", "8", "step: greys", Steps),
        new("step-finish", "9", "step: finish", Steps),
        new("tug", "T", "tug greys: press on a thing and drag up or down to move its grey", Steps),
        new("spoke", "arrows", "on a spoke: up and down lift, left and right hue; Del removes it", Steps, Way: ShortcutWay.Fixed),
        new("undo", "Ctrl Z", "undo; with Shift, redo", Work, Way: ShortcutWay.Fixed),
        new("save", "Ctrl S", "save a copy", Work, Way: ShortcutWay.Fixed),
        new("help", "?", "this list", Work, Way: ShortcutWay.Fixed),
        new(Opener, "E", "everything else: then one of the letters below", More),
        .. LocalWork.All.Select(work => new Shortcut($"work-{work.Code}", work.Key, $"brush: {work.Words}", More, Way: ShortcutWay.Second)),
        new("surround", "S", "surround darker or lighter", More, Way: ShortcutWay.Second),
        new("theme", "L", "light or dark page", More, Way: ShortcutWay.Second),
        new("read-recipe", "O", "open a recipe from a file", More, Way: ShortcutWay.Second),
        new("take-copy", "T", "new take from this one", More, Way: ShortcutWay.Second),
        new("history", "B", "back: the history, every step of it", More, Way: ShortcutWay.Second),
        new("looks", "K", "looks, and pieces of other takes", More, Way: ShortcutWay.Second),
        new("compare-beside", "I", "compare side by side", More, Way: ShortcutWay.Second),
        new("compare-blink", "N", "compare one over the other, blinking", More, Way: ShortcutWay.Second),
        new("compare-difference", "F", "compare: how far apart, as a map", More, Way: ShortcutWay.Second),
        new("compare-level", "A", "compare across: line level, or upright", More, Way: ShortcutWay.Second),
    ];
}
