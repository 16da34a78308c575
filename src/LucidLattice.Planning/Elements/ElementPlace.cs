using LucidLattice.Charts;
using LucidLattice.Drawing.Links;
using LucidLattice.Expressions.Compilation;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Expressions.Formatting;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Planning.Elements;

/// <summary>Where an element that is being planned stands, and what it may ask for there.</summary>
/// <param name="calculated">What the totals of its part are calculated from; null where they are of their own groups.</param>
public sealed class ElementPlace(SectionScope section, BandPlace place, CalculatedRow? calculated = null)
{
    public CalculatedRow? Calculated => calculated;
    public SectionScope Section => section;
    public BandPlace Place => place;

    public ResolvedStyle StyleOf(Element element, Alignment natural) =>
        StyleRoles.Resolve(element, place, section.Section.Levels.Count, natural, Looks.Of(section.Report)) with
        {
            Rules = Rules(element), Given = Given(element),
        };

    private StyleSettings? Given(Element element)
    {
        if (element.Style is not { By.Count: > 0 } style) return null;
        var scope = section.At(place) with { Allowed = place.IsPageBand ? Phase.Page : Phase.Ordered };
        var given = new Dictionary<string, Compiled>();
        foreach (var (name, text) in style.By.Where(b => Style.Settings.Contains(b.Key)))
        {
            var (words, fits) = StyleSettings.TypeOf(name);
            var value = section.Check(element.Id, "by", () => Compiler.Compile(text, scope), scope);
            if (value is null || value.Type == DataType.Null) continue;
            if (fits(value.Type)) given[name] = value;
            else Problem(element, "type-mismatch", Severity.Error, $"The setting “{name}” needs {words}, but this is {value.Type.Words()}.",
                "by", "Write an expression that gives one.");
        }
        return new StyleSettings(given);
    }

    private List<StyleRulePlan> Rules(Element element)
    {
        var scope = section.At(place) with { Allowed = place.IsPageBand ? Phase.Page : Phase.Ordered };
        return [.. (element.Style?.Rules ?? []).Take(Style.MostRules)
            .Select(rule => section.Check(element.Id, "rules", () => Compiler.Condition(rule.When, scope), scope) is { } when
                ? new StyleRulePlan(rule, when) : null).OfType<StyleRulePlan>()];
    }

    /// <summary>How a number shows its size among those of its column; null where it does not.</summary>
    /// <param name="of">What the column shows of a row.</param>
    public NumberScalePlan? Scale(Element element, Compiled? value, string of)
    {
        if (element.Style?.Scale is not { } scale || value is null) return null;
        if (!value.Type.IsNumber() || (scale.Form != ScaleForm.Signs && place.Kind != BandKind.Detail))
        {
            Problem(element, "scale-misplaced", Severity.Error, value.Type.IsNumber()
                ? "Bars and colours compare the numbers of rows; a subtotal can have signs." : "Only a number shows its size.", "style",
                "Take it off.");
            return null;
        }
        if (scale.Form == ScaleForm.Signs) return new NumberScalePlan(scale, value, null, null);
        var scope = section.At(place);
        Compiled? Edge(string kind) => section.Check(element.Id, "style", () => Compiler.Compile($"{kind}({of}) OVER ()", scope), scope);
        return new NumberScalePlan(scale, value, Edge("min"), Edge("max"));
    }

    /// <summary>Where an element stands from left to right: in its column, or in its own rectangle.</summary>
    public (double X, double Width) Span(Element element)
    {
        if (element.Column is not { } id) return (element.X, element.Width);
        if (section.Columns.TryGetValue(id, out var column)) return (column.X, column.Width);
        Problem(element, "unknown-column", Severity.Error, $"The column “{id}” does not exist.", "column",
            "Delete this element, or give it a place of its own.");
        return (element.X, element.Width);
    }

    public void Problem(Element element, string code, Severity severity, string message, string? property, string mend)
        => section.Problems.Add(new(code, severity, message, element.Id, property, Mends: [mend]));

    /// <summary>The element's link, planned with the keys of the groups around and with those that a click on it brings.</summary>
    public LinkPlan? Link(Element element, params ReadOnlySpan<(string Name, LinkKey Key)> clicked) =>
        Link(element.Id, element.Link, clicked);

    /// <param name="worked">What an expression gives where the link stands; null, with a problem, if it is wrong.</param>
    public LinkPlan? Link(Element element, Func<string, LinkKey?> worked, ReadOnlySpan<(string Name, LinkKey Key)> clicked) =>
        Link(element.Id, element.Link, worked, clicked);

    /// <param name="id">Of what the link stands on.</param>
    public LinkPlan? Link(string id, Link? link, params ReadOnlySpan<(string Name, LinkKey Key)> clicked) =>
        Link(id, link, text => Worked(id, text), clicked);

    /// <param name="id">Of what the link stands on.</param>
    public LinkPlan? Link(string id, Link? link, Func<string, LinkKey?> worked, ReadOnlySpan<(string Name, LinkKey Key)> clicked)
    {
        if (link is null) return null;
        var keys = new Dictionary<string, LinkKey>();
        foreach (var (name, key) in clicked) keys[name] = key;
        foreach (var (level, i) in section.LevelsAround(place).Select((l, i) => (l, i)))
        {
            // A level whose key is broken says so at the level.
            if (section.TryCompile(level.By) is not { } by) continue;
            keys[level.Id] = level is { Groups: null, Others: null }
                ? OfLevel(level, level.By, by, section.Base + i + 1) : OfMany(level, by, section.Base + i + 1);
        }
        // What rows of its own, as of a chart, are matched to is known too.
        foreach (var (level, own) in section.Matched)
            if (section.TryCompile(own) is { } by) keys.TryAdd(level.Id, OfLevel(level, own, by));
        return section.Links.Plan(link, id, keys, worked);
    }

    /// <summary>What an expression gives; where it gives nothing, it asks for rows without a value, as a group without a key
    /// does.</summary>
    private LinkKey? Worked(string id, string text)
    {
        var scope = section.At(place) with { Allowed = place.IsPageBand ? Phase.Page : Phase.Ordered };
        return section.Check(id, "link", () => Compiler.Compile(text, scope), scope) is not { } value ? null
            : new LinkKey(value.Type, text.Trim('"'), (_, frame) => frame.Try(value) is { IsNull: false } found ? found : Value.Empty)
            {
                Step = DateSteps.StepOf(text),
            };
    }

    /// <summary>The key of a group of rows without one asks for such rows.</summary>
    /// <param name="at">Of the tree; null for one of the rows around, whose groups stand elsewhere.</param>
    private static LinkKey OfLevel(Level level, string expression, Compiled by, int? at = null) =>
        new(by.Type, level.Name, (_, frame) => at is { } own && frame.Tree?.GivenKey(own, frame.Groups[own]) is { } given ? given
            : frame.Try(by) is { IsNull: false } key ? key : Value.Empty)
        {
            Step = DateSteps.StepOf(expression),
        };

    /// <summary>Of a group that stands for several keys, all of them; a link that would carry more of them carries none.</summary>
    private static LinkKey OfMany(Level level, Compiled by, int at) => new(by.Type, level.Name, (_, frame) =>
    {
        if (frame.Tree is not { } tree || frame.Row < 0) return Value.Empty;
        if (level.Groups is null && !tree.IsOthers(at, frame.Groups[at])) return Filled(frame.Try(by));
        var (row, keys) = (frame.Row, new HashSet<Value>());
        foreach (var one in tree.Rows(at, frame.Groups[at]))
        {
            frame.Row = one;
            keys.Add(Filled(frame.Try(by)));
            if (keys.Count > ValueList.Most) break;
        }
        frame.Row = row;
        return keys.Count == 1 ? keys.First() : keys.Count > ValueList.Most ? Value.Null : Value.Of(new ValueList(keys));
    })
    { MayBeSeveral = true, Clicked = true };

    private static Value Filled(Value key) => key.IsNull ? Value.Empty : key;

    /// <summary>The pieces of a text with values, or null if one of them is wrong.</summary>
    public List<TextPiece>? Pieces(string id, string property, string text)
    {
        var scope = section.At(place);
        var template = section.Check(id, property, () => TextTemplate.Parse(text), scope);
        if (template is null) return null;
        var pieces = new List<TextPiece>();
        foreach (var piece in template)
        {
            var made = piece.Expression is null
                ? new TextPiece(piece.Literal!, null, null)
                : section.Check(id, property, () => ValuePiece(piece.Expression, piece.Pattern is "" ? null : piece.Pattern, scope), scope,
                piece.Position);
            if (made is null) return null;
            pieces.Add(made);
        }
        return pieces;
    }

    private TextPiece ValuePiece(string expression, string? pattern, Scope scope)
    {
        if (ParameterPiece(expression, pattern) is { } parameter) return parameter;
        var value = Compiler.Compile(expression, scope);
        section.Use(value);
        var isKey = pattern is null && section.LevelsAround(place).Any(l => l.By == expression);
        return new TextPiece("", value, isKey ? section.KeyFormat(value, null) : section.Format(value, pattern));
    }

    /// <summary>A parameter alone prints as people read it: by the label of its choice, several with commas, a period in words, every one
    /// by its name.</summary>
    private TextPiece? ParameterPiece(string expression, string? pattern)
    {
        if (!expression.StartsWith(':')) return null;
        var parameters = section.Report.Parameters;
        var index = parameters.ToList().FindIndex(p => string.Equals(":" + p.Name, expression, StringComparison.OrdinalIgnoreCase));
        if (index < 0) return null;
        // A pattern that does not suit the type is found now, not when it is printed.
        if (pattern is not null) ValueFormat.For(parameters[index].Type, pattern, FieldKind.Plain, null, section.Culture);
        var words = new Compiled(DataType.Text, Phase.Constant, frame => Value.Of(frame.ParameterWords(index, pattern)))
            { Text = expression, Reads = Reads.Parameter(index), Source = CompiledSource.From("words", parameters[index], pattern) };
        return new TextPiece("", words, section.Format(words, null));
    }
}
