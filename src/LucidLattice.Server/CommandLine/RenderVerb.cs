using LucidLattice.Core.Definitions;
using LucidLattice.Core.Links;
using LucidLattice.Core.Running;
using LucidLattice.Output;
using LucidLattice.Sql;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice render</c>: one report to one file.</summary>
internal static class RenderVerb
{
    public static int Run(Options options)
    {
        var output = options.Required("out");
        var kind = Path.GetExtension(output).ToLowerInvariant();
        if (kind is not (".pdf" or ".svg" or ".json")) throw new UsageException("--out takes a file that ends in .pdf, .svg or .json.");
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
            run = target.Engine.Run(new RunRequest(target.Definition, settings, DateTime.UtcNow), stop.Token);
            Print(run.Problems);
            if (run.Data is not null || kind == ".json") Write(run, output, kind, page, options.Value("base"), stop.Token);
        }
        catch (OperationCanceledException)
        {
            Console.Error.WriteLine("Stopped.");
            return 1;
        }
        return run.Problems.Any(p => p.IsError) || run.Data is null ? 1 : 0;
    }

    /// <summary>Problems as lines on the error output: severity, place, sentence, mend.</summary>
    public static void Print(IEnumerable<Problem> problems)
    {
        foreach (var problem in problems)
            Console.Error.WriteLine($"{(problem.IsError ? "error" : "warning")} {problem.Code}{(problem.Place is null ? "" : $" at {problem.Place}{(problem.Property is null ? "" : "." + problem.Property)}")}: {problem.Message}{(problem.Mends is null ? "" : " " + string.Join(" ", problem.Mends))}");
    }

    private static void Write(ReportRun run, string output, string kind, int page, string? baseAddress, CancellationToken cancel)
    {
        if (kind == ".svg" && page > run.PageCount) throw new UsageException($"The report has {run.PageCount} pages.");
        // A file that is there stays as it was until the new one is complete.
        var unfinished = output + ".part";
        using (var stream = File.Create(unfinished))
        {
            if (kind == ".pdf") PdfWriter.Write(run, stream, baseAddress, cancel);
            else if (kind == ".json") RunJson.Write(run, stream, cancel);
            else stream.Write(System.Text.Encoding.UTF8.GetBytes(SvgWriter.Write(run.Page(page), "", run.Title)));
        }
        File.Move(unfinished, output, overwrite: true);
    }
}

/// <summary>A report that a verb works on, with the engine that can run it.</summary>
internal sealed record Target(ReportDefinition Definition, ReportEngine Engine)
{
    /// <summary>Finds a report by file, id or title; null, with a message on the error output, if there is none.</summary>
    public static Target? Load(Options options)
    {
        var name = options.Word("REPORT");
        var app = AppData.Open(options.Value("data"));
        ReportDefinition? definition;
        try
        {
            definition = File.Exists(name) ? ReportJson.Read(File.ReadAllText(name)) : app.FindReport(name)?.Definition;
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
        return new Target(definition, new ReportEngine(new SqliteRowSource(databases), new SkiaTextMeasurer(), (IReportCatalog)app.Reports));
    }

    /// <summary>One file that stands for every database of a report.</summary>
    private sealed class OneFile(string path) : IDatabases
    {
        public string? PathOf(string name) => Path.GetFullPath(path);
    }
}
