using System.Text.Json;
using LucidLattice.Charts.Types;
using LucidLattice.Demo;
using LucidLattice.Model.Definitions;
using LucidLattice.Server.CommandLine;
using LucidLattice.Server.Workspace;
using Xunit;

namespace LucidLattice.Server.Tests;

public sealed class CommandLineTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("lattice-").FullName;

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private string At(string name) => Path.Combine(_folder, name);

    /// <summary>Runs a verb and returns its exit code and what it wrote to the error output.</summary>
    private async Task<(int Code, string Error)> Run(params string[] args)
    {
        var before = Console.Error;
        using var error = new StringWriter();
        Console.SetError(error);
        try
        {
            var hasNoData = args is ["demo", ..] or ["schema", ..] or ["gallery", ..];
            return (await Verbs.Run(hasNoData ? args : [.. args, "--data", At("data"), "--new"]), error.ToString());
        }
        finally
        {
            Console.SetError(before);
        }
    }

    [Fact]
    public async Task Render_writes_all_kinds_of_files()
    {
        foreach (var kind in new[] { "pdf", "html", "svg", "json" })
        {
            Assert.Equal((0, ""),
                await Run("render", "Sailings in detail", "--set", "route=Holm – Brae", "--set", "to=2025-02-28", "--out",
                At("out." + kind)));
            Assert.True(new FileInfo(At("out." + kind)).Length > 500);
        }
        using var json = JsonDocument.Parse(File.ReadAllText(At("out.json")));
        Assert.Equal("Holm – Brae", json.RootElement.GetProperty("parameters").GetProperty("route").GetString());
        Assert.Equal(["2025-01-01 00:00", "2025-02-01 00:00"],
            json.RootElement.GetProperty("report").GetProperty("groups").EnumerateArray().Select(g => g.GetProperty("key").GetString()));
    }

    [Fact]
    public async Task A_report_is_compared_with_itself_after_all_others_ran()
    {
        var before = Console.Out;
        using var said = new StringWriter();
        Console.SetOut(said);
        try
        {
            Assert.Equal(0, (await Run("check", "sailings-by-outcome", "--twice")).Code);
        }
        finally
        {
            Console.SetOut(before);
        }
        Assert.Contains("the same figures and pages", said.ToString());
    }

    /// <summary>Two reports of which one leads to the other: saved, published, listed, found by a link, and taken away again.</summary>
    [Fact]
    public async Task Reports_are_saved_published_listed_and_removed()
    {
        async Task<(int Code, string Said)> Saying(params string[] args)
        {
            var before = Console.Out;
            using var output = new StringWriter();
            Console.SetOut(output);
            try
            {
                return ((await Run(args)).Code, output.ToString());
            }
            finally
            {
                Console.SetOut(before);
            }
        }
        var detail = DemoReports.All.First(r => r.Id == "sailings-in-detail").Definition with { Title = "Detail of ours" };
        var leading = DemoReports.All.First(r => r.Id == "route-performance").Definition with { Title = "Leads on" };
        leading = leading.MapAllElements(e => e is ChartElement { Link: { } link } ? e with { Link = link with { Report = "ours" } } : e);
        File.WriteAllText(At("detail.json"), ReportJson.Write(detail));
        File.WriteAllText(At("leading.json"), ReportJson.Write(leading));
        Assert.Equal((0, "“Detail of ours” is saved as ours, version 1.\n"), await Saying("save", At("detail.json"), "--as", "ours"));
        Assert.Contains("never published", (await Run("check", At("leading.json"))).Error);
        Assert.Equal(0, (await Run("publish", "ours")).Code);
        Assert.Equal("", (await Run("check", At("leading.json"))).Error);
        Assert.Contains("ours\tpublished\tDetail of ours\n", (await Saying("list")).Said);
        Assert.Equal((0, "“Detail of ours” is saved as ours, version 2.\n"), await Saying("save", At("detail.json"), "--as", "ours"));
        Assert.Contains("ours\tpublished, with a newer draft\t", (await Saying("list")).Said);
        // Versions, and what is said differently since one of them.
        File.WriteAllText(At("other.json"), ReportJson.Write(detail with { Description = "Said otherwise." }));
        await Run("save", At("other.json"), "--as", "ours");
        Assert.StartsWith("3\t", (await Saying("history", "ours")).Said);
        Assert.Contains("+ Said otherwise.\n", (await Saying("history", "ours", "--since", "1")).Said);
        Assert.Equal(2, (await Run("history", "ours", "--since", "99")).Code);
        // Links of all reports, and which of them are broken.
        await Run("save", At("leading.json"), "--as", "leads");
        var links = await Saying("links");
        Assert.Equal(0, links.Code);
        Assert.Contains("Leads on (leads): A click on the chart “", links.Said);
        Assert.Contains("opens “Detail of ours”, carrying what was clicked as :route", links.Said);
        // The draft of the demo has one that waits for its author; what is tried adds up.
        Assert.EndsWith(" 1 broken, 0 that do not add up.\n", (await Saying("links", "check")).Said);
        Assert.Equal(2, (await Run("links", "route-performance")).Code);
        Assert.Equal(0, (await Run("remove", "Detail of ours")).Code);
        var broken = await Saying("links", "check");
        Assert.Equal(1, broken.Code);
        Assert.Contains("  broken: The report that a click opens does not exist", broken.Said);
        Assert.EndsWith(" 3 broken, 0 that do not add up.\n", broken.Said);
        await Run("remove", "leads");
        // Where a number comes from, and its rows.
        var trace = await Saying("trace", "route-performance", "--element", "ofc", "--group", "Eastern Sound", "--group", "Aith – Voe",
            "--out",
            At("trace.csv"));
        Assert.Equal(0, trace.Code);
        Assert.Contains("(Region: Eastern Sound, Route: Aith – Voe): 43,609\n", trace.Said);
        Assert.Contains("the sum of Passengers of Route Aith – Voe = 43,609: 448 rows; 32.0% of Region Eastern Sound", trace.Said);
        Assert.Equal(449, File.ReadAllLines(At("trace.csv")).Length);
        Assert.Contains("There is no Route “Nowhere”", (await Run("trace", "route-performance", "--element", "ofc", "--group",
            "Eastern Sound",
            "--group", "Nowhere")).Error);
        Assert.Contains("There is no element “gone”", (await Run("trace", "route-performance", "--element", "gone")).Error);
        Assert.Contains("holds: The passengers of all routes", (await Saying("check", "route-performance")).Said);
        Assert.DoesNotContain("ours", (await Saying("list")).Said);
        var (code, error) = await Run("publish", "ours");
        Assert.Equal(1, code);
        Assert.Contains("There is no saved report called “ours”. There are: ", error);
        Assert.Equal(2, (await Run("save", At("detail.json"), "--as", "No Id!")).Code);
        File.WriteAllText(At("broken.json"), "{");
        Assert.Contains("definition-format", (await Run("save", At("broken.json"))).Error);
    }

    /// <summary>The gallery in docs is what the command draws today: every type of chart, in at least 50 variants.</summary>
    [Fact]
    public async Task The_gallery_is_current()
    {
        Assert.Equal((0, ""), await Run("gallery", "--out", At("gallery")));
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!Directory.Exists(Path.Combine(folder.FullName, "docs"))) folder = folder.Parent!;
        var kept = Path.Combine(folder.FullName, "docs/gallery");
        Assert.Equal(Directory.GetFiles(At("gallery")).Select(Path.GetFileName).Order(),
            Directory.GetFiles(kept).Select(Path.GetFileName).Order());
        foreach (var file in Directory.GetFiles(kept))
            Assert.True(File.ReadAllText(file) == File.ReadAllText(Path.Combine(At("gallery"), Path.GetFileName(file))),
                $"{Path.GetFileName(file)} is drawn otherwise now: run ./lattice gallery --out docs/gallery, and look at it.");
        Assert.True(ChartVariants.All.Count >= 50);
        Assert.Equal(ChartTypes.All.Select(t => t.Id).Order(),
            ChartVariants.All.Select(v => v.Chart.Chart).Distinct().Order());
    }

    [Fact]
    public async Task Load_makes_files_databases_and_replaces_what_came_before()
    {
        Task<(int Code, string Error)> Load(string text, params string[] more)
        {
            File.WriteAllText(At("calls.csv"), text);
            return Run(["load", At("calls.csv"), .. more]);
        }
        async Task<string[]> Rows()
        {
            File.WriteAllText(At("calls.json"),
                """
                { "id": "c", "name": "Calls", "database": "harbour", "source": { "type": "table", "table": "calls" },
                  "fields": [{ "name": "ship", "type": "text" }, { "name": "day", "type": "date" }] }
                """);
            Assert.Equal((0, ""), await Run("query", At("calls.json"), "--out", At("rows.csv")));
            return File.ReadAllLines(At("rows.csv"))[1..];
        }
        Assert.Equal((0, ""), await Load("ship,day\nSula Wind,2025-03-01\n", "--into", "harbour"));
        Assert.Equal(["Sula Wind,2025-03-01"], await Rows());
        var taken = await Load("ship,day\nTernhope,2025-03-02\n", "--into", "harbour");
        Assert.Equal(1, taken.Code);
        Assert.StartsWith("error table-taken: “harbour” has a table called “calls” already.", taken.Error);
        Assert.Equal((0, ""), await Load("ship,day\nTernhope,2025-03-02\n", "--into", "harbour", "--replace"));
        Assert.Equal(["Ternhope,2025-03-02"], await Rows());

        // A SQLite file stays where it is; what is none is refused, and nothing is left behind.
        Assert.Equal(0, (await Run("demo", "--rows", "2000", "--out", At("copy.sqlite"))).Code);
        Assert.Equal((0, ""), await Run("load", At("copy.sqlite")));
        Assert.True(File.Exists(At("copy.sqlite")));
        File.WriteAllText(At("none.sqlite"), "none");
        Assert.Contains("not-a-database", (await Run("load", At("none.sqlite"))).Error);
        Assert.Equal(2, Directory.GetFiles(At("data/uploads")).Length);
        Assert.Equal(2, (await Run("load")).Code);
        Assert.Equal(1, (await Run("load", At("gone.csv"))).Code);
    }

    [Fact]
    public async Task A_forgotten_upload_goes_at_the_next_start_and_a_registered_file_never()
    {
        File.WriteAllText(At("tides.csv"), "port,height\nVoe,1.4\n");
        await Run("load", At("tides.csv"));
        var data = AppData.Open(At("data"));
        var (upload, demo) = (data.Find("tides")!.Address, data.Find(DemoReports.Database)!.Address);
        Assert.True(data.SetForgotten("tides", true) && data.SetForgotten(DemoReports.Database, true));
        // Other verbs may run meanwhile.
        Assert.Null(AppData.Open(At("data")).Find("tides"));
        Assert.True(data.SetForgotten("tides", false) && data.SetForgotten("tides", true));
        data.RemoveLeftovers();
        Assert.False(File.Exists(upload) || data.SetForgotten("tides", false));
        Assert.True(File.Exists(demo) && AppData.Open(At("data")).Find(DemoReports.Database) is null
            && data.SetForgotten(DemoReports.Database, false));
    }

    [Fact]
    public async Task Query_writes_the_rows_of_a_dataset_for_the_values_that_are_given()
    {
        async Task<List<string[]>> Rows(params string[] settings)
        {
            Assert.Equal((0, ""),
                await Run(["query", "Late sailings", .. settings.SelectMany(s => new[] { "--set", s }), "--out", At("rows.csv")]));
            return [.. File.ReadAllLines(At("rows.csv")).Select(line => line.Split(','))];
        }
        var rows = await Rows();
        Assert.Equal(["sailing_id", "region", "route", "vessel", "departs", "passengers", "delay_minutes", "delay_cause"], rows[0]);
        Assert.All(rows.Skip(1), row => Assert.True(int.Parse(row[6]) > 15));
        var some = await Rows("least_delay=60", "regions=[\"West Firth\", \"Eastern Sound\"]");
        Assert.Equal(
            rows.Skip(1).Count(row => int.Parse(row[6]) > 60 && row[1] is "West Firth" or "Eastern Sound" && int.Parse(row[6]) > 60),
            some.Count - 1);
        // A value that is none of those offered is said and falls back; one of the wrong type runs nothing.
        Assert.Contains("value-not-offered",
            (await Run("query", "late-sailings", "--set", "regions=[\"Atlantis\"]", "--out", At("rows.csv"))).Error);
        Assert.Equal(1, (await Run("query", "late-sailings", "--set", "least_delay=soon", "--out", At("rows.csv"))).Code);
        // What SQL by hand names without declaring it can be given all the same.
        File.WriteAllText(At("ports.json"),
            """
            { "id": "p", "name": "Ports", "database": "skerravoe",
              "source": { "type": "query", "sql": "SELECT name FROM ports WHERE name > :after" },
              "fields": [{ "name": "name", "type": "text" }] }
            """);
        Assert.Equal((0, ""), await Run("query", At("ports.json"), "--set", "after=M", "--out", At("ports.csv")));
        Assert.All(File.ReadAllLines(At("ports.csv")).Skip(1), name => Assert.True(string.CompareOrdinal(name, "M") > 0));
        Assert.Equal(1, (await Run("query", "No such dataset", "--out", At("rows.csv"))).Code);
        Assert.Equal(2, (await Run("query", "bookings", "--out", At("rows.xls"))).Code);
    }

    [Fact]
    public async Task A_folder_that_another_server_has_or_that_holds_something_else_is_refused_with_a_sentence()
    {
        var folder = At("data");
        using (var held = DataFolder.Hold(AppData.Open(folder)))
        {
            Assert.NotNull(held);
            var second = await Run("serve", "--port", "5987");
            Assert.Equal(1, second.Code);
            Assert.Contains("Another server works on", second.Error);
        }
        using (var again = DataFolder.Hold(AppData.Open(folder))) Assert.NotNull(again);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
        Directory.CreateDirectory(folder);
        File.WriteAllText(Path.Combine(folder, "lucid-lattice.sqlite"), new string('x', 5_000));
        var foreign = await Run("list");
        Assert.Equal(2, foreign.Code);
        Assert.Contains("is no database of Lucid Lattice", foreign.Error);
    }

    [Fact]
    public async Task Problems_give_1_and_wrong_usage_gives_2()
    {
        var broken = DemoReports.All.First(r => r.Id == "sailings-in-detail").Definition;
        File.WriteAllText(At("broken.json"),
            ReportJson.Write(broken.MapSection(broken.Sheets[0].Sections[0].Id, s => s with { Filter = "rout = :route" })));
        File.WriteAllText(At("malformed.json"), "{");
        var check = await Run("check", At("broken.json"));
        Assert.Equal(1, check.Code);
        Assert.Contains("error unknown-field at s1.filter (the section of “", check.Error);
        Assert.Contains("There is no field “rout”. Did you mean “route”?", check.Error);
        Assert.Equal(1, (await Run("check", At("malformed.json"))).Code);
        Assert.Equal(1, (await Run("check", "No such report")).Code);
        Assert.Equal(0, (await Run("check", "route-performance")).Code);
        Assert.Contains("parameter-required", (await Run("render", "Sailings in detail", "--out", At("x.pdf"))).Error);
        Assert.False(File.Exists(At("x.pdf")));
        File.WriteAllText(At("text.db"), new string('x', 5000));
        Assert.Contains("is no SQLite database",
            (await Run("render", "Route performance", "--database", At("text.db"), "--out", At("x.pdf"))).Error);
        foreach (var wrong in new string[][]
            { ["render", "Route performance"], ["render", "Route performance", "--out", "x.doc"], ["nonsense"],
            ["render", "a", "--colour", "red"], ["render", "a", "--set", "x", "--out", "x.pdf"], ["serve", "--port", "many"] })
            Assert.Equal(2, (await Run(wrong)).Code);
    }

    /// <summary>Debian's fonts-dejavu-core has Georgian letters, which the shipped fonts do not have.</summary>
    [Fact]
    public async Task A_font_of_the_installation_steps_in_for_what_the_shipped_ones_lack()
    {
        Directory.CreateDirectory(At("data/fonts/more"));
        File.Copy("/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf", At("data/fonts/more/DejaVuSans.ttf"));
        File.WriteAllText(At("data/fonts/broken.ttf"), "no font");
        var report = DemoReports.All.Single(r => r.Id == "route-performance").Definition;
        var title = report.AllElements().OfType<TextElement>().First();
        report = report.MapAllElements(e => e.Id == title.Id ? title with { Text = "ქარი და ზღვა" } : e);
        File.WriteAllText(At("georgian.json"), ReportJson.Write(report));
        var (code, said) = await Run("render", At("georgian.json"), "--out", At("x.pdf"));
        Assert.Equal((0, $"warning unusable-font: {At("data/fonts/broken.ttf")} cannot be read as a font.\n"), (code, said));
        using var pdf = UglyToad.PdfPig.PdfDocument.Open(At("x.pdf"));
        Assert.Contains("ქარი", string.Concat(pdf.GetPage(1).Letters.Select(l => l.Value)));
        await using var app = Hosting.WebHost.Build(AppData.Open(At("data")), "http://127.0.0.1:0");
        await app.StartAsync();
        using var client = new HttpClient { BaseAddress = new Uri(app.Urls.First()) };
        Assert.Contains("font-family: 'DejaVu Sans'; src: url('/fonts/DejaVuSans.ttf'); font-weight: 400",
            await client.GetStringAsync("/"));
        Assert.Equal(new FileInfo(At("data/fonts/more/DejaVuSans.ttf")).Length,
            (await client.GetByteArrayAsync("/fonts/DejaVuSans.ttf")).Length);
    }

    /// <summary>A mistyped folder is not made, a mistyped database is said with those that there are.</summary>
    [Fact]
    public async Task What_is_mistyped_makes_nothing_and_is_said_with_what_there_is()
    {
        var error = new StringWriter();
        Console.SetError(error);
        Assert.Equal(2, await Verbs.Run(["list", "--data", At("dtaa")]));
        Assert.Contains($"There is no folder “{At("dtaa")}”", error.ToString());
        Assert.False(Directory.Exists(At("dtaa")));
        var report = DemoReports.All.Single(r => r.Id == "route-performance").Definition;
        report = report with { Datasets = [.. report.Datasets.Select(d => d with { Database = "skeravoe" })] };
        File.WriteAllText(At("elsewhere.json"), ReportJson.Write(report));
        var render = await Run("render", At("elsewhere.json"), "--out", At("x.pdf"));
        Assert.Contains("No database is registered as “skeravoe”. In " + At("data"), render.Error);
        Assert.Contains("there is skerravoe. `lattice load FILE`", render.Error);
        // A file that is no definition is answered alike, whatever is asked of it.
        File.WriteAllText(At("notes.txt"), "Remember the tide tables.");
        foreach (var verb in new[] { "render", "query", "check", "find" })
        {
            string[] more = verb switch
            {
                "find" => ["--text", "x"], "check" => [], "query" => ["--out", At("x.csv")], _ => ["--out", At("x.pdf")],
            };
            var (code, said) = await Run([verb, At("notes.txt"), .. more]);
            Assert.Equal(1, code);
            Assert.StartsWith("error definition-format: The ", said);
            Assert.Contains("definition cannot be read: line 1, character 1", said);
        }
    }

    [Fact]
    public async Task Demo_data_are_the_same_each_time_and_grow_on_demand()
    {
        Assert.Equal(0, (await Run("demo", "--rows", "3000", "--out", At("a.sqlite"))).Code);
        Assert.Equal(0, (await Run("demo", "--rows", "3000", "--out", At("b.sqlite"))).Code);
        Assert.Equal(File.ReadAllBytes(At("a.sqlite")), File.ReadAllBytes(At("b.sqlite")));
        Assert.Equal(0, (await Run("demo", "--rows", "12000", "--out", At("c.sqlite"))).Code);
        Assert.InRange(new FileInfo(At("c.sqlite")).Length / (double)new FileInfo(At("a.sqlite")).Length, 2, 5);
    }
}
