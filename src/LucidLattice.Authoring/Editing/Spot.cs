using LucidLattice.Model.Definitions;

namespace LucidLattice.Authoring.Editing;

/// <summary>Where something is put: in which thing, and at which place among its neighbours.</summary>
public sealed record Spot
{
    /// <summary>The id of what holds it: a part for elements; a section, or a sheet for page bands, for parts; a section for columns
    /// and levels; a sheet or a part for sections; null, which is the report, for sheets.</summary>
    public string? In { get; init; }

    /// <summary>Of a part: the band of the section or sheet. Elements that are pasted there get a part of their own.</summary>
    public BandKind? Band { get; init; }

    /// <summary>Of a part in a band of a group: its level, from 1 at the outermost.</summary>
    public int Level { get; init; }

    /// <summary>From 0; null for the end.</summary>
    public int? Index { get; init; }

    internal IReadOnlyList<T> Put<T>(IReadOnlyList<T> among, T thing)
    {
        var index = Math.Clamp(Index ?? among.Count, 0, among.Count);
        return [.. among.Take(index), thing, .. among.Skip(index)];
    }
}
