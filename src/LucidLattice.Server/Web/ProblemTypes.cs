namespace LucidLattice.Server.Web;

/// <summary>A type of problem (RFC 9457, 3.1.1 and 3.1.3): its title is the same in each case; the detail of an answer says the
/// case.</summary>
/// <param name="Code">Stable and for machines; the end of the type's address.</param>
public sealed record ProblemType(string Code, string Title)
{
    /// <summary>Where the type is described, from the server's root.</summary>
    public string Address => ProblemTypes.Root + Code;
}

/// <summary>Every type of problem that the API answers with.</summary>
public static class ProblemTypes
{
    public const string Root = "/api/problems/";

    public static IReadOnlyList<ProblemType> All { get; } =
    [
        new("bad-request", "The request cannot be read"),
        new("not-found", "Not found"),
        new("wrong-method", "The method is not allowed at this address"),
        new("wrong-type", "The content type is not supported at this address"),
        new("too-deep", "The nesting is too deep"),
        new("run-gone", "The run is no longer kept; run the report again"),
        new("stopped", "The work was stopped"),
        new("too-slow", "The work took longer than its limit"),
        new("disk-full", "The disk is full, and nothing was saved"),
        new("not-writable", "The folder of the data cannot be written, and nothing was saved"),
        new("unforeseen", "Something went wrong on the server"),
        new("save-conflict", "Another user saved a later version meanwhile; both are kept"),
        new("definition-format", "The definition cannot be read"),
        new("edit", "The edit cannot be made"),
        new("place", "There is no such place in the report"),
        new("opened", "The list of opened groups cannot be read"),
        new("has-problems", "The report has problems that have to be solved first"),
        new("concerns", "Publishing would break something, which has to be confirmed"),
        new("no-title", "The report has no title"),
        new("no-field", "There is no such field"),
        new("no-chart", "There is no such chart"),
        new("note-too-long", "The note is too long"),
        new("bad-name", "The name is empty or too long"),
        new("name-taken", "The name is taken"),
        new("table-taken", "The database has a table of that name"),
        new("bad-path", "The path is not complete"),
        new("bad-columns", "The columns of the file cannot be read"),
        new("bad-look", "The look cannot be saved"),
        new("bad-palette", "The palette cannot be saved"),
        new("too-many-kept", "Too many looks or palettes are saved"),
        new("duplicate-id", "Something else has the same id"),
        new("dataset-cycle", "The dataset would start from itself"),
        new("dataset-missing", "The dataset that it starts from is gone"),
        new("unknown-database", "The database is not registered"),
        new("unknown-engine", "Databases of that kind cannot be read"),
        new("unknown-table", "There is no such table"),
        new("unknown-parameter", "The SQL names a parameter that does not exist"),
        new("database-missing", "The file of the database is gone"),
        new("damaged-database", "The file of the database is damaged"),
        new("not-a-database", "The file is no database"),
        new("not-a-file", "The path names a folder or a device"),
        new("folder-not-allowed", "Databases are not read from that folder"),
        new("own-file", "The application's own file cannot be a database of reports"),
        new("field-missing", "A field is no longer in the database"),
        new("sql-error", "The SQL is not understood"),
        new("sql-refused", "The SQL does more than read"),
        new("query-too-slow", "The query took longer than its limit"),
        new("query-too-large", "The query needs more memory than its limit"),
        new("value-too-long", "A value is longer than can be read"),
        new("type-mismatch", "A value has another type than is needed"),
        new("too-many-columns", "There are more columns than can be read"),
        new("too-much-worked-out", "The calculated fields are too large together"),
        new("join-empty", "The join has no tables"),
        new("join-order", "The join names a table that comes later"),
        new("join-unmatched-field", "A field comes from a table of which only unmatched rows are kept"),
        new("join-without-key", "A table is joined without a column"),
        new("not-csv", "The file is no CSV"),
        new("csv-empty", "The CSV file is empty"),
        new("csv-encoding", "The CSV file is not in UTF-8"),
        new("csv-quote", "A quote of the CSV file is not closed"),
        new("csv-row", "A row of the CSV file has too many cells"),
        new("csv-columns", "The columns of the CSV file do not fit"),
        new("bad-spreadsheet", "The workbook cannot be read"),
        new("empty-spreadsheet", "The workbook has no rows"),
        new("spreadsheet-too-large", "The workbook is too large"),
    ];

    private static readonly Dictionary<string, ProblemType> ByCode = All.ToDictionary(t => t.Code);

    public static ProblemType? Find(string code) => ByCode.GetValueOrDefault(code);
}
