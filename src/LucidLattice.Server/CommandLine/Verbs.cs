namespace LucidLattice.Server.CommandLine;

/// <summary>The verbs of the command line. Exit codes: 0 fine, 1 the definition or the data has problems, 2 wrong usage.</summary>
public static class Verbs
{
    private static string Endings => string.Join('|', Output.Files.ReportOutputs.All.Select(o => o.Name));

    private static string Usage => $"""
        usage:
          lattice serve  [--port N] [--data DIR] [--memory MB] [--seconds N] [--allow DIR[:DIR]…]
          lattice render REPORT [--data DIR] [--database FILE] [--set name=value]… [--base ADDRESS] --out FILE.{Endings}
          lattice find   REPORT [--data DIR] [--database FILE] [--set name=value]… --text TEXT
          lattice trace  REPORT --element ID [--group KEY]… [--row N] [--mark NAME] [--set name=value]… [--part N] [--out FILE.csv]
          lattice query  DATASET [--data DIR] [--database FILE] [--set name=value]… --out FILE.csv
          lattice load   FILE.csv|sqlite [--data DIR] [--into DATABASE] [--table TABLE] [--replace]
          lattice check  REPORT [--twice] [--set name=value]… [--data DIR] [--database FILE]
          lattice explain REPORT [--data DIR]
          lattice history REPORT [--since VERSION] [--data DIR]
          lattice links  [check] [--data DIR]
          lattice list   [--data DIR]
          lattice save   FILE [--data DIR] [--as ID]
          lattice publish REPORT [--anyway] [--data DIR]
          lattice remove REPORT [--data DIR]
          lattice demo   [--rows N] --out FILE
          lattice schema [--out FILE]
          lattice gallery [--database FILE] --out DIR
          lattice bench  [NAME…]

        In CSV files, texts that a spreadsheet would take for formulas (=, @, +, -, |) get a ' before them; --as-is leaves them.
        REPORT is the title or id of a saved report, or a definition file; DATASET likewise.
        With --twice, the report runs after all others, then again, and once alone without caches. All results must be the same.
        An svg file holds the first page, or page N with --page N. DIR is the folder in which everything is kept, “data” where
        none is named; one that is not there is made with --new.
        """;

    public static async Task<int> Run(string[] args)
    {
        try
        {
            var options = Options.Parse(args.Skip(1));
            return (args.FirstOrDefault() ?? "") switch
            {
                "serve" => await ServeVerb.Run(options),
                "render" => RenderVerb.Run(options),
                "find" => FindVerb.Run(options),
                "trace" => TraceVerb.Run(options),
                "query" => QueryVerb.Run(options),
                "load" => LoadVerb.Run(options),
                "check" => CheckVerb.Run(options),
                "explain" => ExplainVerb.Run(options),
                "history" => HistoryVerb.Run(options),
                "links" => LinksVerb.Run(options),
                "list" => ListVerb.Run(options),
                "save" => SaveVerb.Run(options),
                "publish" => PublishVerb.Run(options),
                "remove" => RemoveVerb.Run(options),
                "demo" => DemoVerb.Run(options),
                "schema" => SchemaVerb.Run(options),
                "gallery" => GalleryVerb.Run(options),
                "help" or "--help" or "-h" => Say(Usage, 0),
                "" => throw new UsageException("Say what to do."),
                var other => throw new UsageException($"There is no verb “{other}”."),
            };
        }
        catch (UsageException e)
        {
            Console.Error.WriteLine(e.Message);
            Console.Error.WriteLine(Usage);
            return 2;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            Console.Error.WriteLine(e.Message);
            return 1;
        }
    }

    /// <summary>“1 row”, “2 rows”.</summary>
    internal static string Count(int number, string what) => number == 1 ? $"1 {what}" : $"{number} {what}s";

    private static int Say(string text, int code)
    {
        Console.WriteLine(text);
        return code;
    }
}
