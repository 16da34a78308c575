using LucidLattice.Core.Datasets;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Links;
using LucidLattice.Core.Parameters;

namespace LucidLattice.Core.Editing;

/// <summary>Calls a parameter otherwise, wherever the report speaks of it: in expressions, texts, conditions, SQL, and in its links to
/// itself. Links of other reports follow when the report is published.</summary>
public sealed record RenameParameter : Edit
{
    public required string Parameter { get; init; }
    public required string Name { get; init; }

    internal override Workpiece Change(Workpiece at, IReportCatalog catalog)
    {
        if (at.Report.Parameters.All(p => p.Name != Parameter)) throw new EditException($"There is no parameter “{Parameter}”.");
        if (!ParameterNames.IsName(Name))
            throw new EditException($"“{Name}” is no name of a parameter: those have letters, digits and _, and no digit at first.");
        if (at.Report.Parameters.Any(p => p.Name != Parameter && string.Equals(p.Name, Name, StringComparison.OrdinalIgnoreCase)))
            throw new EditException($"There is already a parameter “{Name}”.");
        return at with { Report = Renamed(at.Report, Parameter, Name) };
    }

    private static ReportDefinition Renamed(ReportDefinition report, string old, string name)
    {
        string Text(string text) => ParameterNames.Renamed(text, old, name);
        string? Maybe(string? text) => text is null ? null : Text(text);
        foreach (var dataset in report.Datasets) report = report.MapRowExpressions(dataset.Id, (_, text) => Text(text));
        LevelFill? Filled(LevelFill? fill) => fill is null ? null : fill with { From = Maybe(fill.From), To = Maybe(fill.To) };
        report = report.MapSections(s => (s with
        {
            Conditions = Conditions(s.Conditions),
            Columns = [.. s.Columns.Select(c => c with { When = Maybe(c.When) })],
            Levels = [.. s.Levels.Select(l => l with { Fill = Filled(l.Fill) })],
        }).MapElements((_, e) => e is not CrosstabElement crosstab ? e : crosstab with
        {
            Down = [.. crosstab.Down.Select(f => f with { Fill = Filled(f.Fill) })],
            Across = [.. crosstab.Across.Select(f => f with { Fill = Filled(f.Fill) })],
        }));
        // What has no rows speaks of parameters too.
        report = report.MapSections(s => s.Dataset is { Length: > 0 } ? s : s.MapElements((_, e) => OfPage(e)));
        report = report.MapLinks(link => link with
        {
            Carries = [.. link.Carries.Select(c => c with
            {
                Parameter = link is { Report: "", Address: null } && c.Parameter == old ? name : c.Parameter, From = From(c.From),
            })],
        });
        return report with
        {
            Parameters = [.. report.Parameters.Select(p => p with
            {
                Name = p.Name == old ? name : p.Name, Default = Maybe(p.Default), DefaultEnd = Maybe(p.DefaultEnd),
                // What people read stays as it was.
                Label = p.Name == old ? p.Label ?? p.Caption : p.Label,
            })],
            Datasets = [.. report.Datasets.Select(Of)],
            Sheets = [.. report.Sheets.Select(s => s.Columns is { Start: { } start } columns
                ? s with { Columns = columns with { Start = Text(start) } } : s)],
        };

        Element OfPage(Element element) => Elements.ElementKinds.KindOf(element).MapExpressions(element, (_, text) => Text(text)) with
        {
            When = Maybe(element.When),
        };
        ValueSource From(ValueSource source) => source is ParameterSource own && own.Name == old ? own with { Name = name } : source;
        Dataset Of(Dataset dataset)
        {
            var mapped = dataset.MapRowExpressions(field => field, (_, text) => Text(text));
            return mapped with
            {
                Filter = Conditions(mapped.Filter),
                Source = mapped.Source is QuerySource query ? query with { Sql = Text(query.Sql) } : mapped.Source,
            };
        }

        Condition? Conditions(Condition? condition) => condition switch
        {
            AllOf all => all with { Conditions = [.. all.Conditions.Select(c => Conditions(c)!)] },
            AnyOf any => any with { Conditions = [.. any.Conditions.Select(c => Conditions(c)!)] },
            FieldCondition one when one.Parameter == old => one with { Parameter = name },
            _ => condition,
        };
    }
}
