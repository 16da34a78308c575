using LucidLattice.Data;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Layout;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Reports.Running;

/// <summary>The texts of a section in which something is looked for, each with the quickest way to know whether it is there.</summary>
internal sealed class SectionTexts
{
    private const int ValuesRemembered = 200_000;
    private readonly string _wanted;
    private readonly FramePositions _positions;
    private readonly Dictionary<IReadOnlyList<PartPlan>, List<Finder>> _finders = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<SectionPlan, SectionTexts> _inner = new(ReferenceEqualityComparer.Instance);

    /// <summary>Gives a text of a part of a band, where the frame stands, if what is wanted is in it.</summary>
    public sealed record Finder(int Part, TextPlan Text, Func<string?> Find);

    public SectionTexts(SectionData data, string wanted)
    {
        (Data, _wanted) = (data, wanted);
        _positions = new FramePositions(data.Tree, data.NewFrame());
    }

    public SectionData Data { get; }
    public Frame Frame => _positions.Frame;

    public void MoveTo(Cursor cursor) => _positions.MoveTo(cursor);

    public SectionTexts Inner(SectionData data)
    {
        if (!_inner.TryGetValue(data.Plan, out var inner)) _inner[data.Plan] = inner = new SectionTexts(data, _wanted);
        return inner;
    }

    /// <summary>Where its rows that belong to a place around begin; null if there are none.</summary>
    public Cursor? StartAt(Frame around)
    {
        var plan = Data.Plan;
        if (plan.Match.Count == 0) return new Cursor(Stage.ReportHeader, plan.Base);
        return SectionContent.KeyOf(plan.Match.Select(m => m.Around), around) is { } key
            && Data.Content.Matches.TryGetValue(key, out var group)
            ? new Cursor(Stage.ReportHeader, plan.Base, group)
            : null;
    }

    /// <summary>What the row that is looked at begins with; null if that is what was found.</summary>
    public string? Beginning(PartPlan part, string found)
    {
        var first = part.Elements.SelectMany(e => e.Texts).OrderBy(t => t.Element.Y).ThenBy(t => t.X).First().Text(Frame);
        return first.Length == 0 || first == found ? null : first;
    }

    /// <summary>Gives, for each text of a band that can hold what is wanted, the text where the frame stands if it does.</summary>
    public List<Finder> In(IReadOnlyList<PartPlan> parts)
    {
        if (_finders.TryGetValue(parts, out var known)) return known;
        var finders = new List<Finder>();
        for (var i = 0; i < parts.Count; i++)
            foreach (var text in parts[i].Elements.SelectMany(e => e.Texts))
                if (FinderOf(text) is { } find) finders.Add(new Finder(i, text, find));
        return _finders[parts] = finders;
    }

    /// <summary>Gives the text at the frame's place if it holds what is wanted; null where it never can.</summary>
    private Func<string?>? FinderOf(TextPlan text)
    {
        if (text.Pieces.All(p => p.Value is null)) return Matches(text.Text(Frame)) ? Look : null;
        if (text.OnlyValue is not { Field: { } field }) return Look;
        switch (Data.Rows.Columns[field])
        {
            case TextColumn column:
                // What is printed is looked for: the label of a coded value, not its code.
                var found = column.Texts.Select(t => text.OnlyValue.Codes?.Label(Value.Of(t)) ?? t).Select(t => Matches(t) ? t : null)
                    .ToArray();
                if (found.All(t => t is null)) return null;
                return () => Frame.Row >= 0 && !column.Nulls[Frame.Row] ? found[column.Codes[Frame.Row]] : null;
            case LongColumn column:
                var seen = new Dictionary<long, string?>();
                return () =>
                {
                    if (Frame.Row < 0 || column.Nulls[Frame.Row]) return null;
                    var value = column.Values[Frame.Row];
                    if (seen.TryGetValue(value, out var known)) return known;
                    if (seen.Count > ValuesRemembered) seen.Clear();
                    return seen[value] = Look();
                };
            default:
                return Look;
        }

        string? Look() => text.Text(Frame) is var shown && Matches(shown) ? shown : null;
    }

    private bool Matches(string shown) => shown.Contains(_wanted, StringComparison.OrdinalIgnoreCase);
}
