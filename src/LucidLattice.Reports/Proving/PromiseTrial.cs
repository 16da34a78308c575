using System.Globalization;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;

namespace LucidLattice.Reports.Proving;

/// <summary>A promise after it was tried.</summary>
/// <param name="Sentence">What has to hold, in words.</param>
/// <param name="Left">The number at its left, as text.</param>
/// <param name="Broken">Why it does not hold, with both sides; null where it holds.</param>
public sealed record PromiseTrial(string Id, string Sentence, string Left, string Right, string? Broken);

/// <summary>Tries the promises of reports.</summary>
public sealed class PromiseTrials(ReportEngine engine, IReportCatalog catalog)
{
    /// <param name="now">The run clock, in UTC.</param>
    public IReadOnlyList<PromiseTrial> Try(ReportDefinition report, DateTime now, CancellationToken cancel)
    {
        if (report.Promises.Count == 0) return [];
        var runs = new Dictionary<string, ReportRun>();
        return [.. report.Promises.Take(Promise.Most).Select(p => One(report, p, now, runs, cancel))];
    }

    private PromiseTrial One(ReportDefinition report, Promise promise, DateTime now, Dictionary<string, ReportRun> runs,
        CancellationToken cancel)
    {
        var (left, right) = (Number(report, promise.Left, now, runs, cancel), Number(report, promise.Right, now, runs, cancel));
        var sentence = promise.Name ?? PromiseWords.Sentence(report, promise, catalog);
        string? broken = left.Wrong ?? right.Wrong;
        if (broken is null && !Holds(promise, left.Value, right.Value))
            broken = $"{Capital(left.Name)} is {Said(left)}, and {right.Name} is {Said(right)}"
                + (Difference(left.Value, right.Value) is { } by ? $": a difference of {by}." : ".");
        return new PromiseTrial(promise.Id, sentence, Said(left), Said(right), broken);
    }

    private static string Capital(string text) => text.Length == 0 ? text : char.ToUpper(text[0], CultureInfo.InvariantCulture) + text[1..];

    private static string Said(Side side) => side.Text.Length > 0 ? side.Text : side.Value.IsNull ? "nothing" : side.Value.Invariant;

    private static string? Difference(Value a, Value b) => a.Type.IsNumber() && b.Type.IsNumber()
        ? Math.Abs(a.AsDouble - b.AsDouble).ToString("#,##0.######", CultureInfo.InvariantCulture) : null;

    private static bool Holds(Promise promise, Value left, Value right) => promise.Is switch
    {
        PromiseIs.AtMost => (left.IsNull ? 0 : left.AsDouble) <= (right.IsNull ? 0 : right.AsDouble) + promise.Within,
        PromiseIs.AtLeast => (left.IsNull ? 0 : left.AsDouble) >= (right.IsNull ? 0 : right.AsDouble) - promise.Within,
        _ => PrintedNumber.Same(left, right) || (left.Type.IsNumber() && right.Type.IsNumber()
            && Math.Abs(left.AsDouble - right.AsDouble) <= promise.Within),
    };

    private Side Number(ReportDefinition report, PromisedNumber number, DateTime now, Dictionary<string, ReportRun> runs,
        CancellationToken cancel)
    {
        var name = PromiseWords.Of(report, number, catalog);
        if (number is PlainNumber plain) return new Side(name, Value.Of(plain.Value), "");
        var (definition, element) = number switch
        {
            PrintedTotal { Report: { Length: > 0 } other } printed => (catalog.Published(other), printed.Element),
            PrintedTotal printed => (report, printed.Element),
            DatasetTotal total => (Total(report, total), "promised"),
            _ => throw new InvalidOperationException(number.GetType().Name),
        };
        if (definition is null) return Side.Bad(name, "The report that it is compared with does not exist, or was never published.");
        var key = number is DatasetTotal of ? $"{of.Dataset} {of.Expression}" : $"report {((PrintedTotal)number).Report}";
        if (!runs.TryGetValue(key, out var run))
            run = runs[key] = engine.Run(new RunRequest(definition with { Promises = [] }, new Dictionary<string, string>(), now), cancel,
                pages: false);
        if (run.Data is null)
            return Side.Bad(name, $"{Capital(name)} cannot be worked out: {run.Problems.FirstOrDefault(p => p.IsError)?.Message}");
        return PrintedNumber.Of(run, element) is { } found ? new Side(name, found.Value, found.Text)
            : Side.Bad(name, $"{Capital(name)} cannot be worked out: "
                + (run.Problems.FirstOrDefault(p => p.IsError)?.Message ?? "nothing prints it once for the whole report."));
    }

    /// <summary>A report of one number.</summary>
    private static ReportDefinition Total(ReportDefinition report, DatasetTotal total) => report with
    {
        Sheets = [new Sheet
        {
            Id = "promised sheet", Name = "Promise", Sections = [new Section
            {
                Id = "promised section", Dataset = total.Dataset,
                ReportFooter = new Band { Parts = [new BandPart { Id = "promised part", Height = 20,
                    Elements = [new TextElement { Id = "promised", Width = 100, Text = $"{{{{ {total.Expression} }}}}" }] }] },
            }],
        }],
    };

    private sealed record Side(string Name, Value Value, string Text, string? Wrong = null)
    {
        public static Side Bad(string name, string why) => new(name, Value.Null, "", why);
    }
}

/// <summary>Promises as people say them.</summary>
public static class PromiseWords
{
    public static string Sentence(ReportDefinition report, Promise promise, IReportCatalog catalog)
    {
        var left = Of(report, promise.Left, catalog);
        var word = promise.Is switch { PromiseIs.AtMost => "is at most", PromiseIs.AtLeast => "is at least", _ => "equals" };
        var within = promise.Within > 0 ? $", within {promise.Within.ToString("#,##0.######", CultureInfo.InvariantCulture)}" : "";
        return $"{char.ToUpper(left[0], CultureInfo.InvariantCulture)}{left[1..]} {word} {Of(report, promise.Right, catalog)}{within}.";
    }

    internal static string Of(ReportDefinition report, PromisedNumber number, IReportCatalog catalog) => number switch
    {
        PrintedTotal { Report: { Length: > 0 } other } printed when catalog.Published(other) is { } target =>
            $"{PlaceNames.Of(target, printed.Element) ?? printed.Element} of “{target.Title}”",
        PrintedTotal printed => PlaceNames.Of(report, printed.Element) ?? printed.Element,
        DatasetTotal total =>
            $"the total {total.Expression} over “{report.Datasets.FirstOrDefault(d => d.Id == total.Dataset)?.Name ?? total.Dataset}”",
        PlainNumber plain => plain.Value.ToString("#,##0.######", CultureInfo.InvariantCulture),
        _ => "a number",
    };
}
