using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using LucidLattice.Core.Definitions;
using LucidLattice.Demo;
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
        for (var round = 0; round < 6; round++)
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

    /// <summary>A server of its own, which can be killed.</summary>
    private static async Task<(Process Server, HttpClient Client)> Serve(string folder)
    {
        var port = FreePort();
        var server = Process.Start(
            new ProcessStartInfo("dotnet",
            [typeof(AppData).Assembly.Location, "serve", "--port", port.ToString(System.Globalization.CultureInfo.InvariantCulture),
            "--data", folder, "--new"]) { RedirectStandardOutput = true })!;
        Assert.Contains("ready", await server.StandardOutput.ReadLineAsync());
        return (server, new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}") });
    }

    private static int FreePort()
    {
        using var listener = new System.Net.Sockets.TcpListener(System.Net.IPAddress.Loopback, 0);
        listener.Start();
        return ((System.Net.IPEndPoint)listener.LocalEndpoint).Port;
    }
}
