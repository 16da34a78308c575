using LucidLattice.Data;
using LucidLattice.Model.Values;
using LucidLattice.Server.Data;
using LucidLattice.Server.Web;
using LucidLattice.Sql.Csv;
using LucidLattice.Sql;

namespace LucidLattice.Server.CommandLine;

/// <summary><c>lattice load</c>: a CSV or SQLite file becomes a database, or newer rows of one.</summary>
internal static class LoadVerb
{
    public static int Run(Options options)
    {
        var path = options.Word("FILE");
        var data = DataFolder.Open(options);
        using var held = DataFolder.HoldUploads(data)
            ?? throw new UsageException($"Another file is being loaded into {data.Directory}. Try again when that is done.");
        var engine = SqlEngines.Over(data);
        var name = options.Value("into") ?? Path.GetFileNameWithoutExtension(path);
        var replace = options.Has("replace");
        try
        {
            if (Path.GetExtension(path).ToLowerInvariant() is ".csv" or ".tsv" or ".txt")
            {
                using var file = File.OpenRead(path);
                var columns = CsvFile.Preview(file).Columns;
                file.Position = 0;
                var made = data.PutCsv(engine, name, options.Value("table") ?? Path.GetFileNameWithoutExtension(path), file, columns,
                    replace, CancellationToken.None);
                foreach (var cell in made.BadCells)
                    Console.Error.WriteLine(
                        $"warning misfit-values: “{cell.Text}” in row {cell.Row} of {cell.Column} is kept as it is written, but does not "
                        + $"fit.");
                if (made.Bad > made.BadCells.Count)
                    Console.Error.WriteLine($"warning misfit-values: {made.Bad - made.BadCells.Count} more cells do not fit.");
                Console.WriteLine($"{Verbs.Count(made.Rows, "row")} loaded into “{name}”, table {made.Table}.");
                return 0;
            }
            // The file that is named stays where it is.
            var copy = Path.Combine(data.Uploads, Guid.NewGuid().ToString("N") + ".part");
            File.Copy(path, copy);
            try
            {
                Console.WriteLine($"“{data.PutSqlite(engine, name, copy, replace)}” is there.");
                return 0;
            }
            finally
            {
                File.Delete(copy);
            }
        }
        catch (Exception e) when (e is DataException or ApiException)
        {
            Console.Error.WriteLine($"error {(e as DataException)?.Code ?? ((ApiException)e).Code}: {e.Message}");
            return 1;
        }
    }
}
