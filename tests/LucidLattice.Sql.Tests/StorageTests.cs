using LucidLattice.Testing;
using LucidLattice.Model.Definitions;
using LucidLattice.Storage;
using Microsoft.Data.Sqlite;
using Xunit;

namespace LucidLattice.Sql.Tests;

public sealed class StorageTests : IDisposable
{
    private readonly string _file = Workshop.TempFile(".sqlite");
    private readonly AppDatabase _app;
    private readonly ReportStore _store;

    public StorageTests() => _store = new ReportStore(_app = new AppDatabase(_file));

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        foreach (var suffix in new[] { "", "-wal", "-shm" }) File.Delete(_file + suffix);
    }

    private static ReportDefinition Titled(string title) => Workshop.DemoReport("route-performance") with { Title = title };

    [Fact]
    public void A_save_onto_a_version_that_was_replaced_is_refused_and_kept()
    {
        _store.Create("r", Titled("one"));
        Assert.Equal(2, _store.SaveDraft("r", 1, Titled("two")));
        Assert.Equal(2, Assert.Throws<SaveConflictException>(() => _store.SaveDraft("r", 1, Titled("also two"))).Current);
        Assert.Equal("two", _store.Draft("r")!.Definition.Title);
        Assert.Equal(["one", "two", "also two"], Titles("r"));
    }

    /// <summary>Several writes of one step are there together, or not at all; what it reads meanwhile is what it wrote.</summary>
    [Fact]
    public void Writes_that_belong_together_are_kept_together()
    {
        _store.Create("r", Titled("one"));
        _store.Create("s", Titled("other"));
        Assert.Throws<InvalidOperationException>(() => _app.Together<int>(() =>
        {
            _store.SaveDraft("r", 1, Titled("two"));
            Assert.Equal("two", _store.Draft("r")!.Definition.Title);
            _store.SaveDraft("s", 1, Titled("two, too"));
            throw new InvalidOperationException();
        }));
        Assert.Equal(("one", "other"), (_store.Draft("r")!.Definition.Title, _store.Draft("s")!.Definition.Title));
        var versions = _app.Together(() =>
            _store.SaveDraft("r", 1, Titled("two")) + _app.Together(() => _store.SaveDraft("s", 1, Titled("2"))));
        Assert.Equal(4, versions);
        Assert.Equal(("two", "2"), (_store.Draft("r")!.Definition.Title, _store.Draft("s")!.Definition.Title));
    }

    /// <summary>A definition is read once for as long as its text is the same, whoever writes it.</summary>
    [Fact]
    public void A_definition_is_read_again_only_when_its_text_is_another()
    {
        _store.Create("r", Titled("one"));
        var first = _store.Draft("r")!.Definition;
        Assert.Same(first, _store.Draft("r")!.Definition);
        using var elsewhere = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={_file}");
        elsewhere.Open();
        using var write = elsewhere.CreateCommand();
        write.CommandText = "UPDATE report_versions SET definition = replace(definition, '\"one\"', '\"two\"')";
        Assert.Equal(1, write.ExecuteNonQuery());
        Assert.Equal("two", _store.Draft("r")!.Definition.Title);
        Assert.Equal("one", first.Title);
    }

    [Fact]
    public void Readers_keep_seeing_the_published_version_while_drafts_come_and_go()
    {
        _store.Create("r", Titled("published"));
        _store.Publish("r", 1);
        for (var version = 1; version < 60; version++) _store.SaveDraft("r", version, Titled($"draft {version}"));
        Assert.Equal("published", _store.PublishedVersion("r")!.Definition.Title);
        Assert.Equal("draft 59", _store.Draft("r")!.Definition.Title);
        // What was saved within ten minutes is one or two of them, beside the newest ones and the publication.
        Assert.InRange(Titles("r").Count, VersionThinning.Newest, VersionThinning.Newest + 5);
        Assert.True(_store.List().Single().HasUnpublishedChanges);
        Assert.Throws<SaveConflictException>(() => _store.Publish("r", 3));
    }

    /// <summary>Property over random histories: the newest drafts and the first one stay, every day of the last month that had a draft
    /// still has one, and thinning again takes nothing more away.</summary>
    [Fact]
    public void Drafts_are_thinned_by_age_and_no_day_is_lost()
    {
        var (random, now) = (new Random(12), new DateTime(2025, 6, 1, 12, 0, 0, DateTimeKind.Utc));
        for (var round = 0; round < 30; round++)
        {
            var times = Enumerable.Range(0, random.Next(1, 900)).Select(_ => now.AddMinutes(-Math.Pow(random.NextDouble(), 4) * 700_000))
                .Order().ToList();
            var drafts = times.Select((t, i) => (Version: i + 1, SavedAt: t)).Reverse().ToList();
            var gone = VersionThinning.Superfluous(drafts, now).ToHashSet();
            var kept = drafts.Where(d => !gone.Contains(d.Version)).ToList();
            Assert.Contains(kept, d => d.Version == 1);
            Assert.Equal(drafts.Take(VersionThinning.Newest + 1), kept.Take(VersionThinning.Newest + 1));
            var month = now.AddDays(-29);
            Assert.Equal(drafts.Where(d => d.SavedAt > month).Select(d => d.SavedAt.Date).Distinct(),
                kept.Where(d => d.SavedAt > month).Select(d => d.SavedAt.Date).Distinct());
            Assert.Empty(VersionThinning.Superfluous(kept, now).Except([1]));
            Assert.True(kept.Count < 21 + 6 * 24 + 30 * 24 + 365 + 60);
        }
    }

    [Fact]
    public void A_version_has_a_note()
    {
        _store.Create("r", Titled("one"));
        _store.Publish("r", 1);
        Assert.True(_store.SetNote("r", 1, " For the board "));
        Assert.Equal("For the board", _store.Versions("r").Single().Note);
        Assert.False(_store.SetNote("r", 7, "none"));
        Assert.Throws<ArgumentException>(() => _store.SetNote("r", 1, new string('x', ReportStore.LongestNote + 1)));
    }

    [Fact]
    public void A_dataset_is_taken_from_the_shelf_with_the_newest_state_of_what_it_starts_from()
    {
        var store = new DatasetStore(_app);
        Dataset Table(string id, string table) =>
            new() { Id = id, Name = id, Database = "ferries", Source = new TableSource { Table = table } };
        Dataset On(string id, string from) =>
            new() { Id = id, Name = id, Database = "nowhere", Source = new DerivedSource { Dataset = from } };
        static Dataset? Base(Dataset dataset) => ((DerivedSource)dataset.Source).Base;
        store.Create(Table("first", "ports"));
        store.Create(On("second", "first"));
        var third = store.Create(On("third", "second")).Definition;
        Assert.Equal("ports", ((TableSource)Base(Base(third)!)!.Source).Table);
        store.Save("first", 1, Table("first", "routes"));
        third = store.Find("third")!.Definition;
        Assert.Equal("routes", ((TableSource)Base(Base(third)!)!.Source).Table);
        Assert.Equal("ferries", Base(third)!.Database);
        // What was filled in is looked up anew, not saved.
        store.Save("third", 1, third);
        store.Save("first", 2, Table("first", "vessels"));
        Assert.Equal("vessels", ((TableSource)Base(Base(store.Find("third")!.Definition)!)!.Source).Table);
        // Without what it starts from it is still there, and says what is missing.
        store.SetDeleted("second", true);
        Assert.Null(Base(store.List().Single(d => d.Id == "third").Definition));
        store.SetDeleted("second", false);
        store.Save("second", 1, On("second", "third"));
        Assert.Null(Base(Base(store.Find("third")!.Definition)!));
    }

    [Fact]
    public void A_deleted_report_comes_back_whole()
    {
        _store.Create("r", Titled("kept"));
        Assert.True(_store.SetDeleted("r", true));
        Assert.Null(_store.Draft("r"));
        Assert.Empty(_store.List());
        Assert.False(_store.IsFree("r"));
        Assert.True(_store.SetDeleted("r", false));
        Assert.Equal("kept", _store.Draft("r")!.Definition.Title);
        Assert.Throws<KeyNotFoundException>(() => _store.SaveDraft("none", 1, Titled("x")));
    }

    [Fact]
    public void The_applications_own_file_is_no_database_of_reports()
    {
        var otherwise = Path.Combine(Path.GetDirectoryName(_file)!, ".", Path.GetFileName(_file));
        Assert.Throws<InvalidOperationException>(() => new DatabaseStore(_app).Register("own", "sqlite", otherwise));
    }

    /// <summary>Outside reference: the result codes of SQLite, https://www.sqlite.org/rescode.html.</summary>
    [Theory]
    [InlineData(13, typeof(IOException))]
    [InlineData(8, typeof(UnauthorizedAccessException))]
    [InlineData(10, typeof(UnauthorizedAccessException))]
    [InlineData(14, typeof(UnauthorizedAccessException))]
    [InlineData(26, typeof(InvalidDataException))]
    [InlineData(1, typeof(SqliteException))]
    public void Faults_of_the_file_have_the_names_that_the_framework_gives_them(int code, Type expected)
    {
        int Fail(SqliteConnection _) => throw new SqliteException("fault", code);
        Assert.Equal(expected, Record.Exception(() => _app.Read(Fail))!.GetType());
        Assert.Equal(expected, Record.Exception(() => _app.Write(Fail))!.GetType());
    }

    [Fact]
    public void A_file_that_is_no_database_is_said_to_be_none()
    {
        var file = Workshop.TempFile(".sqlite");
        File.WriteAllText(file, "Not a database, but long enough to be looked at as one. " + new string('x', 4096));
        Assert.Throws<InvalidDataException>(() => new AppDatabase(file));
        File.Delete(file);
    }

    private List<string> Titles(string id) => _app.Read(connection =>
    {
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT title FROM report_versions WHERE report_id = $id ORDER BY version";
        command.Parameters.AddWithValue("$id", id);
        using var reader = command.ExecuteReader();
        var titles = new List<string>();
        while (reader.Read()) titles.Add(reader.GetString(0));
        return titles;
    });
}
