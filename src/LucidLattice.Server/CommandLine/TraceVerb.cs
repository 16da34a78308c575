using System.Globalization;
using LucidLattice.Server.Workspace;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Output;
using LucidLattice.Output.Typesetting;
using LucidLattice.Reports.Running;
using LucidLattice.Reports.Tracing;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice trace</c>: where a number of a report comes from, and the rows behind it to a CSV file.</summary>
internal static class TraceVerb
{
    private static readonly CultureInfo English = CultureInfo.GetCultureInfo("en");

    public static int Run(Options options)
    {
        var element = options.Required("element");
        if (options.Value("out") is { } file && Path.GetExtension(file).ToLowerInvariant() != ".csv")
            throw new UsageException("--out takes a file that ends in .csv.");
        if (Target.Load(options) is not { } target) return 1;
        var run = target.Engine.Run(
            new RunRequest(target.Definition, options.Settings(), DateTime.UtcNow, FromLink: LinkProof.Author(target.Definition)),
            CancellationToken.None, forAuthor: true);
        RenderVerb.Print(run.Problems.Where(p => p.IsError), target.Definition);
        try
        {
            var place = NamedPlace.Find(run, element, options.All("group"), options.Number("row") ?? 1, options.Number("page") ?? 1);
            var tracer = new Tracer(run, place with { Mark = options.Value("mark") }, new SkiaTypesetter());
            Say(tracer.Trace());
            if (options.Value("out") is { } output) Write(tracer, (options.Number("part") ?? 1) - 1, output, options.Has("as-is"));
            return 0;
        }
        catch (TraceException e)
        {
            Console.Error.WriteLine($"error trace: {e.Message}");
            return 1;
        }
    }

    private static void Say(Trace trace)
    {
        Console.WriteLine($"{trace.Name}{(trace.Where.Count > 0 ? $" ({string.Join(", ", trace.Where)})" : "")}: {trace.Text}");
        foreach (var expression in trace.Expressions) Console.WriteLine($"  worked out as {expression}");
        foreach (var (part, i) in trace.Parts.Select((p, i) => (p, i)))
            Console.WriteLine($"  {i + 1}. {part.Words} {part.Over}{(part.Text.Length > 0 ? $" = {part.Text}" : "")}: "
                + Verbs.Count(part.Rows, "row")
                + (part.Empty > 0 ? $", {part.Empty:N0} of them without a value" : "")
                + (part.LeftOut > 0 ? $"; its condition leaves {Verbs.Count(part.LeftOut, "row")} out" : "")
                + (part.Share is { } share ? $"; {PercentForm.Of(share, English)} of {part.ShareOf}" : ""));
        foreach (var input in trace.Inputs) Console.WriteLine($"  {input.Name}: {input.Text}");
        if (trace.RowsRead > trace.RowsKept)
            Console.WriteLine(
                $"  Of {Verbs.Count(trace.RowsRead, "row")} that were read, the report's condition keeps {trace.RowsKept:N0}.");
    }

    private static void Write(Tracer tracer, int part, string output, bool asIs)
    {
        var (head, rows, order) = tracer.All(part, null, false);
        using (var stream = File.Create(output + ".part")) RowsCsv.Write(rows, head, stream, CancellationToken.None, order, asIs);
        File.Move(output + ".part", output, overwrite: true);
        Console.WriteLine($"{Verbs.Count(order.Length, "row")} written to {output}.");
    }
}
