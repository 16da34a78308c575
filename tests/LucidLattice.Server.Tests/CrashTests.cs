using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using LucidLattice.Testing;
using LucidLattice.Demo;
using LucidLattice.Model.Definitions;
using LucidLattice.Server.Workspace;
using LucidLattice.Storage;
using Xunit;

namespace LucidLattice.Server.Tests;

public class CrashTests
{
    /// <summary>The server is killed (SIGKILL) at random moments while drafts are saved; whatever it acknowledged is there
    /// afterwards.</summary>
    [Fact]
    public async Task Saving_killed_at_random_loses_nothing_that_was_acknowledged()
    {
        var folder = Directory.CreateTempSubdirectory("lattice-").FullName;
        var random = new Random(41);
        var definition = DemoReports.All.First(r => r.Id == "route-performance").Definition;
        AppData.Open(folder);
        var (basedOn, acknowledged) = (1, definition.Title);
        for (var round = 0; round < Rounds(6); round++)
        {
            var (server, client) = await Serve(folder);
            using var killed = server;
            using var asking = client;
            // The moment is counted in acknowledged saves plus a random delay, so that kills fall between and within saves.
            var saves = random.Next(1, 12);
            var sent = "";
            try
            {
                for (var i = 0; ; i++)
                {
                    if (i == saves) _ = Task.Run(async () => { await Task.Delay(random.Next(12)); server.Kill(); });
                    sent = $"round {round}, save {i}";
                    var response = await client.PutAsync("/api/reports/route-performance/draft",
                        JsonContent.Create(new { basedOn, definition = definition with { Title = sent } }, options: ReportJson.Options));
                    response.EnsureSuccessStatusCode();
                    basedOn = (await response.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("version").GetInt32();
                    acknowledged = sent;
                }
            }
            catch (HttpRequestException)
            {
                await server.WaitForExitAsync();
            }
            var draft = new ReportStore(new AppDatabase(Path.Combine(folder, "lucid-lattice.sqlite"))).Draft("route-performance")!;
            // The save that was under way may have arrived whole, or not at all.
            Assert.True(draft.Definition.Title == acknowledged || draft.Definition.Title == sent,
                $"acknowledged “{acknowledged}”, sent “{sent}”, found “{draft.Definition.Title}”");
            (basedOn, acknowledged) = (draft.Draft, draft.Definition.Title);
        }
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>A field is renamed in a dataset that many drafts copied, and the server is killed meanwhile: afterwards all of them call it
    /// as the dataset does.</summary>
    [Fact]
    public async Task A_renamed_field_reaches_every_draft_or_none()
    {
        const int Copies = 25;
        var folder = Directory.CreateTempSubdirectory("lattice-").FullName;
        var data = AppData.Open(folder);
        var dataset = data.Datasets.Find("sailings-with-income")!;
        var model = DemoReports.All.Select(r => r.Definition).First(r => r.Datasets.Any(d => d.CopyOf == dataset.Id));
        for (var i = 0; i < Copies; i++) data.Reports.Create($"copy-{i}", model with { Title = $"Copy {i}" });
        var (name, version) = ("vessel", dataset.Version);
        for (var round = 0; round < 3; round++)
        {
            var (server, client) = await Serve(folder);
            using var killed = server;
            using var asking = client;
            var next = $"vessel_{round}";
            var definition = dataset.Definition with
            {
                Fields = [.. data.Datasets.Find(dataset.Id)!.Definition.Fields
                    .Select(f => f.Name == name ? f with { Name = next } : f)],
            };
            var answer = client.PutAsync($"/api/datasets/{dataset.Id}",
                JsonContent.Create(new { basedOn = version, definition }, options: ReportJson.Options));
            // The first thing that can be seen of it is the sign to kill it.
            while (!answer.IsCompleted && data.Datasets.Find(dataset.Id)!.Version == version) await Task.Yield();
            server.Kill();
            await answer.ContinueWith(_ => { }, TaskScheduler.Default);
            await server.WaitForExitAsync();
            (name, version) = (data.Datasets.Find(dataset.Id)!.Definition.Fields.Single(f => f.Name.StartsWith("vessel")).Name,
                data.Datasets.Find(dataset.Id)!.Version);
            for (var i = 0; i < Copies; i++)
                Assert.Contains(data.Reports.Draft($"copy-{i}")!.Definition.Datasets.Single(d => d.CopyOf == dataset.Id).Fields,
                    f => f.Name == name);
        }
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>The first start is killed at random moments; the next one makes good whatever was interrupted.</summary>
    [Fact]
    public async Task A_first_start_killed_at_random_loses_nothing()
    {
        var random = new Random(21);
        for (var round = 0; round < Rounds(6); round++)
        {
            var folder = Directory.CreateTempSubdirectory("lattice-").FullName;
            using (var first = Process.Start(Command(folder, FreePort())))
            {
                await Task.Delay(random.Next(100, 1_200), TestContext.Current.CancellationToken);
                first!.Kill();
                await first.WaitForExitAsync(TestContext.Current.CancellationToken);
            }
            var (server, client) = await Serve(folder);
            using var killed = server;
            using var asking = client;
            var reports = await client.GetFromJsonAsync<JsonElement>("/api/reports", TestContext.Current.CancellationToken);
            Assert.Equal(DemoReports.All.Count + DemoReports.Drafts.Count, reports.GetArrayLength());
            Assert.Equal(DemoReports.All.Count, reports.EnumerateArray().Count(r =>
                r.GetProperty("published").ValueKind == JsonValueKind.Number));
            var datasets = await client.GetFromJsonAsync<JsonElement>("/api/datasets", TestContext.Current.CancellationToken);
            Assert.Equal(DemoDatasets.All.Count, datasets.GetArrayLength());
            var database = Assert.Single((await client.GetFromJsonAsync<JsonElement>("/api/databases",
                TestContext.Current.CancellationToken))
                .EnumerateArray());
            Assert.Equal(JsonValueKind.Null, database.GetProperty("error").ValueKind);
            server.Kill();
            await server.WaitForExitAsync(TestContext.Current.CancellationToken);
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }

    /// <summary>The server is killed while a file is uploaded and made a table: the database is the one before or the one after, and
    /// nothing is left lying about.</summary>
    [Fact]
    public async Task An_upload_killed_at_random_leaves_nothing_behind()
    {
        var folder = Directory.CreateTempSubdirectory("lattice-").FullName;
        AppData.Open(folder);
        var random = new Random(33);
        var csv = "n,name\n" + string.Concat(Enumerable.Range(0, 60_000).Select(i => $"{i},ferry {i}\n"));
        for (var round = 0; round < Rounds(4); round++)
        {
            var (server, client) = await Serve(folder);
            using var killed = server;
            using var asking = client;
            var upload = client.PostAsync("/api/databases/csv?name=harbour&table=calls&replace=true&columns=" + Uri.EscapeDataString(
                "[{\"name\":\"n\",\"type\":\"whole\"},{\"name\":\"name\",\"type\":\"text\"}]"),
                new StringContent(csv, System.Text.Encoding.UTF8, "application/octet-stream"), TestContext.Current.CancellationToken);
            // The first round is whole, so that there is something to lose.
            if (round > 0) await Task.WhenAny(upload, Task.Delay(random.Next(250), TestContext.Current.CancellationToken));
            else Assert.True((await upload).IsSuccessStatusCode);
            server.Kill();
            await upload.ContinueWith(_ => { }, TaskScheduler.Default);
            await server.WaitForExitAsync(TestContext.Current.CancellationToken);

            var (next, second) = await Serve(folder);
            using var nextKilled = next;
            using var secondAsking = second;
            var harbour = (await second.GetFromJsonAsync<JsonElement>("/api/databases",
                TestContext.Current.CancellationToken)).EnumerateArray()
                .Single(d => d.GetProperty("name").GetString() == "harbour");
            Assert.Equal(60_000, harbour.GetProperty("tables")[0].GetProperty("rows").GetInt64());
            Assert.Single(Directory.EnumerateFiles(Path.Combine(folder, "uploads")));
            next.Kill();
            await next.WaitForExitAsync(TestContext.Current.CancellationToken);
        }
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>Files are read from folders where people keep theirs, or from those that whoever starts the server names; by where they
    /// lie, not by how their path is written.</summary>
    [Fact]
    public async Task Databases_are_read_from_allowed_folders_alone()
    {
        var folder = Directory.CreateTempSubdirectory("lattice-").FullName;
        var (own, other) = (Path.Combine(folder, "own"), Path.Combine(folder, "other"));
        Directory.CreateDirectory(other);
        DemoDatabase.Write(Path.Combine(other, "harbour.sqlite"), bookings: 100);
        async Task<string> Code(HttpClient client, string path)
        {
            var answer = await client.PostAsJsonAsync("/api/databases", new { name = $"n{Guid.NewGuid():N}", path },
                TestContext.Current.CancellationToken);
            return answer.IsSuccessStatusCode ? "" : (await answer.Content.ReadFromJsonAsync<JsonElement>(
                TestContext.Current.CancellationToken)).GetProperty("code").GetString()!;
        }
        foreach (var (more, code) in new (string[], string)[] { ([], ""), (["--allow", "/srv"], "folder-not-allowed"), (["--allow",
            $"/srv:{other}"], "") })
        {
            var (server, client) = await Serve(own, more);
            using var killed = server;
            using var asking = client;
            Assert.Equal(code, await Code(client, Path.Combine(other, "harbour.sqlite")));
            Assert.Equal(code, await Code(client, $"{own}/../other/harbour.sqlite"));
            Assert.Equal("folder-not-allowed", await Code(client, "/etc/passwd"));
            Assert.Equal("folder-not-allowed", await Code(client, $"{other}/../../../etc/passwd"));
            // The demo's own database lies in the data folder, which always is.
            Assert.Equal("", await Code(client, Path.Combine(own, "skerravoe-ferries.sqlite")));
            server.Kill();
            await server.WaitForExitAsync(TestContext.Current.CancellationToken);
        }
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>As many rounds as usual, and ten times as many in a soak.</summary>
    private static int Rounds(int usual) => Fuzz.SoakSeconds > 0 ? usual * 10 : usual;

    /// <summary>A server of its own, which can be killed.</summary>
    private static async Task<(Process Server, HttpClient Client)> Serve(string folder, params string[] more)
    {
        var port = FreePort();
        var server = Process.Start(Command(folder, port, more))!;
        Assert.Contains("ready", await server.StandardOutput.ReadLineAsync());
        return (server, new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}") });
    }

    private static ProcessStartInfo Command(string folder, int port, params string[] more) => new("dotnet",
        [typeof(AppData).Assembly.Location, "serve", "--port", port.ToString(System.Globalization.CultureInfo.InvariantCulture),
        "--data", folder, "--new", .. more]) { RedirectStandardOutput = true };

    private static int FreePort()
    {
        using var listener = new System.Net.Sockets.TcpListener(System.Net.IPAddress.Loopback, 0);
        listener.Start();
        return ((System.Net.IPEndPoint)listener.LocalEndpoint).Port;
    }
}
