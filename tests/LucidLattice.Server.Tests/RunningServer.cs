using System.Net.Http.Json;
using System.Text.Json;
using LucidLattice.Server.Hosting;
using LucidLattice.Server.Workspace;
using Microsoft.AspNetCore.Builder;
using Xunit;

namespace LucidLattice.Server.Tests;

/// <summary>The real server with demo data, on a free port of the loopback interface, shared by the tests of a class.</summary>
public sealed class RunningServer : IAsyncLifetime
{
    private readonly WebApplication _app;

    public RunningServer() : this(null)
    {
    }

    /// <param name="longest">The most time that a turn may take; null for what is usual.</param>
    internal RunningServer(TimeSpan? longest)
    {
        Folder = Directory.CreateTempSubdirectory("lattice-").FullName;
        _app = WebHost.Build(AppData.Open(Folder), "http://127.0.0.1:0", longest: longest);
    }

    public string Folder { get; }
    public HttpClient Client { get; } = new();

    public async ValueTask InitializeAsync()
    {
        await _app.StartAsync();
        Client.BaseAddress = new Uri(_app.Urls.First());
    }

    public async ValueTask DisposeAsync()
    {
        Client.Dispose();
        await _app.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, recursive: true);
    }

    public async Task<JsonElement> Get(string path) =>
        await (await Client.GetAsync("/api" + path)).Content.ReadFromJsonAsync<JsonElement>();

    /// <summary>Sends JSON and returns the status and the answer.</summary>
    public async Task<(int Status, JsonElement Body)> Send(HttpMethod method, string path, object body)
    {
        var response = await Client.SendAsync(new HttpRequestMessage(method, "/api" + path) { Content = JsonContent.Create(body) });
        var text = await response.Content.ReadAsStringAsync();
        return ((int)response.StatusCode, text.Length == 0 ? default : JsonDocument.Parse(text).RootElement);
    }

    /// <summary>Runs a report and waits until its last page is known, however busy the machine is.</summary>
    public async Task<(int Status, JsonElement Body)> Run(string report, object request)
    {
        var (status, run) = await Send(HttpMethod.Post, $"/reports/{report}/runs", request);
        while (status == 200 && run.GetProperty("progress").ValueKind != JsonValueKind.Null)
            run = await Get($"/runs/{run.GetProperty("id").GetString()}");
        return (status, run);
    }
}
