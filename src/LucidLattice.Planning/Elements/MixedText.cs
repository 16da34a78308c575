namespace LucidLattice.Planning.Elements;

/// <summary>A piece of a text in one look.</summary>
public readonly record struct StyledSpan(string Text, ResolvedStyle Style);

/// <summary>A text whose pieces have different looks, one after the other in logical order.</summary>
public sealed class MixedText(IReadOnlyList<StyledSpan> spans)
{
    /// <summary>What it says, without its looks.</summary>
    public string Text { get; } = string.Concat(spans.Select(s => s.Text));

    /// <summary>The spans of a range of its characters.</summary>
    public IEnumerable<StyledSpan> Between(int from, int to)
    {
        var start = 0;
        foreach (var span in spans)
        {
            var (first, end) = (Math.Max(from, start), Math.Min(to, start + span.Text.Length));
            if (end > first) yield return span with { Text = span.Text[(first - start)..(end - start)] };
            start += span.Text.Length;
        }
    }

    /// <summary>The spans of each of its lines.</summary>
    /// <param name="lines">What the text was broken into: pieces of it in their order, without the spaces at their ends.</param>
    public IReadOnlyList<IReadOnlyList<StyledSpan>> InLines(IReadOnlyList<string> lines)
    {
        var (found, at) = (new List<IReadOnlyList<StyledSpan>>(lines.Count), 0);
        foreach (var line in lines)
        {
            at = Math.Max(at, Text.IndexOf(line, at, StringComparison.Ordinal));
            found.Add([.. Between(at, at + line.Length)]);
            at += line.Length;
        }
        return found;
    }
}
