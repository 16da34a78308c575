using System.Text.Json;
using LucidLattice.Datasets;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Elements;

namespace LucidLattice.Planning.Copies;

/// <summary>A field of a report's dataset that is otherwise in the kept dataset.</summary>
/// <param name="Field">Its name in the report.</param>
/// <param name="Now">Its name in the kept dataset, or null if it is gone.</param>
/// <param name="Uses">Where the report uses it, in words.</param>
public sealed record FieldChange(string Field, string Caption, string? Now, IReadOnlyList<string> Uses);

/// <summary>How a report's copy of a dataset stands to the kept dataset.</summary>
/// <param name="UpToDate">True if both say the same.</param>
/// <param name="Changed">Fields that are called otherwise now, or are gone.</param>
/// <param name="Added">The captions of fields that the report does not know yet.</param>
public sealed record CopyState(bool UpToDate, IReadOnlyList<FieldChange> Changed, IReadOnlyList<string> Added)
{
    /// <summary>Gone fields that the report uses: what would break if it followed.</summary>
    public IEnumerable<FieldChange> Breaks => Changed.Where(c => c.Now is null && c.Uses.Count > 0);
}

/// <summary>Reports hold copies of datasets. Here a copy is compared with the kept dataset, and brought up to date.</summary>
public static class ReportCopies
{
    public static CopyState StateOf(ReportDefinition report, Dataset copy, Dataset kept)
    {
        var next = DatasetCopy.Take(kept, copy.Id);
        var map = FieldMapping.Propose(copy, next);
        var uses = Uses(report, copy);
        var changed = copy.Fields.Where(f => map[f.Name] != f.Name)
            .Select(f => new FieldChange(f.Name, f.Caption, map[f.Name], uses.GetValueOrDefault(f.Name, []))).ToList();
        var known = map.Values.ToHashSet();
        return new CopyState(Text(copy) == Text(next), changed,
            [.. next.Fields.Where(f => !known.Contains(f.Name)).Select(f => f.Caption)]);
    }

    /// <summary>Where a report uses each field of one of its datasets, in words; fields that it does not use are not in it.</summary>
    public static IReadOnlyDictionary<string, IReadOnlyList<string>> Uses(ReportDefinition report, Dataset copy)
    {
        var uses = new Dictionary<string, List<string>>();
        report.MapRowExpressions(copy.Id, Note);
        return uses.ToDictionary(u => u.Key, u => (IReadOnlyList<string>)u.Value);

        string Note(ExpressionPlace place, string expression)
        {
            foreach (var field in FieldNames.In(expression, copy.Fields))
            {
                if (!uses.TryGetValue(field, out var places)) uses[field] = places = [];
                if (!places.Contains(place.Words)) places.Add(place.Words);
            }
            return expression;
        }
    }

    /// <summary>
    /// The report with one of its datasets exchanged for a later state, or for another dataset. Expressions follow the names;
    /// what has no counterpart stays as it is written and becomes a problem that says so.
    /// </summary>
    /// <param name="old">The id of the dataset in the report.</param>
    /// <param name="next">With the id that the old one had.</param>
    /// <param name="fields">New names by old ones.</param>
    public static ReportDefinition Exchange(ReportDefinition report, string old, Dataset next, IReadOnlyDictionary<string, string> fields)
    {
        var before = report.Datasets.First(d => d.Id == old).Fields;
        var renamed = report.MapRowExpressions(old, (_, text) => FieldNames.Renamed(text, before, fields));
        return renamed with { Datasets = [.. renamed.Datasets.Select(d => d.Id == old ? next : d)] };
    }

    /// <summary>The report with its copy brought to what is kept; parameters that the kept dataset asks for and the report lacks are
    /// added.</summary>
    public static ReportDefinition Follow(ReportDefinition report, Dataset copy, Dataset kept)
    {
        var map = FieldMapping.Propose(copy, kept).Where(m => m.Value is not null).ToDictionary(m => m.Key, m => m.Value!);
        return DatasetCopy.WithParametersOf(Exchange(report, copy.Id, DatasetCopy.Take(kept, copy.Id), map), kept, copy.Id);
    }

    /// <summary>A dataset with fields called otherwise, in its own expressions, conditions and order too.</summary>
    public static Dataset Rename(Dataset dataset, IReadOnlyDictionary<string, string> names)
    {
        string Name(string name) => names.GetValueOrDefault(name, name);
        // A field that is called otherwise than its column says which column it comes from.
        var kept = dataset with {
            Fields = [.. dataset.Fields.Select(f => names.ContainsKey(f.Name)
            && f.Expression is not { Length: > 0 } ? f with { Column = f.ColumnName } : f)] };
        var renamed = kept.MapRowExpressions(Name, (_, text) => FieldNames.Renamed(text, dataset.Fields, names));
        return renamed with { Fields = [.. renamed.Fields.Select(f => f.Column == f.Name ? f with { Column = null } : f)] };
    }

    /// <summary>The fields that are called otherwise in a later state of the same dataset.</summary>
    public static IReadOnlyDictionary<string, string> Renames(Dataset before, Dataset after)
        => FieldMapping.Propose(before, after).Where(m => m.Value is not null && m.Value != m.Key && after.Fields.All(f => f.Name != m.Key))
            .ToDictionary(m => m.Key, m => m.Value!);

    /// <summary>The report with fields of its copies of a kept dataset called otherwise; nothing else of the copies changes.</summary>
    public static ReportDefinition FollowRenames(ReportDefinition report, string kept, IReadOnlyDictionary<string, string> names)
    {
        foreach (var copy in report.Datasets.Where(d => d.CopyOf == kept))
        {
            var known = names.Where(n => copy.Fields.Any(f => f.Name == n.Key) && copy.Fields.All(f => f.Name != n.Value))
                .ToDictionary(n => n.Key, n => n.Value);
            if (known.Count > 0) report = Exchange(report, copy.Id, Rename(copy, known), known);
        }
        return report;
    }

    /// <summary>What decides rows and looks; where cards lie on the canvas does not.</summary>
    private static string Text(Dataset dataset)
    {
        var source = dataset.Source is JoinSource join
            ? join with { Tables = [.. join.Tables.Select(t => t with { X = 0, Y = 0 })] }
            : dataset.Source;
        return JsonSerializer.Serialize(dataset with { Source = source }, ReportJson.Options);
    }
}
