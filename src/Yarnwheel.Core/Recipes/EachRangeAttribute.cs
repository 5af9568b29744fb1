using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>Holds every number of a list to a range.</summary>
/// <param name="minimum">The least.</param>
/// <param name="maximum">The most.</param>
[AttributeUsage(AttributeTargets.Property)]
internal sealed class EachRangeAttribute(double minimum, double maximum) : ValidationAttribute
{
    public double Minimum => minimum;

    public double Maximum => maximum;

    public override bool IsValid(object? value) => value is not ImmutableArray<double> numbers || numbers.All(n => n >= minimum && n <= maximum);
}
