using System.Text.Json.Serialization;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Model.Definitions;

/// <summary>A drill-down link: what a click opens, where, and every value it carries.</summary>
public sealed record Link
{
    /// <summary>The id of the report that opens; its published version is shown. Empty for this report, with the values that it has and
    /// what the link carries: another sheet, another place, or the same page narrowed to what was clicked.</summary>
    public required string Report { get; init; }

    /// <summary>The id of the sheet of that report which is shown; null for its first one.</summary>
    public string? Sheet { get; init; }

    /// <summary>A web address that opens instead of a report, beginning with http:// or https:// and the name of its host.
    /// <c>{{ name }}</c> in it stands for the carried value of that name, escaped. Null opens a report.</summary>
    public string? Address { get; init; }

    /// <summary>In this report: the group or the section that is gone to; null for the beginning.</summary>
    public LinkedGroup? Group { get; init; }

    /// <summary>What readers choose it by where there are several; null for what opens.</summary>
    public string? Name { get; init; }

    /// <summary>The id of the element of the target whose number has to equal what is clicked; null finds a total of the same, or else
    /// counts rows.</summary>
    public string? AddsUpTo { get; init; }

    /// <summary>True says that the target shows another measure: then nothing has to add up, and only the keys are tried.</summary>
    public bool OtherMeasure { get; init; }

    /// <summary>Further links on the same thing, of which readers choose one.</summary>
    public IReadOnlyList<Link> Also { get; init; } = [];

    /// <summary>What it was before its target was changed, the latest last: a target that is chosen again gets its values again. Nothing of
    /// it counts until then. Null for nothing.</summary>
    [ExcludedFromHash]
    public IReadOnlyList<Link>? Former { get; init; }

    /// <summary>More of them are not remembered.</summary>
    public const int MostFormer = 12;

    /// <summary>It, and those beside it.</summary>
    [JsonIgnore]
    public IEnumerable<Link> All => Also.Prepend(this);

    /// <summary>With everything that it and those beside it carry passed through <paramref name="change"/>; null carries it not.</summary>
    public Link MapSources(Func<ValueSource, ValueSource?> change) => this with
    {
        Carries = [.. Carries.Select(c => (Carried: c, From: change(c.From))).Where(c => c.From is not null)
            .Select(c => c.Carried with { From = c.From! })],
        Group = Group is { } group && change(group.Key) is { } key ? group with { Key = key } : null,
        Also = [.. Also.Select(l => l.MapSources(change))],
        Former = Former?.Select(l => l.MapSources(change)).ToList(),
    };

    /// <summary>How many links one thing may have.</summary>
    public const int Most = 12;
    public OpenIn Open { get; init; } = OpenIn.Beside;
    public IReadOnlyList<CarriedValue> Carries { get; init; } = [];

    /// <summary>True makes one link of a whole chart, instead of one for each mark.</summary>
    public bool Whole { get; init; }
}

/// <summary>A group, or a section, of this report that a link goes to.</summary>
/// <param name="Level">The id of its level; or that of a section, to whose beginning it goes.</param>
/// <param name="Key">The group's key; of a section, anything.</param>
public sealed record LinkedGroup(string Level, ValueSource Key);

public enum OpenIn { Beside, Here, NewTab }

/// <summary>A value that a link gives to a parameter of the report it opens.</summary>
public sealed record CarriedValue
{
    /// <summary>The name of the target's parameter, without the colon.</summary>
    public required string Parameter { get; init; }
    public required ValueSource From { get; init; }
}

/// <summary>Where a carried value comes from.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(CategorySource), "category")]
[JsonDerivedType(typeof(SeriesSource), "series")]
[JsonDerivedType(typeof(LevelSource), "level")]
[JsonDerivedType(typeof(ParameterSource), "parameter")]
[JsonDerivedType(typeof(FixedSource), "fixed")]
[JsonDerivedType(typeof(ExpressionSource), "expression")]
public abstract record ValueSource;

/// <summary>The category of the mark that was clicked.</summary>
public sealed record CategorySource : ValueSource
{
    public KeyPart Part { get; init; }
}

/// <summary>All of a key: a value, the days of a period, the keys of a category that stands for several; or one end of a range or a
/// period.</summary>
public enum KeyPart { Whole, Start, End }

/// <summary>The series of the mark that was clicked.</summary>
public sealed record SeriesSource : ValueSource
{
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public KeyPart Part { get; init; }
}

/// <summary>The key of the group around the chart, at the level with this id.</summary>
public sealed record LevelSource : ValueSource
{
    public required string Level { get; init; }
    public KeyPart Part { get; init; }
}

/// <summary>The value that a parameter of this report has in the run that was clicked.</summary>
public sealed record ParameterSource : ValueSource
{
    [Holds(TextForm.ParameterName)]
    public required string Name { get; init; }
}

/// <summary>What an expression gives where the link stands: a field of the row, or something of the group.</summary>
public sealed record ExpressionSource : ValueSource
{
    [Holds(TextForm.Expression)]
    public required string Expression { get; init; }
}

/// <summary>Always the same value, written as its parameter's type is (2025-01-31, 12.5, true).</summary>
public sealed record FixedSource : ValueSource
{
    public required string Value { get; init; }
}
