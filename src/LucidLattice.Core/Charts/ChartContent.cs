using LucidLattice.Core.Formatting;
using LucidLattice.Core.Links;

namespace LucidLattice.Core.Charts;

/// <summary>What a chart shows: its words, its marks, and what a click on each mark does.</summary>
public sealed record ChartContent(
    string Id, string Title, string CategoryTitle, string ValueTitle, IReadOnlyList<Mark> Marks, ValueFormat? Format,
    ValueFormat FullFormat,
    bool IsShare, bool ValueLabels, string Color, Func<Mark, LinkAction?> Action)
{
    private const int MostSaid = 24;

    public string AlternativeText => $"Column chart. {Title}. "
        + string.Join("; ", Marks.Take(MostSaid).Select(m => $"{m.Label}: {FullFormat.Format(m.Value)}"))
            + (Marks.Count > MostSaid ? "; …" : "");
}
