using LucidLattice.Server.Workspace;
using LucidLattice.Authoring.Explaining;
using LucidLattice.Demo;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Reports.Proving;
using LucidLattice.Reports.Running;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice check</c>: lists what is wrong with a report, and which of its promises do not hold.</summary>
internal static class CheckVerb
{
    public static int Run(Options options)
    {
        if (Target.Load(options) is not { } target) return 1;
        if (options.Has("twice")) return Twice(target, options);
        var problems = target.Engine.Check(target.Definition);
        RenderVerb.Print(problems, target.Definition);
        var promises = new PromiseTrials(target.Engine, target.Reports).Try(target.Definition, DateTime.UtcNow,
            CancellationToken.None);
        foreach (var promise in promises)
            Console.WriteLine(promise.Broken is { } broken ? $"broken promise: {promise.Sentence} {broken}" : $"holds: {promise.Sentence}");
        if (problems.Count == 0 && promises.All(p => p.Broken is null)) Console.WriteLine("No problems.");
        return problems.Any(p => p.IsError) || promises.Any(p => p.Broken is not null) ? 1 : 0;
    }

    private static int Twice(Target target, Options options)
    {
        var request = new RunRequest(target.Definition, options.Settings(), DateTime.UtcNow,
            FromLink: LinkProof.Author(target.Definition));
        var trial = new TwiceTrial(target.NewEngine(new SizedCache(1L << 30), Shortcuts.WhereTheyPay),
            target.NewEngine(null, Shortcuts.Never), Lines);
        var differing = trial.Differ(request, target.App.Reports.Drafts().Select(r => r.Definition), CancellationToken.None);
        Console.WriteLine(differing is var (warm, cold)
            ? $"The report differs when other reports ran before it: “{warm.Trim()}” then, “{cold.Trim()}” alone. This is a defect of "
                + "Lucid Lattice; please report it, with the definition."
            : "The report gives the same figures and pages after other reports, again, and alone.");
        return differing is null ? 0 : 1;
    }

    private static IReadOnlyList<string> Lines(ReportRun run)
    {
        using var stream = new MemoryStream();
        Output.RunJson.Write(run, stream, CancellationToken.None);
        return System.Text.Encoding.UTF8.GetString(stream.ToArray()).Split('\n');
    }
}

/// <summary><c>lattice explain</c>: a report as sentences, each thing of it under a heading.</summary>
internal static class ExplainVerb
{
    public static int Run(Options options)
    {
        if (Target.Load(options) is not { } target) return 1;
        foreach (var thing in ReportExplainer.Explain(target.Definition, target.Reports))
        {
            Console.WriteLine(thing.Heading);
            foreach (var sentence in thing.Sentences) Console.WriteLine($"  {sentence}");
            Console.WriteLine();
        }
        return 0;
    }
}

/// <summary><c>lattice find</c>: the pages of a report on which a text is printed, one hit a line. Exit code 1 if there is none.</summary>
internal static class FindVerb
{
    public static int Run(Options options)
    {
        var text = options.Required("text");
        if (Target.Load(options) is not { } target) return 1;
        var run = target.Engine.Run(
            new RunRequest(target.Definition, options.Settings(), DateTime.UtcNow, FromLink: LinkProof.Author(target.Definition)),
            CancellationToken.None);
        RenderVerb.Print(run.Problems, target.Definition);
        var result = ReportSearch.Find(run, text, int.MaxValue, CancellationToken.None);
        // Each sheet counts its pages from 1.
        foreach (var hit in result.Hits) Console.WriteLine($"{SheetOf(hit)}page {hit.Page}: {hit.Text}");
        return result.Hits.Count > 0 ? 0 : 1;

        string SheetOf(SearchHit hit) => run.Sheets.Count > 1 ? $"{run.Sheet(hit.Sheet)!.Plan.Sheet.Name}, " : "";
    }
}

/// <summary><c>lattice demo</c>: makes the ferry company's database.</summary>
internal static class DemoVerb
{
    public static int Run(Options options)
    {
        var (sailings, bookings) = DemoDatabase.Write(options.Required("out"), options.Number("rows") ?? DemoDatabase.UsualBookings);
        Console.WriteLine($"{sailings} sailings and {bookings} bookings written to {options.Required("out")}.");
        return 0;
    }
}

/// <summary><c>lattice schema</c>: the JSON Schema of report definitions.</summary>
internal static class SchemaVerb
{
    public static int Run(Options options)
    {
        if (options.Value("out") is { } file) File.WriteAllText(file, ReportSchema.Write());
        else Console.Write(ReportSchema.Write());
        return 0;
    }
}
