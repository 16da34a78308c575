using LucidLattice.Model.Files;
using LucidLattice.Datasets;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Output.Files;
using LucidLattice.Output.Typesetting;
using LucidLattice.Reports.Running;
using LucidLattice.Server.Workspace;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Engines;
using LucidLattice.Sql.Sqlite;
using LucidLattice.Sql;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice render</c>: one report to one file.</summary>
internal static class RenderVerb
{
    public static int Run(Options options)
    {
        var path = options.Required("out");
        var output = ReportOutputs.Of(path) ?? throw new UsageException(
            $"--out takes a file that ends in {WordList.Joined(ReportOutputs.All.Select(o => "." + o.Name), " or ")}.");
        var settings = options.Settings();
        var page = options.Number("page") ?? 1;
        using var stop = new CancellationTokenSource();
        Console.CancelKeyPress += (_, e) =>
        {
            e.Cancel = true;
            stop.Cancel();
        };
        if (Target.Load(options) is not { } target) return 1;
        ReportRun run;
        try
        {
            run = Watched(
                progress =>
                target.Engine.Run(
                    new RunRequest(target.Definition, settings, DateTime.UtcNow, FromLink: LinkProof.Author(target.Definition)),
                    stop.Token, progress: progress));
            Print(run.Problems, target.Definition);
            if (run.Data is not null || output.WritesProblems)
                Write(run, path, output, new OutputOptions { BaseAddress = options.Value("base"), Page = page }, stop.Token);
        }
        catch (OperationCanceledException)
        {
            Console.Error.WriteLine("Stopped.");
            return 1;
        }
        return run.Problems.Any(p => p.IsError) || run.Data is null ? 1 : 0;
    }

    /// <summary>Problems as lines on the error output: severity, place, sentence, mend.</summary>
    /// <param name="report">What the places are in, so that they can be called by their names.</param>
    public static void Print(IEnumerable<Problem> problems, ReportDefinition? report = null)
    {
        foreach (var problem in problems)
        {
            var place = problem.Place is null ? "" : $" at {problem.Place}{(problem.Property is null ? "" : "." + problem.Property)}";
            if (problem.Place is { } id && report is not null && PlaceNames.Of(report, id) is { } called) place += $" ({called})";
            var mends = problem.Mends is null ? "" : " " + string.Join(" ", problem.Mends);
            Console.Error.WriteLine($"{(problem.IsError ? "error" : "warning")} {problem.Code}{place}: {problem.Message}{mends}");
        }
    }

    /// <summary>Says on the error output how far slow work is, if somebody is looking.</summary>
    private static T Watched<T>(Func<RunProgress, T> work)
    {
        var progress = new RunProgress();
        if (Console.IsErrorRedirected) return work(progress);
        using var timer = new Timer(_ => Console.Error.Write($"\r{Words(progress),-70}"), null, 1000, 500);
        var result = work(progress);
        if (progress.Elapsed.TotalSeconds > 1) Console.Error.Write($"\r{"",-70}\r");
        return result;
    }

    private static string Words(RunProgress progress) => progress.Stage switch
    {
        RunStage.Reading =>
            $"Reading rows: {progress.Rows:N0}{(progress.ExpectedRows is { } of ? $" of about {of:N0}" : "")}"
            + (progress.Remaining is { } left ? $", about {Math.Ceiling(left.TotalSeconds)} s left" : ""),
        RunStage.Grouping => "Sorting and adding up",
        RunStage.Paging => "Finding pages",
        _ => "",
    };

    private static void Write(ReportRun run, string path, IReportOutput output, OutputOptions options, CancellationToken cancel)
    {
        // A file that is there stays as it was until the new one is complete.
        var unfinished = path + ".part";
        try
        {
            using (var stream = File.Create(unfinished)) output.Write(run, stream, options, cancel);
        }
        catch (ArgumentOutOfRangeException)
        {
            File.Delete(unfinished);
            throw new UsageException($"The report has {run.PageCount} pages.");
        }
        File.Move(unfinished, path, overwrite: true);
    }
}

/// <summary>A report that a verb works on, with the engine that can run it.</summary>
/// <param name="Reports">Which its links can lead to.</param>
/// <param name="NewEngine">Makes an engine over the same data that keeps results, or none, and goes a certain way.</param>
internal sealed record Target(ReportDefinition Definition, ReportEngine Engine, IReportCatalog Reports, AppData App,
    Func<SizedCache?, Shortcuts, ReportEngine> NewEngine)
{
    /// <summary>Finds a report by file, id or title; null, with a message on the error output, if there is none.</summary>
    public static Target? Load(Options options)
    {
        var name = options.Word("REPORT");
        var app = DataFolder.Open(options);
        ReportDefinition? definition;
        try
        {
            definition = File.Exists(name) ? ReportFile.Read(File.ReadAllText(name)) : app.FindReport(name)?.Definition;
        }
        catch (DefinitionFormatException e)
        {
            Console.Error.WriteLine($"error definition-format: {e.Message}");
            return null;
        }
        if (definition is null)
        {
            Console.Error.WriteLine($"error unknown-report: There is no file and no saved report called “{name}”.");
            return null;
        }
        IDatabases databases = options.Value("database") is { } file ? new OneFile(file) : app;
        return new Target(definition, Engine(null, Shortcuts.WhereTheyPay), app.Reports, app, Engine);

        ReportEngine Engine(SizedCache? cache, Shortcuts shortcuts)
        {
            var source = SqlEngines.Over(databases);
            return new(new DatasetReader(cache is null ? source : new CachedReader(source, cache), cache), new SkiaTypesetter(),
                app.Reports,
                cache, app.LinkProof) { Shortcuts = shortcuts };
        }
    }
}

/// <summary>One file that stands for every database.</summary>
internal sealed class OneFile(string path) : IDatabases
{
    public Connection? Find(string name) => SqliteEngine.At(path);

    public string Known => $"There is {path}.";
}
