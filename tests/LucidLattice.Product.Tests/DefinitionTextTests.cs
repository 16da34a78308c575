using System.Reflection;
using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Demo;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using Xunit;

namespace LucidLattice.Product.Tests;

/// <summary>Every place of a definition where an expression may stand is declared at its record, and found by one walk.</summary>
public sealed class DefinitionTextTests
{
    /// <summary>Texts that are no expressions. A new one belongs here, or says at its property what it holds.</summary>
    private const string Plain = """
        BandPart.Id Border.Color BoxElement.Edge BoxElement.Fill CalculatedRow.After CalculatedRow.Formula CalculatedRow.Name
        CarriedValue.Parameter ChartCategory.Others
        ChartCategory.Pattern ChartCategory.Sequence ChartCategory.Subtotals ChartElement.Chart ChartElement.Colors
        ChartElement.Palette ChartFrame.Background ChartFrame.Border ChartLabels.Template ChartLegend.Border ChartLine.Color
        ChartLine.Name ChartOwnRows.Dataset ChartSplit.Pattern ChartTie.Crosstab ChartTrend.Name ChartValue.DrawnAs
        ChartValue.Name ChartValue.Pattern CodedValue.Code CodedValue.Color CodedValue.Label Column.Heading Column.Id
        Column.Pattern CrosstabField.TotalName CrosstabShape.HeadingShade CrosstabShape.RowShade CrosstabShape.TotalShade
        CrosstabValue.Name CrosstabValue.Pattern Dataset.CopyOf Dataset.Database Dataset.Description Dataset.Id Dataset.Name
        DatasetChoices.Dataset DatasetTotal.Dataset DerivedSource.Dataset Element.Column Element.Id Field.Column Field.Currency
        Field.Description Field.Label Field.Name Field.Table FieldCondition.Field FieldCondition.Values FixedChoice.Label
        FixedChoice.Value FixedSource.Value GroupedBy.EmptyName GroupedBy.Id GroupedBy.Name GroupedBy.Others GroupedBy.Pattern
        ImageElement.Image ImageElement.Words Join.To JoinedTable.Id JoinedTable.Table KeyPair.Column KeyPair.To
        LevelSource.Level Link.Address Link.AddsUpTo Link.Name Link.Report Link.Sheet LinkedGroup.Level NamedGroup.Keys
        NamedGroup.Name NamedGroups.Remaining NamedSeries.Name NamedSeries.Of NumberScale.High NumberScale.Low
        PageBackground.Image Parameter.Every Parameter.Help Parameter.Label PrintedTotal.Element PrintedTotal.Report Promise.Id
        Promise.Name ReportDefinition.Currency ReportDefinition.Description ReportDefinition.Format ReportDefinition.Language
        ReportDefinition.Look ReportDefinition.TimeZone ReportDefinition.Title ReportImage.Data ReportImage.Id ReportImage.Name
        ReportLook.Id ReportLook.Ink ReportLook.Levels ReportLook.Logo ReportLook.Muted ReportLook.Name ReportLook.Title
        RowShade.Color Section.Dataset Section.Id SeriesLook.Color SeriesLook.Line Sheet.Id Sheet.Name Starter.ChartOf
        Starter.Columns Starter.GroupBy Starter.Totals Style.Background Style.Color StyleRule.Background StyleRule.Color
        StyledText.Color TableSource.Table TextElement.Continued TiedColor.Color TiedColor.Value TotalElement.Aggregate
        TotalElement.Formula TotalElement.Pattern TotalElement.Within ValueAxisSettings.Pattern Watermark.Color
        """;

    private static IReadOnlyList<Type> Records { get; } = [.. Reached(typeof(ReportDefinition),
        []).Where(t => t.GetMethod("<Clone>$") is not null)];

    private static HashSet<Type> Reached(Type type, HashSet<Type> seen)
    {
        type = Nullable.GetUnderlyingType(type) ?? type;
        if (!seen.Add(type)) return seen;
        foreach (var of in type.IsGenericType ? type.GetGenericArguments() : []) Reached(of, seen);
        if (type.Namespace != typeof(ReportDefinition).Namespace) return seen;
        if (type.BaseType is { } basis) Reached(basis, seen);
        foreach (var derived in type.Assembly.GetTypes().Where(t => t.IsSubclassOf(type))) Reached(derived, seen);
        foreach (var property in type.GetProperties().Where(p => p.SetMethod is not null)) Reached(property.PropertyType, seen);
        return seen;
    }

    private static IEnumerable<PropertyInfo> Texts(Type record) => record.GetProperties(BindingFlags.Public | BindingFlags.Instance
        | BindingFlags.DeclaredOnly).Where(p => p.SetMethod is not null && p.PropertyType.ToString().Contains("System.String"));

    [Fact]
    public void Each_text_of_the_format_says_what_it_is()
    {
        var unsaid = Records.SelectMany(Texts).Where(p => !p.IsDefined(typeof(HoldsAttribute)))
            .Select(p => $"{p.DeclaringType!.Name}.{p.Name}");
        Assert.Equal(Plain.Split([' ', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries),
            unsaid.Distinct().Order(StringComparer.Ordinal));
    }

    [Fact]
    public void A_parameter_is_renamed_in_each_place_where_an_expression_may_stand()
    {
        var places = Records.SelectMany(t => Texts(t).Where(p => p.IsDefined(typeof(HoldsAttribute))).Select(p => (Type: t,
            Text: p))).ToList();
        Assert.True(places.Count > 50);
        foreach (var (type, property) in places)
        {
            var form = property.GetCustomAttribute<HoldsAttribute>()!.Form;
            var holder = System.Runtime.CompilerServices.RuntimeHelpers.GetUninitializedObject(
                type.IsAbstract ? Records.First(r => r.IsSubclassOf(type) && !r.IsAbstract) : type);
            object text = form switch { TextForm.Template => "{{ :old }}", TextForm.ParameterName => "old", _ => "x = :old" };
            if (property.PropertyType != typeof(string)) text = new Dictionary<string, string> { ["color"] = (string)text };
            property.SetValue(holder, text);
            var mapped = holder.MapTexts((_, _) => "new");
            var value = property.GetValue(mapped) is IReadOnlyDictionary<string, string> many ? many["color"] : property.GetValue(mapped);
            Assert.True(Equals(value, "new"), $"{type.Name}.{property.Name}");
            Assert.Same(holder, holder.MapTexts((_, same) => same));
        }
    }

    /// <summary>A sheet of texts alone, with everything around its pages: none of it stands over the rows of a dataset.</summary>
    [Fact]
    public void Renaming_reaches_page_bands_watermarks_conditions_and_styles_of_a_sheet_without_rows()
    {
        TextElement Said(string id) => new()
        {
            Id = id, Width = 90, Text = "From {{ :from }}", When = ":from IS NOT NULL",
            Style = new Style
            {
                By = new Dictionary<string, string> { ["color"] = "CASE WHEN :from > 1 THEN '#0B5D5B' END" },
                Rules = [new StyleRule { When = ":from > 2" }],
            },
        };
        var report = Workshop.Report(new Section { Id = "s" });
        report = report with
        {
            Datasets = [], Parameters = [new Parameter { Name = "from", Type = DataType.Whole, Default = "1" },
                new Parameter { Name = "to", Type = DataType.Whole, Default = ":from + 1" }],
            Sheets = [report.Sheets[0] with
            {
                Sections = [new Section { Id = "s", ReportHeader = Workshop.Band(Workshop.Part("p", 20,
                    Said("t")) with { When = ":from > 0" }) }],
                PageHeader = Workshop.Band(Workshop.Part("h", 20, Said("th")) with { When = ":from > 0" }),
                PageFooter = Workshop.Band(Workshop.Part("f", 20, Said("tf"))),
                Watermark = new Watermark("{{ :from }}", ":from > 1"),
            }],
        };
        var renamed = new RenameParameter { Parameter = "from", Name = "since" }.Apply(report, NoReports.Instance);
        Assert.DoesNotContain(":from", ReportJson.Write(renamed));
        Assert.DoesNotContain(Workshop.Run(renamed).Problems, p => p.IsError);
        var back = new RenameParameter { Parameter = "since", Name = "from" }.Apply(renamed, NoReports.Instance);
        Assert.True(ReportJson.AreSame(report, back with { Parameters = [back.Parameters[0] with { Label = null }, back.Parameters[1]] }));
    }

    /// <summary>Whatever the demo says of a parameter, it says of it under another name too, and back.</summary>
    [Fact]
    public void Renaming_there_and_back_changes_nothing_in_the_demo()
    {
        foreach (var (id, report) in DemoReports.All)
            foreach (var parameter in report.Parameters)
            {
                var there = new RenameParameter { Parameter = parameter.Name, Name = "quite_another" }.Apply(report, new DemoCatalog());
                Assert.DoesNotContain($":{parameter.Name} ", ReportJson.Write(there));
                var back = new RenameParameter { Parameter = "quite_another", Name = parameter.Name }.Apply(there, new DemoCatalog());
                back = back with { Parameters = [.. back.Parameters.Select((p, i) => p with { Label = report.Parameters[i].Label })] };
                Assert.True(ReportJson.AreSame(report, back), $"{id}, {parameter.Name}");
            }
    }
}
