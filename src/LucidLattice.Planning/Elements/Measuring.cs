using System.Collections.Concurrent;
using LucidLattice.Crosstabs;
using LucidLattice.Drawing;
using LucidLattice.Expressions.Evaluation;

namespace LucidLattice.Planning.Elements;

/// <summary>What elements are measured with: lines of texts, and crosstabs as they stand. Can be shared by threads.</summary>
/// <param name="crosstabs">The figures of a crosstab, by its id.</param>
/// <param name="ownRows">A frame that stands at those rows of an element's own that belong to what is around it; null where there are
/// none.</param>
public sealed class Measuring(ITypesetter typesetter, Func<string, CrosstabFigures?> crosstabs,
    Func<string, IReadOnlyList<Compiled>, Frame, Frame?> ownRows)
{
    /// <summary>Rows and columns of crosstabs that are remembered; beyond, remembering starts anew.</summary>
    private const long MostRemembered = 400_000;

    private readonly ConcurrentDictionary<(string Id, int Group), CrosstabLayout> _layouts = [];
    private long _remembered;

    public TextLines Lines { get; } = new(typesetter);

    /// <summary>At most so many rows of a crosstab stand there, and only its first columns; null for all.</summary>
    public int? MostLines { get; init; }

    /// <summary>A crosstab for the group in which a frame stands; null where nothing was worked out.</summary>
    public CrosstabLayout? Crosstab(CrosstabPlan plan, Frame frame)
    {
        if (crosstabs(plan.Id) is not { } figures) return null;
        var key = (plan.Id, frame.Groups[plan.Level]);
        if (_layouts.TryGetValue(key, out var known)) return known;
        var made = plan.Layout(figures, frame, typesetter, MostLines);
        if (Interlocked.Add(ref _remembered, made.LineTops.Length + made.ColumnWidths.Length) > MostRemembered)
        {
            _layouts.Clear();
            Interlocked.Exchange(ref _remembered, made.LineTops.Length + made.ColumnWidths.Length);
        }
        return _layouts[key] = made;
    }

    public Frame? OwnRows(string id, IReadOnlyList<Compiled> around, Frame frame) => ownRows(id, around, frame);
}
