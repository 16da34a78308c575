using LucidLattice.Data;
using LucidLattice.Datasets;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Planning.Copies;
using LucidLattice.Server.Workspace;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice query</c>: the rows of a dataset to a CSV file.</summary>
internal static class QueryVerb
{
    public static int Run(Options options)
    {
        var (name, output) = (options.Word("DATASET"), options.Required("out"));
        if (Path.GetExtension(output).ToLowerInvariant() != ".csv") throw new UsageException("--out takes a file that ends in .csv.");
        var app = DataFolder.Open(options);
        try
        {
            if (Find(name, app) is not { } dataset)
            {
                Console.Error.WriteLine($"error unknown-dataset: There is no file and no dataset called “{name}”.");
                return 1;
            }
            IDatabases databases = options.Value("database") is { } file ? new OneFile(file) : app;
            var source = new DatasetReader(SqlEngines.Over(databases));
            dataset = app.Datasets.WithBase(dataset);
            var declared = DatasetQuestion.Parameters(dataset).Select(p => p.Name).ToHashSet();
            var settings = options.Settings();
            var question =
                DatasetQuestion.Ask(dataset, settings.Where(s => declared.Contains(s.Key)).ToDictionary(), DateTime.UtcNow, source);
            RenderVerb.Print(question.Values.Problems);
            if (question.Values.Problems.Any(p => p.IsError)) return 1;
            // What SQL by hand names without declaring it is given as a text, which SQLite compares as it compares its own.
            var values = question.Query.Parameters.Concat(
                settings.Where(s => !declared.Contains(s.Key)).Select(s => KeyValuePair.Create(s.Key, Value.Of(s.Value)))).ToDictionary();
            var rows = source.Read(question.Query with { Parameters = values }, new RunProgress(), CancellationToken.None);
            RenderVerb.Print(rows.Problems);
            using var stream = File.Create(output + ".part");
            RowsCsv.Write(rows, [.. dataset.Fields.Select(f => f.Name)], stream, CancellationToken.None, asIs: options.Has("as-is"));
            stream.Close();
            File.Move(output + ".part", output, overwrite: true);
            Console.WriteLine($"{Verbs.Count(rows.Count, "row")} written to {output}.");
            return 0;
        }
        catch (DataException e)
        {
            Console.Error.WriteLine($"error {e.Code}: {e.Message}");
            return 1;
        }
        catch (DefinitionFormatException e)
        {
            Console.Error.WriteLine($"error definition-format: {e.Message}");
            return 1;
        }
    }

    private static Dataset? Find(string name, AppData app)
        => File.Exists(name) ? DatasetFile.Read(File.ReadAllText(name))
            : app.Datasets.Find(name)?.Definition
            ?? app.Datasets.List()
            .FirstOrDefault(d => string.Equals(d.Definition.Name, name, StringComparison.OrdinalIgnoreCase))?.Definition;
}
