using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Copies;
using LucidLattice.Server.Web;
using LucidLattice.Server.Workspace;
using LucidLattice.Storage;

namespace LucidLattice.Server.Data;

/// <summary>A report that holds a copy of a dataset, and how that copy stands.</summary>
public sealed record DatasetUse(string Report, string Title, bool UpToDate, IReadOnlyList<FieldChange> Changed, IReadOnlyList<string> Added,
    IReadOnlyList<FieldUse> Uses);

/// <param name="Places">In words: “column Delay”.</param>
public sealed record FieldUse(string Field, IReadOnlyList<string> Places);

/// <param name="Datasets">The names of datasets that start from it.</param>
public sealed record DatasetUses(IReadOnlyList<DatasetUse> Reports, IReadOnlyList<string> Datasets);

/// <param name="Reports">The ids of the reports that are to follow.</param>
public sealed record FollowRequest(IReadOnlyList<string> Reports);

/// <param name="Report">The title of the report.</param>
/// <param name="Broken">What its author has to mend now.</param>
public sealed record Followed(string Report, IReadOnlyList<string> Broken);

/// <summary>
/// Carries changes of a kept dataset to the drafts of reports: a renamed field at once, everything else when its author says
/// so. Publications stay as they were published.
/// </summary>
public sealed class DatasetFollowing(AppData data)
{
    public DatasetUses Uses(string id)
    {
        var kept = data.Datasets.Find(id)?.Definition ?? throw Missing(id);
        return new DatasetUses(
            [.. from report in data.Reports.Drafts() from copy in report.Definition.Datasets
            where copy.CopyOf == id select Use(report, copy, kept)],
            [.. data.Datasets.List().Where(d => d.Id != id && StartsFrom(d.Definition, id)).Select(d => d.Definition.Name)]);
    }

    /// <summary>Saves a dataset. Fields that are called otherwise than in the version before are renamed wherever they are used, in one
    /// transaction: a report never speaks of fields that its dataset does not have.</summary>
    public DatasetSaved Save(string id, DatasetSave save) => data.Together(() => SaveAll(id, save));

    private DatasetSaved SaveAll(string id, DatasetSave save)
    {
        var before = data.Datasets.Find(id)?.Definition ?? throw Missing(id);
        var next = data.Datasets.WithBase(save.Definition with { Id = id });
        if (next.Source is DerivedSource { Base: { } basis } && (basis.Id == id || StartsFrom(basis, id)))
            throw ApiException.Bad("dataset-cycle",
                $"“{basis.Name}” starts from “{next.Name}” itself. Choose another dataset to start from.");
        var version = data.Datasets.Save(id, save.BasedOn, next);
        var names = ReportCopies.Renames(before, next);
        return new DatasetSaved(version, names.Count == 0 ? [] : [.. Rename(id, names)]);
    }

    /// <summary>Brings drafts to what is kept.</summary>
    public IReadOnlyList<Followed> Follow(string id, FollowRequest request) => data.Together(() => FollowAll(id, request));

    private List<Followed> FollowAll(string id, FollowRequest request)
    {
        var kept = data.Datasets.Find(id)?.Definition ?? throw Missing(id);
        var followed = new List<Followed>();
        foreach (var report in data.Reports.Drafts().Where(r => request.Reports.Contains(r.Id)))
        {
            var broken = report.Definition.Datasets.Where(d => d.CopyOf == id)
                .SelectMany(d => ReportCopies.StateOf(report.Definition, d, kept).Breaks)
                .SelectMany(b => b.Uses.Select(place => $"{place} uses {b.Caption}, which is gone")).ToList();
            if (Change(report,
                definition =>
                definition.Datasets.Where(d => d.CopyOf == id)
                    .Aggregate(definition, (at, copy) => ReportCopies.Follow(at, copy, kept)))) followed.Add(
                    new Followed(report.Definition.Title, broken));
        }
        return followed;
    }

    private IEnumerable<string> Rename(string id, IReadOnlyDictionary<string, string> names)
    {
        foreach (var report in data.Reports.Drafts())
            if (Change(report, definition => ReportCopies.FollowRenames(definition, id, names))) yield return report.Definition.Title;
        foreach (var derived in data.Datasets.List().Where(d => d.Definition.Source is DerivedSource source && source.Dataset == id))
        {
            var definition = derived.Definition;
            var fields = definition.Fields.Select(f => f.Expression is not { Length: > 0 }
                && names.TryGetValue(f.ColumnName, out var next) ? f with { Column = next == f.Name ? null : next } : f).ToList();
            if (fields.SequenceEqual(definition.Fields)) continue;
            data.Datasets.Save(derived.Id, derived.Version, definition with { Fields = fields });
            yield return definition.Name;
        }
    }

    /// <summary>Saves a changed draft; one that somebody saves at the same moment is changed in its newer state.</summary>
    private bool Change(SavedReport report, Func<ReportDefinition, ReportDefinition> change)
    {
        for (var attempt = 0; ; attempt++)
        {
            var changed = change(report.Definition);
            if (ReportJson.AreSame(changed, report.Definition)) return false;
            try
            {
                data.Reports.SaveDraft(report.Id, report.Draft, changed);
                return true;
            }
            catch (SaveConflictException) when (attempt < 3)
            {
                if (data.Reports.Draft(report.Id) is not { } newer) return false;
                report = newer;
            }
        }
    }

    private static DatasetUse Use(SavedReport report, Dataset copy, Dataset kept)
    {
        var state = ReportCopies.StateOf(report.Definition, copy, kept);
        return new DatasetUse(report.Id, report.Definition.Title, state.UpToDate, state.Changed, state.Added,
            [.. ReportCopies.Uses(report.Definition, copy).Select(u => new FieldUse(u.Key, u.Value))]);
    }

    private static bool StartsFrom(Dataset dataset, string id) =>
        dataset.Source is DerivedSource source && (source.Dataset == id || (source.Base is { } basis && StartsFrom(basis, id)));

    private static ApiException Missing(string id) => ApiException.NotFound($"There is no dataset “{id}”.");
}
