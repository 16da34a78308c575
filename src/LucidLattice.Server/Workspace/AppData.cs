using LucidLattice.Demo;
using LucidLattice.Sql.Catalogue;
using LucidLattice.Sql.Sqlite;
using LucidLattice.Storage;

namespace LucidLattice.Server.Workspace;

/// <summary>The folder in which everything is kept: the application's own file, and the demo database.</summary>
public sealed class AppData : IDatabases
{
    private readonly AppDatabase _app;
    private readonly DatabaseStore _databases;

    private AppData(string directory)
    {
        Directory = directory;
        var app = _app = new AppDatabase(Path.Combine(directory, "lucid-lattice.sqlite"));
        GuardedFile.KeepOut(app.Path);
        Reports = new ReportStore(app);
        _databases = new DatabaseStore(app);
        Datasets = new DatasetStore(app);
        Looks = new LookStore(app);
        Trials = new TrialStore(app);
        FirstPages = new FirstPageStore(app);
        LinkProof = new LinkProof(new SecretStore(app).Key("links"));
    }

    public string Directory { get; }
    public ReportStore Reports { get; }

    public DatasetStore Datasets { get; }
    public LookStore Looks { get; }

    /// <summary>What came out when links and promises were tried.</summary>
    public TrialStore Trials { get; }
    public FirstPageStore FirstPages { get; }

    /// <summary>Vouches for values that only links may carry.</summary>
    public LinkProof LinkProof { get; }

    /// <summary>Opens the folder; a new one is filled with the demo data and the demo reports.</summary>
    /// <param name="directory">Null for <c>data</c> in the current folder.</param>
    public static AppData Open(string? directory)
    {
        var app = new AppData(Path.GetFullPath(directory ?? "data"));
        app.AddDemo();
        app.FontProblems = Output.Typesetting.Fonts.Add(app.FontFolder);
        return app;
    }

    /// <summary>Saves several things, all of them or none.</summary>
    public T Together<T>(Func<T> step) => _app.Together(step);

    /// <summary>Fonts of the installation, for letters that the shipped ones do not have.</summary>
    public string FontFolder => Path.Combine(Directory, "fonts");

    /// <summary>Which of them cannot be used, in sentences.</summary>
    public IReadOnlyList<string> FontProblems { get; private set; } = [];

    /// <summary>Where uploaded files are kept.</summary>
    public string Uploads => System.IO.Directory.CreateDirectory(Path.Combine(Directory, "uploads")).FullName;

    /// <exception cref="InvalidOperationException">The file is the application's own.</exception>
    public void Register(string name, Connection at) => _databases.Register(name, at.Kind, at.Address);

    /// <summary>Forgets a database, or brings a forgotten one back. False if there is none of this name.</summary>
    public bool SetForgotten(string name, bool forgotten) => _databases.SetForgotten(name, forgotten);

    public IReadOnlyList<RegisteredDatabase> Databases() => _databases.All();

    public string Known => $"In {Directory} there {(Databases() is { Count: 1 } ? "is" : "are")} "
        + $"{string.Join(", ", Databases().Select(d => d.Name))}. `lattice load FILE` adds a database, as the Data screen does.";

    public Connection? Find(string name) =>
        Databases().Where(d => d.Name == name).Select(d => new Connection(d.Kind, d.Address)).FirstOrDefault();

    /// <summary>The draft of the report with this id, or else with this title.</summary>
    public SavedReport? FindReport(string name)
        => Reports.Draft(name)
            ?? (Reports.List()
            .FirstOrDefault(r => string.Equals(r.Title, name, StringComparison.OrdinalIgnoreCase)) is { } entry
            ? Reports.Draft(entry.Id)
            : null);

    /// <summary>Forgotten uploads can be brought back until the next start; then their files go, and what interrupted uploads
    /// left.</summary>
    public void RemoveLeftovers()
    {
        foreach (var (name, _, path) in _databases.Forgotten().Where(d => Path.GetDirectoryName(d.Address) == Uploads))
        {
            File.Delete(path);
            _databases.Remove(name);
        }
        var known = Databases().Select(d => d.Address).ToHashSet();
        foreach (var file in System.IO.Directory.EnumerateFiles(Uploads).Where(f => !known.Contains(f))) File.Delete(file);
    }

    private void AddDemo()
    {
        if (_databases.Forgotten().Any(d => d.Name == DemoReports.Database)) return;
        var file = Path.Combine(Directory, "skerravoe-ferries.sqlite");
        if (Find(DemoReports.Database) is not { } registered || (registered.Address == file && !File.Exists(file)))
        {
            // The file takes its name once it is whole, and everything that speaks of it is saved in one go: whatever is interrupted is
            // done again at the next start.
            if (!File.Exists(file))
            {
                File.Delete(file + ".part");
                DemoDatabase.Write(file + ".part");
                File.Move(file + ".part", file);
            }
            Together(() => AddDemoOver(file));
        }
    }

    private bool AddDemoOver(string file)
    {
        var isNew = Find(DemoReports.Database) is null;
        Register(DemoReports.Database, SqliteEngine.At(file));
        if (!isNew) return false;
        foreach (var (id, definition) in DemoReports.All)
        {
            if (Reports.Draft(id) is not null) continue;
            Reports.Create(id, definition);
            Reports.Publish(id, 1);
        }
        foreach (var (id, definition) in DemoReports.Drafts)
            if (Reports.Draft(id) is null) Reports.Create(id, definition);
        foreach (var dataset in DemoDatasets.All)
            if (Datasets.Find(dataset.Id) is null) Datasets.Create(dataset);
        return true;
    }
}
