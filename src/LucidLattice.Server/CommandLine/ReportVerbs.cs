using LucidLattice.Sql.Engines;
using LucidLattice.Model.Files;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Datasets;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Output.Typesetting;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Data;
using LucidLattice.Server.Library;
using LucidLattice.Server.Workspace;
using LucidLattice.Storage;
using LucidLattice.Sql;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice save</c>: a definition file becomes the draft of a report, new or known by its id.</summary>
internal static class SaveVerb
{
    public static int Run(Options options)
    {
        var file = options.Word("FILE");
        var data = DataFolder.Open(options);
        try
        {
            var definition = ReportFile.Read(File.ReadAllText(file));
            var id = options.Value("as") ?? Ids.Propose(definition.Title, "report");
            if (id != Ids.Propose(id, "report"))
                throw new UsageException($"“{id}” is no id. Use small letters, digits and hyphens, as in {Ids.Propose(id, "report")}.");
            var version = data.Reports.Draft(id) is { } there
                ? data.Reports.SaveDraft(id, there.Draft, definition)
                : data.Reports.Create(id, definition).Draft;
            Console.WriteLine($"“{definition.Title}” is saved as {id}, version {version}.");
            return 0;
        }
        catch (Exception e) when (e is DefinitionFormatException or SaveConflictException)
        {
            Console.Error.WriteLine($"error {(e is SaveConflictException ? "save-conflict" : "definition-format")}: {e.Message}");
            return 1;
        }
    }
}

/// <summary><c>lattice publish</c>: readers see the draft from now on, and links can lead to it.</summary>
internal static class PublishVerb
{
    public static int Run(Options options)
    {
        if (StoredReport.Find(options) is not { } found) return 1;
        var cache = new SizedCache(1L << 30);
        var engine = new ReportEngine(new DatasetReader(new CachedReader(SqlEngines.Over(found.Data),
            cache)),
            new SkiaTypesetter(), found.Data.Reports, cache);
        try
        {
            var version = new Publishing(found.Data, engine)
                .Publish(found.Report.Id, found.Report.Draft, options.Has("anyway"), CancellationToken.None).Version;
            Console.WriteLine($"“{found.Report.Definition.Title}” ({found.Report.Id}) is published in version {version}.");
            return 0;
        }
        catch (Web.ApiException e)
        {
            var hint = e.Code == "concerns" ? " Publish it in spite of that with --anyway." : "";
            Console.Error.WriteLine($"error {e.Code}: {e.Message}{hint}");
            return 1;
        }
    }
}

/// <summary><c>lattice list</c>: every saved report, one a line: its id, what readers see of it, its title.</summary>
internal static class ListVerb
{
    public static int Run(Options options)
    {
        foreach (var report in DataFolder.Open(options).Reports.List())
        {
            var state = report.Published is null ? "draft" : report.HasUnpublishedChanges ? "published, with a newer draft" : "published";
            Console.WriteLine($"{report.Id}\t{(report.Unreadable is null ? state : "cannot be read")}\t{report.Title}");
        }
        return 0;
    }
}

/// <summary><c>lattice history</c>: the versions of a report, or what changed since one of them.</summary>
internal static class HistoryVerb
{
    public static int Run(Options options)
    {
        if (StoredReport.Find(options) is not { } found) return 1;
        var (reports, id) = (found.Data.Reports, found.Report.Id);
        if (options.Value("since") is not { } since)
        {
            foreach (var version in reports.Versions(id))
                Console.WriteLine($"{version.Version}\t{version.SavedAt:yyyy-MM-dd HH:mm:ss}\t{version.Kind}\t{version.Title}");
            return 0;
        }
        if (!int.TryParse(since, out var number) || reports.Version(id, number) is not { } before)
            throw new UsageException($"“{since}” is no version of {id} that is kept; lattice history lists them.");
        foreach (var thing in ReportComparison.Compare(before.Definition, found.Report.Definition, reports))
        {
            Console.WriteLine(thing.Heading);
            foreach (var sentence in thing.Gone) Console.WriteLine($"- {sentence}");
            foreach (var sentence in thing.Come) Console.WriteLine($"+ {sentence}");
            Console.WriteLine();
        }
        return 0;
    }
}

/// <summary><c>lattice remove</c>: takes a report out of the library. It can be brought back there.</summary>
internal static class RemoveVerb
{
    public static int Run(Options options)
    {
        if (StoredReport.Find(options) is not { } found) return 1;
        found.Data.Reports.SetDeleted(found.Report.Id, true);
        Console.WriteLine($"“{found.Report.Definition.Title}” ({found.Report.Id}) is out of the library.");
        return 0;
    }
}

/// <summary>A report that is saved here.</summary>
internal sealed record StoredReport(AppData Data, SavedReport Report)
{
    /// <summary>Null, with a message on the error output that says which there are, if there is none of this id or title.</summary>
    public static StoredReport? Find(Options options)
    {
        var (name, data) = (options.Word("REPORT"), DataFolder.Open(options));
        if (data.FindReport(name) is { } report) return new StoredReport(data, report);
        Console.Error.WriteLine($"error unknown-report: There is no saved report called “{name}”. There are: "
            + $"{string.Join(", ", data.Reports.List().Select(r => r.Id))}. To save one: lattice save FILE.");
        return null;
    }
}
