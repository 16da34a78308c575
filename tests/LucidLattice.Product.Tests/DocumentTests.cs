using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using LucidLattice.Testing;
using LucidLattice.Charts.Types;
using LucidLattice.Datasets;
using LucidLattice.Demo;
using LucidLattice.Expressions.Calls;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Output.Files;
using LucidLattice.Planning.Elements;
using Xunit;

namespace LucidLattice.Product.Tests;

/// <summary>Tables of the documentation are made from the code, or name all that there is.</summary>
public sealed class DocumentTests
{
    private static string Doc(string name) => File.ReadAllText(Path.Combine(Checkout.Root, "docs", name));

    /// <summary>What docs/expressions.md has to hold; after a function is changed, the tables are copied from what this says.</summary>
    [Fact]
    public void The_tables_of_functions_types_and_parts_are_those_of_the_code()
    {
        string Row(params string[] cells) => $"| {string.Join(" | ", cells.Select(c => c.Replace("|", "\\|")))} |\n";
        string Codes(IEnumerable<string> names) => string.Join(", ", names.Select(n => $"`{n}`"));
        var functions = Row("Form", "Gives") + "|---|---|\n" + string.Concat(FunctionList.All.Select(f => Row($"`{f.Form}`", f.Words)));
        var types = Row("Type", "Names in CAST") + "|---|---|\n"
            + string.Concat(TypeNames.All.Select(t =>
                Row(Codes([JsonNamingPolicy.CamelCase.ConvertName(t.Type.ToString())]), Codes(t.Names))));
        var parts = Row("Where", "Parts and units") + "|---|---|\n"
            + Row("`EXTRACT(… FROM date)`", Codes(DateParts.OfDates)) + Row("`EXTRACT(… FROM length of time)`", Codes(DateParts.OfLengths))
            + Row("`date_trunc('…', date)`", Codes(DateParts.Units.Select(u => u.ToLowerInvariant())));
        var document = Doc("expressions.md").ReplaceLineEndings("\n");
        foreach (var table in new[] { functions, types, parts })
            Assert.True(document.Contains(table, StringComparison.Ordinal), $"docs/expressions.md should have:\n{table}");
    }

    /// <summary>Every property that the JSON output of the demo reports has is described.</summary>
    [Fact]
    public void Every_property_of_the_JSON_output_is_described()
    {
        var described = Regex.Matches(Doc("output-json.md"), "`([A-Za-z]+)`").Select(m => m.Groups[1].Value).ToHashSet();
        // Their names are those of the report: parameters, and ids.
        string[] maps = ["parameters", "totals", "texts", "charts", "crosstabs", "values"];
        var missing = new HashSet<string>();
        foreach (var (id, definition) in Demo.DemoReports.All)
        {
            using var stream = new MemoryStream();
            RunJson.Write(Workshop.Run(definition, null, id == "sailings-in-detail" ? [("route", "Holm – Brae")] : []), stream,
                CancellationToken.None);
            using var json = JsonDocument.Parse(stream.ToArray());
            Walk(json.RootElement, named: true);
        }
        Assert.True(missing.Count == 0, string.Join(", ", missing));

        void Walk(JsonElement at, bool named)
        {
            if (at.ValueKind == JsonValueKind.Array)
                foreach (var item in at.EnumerateArray()) Walk(item, named: true);
            if (at.ValueKind != JsonValueKind.Object) return;
            foreach (var property in at.EnumerateObject())
            {
                if (named && !described.Contains(property.Name)) missing.Add(property.Name);
                Walk(property.Value, named: !maps.Contains(property.Name) || property.Value.ValueKind == JsonValueKind.Array);
            }
        }
    }

    /// <summary>What a registry holds is what the documents list: nothing is missing, and nothing is named that is gone.</summary>
    [Fact]
    public void The_lists_of_the_documents_are_the_registries_of_the_code()
    {
        var format = Doc("report-format.md");
        Assert.Equal(TotalChoice.All.Select(t => t.Name).Order(StringComparer.Ordinal),
            Codes(Row(format, "total"), @"`aggregate` \(([^)]*)\)").Except(["fraction", "by"]).Order(StringComparer.Ordinal));
        Assert.Equal(ChartTypes.All.Select(t => t.Id), Codes(Row(format, "chart", "the type:"), "the type: ([^\\[]*)"));
        Assert.Equal(typeof(Element).GetCustomAttributes<JsonDerivedTypeAttribute>().Select(a => (string)a.TypeDiscriminator!)
            .Where(id => !Regex.IsMatch(format, $@"^\| (`\w+`, )*`{id}`[,` ]", RegexOptions.Multiline)), []);
        var readme = File.ReadAllText(Path.Combine(Checkout.Root, "README.md"));
        Assert.Contains($"{ChartTypes.All.Count} types in {ChartVariants.All.Count} variants", readme);
        Assert.Contains("--out FILE." + string.Join('|', ReportOutputs.All.Select(o => o.Name)), readme);

        static string Row(string text, string name, string having = "") => text.Split('\n')
            .First(line => line.StartsWith($"| `{name}` |", StringComparison.Ordinal) && line.Contains(having, StringComparison.Ordinal));

        static IEnumerable<string> Codes(string row, string list) =>
            Regex.Matches(Regex.Match(row, list).Groups[1].Value, "`(\\w+)`").Select(m => m.Groups[1].Value);
    }

    /// <summary>Every package that the project names is listed with the version that is locked, and under a licence that lets others use
    /// the product as they like.</summary>
    [Fact]
    public void The_table_of_dependencies_is_that_of_the_lock_files()
    {
        string Read(string file) => File.ReadAllText(Path.Combine(Checkout.Root, file));
        var nuget = Regex.Matches(Read("Directory.Packages.props"), "Include=\"([^\"]+)\" Version=\"([^\"]+)\"")
            .Select(m => $"{m.Groups[1].Value} {m.Groups[2].Value}");
        using var named = JsonDocument.Parse(Read("web/package.json"));
        using var locked = JsonDocument.Parse(Read("web/package-lock.json"));
        var npm = new[] { "dependencies", "devDependencies" }.SelectMany(k => named.RootElement.GetProperty(k).EnumerateObject())
            .Select(p => locked.RootElement.GetProperty("packages").GetProperty("node_modules/" + p.Name))
            .Zip(new[] { "dependencies", "devDependencies" }.SelectMany(k => named.RootElement.GetProperty(k).EnumerateObject()),
                (entry, p) => $"{p.Name} {entry.GetProperty("version").GetString()}");
        var rows = Regex.Matches(Doc("dependencies.md"), @"^\| (\S+) \| (\d\S*) \| ([^|]+) \| [^|]+ \|$", RegexOptions.Multiline);
        Assert.Equal(nuget.Concat(npm).Order(StringComparer.Ordinal),
            rows.Select(r => $"{r.Groups[1].Value} {r.Groups[2].Value}").Order(StringComparer.Ordinal));
        string[] permissive = ["MIT", "Apache-2.0", "MS-PL OR Apache-2.0", "ISC", "BSD-3-Clause", "OFL-1.1"];
        // It runs in tests alone, and nothing of it is shipped.
        Assert.Equal(["axe-core"], rows.Where(r => !permissive.Contains(r.Groups[3].Value)).Select(r => r.Groups[1].Value));
    }

    /// <summary>The rules that docs/report-format.md states of conditions.</summary>
    [Theory]
    [InlineData("atMost", "2025-01-31", "a")]
    [InlineData("equal", "2025-01-31", "a")]
    [InlineData("more", "2025-01-31", "bc")]
    [InlineData("notEqual", "2025-02-03", "abc")]
    [InlineData("noneOf", "2025-02-03", "abc")]
    [InlineData("between", "2025-01-31 2025-01-31", "ab")]
    [InlineData("empty", "", "d")]
    [InlineData("atMost", ":none", "")]
    [InlineData("notEqual", ":none", "")]
    [InlineData("oneOf", ":every", "abcd")]
    public void Conditions_hold_as_the_documentation_says(string operation, string values, string expected)
    {
        var condition = new FieldCondition
        {
            Field = "t", Is = Enum.Parse<ConditionOperator>(operation, ignoreCase: true),
            Parameter = values.StartsWith(':') ? values[1..] : null, Values = values.StartsWith(':') ? [] : values.Split(' '),
        };
        Field[] fields = [new() { Name = "name", Type = DataType.Text }, new() { Name = "t", Type = DataType.DateTime }];
        var report = Workshop.Report(new Section { Id = "s", Dataset = "d", Detail = Workshop.Band(Workshop.Part("p", 20,
            new TextElement { Id = "x", Width = 100, Text = "{{ name }}" })) }, fields);
        report = report with
        {
            Datasets = [report.Datasets[0] with { Filter = condition }],
            Parameters = [new Parameter { Name = "none", Type = DataType.DateTime },
                new Parameter { Name = "every", Type = DataType.DateTime, Every = "any time", Default = "*" }],
        };
        Value[] Row(string name, string? time) =>
            [Value.Of(name), time is null ? Value.Null : Value.Of(DateTime.Parse(time, System.Globalization.CultureInfo.InvariantCulture))];
        var rows = new DatasetReader(new MemoryRows(Row("a", "2025-01-31"), Row("b", "2025-01-31 06:15"),
            Row("c", "2025-02-01"), Row("d", null)));
        var run = Workshop.Run(report, rows);
        Assert.Equal(expected, string.Concat(run.Page(1).Texts().Select(t => t.Text)));
    }
}
