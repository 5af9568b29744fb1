using FsCheck.Xunit;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Orders.Naming;

namespace Yarnwheel.Storage.Tests.Orders;

public sealed class NamingTests
{
    private static readonly DateOnly Day = new(2026, 3, 9);

    private static NameParts Of(string photo, int number = 1, int count = 1) => new(photo, "Take 2", number, count, Day);

    [Theory]
    [InlineData("{photo} {take}", "drying-rail Take 2")]
    [InlineData("{date}_{number}", "2026-03-09_007")]
    [InlineData("a/b: {photo}?", "a-b- drying-rail-")]
    [InlineData(" {photo}. ", "drying-rail")]
    public void A_pattern_is_filled_in(string pattern, string name) => Assert.Equal(name, NamePattern.Parse(pattern).Fill(Of("drying-rail", 7, 120)));

    [Theory]
    [InlineData("")]
    [InlineData("{foto}")]
    [InlineData("{photo")]
    [InlineData("photo}")]
    public void A_pattern_that_can_not_be_filled_is_refused(string pattern) => Assert.Throws<YarnwheelException>(() => NamePattern.Parse(pattern));

    [Theory]
    [InlineData("con", "con-")]
    [InlineData("...", "picture")]
    [InlineData("a\tb\\c|d", "a-b-c-d")]
    public void A_name_is_one_that_file_systems_take(string text, string name) => Assert.Equal(name, FileName.Of(text));

    [Fact]
    public void Copies_of_one_name_are_numbered_whatever_their_letters_case() =>
        Assert.Equal(["a.jpg", "A 2.jpg", "a 3.jpg"], NamePlan.Of(NamePattern.Parse("{photo}"), [Of("a"), Of("A"), Of("a")], ".jpg", NameClash.Replace, _ => false).Select(n => n.Name));

    [Theory]
    [InlineData(NameClash.Number, "a 2.jpg", NameFate.Numbered)]
    [InlineData(NameClash.Skip, "a.jpg", NameFate.Skipped)]
    [InlineData(NameClash.Replace, "a.jpg", NameFate.Replaces)]
    public void What_becomes_of_a_name_that_a_file_has_is_chosen(NameClash clash, string name, NameFate fate) =>
        Assert.Equal([new PlannedName(name, fate), new PlannedName("b.jpg", NameFate.Free)], NamePlan.Of(NamePattern.Parse("{photo}"), [Of("a"), Of("b")], ".jpg", clash, n => n == "a.jpg"));

    [Property]
    public bool No_two_copies_get_one_name_and_none_a_forbidden_character(string?[] photos, bool replace)
    {
        var parts = photos.Select((p, i) => Of(p ?? "", i + 1, photos.Length)).ToList();
        var names = NamePlan.Of(NamePattern.Parse("{photo}"), parts, ".png", replace ? NameClash.Replace : NameClash.Number, n => n.Length % 2 == 0).Select(n => n.Name).ToList();
        return names.Distinct(StringComparer.OrdinalIgnoreCase).Count() == names.Count && names.All(n => n.Length > 4 && !n.Any(FileName.IsForbidden));
    }
}
