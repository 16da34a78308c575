using System.Collections.Concurrent;
using LucidLattice.Data;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Hashing;

namespace LucidLattice.Planning.Elements;

/// <summary>
/// Breaks texts into lines, and remembers them by all that they depend on: text, font, size and width; and how many there are
/// by the code of a field's text. Can be shared by threads.
/// </summary>
public sealed class TextLines(ITypesetter typesetter)
{
    private const int MostRemembered = 4096;

    /// <summary>Letters of texts whose lines are remembered; beyond, remembering starts anew.</summary>
    private const long MostLetters = 8 << 20;

    /// <summary>A longer text hardly fits on a line, and is long to measure.</summary>
    private const int LongestLine = 2_000;

    /// <summary>Numbers of lines that are remembered, of all columns together; beyond, remembering starts anew (16 MiB).</summary>
    private const long MostCounted = 4 << 20;

    /// <summary>What decides how many lines the texts of a column take.</summary>
    private readonly record struct CountKey(TextColumn Column, Font Font, double Width, ContentHash? Labels);

    private readonly ConcurrentDictionary<(Font Font, double Width, string Content), IReadOnlyList<string>> _lines = [];
    private readonly ConcurrentDictionary<CountKey, int[]> _countsByCode = [];
    private long _counted, _letters;

    /// <summary>How many lines a text takes where the frame stands.</summary>
    public int Count(TextPlan text, Frame frame)
    {
        if (text.OnlyValue is not { Field: { } field } value || frame.Row < 0 || frame.Rows.Columns[field] is not TextColumn column)
            return Wrap(text, text.Text(frame)).Count;
        if (column.Nulls[frame.Row]) return 1;
        var key = new CountKey(column, text.Style.Font, text.InnerWidth, value.Codes?.Identity);
        if (!_countsByCode.TryGetValue(key, out var counts)) counts = Remember(key);
        ref var count = ref counts[column.Codes[frame.Row]];
        return count != 0 ? count : count = Wrap(text, text.Text(frame)).Count;
    }

    private int[] Remember(CountKey key)
    {
        if (Interlocked.Add(ref _counted, key.Column.Texts.Count) > MostCounted)
        {
            _countsByCode.Clear();
            Interlocked.Exchange(ref _counted, key.Column.Texts.Count);
        }
        return _countsByCode.GetOrAdd(key, static k => new int[k.Column.Texts.Count]);
    }

    public IReadOnlyList<string> Wrap(TextPlan text, string content) => Wrap(text.Style.Font, text.InnerWidth, content);

    public IReadOnlyList<string> Wrap(Font font, double width, string content)
    {
        // Most texts fit, and to know that is cheaper than to remember it.
        if (content.Length <= LongestLine && content.AsSpan().IndexOfAny('\n', '\r') < 0
            && typesetter.Width(font, content) <= width) return [content];
        var key = (font, width, content);
        if (_lines.TryGetValue(key, out var lines)) return lines;
        if (_lines.Count > MostRemembered || Interlocked.Add(ref _letters, content.Length) > MostLetters)
        {
            _lines.Clear();
            Interlocked.Exchange(ref _letters, content.Length);
        }
        return _lines[key] = TextWrapper.Wrap(typesetter, font, content, width);
    }

    /// <summary>The lines of a text in several looks.</summary>
    public IReadOnlyList<string> Wrap(MixedText text, double width) => TextWrapper.Wrap(typesetter, text.Text, width,
        (from, to) => text.Between(from, to).Sum(s => typesetter.Width(s.Style.Font, s.Text)));
}
