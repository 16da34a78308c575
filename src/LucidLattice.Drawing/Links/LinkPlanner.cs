using LucidLattice.Datasets.Parameters;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Parsing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Drawing.Links;

/// <summary>Plans links, whatever they stand on: all that a place has to say is which keys it has.</summary>
/// <param name="problems">Gets what is wrong.</param>
public sealed class LinkPlanner(ReportDefinition report, IReportCatalog catalog, List<Problem> problems)
{
    /// <summary>The name of the key that a chart's mark brings.</summary>
    public const string Category = "category";

    /// <summary>The name of the key of a mark's series, where a chart is split.</summary>
    public const string Series = "series";

    /// <summary>The name of the key that the end of a clicked range brings.</summary>
    public const string RangeEnd = "range end";

    /// <param name="element">The id of what the link stands on.</param>
    /// <param name="keys">By name: <see cref="Category"/>, and the ids of the levels around.</param>
    /// <param name="worked">The key that an expression gives where the link stands; null, with a problem, if it is wrong.</param>
    /// <returns>Null if there is nothing that it could open.</returns>
    public LinkPlan? Plan(Link link, string element, IReadOnlyDictionary<string, LinkKey> keys, Func<string, LinkKey?> worked)
    {
        if (link.Also.Count > 0 && link.All.Any(l => l != link && l.Also.Count > 0))
            Wrong(element, "nested-links", "A link beside another one has no further links beside it.", "Put them all in one list.");
        if (link.Also.Count >= Link.Most)
            Wrong(element, "too-many-links", $"One thing has up to {Link.Most} links.", "Remove some.");
        var plans = link.All.Take(Link.Most).Select(l => One(l, element, keys, worked)).OfType<LinkPlan>().ToList();
        return plans.Count == 0 ? null : plans[0] with { Also = [.. plans.Skip(1)] };
    }

    private LinkPlan? One(Link link, string element, IReadOnlyDictionary<string, LinkKey> keys, Func<string, LinkKey?> worked)
    {
        if (link.Address is not null) return ToAddress(link, element, keys, worked);
        var isOwn = link.Report.Length == 0;
        var target = isOwn ? report : catalog.Published(link.Report);
        if (target is null)
        {
            problems.Add(new(
                "missing-target", Severity.Error, "The report that a click opens does not exist, or was never published.", element, "link",
                Mends: ["Choose another report.", "Remove the link."]));
            return null;
        }
        if (link.Sheet is { } sheet && target.Sheets.All(s => s.Id != sheet))
            Wrong(element, "unknown-sheet", $"“{target.Title}” has no sheet “{sheet}” any more.", "Choose another sheet of it.");
        var values = new List<(Parameter, LinkKey)>();
        foreach (var carried in link.Carries)
            if (Settable(carried, target, element) is { } parameter && Key(carried.From, parameter, keys, element, worked) is { } key)
                values.Add((parameter, key));
        // This report keeps the values that it has.
        foreach (var parameter in target.Parameters.Where(p => !isOwn && p is { Required: true, Default: null }
            && link.Carries.All(c => c.Parameter != p.Name)))
            Wrong(
                element, "missing-carried-value",
                $"“{parameter.Caption}” must be given and this link does not carry it. A reader who clicks would be asked for it.",
                "Carry a value for it.");
        var title = link.Name ?? (!isOwn ? target.Title
            : target.Sheets.FirstOrDefault(s => s.Id == link.Sheet)?.Name ?? (values.Count > 0 ? "this report for it alone"
                : target.Title));
        return new LinkPlan(link, title, values, target.Parameters.Where(p => p.SetBy == SetBy.Link).Select(p => p.Name).ToHashSet())
        {
            Group = link.Group is { } group ? GroupKey(group, isOwn, keys, element, worked) : null,
        };
    }

    private LinkKey? GroupKey(LinkedGroup group, bool isOwn, IReadOnlyDictionary<string, LinkKey> keys, string element,
        Func<string, LinkKey?> worked)
    {
        var isKnown = report.AllSections().Any(s => s.Id == group.Level || s.Levels.Any(l => l.Id == group.Level));
        if (!isOwn) return Wrong(element, "group-elsewhere", "A link goes to groups of its own report only.", "Carry values instead.");
        return !isKnown
            ? Wrong(element, "unknown-level", "The group or list that a click goes to is gone.", "Choose another one.")
            : Found(group.Key, null, keys, element, worked);
    }

    private LinkPlan? ToAddress(Link link, string element, IReadOnlyDictionary<string, LinkKey> keys, Func<string, LinkKey?> worked)
    {
        if (WebAddress.Read(link.Address!, out var why) is not { } address)
        {
            Wrong(element, "bad-address", why, "Write it as https://example.org/piers/{{ pier }}.");
            return null;
        }
        foreach (var name in address.Names.Where(n => link.Carries.All(c => c.Parameter != n)))
            Wrong(element, "missing-carried-value", $"The address asks for “{name}”, and this link does not carry it.",
                "Carry a value for it, or take it out of the address.");
        var values = new List<(Parameter, LinkKey)>();
        foreach (var carried in link.Carries)
            if (Found(carried.From, null, keys, element, worked) is { } key)
                values.Add((new Parameter { Name = carried.Parameter, Type = key.Type == DataType.Null ? DataType.Text : key.Type }, key));
        return new LinkPlan(link, link.Name ?? new Uri(address.Written(new Dictionary<string, string>())).Host, values,
            new HashSet<string>()) { Address = address };
    }

    private Parameter? Settable(CarriedValue carried, ReportDefinition target, string element)
    {
        var parameter = target.Parameters.FirstOrDefault(p => p.Name == carried.Parameter);
        if (parameter is null)
            Wrong(element, "unknown-target-parameter", $"“{target.Title}” has no parameter “{carried.Parameter}”.",
                "Carry something else, or nothing.");
        else if (parameter.SetBy == SetBy.Nobody)
            Wrong(element, "parameter-not-settable", $"“{parameter.Caption}” of “{target.Title}” is fixed, so a link cannot set it.",
                "Let the reader set it, or carry nothing.");
        else return parameter;
        return null;
    }

    private LinkKey? Key(ValueSource source, Parameter target, IReadOnlyDictionary<string, LinkKey> keys, string element,
        Func<string, LinkKey?> worked) => source switch
    {
        ParameterSource named => Own(named, target, element),
        FixedSource fixedValue => Fixed(fixedValue.Value, target, element),
        _ => Found(source, target, keys, element, worked) is { } key ? Fitting(key, target, element) : null,
    };

    /// <summary>What a source gives, whatever becomes of it.</summary>
    /// <param name="target">Where it goes; null for a web address, which takes everything.</param>
    private LinkKey? Found(ValueSource source, Parameter? target, IReadOnlyDictionary<string, LinkKey> keys, string element,
        Func<string, LinkKey?> worked) => source switch
    {
        ExpressionSource { Expression: var text } => worked(text),
        CategorySource part when keys.TryGetValue(Category, out var category) => PartOf(category, part.Part, target),
        CategorySource =>
        Wrong(element, "no-category", "The link carries the clicked category, but there are no categories here.", "Carry something else."),
        SeriesSource part when keys.TryGetValue(Series, out var series) => PartOf(series, part.Part, target),
        SeriesSource =>
        Wrong(element, "no-series", "The link carries the clicked series, but the chart is not split into series.",
            "Carry something else."),
        LevelSource level when keys.TryGetValue(level.Level, out var key) => PartOf(key, level.Part, target),
        LevelSource =>
        Wrong(element, "unknown-level", "The link carries the key of a group that is not around this chart.",
            "Choose a level around the chart."),
        ParameterSource named => report.Parameters.ToList().FindIndex(p => p.Name == named.Name) is >= 0 and var at
            ? new LinkKey(report.Parameters[at].Type, report.Parameters[at].Caption, (_, frame) => frame.Parameters[at])
            : Wrong(element, "unknown-parameter", $"The link carries the parameter “{named.Name}”, which this report does not have.",
                "Choose another source."),
        FixedSource { Value: var text } => new LinkKey(DataType.Text, text, (_, _) => Value.Of(text)),
        _ => throw new InvalidOperationException(source.GetType().Name),
    };

    private LinkKey? Own(ParameterSource named, Parameter target, string element)
    {
        var at = report.Parameters.ToList().FindIndex(p => p.Name == named.Name);
        if (at < 0)
            return Wrong(element, "unknown-parameter", $"The link carries the parameter “{named.Name}”, which this report does not have.",
                "Choose another source.");
        var own = report.Parameters[at];
        if (own.Shape != target.Shape && !(own.Shape == ParameterShape.Single && target.Shape == ParameterShape.Several))
            return Wrong(
                element, "type-mismatch", $"“{target.Caption}” takes {Words(target.Shape)}, but {own.Caption} is {Words(own.Shape)}.",
                "Carry something that fits.");
        return Fitting(new LinkKey(own.Type, own.Caption, (_, frame) => frame.Parameters[at]) { CarriesNothing = true }, target, element);
    }

    private LinkKey? Fixed(string text, Parameter target, string element)
        => ParameterText.TryParse(target, text, out var value)
            ? new LinkKey(value.Type, text, (_, _) => value) { CarriesNothing = true }
            : Wrong(element, "type-mismatch", $"“{text}” is not {target.Type.Words()}, which “{target.Caption}” needs.",
            $"Write it as {ParameterText.Example(target)}.");

    private LinkKey? Fitting(LinkKey key, Parameter target, string element)
    {
        if (target.Shape == ParameterShape.Period && key.Step is { } step) return WholePeriod(key, step);
        if (key.Step is { } cut && target.Type.IsTime() && cut.IsLongerThanADay)
            problems.Add(new(
                "period-as-one-day", Severity.Warning,
                $"“{target.Caption}” takes one date, so the report that opens would show the first day of {key.Words} alone.",
                element, "link", Mends: ["Let that parameter take a period.", "Carry the start and the end into two parameters."]));
        if (key.MayBeSeveral && target.Shape != ParameterShape.Several)
            // What stands for several cannot be told by one value, so a click on it opens nothing.
            key = key with { Value = OneOnly(key.Value) };
        // A moment carries its day to where days are asked for.
        if (key.Type == DataType.DateTime && target.Type == DataType.Date && target.Shape != ParameterShape.Period)
            key = key with { Type = DataType.Date, Value = DayOf(key.Value) };
        var (from, to) = (key.Type, target.Shape == ParameterShape.Period ? DataType.Date : target.Type);
        if (from == to || from == DataType.Null || (from == DataType.Whole && to is DataType.Decimal or DataType.Double)
            || (from == DataType.Decimal && to == DataType.Double)
            || (from == DataType.Date && to == DataType.DateTime))
            return key;
        if (Converted(key, to) is { } converted && target.Shape != ParameterShape.Period) return converted;
        return Wrong(element, "type-mismatch", $"“{target.Caption}” needs {to.Words()}, but {key.Words} is {from.Words()}.",
            "Carry something that fits.");
    }

    /// <summary>Any single value goes along as a text, and a number as a whole one where it is; null where nothing fits.</summary>
    private static LinkKey? Converted(LinkKey key, DataType to) => (key.Type, to) switch
    {
        (DataType.Whole or DataType.Decimal or DataType.Double or DataType.Date or DataType.DateTime or DataType.Bool, DataType.Text) =>
            key with { Type = to, Step = null, Value = (click, frame) => Each(key.Value(click, frame), v => Value.Of(v.Invariant)) },
        (DataType.Decimal or DataType.Double, DataType.Whole) => key with
        {
            Type = to, Value = (click, frame) => Each(key.Value(click, frame),
                v => v.AsDouble == Math.Floor(v.AsDouble) && Math.Abs(v.AsDouble) < 1e15 ? Value.Of((long)v.AsDouble) : Value.Null),
        },
        _ => null,
    };

    /// <summary>A value, or each of several, converted; nothing and everything stay what they are.</summary>
    private static Value Each(Value value, Func<Value, Value> convert) => value.Type switch
    {
        DataType.Null or DataType.Empty or DataType.Every or DataType.Period => value,
        DataType.List => Value.Of(new ValueList(value.List.Values.Select(v => v.IsEmpty ? v : convert(v)))),
        _ => convert(value),
    };

    private static Func<Click, Frame, Value> OneOnly(Func<Click, Frame, Value> value) =>
        (click, frame) => value(click, frame) is { Type: not DataType.List } one ? one : Value.Null;

    private static Func<Click, Frame, Value> DayOf(Func<Click, Frame, Value> value) => (click, frame) =>
        value(click, frame) is { Type: DataType.DateTime } moment ? Value.Of(DateOnly.FromDateTime(moment.DateTime)) : value(click, frame);

    private static Func<Click, Frame, Value> WithoutEmpty(Func<Click, Frame, Value> value) =>
        (click, frame) => value(click, frame) is { IsEmpty: false } one ? one : Value.Null;

    /// <summary>One end of a range or of a period.</summary>
    private static LinkKey PartOf(LinkKey key, KeyPart part, Parameter? target)
    {
        if (part == KeyPart.Whole) return key;
        // Rows without a value have no ends.
        key = key with { Value = WithoutEmpty(key.Value) };
        if (part == KeyPart.Start) return key with { Step = null };
        if (key.IsRange) return key with { Value = (click, _) => click[RangeEnd] };
        if (key.Step is not { } step) return key;
        return key with
        {
            Step = null,
            Value = (click, frame) => key.Value(click, frame) is var start && !start.Type.IsTime() ? Value.Null
                : key.Type == DataType.Date ? Value.Of(LastDay(start, step))
                // Where a day is asked for, that is the last one that belongs to it.
                : target?.Type == DataType.Date ? Value.Of(LastDay(start, step).ToDateTime(TimeOnly.MinValue))
                : Value.Of(step.Next(start.AsDateTime)),
        };
    }

    /// <summary>A clicked month stands for all of its days.</summary>
    private static LinkKey WholePeriod(LinkKey key, TimeStep step) => key with
    {
        Type = DataType.Period,
        Value = (click, frame) => key.Value(click, frame) switch
        {
            { Type: DataType.Date or DataType.DateTime } start =>
                Value.Of(new Period(DateOnly.FromDateTime(start.AsDateTime), LastDay(start, step))),
            { IsEmpty: true } empty => empty,
            { IsEvery: true } every => every,
            // Several months are no period.
            _ => Value.Null,
        },
    };

    private static DateOnly LastDay(Value start, TimeStep step)
    {
        var end = step.Next(start.AsDateTime);
        // An hour ends on the day on which it began.
        return DateOnly.FromDateTime(end == DateTime.MaxValue ? end : end.AddTicks(-1));
    }

    private static string Words(ParameterShape shape) => shape switch
    {
        ParameterShape.Several => "several values",
        ParameterShape.Period => "a period",
        _ => "one value",
    };

    private LinkKey? Wrong(string element, string code, string message, string mend)
    {
        problems.Add(new(code, Severity.Error, message, element, "link", Mends: [mend]));
        return null;
    }
}
