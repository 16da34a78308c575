using LucidLattice.Expressions.Evaluation;

namespace LucidLattice.Crosstabs;

/// <summary>Looks for a text among the headings and figures of a crosstab, as they are printed.</summary>
public static class CrosstabSearch
{
    /// <summary>Of a crosstab with more cells, the figures of those beyond are not looked at.</summary>
    private const int MostFigures = 200_000;

    /// <param name="wanted">Whatever its case.</param>
    /// <param name="frame">Stands in the group around.</param>
    /// <returns>What was found, how far below the upper edge of the crosstab it is printed, in points, and of a figure what it stands
    /// for.</returns>
    public static IEnumerable<(string Text, double Top, string? Context)> Find(CrosstabLayout layout, string wanted, Frame frame)
    {
        var (texts, looked) = (layout.Texts, 0);
        bool Matches(string text) => text.Contains(wanted, StringComparison.OrdinalIgnoreCase);
        foreach (var block in layout.Blocks)
        {
            foreach (var heading in layout.Headings(block.Columns).Where(h => Matches(h.Text)))
                yield return (heading.Text, block.Top, null);
            var rows = block.Top + layout.HeadHeight - layout.LineTops[block.FirstLine];
            for (var i = block.FirstLine; i < block.EndLine; i++)
            {
                var line = texts.Grid.Lines[i];
                // Within the height of the row, so that it is on the page on which that is printed.
                var top = rows + layout.LineTops[i] + 1;
                for (var column = 0; column < texts.HeadColumns; column++)
                    if (texts.RowHeading(line, i == block.FirstLine ? null : texts.Grid.Lines[i - 1], column, out _).Text is var heading
                        && Matches(heading)) yield return (heading, top, null);
                for (var at = block.Columns.First; at < block.Columns.First + block.Columns.Count && looked < MostFigures; at++, looked++)
                    if (texts.Figure(line, texts.Grid.Columns[at], frame) is var figure && Matches(figure))
                        yield return (figure, top, texts.Spoken(line, texts.Grid.Columns[at]));
            }
        }
    }
}
