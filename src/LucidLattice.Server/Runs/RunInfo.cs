using LucidLattice.Datasets.Parameters;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;

namespace LucidLattice.Server.Runs;

/// <param name="Values">Parameter values by name: 2025-01-31, 12.5, true; several as a JSON array of texts, a period as
/// 2025-01-01/2025-03-31, every one as *.</param>
/// <param name="Draft">True runs the draft, which only its author should see.</param>
/// <param name="Refresh">True reads the data again, even if it seems unchanged.</param>
/// <param name="Proof">What the link that was followed gave, for values that only links may carry.</param>
public sealed record RunStart(IReadOnlyDictionary<string, string>? Values = null, bool Draft = false, bool Refresh = false,
    string? Proof = null)
{
    /// <summary>The groups that the reader opened, as pages name them; “*” for all.</summary>
    public IReadOnlyList<string>? Opened { get; init; }
}

public enum RunState { Running, Ready, Failed }

/// <summary>What a run has found so far. A failed run has no pages; the problems say why.</summary>
/// <param name="Id">The asker's ticket for the run; several readers may share what it stands for.</param>
/// <param name="AsOf">The time of the data, in the report's zone.</param>
/// <param name="Sheets">With the pages known so far; the first is shown first.</param>
/// <param name="PageCount">The pages of the first sheet known so far.</param>
/// <param name="PagesComplete">True once the last page of every sheet is known.</param>
/// <param name="Progress">How far it is; null once everything is there.</param>
/// <param name="Closes">True if it has groups that a reader opens and closes.</param>
/// <param name="Language">Of what is printed, as a language tag (RFC 5646).</param>
public sealed record RunInfo(string Id, string ReportId, RunState State, string Title, bool Draft, string AsOf,
    IReadOnlyList<SheetInfo> Sheets, int PageCount, bool PagesComplete, ProgressInfo? Progress, int Rows, double PageWidth,
    double PageHeight, double Milliseconds, IReadOnlyList<ParameterInfo> Parameters, IReadOnlyList<Problem> Problems,
    bool Closes = false, string Language = "en");

/// <summary>A sheet of a run.</summary>
public sealed record SheetInfo(string Id, string Name, int PageCount);

/// <summary>A parameter with the value that a run used.</summary>
/// <param name="HasChoices">True if its values are chosen from a list, which is asked for separately.</param>
/// <param name="Every">What the choice of every one is called; null if it is not offered.</param>
/// <param name="Value">As it is written in addresses; empty if there is none.</param>
/// <param name="Words">As people read it.</param>
/// <param name="Labels">What the choices call the values in use.</param>
/// <param name="Given">False if the value is the default.</param>
public sealed record ParameterInfo(string Name, string Caption, DataType Type, ParameterShape Shape, string? Help, bool Required,
    SetBy SetBy, bool Hidden, bool HasChoices, string? Every, string Value, string Words, IReadOnlyDictionary<string, string> Labels,
    bool Given)
{
    public static IReadOnlyList<ParameterInfo> Describe(ReportRun run) => [.. run.Report.Parameters.Select((p, i) => new ParameterInfo(
        p.Name, p.Caption, p.Type, p.Shape, p.Help, p.Required, p.SetBy, p.Hidden, p.Choices is not null, p.Every,
        ParameterText.Write(p, run.Parameters.Values[i]), run.Parameters.Words(run.Report, i),
        run.Parameters.Labels[i].ToDictionary(l => l.Key.Invariant, l => l.Value), run.Parameters.Given.Contains(p.Name)))];
}

/// <summary>Asks what a parameter offers.</summary>
/// <param name="Values">Of the other parameters, on which the choices may depend.</param>
/// <param name="Search">Only choices whose label holds this text; null for all.</param>
public sealed record ChoicesRequest(string Parameter, IReadOnlyDictionary<string, string>? Values = null, bool Draft = false,
    string? Search = null, string? Proof = null);

/// <param name="More">True if there are more than these.</param>
public sealed record ChoicesInfo(IReadOnlyList<ChoiceInfo> Choices, bool More)
{
    private const int Most = 200;

    public static ChoicesInfo Search(IReadOnlyList<ParameterChoice>? all, string? search)
    {
        var found = (all ?? []).Where(c => search is null || c.Label.Contains(search, StringComparison.CurrentCultureIgnoreCase)).ToList();
        return new([.. found.Take(Most).Select(c => new ChoiceInfo(c.Value.Invariant, c.Label))], found.Count > Most);
    }
}

public sealed record ChoiceInfo(string Value, string Label);

/// <summary>How far a run or a look at a report being composed has come.</summary>
/// <param name="ExpectedRows">About how many rows will be read; null if nobody knows.</param>
/// <param name="Fraction">The part of the work that is done, 0 to 1; null if that cannot be estimated.</param>
/// <param name="SecondsLeft">About how long it will still take; null while too little is known.</param>
public sealed record ProgressInfo(RunStage Stage, int Rows, int? ExpectedRows, double? Fraction, double? SecondsLeft)
{
    public static ProgressInfo Describe(RunProgress progress) =>
        new(progress.Stage, progress.Rows, progress.ExpectedRows, progress.Fraction, progress.Remaining?.TotalSeconds);
}

/// <summary>Groups in the outline of a run.</summary>
/// <param name="Total">How many there are; the entries may be the first of them only.</param>
/// <param name="Deep">True if the groups inside of them follow each; false if they have to be asked for.</param>
/// <param name="Totals">The page on which the grand total stands, from 1; null if there is none, or while that is not known.</param>
public sealed record OutlineInfo(int Total, bool Deep, IReadOnlyList<OutlineEntry> Entries, int? Totals = null);

/// <summary>A group in the outline of a run.</summary>
/// <param name="Section">The id of the section that it is a group of.</param>
/// <param name="Level">From 1 at the outermost.</param>
/// <param name="Group">Its number within the level, by which the groups inside of it are asked for.</param>
/// <param name="Page">The page on which it begins, from 1; null while that is not known.</param>
/// <param name="Groups">How many groups are inside of it.</param>
public sealed record OutlineEntry(string Section, int Level, int Group, string Label, int? Page, int Rows, int Groups);

/// <param name="Sheet">The id of the sheet on which a group is printed.</param>
/// <param name="Page">Of the sheet, from 1.</param>
public sealed record GroupPage(string Sheet, int Page);
