using LucidLattice.Charts;
using LucidLattice.Crosstabs;
using LucidLattice.Data;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Layout;
using LucidLattice.Model.Caching;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning;

namespace LucidLattice.Reports.Running;

/// <summary>All figures of a report, section by section, before anything is laid out.</summary>
public sealed class RunData
{
    private readonly Dictionary<SectionPlan, SectionData> _sections = new(ReferenceEqualityComparer.Instance);

    private RunData(ReportPlan plan) => Plan = plan;

    public ReportPlan Plan { get; }

    /// <summary>Every section, those inside of others after the one that they are in.</summary>
    public IEnumerable<SectionData> Sections => Plan.Sections.Select(s => _sections[s]);

    public SectionData this[SectionPlan section] => _sections[section];

    /// <summary>The numbers of every chart of the report, by its id.</summary>
    public required IReadOnlyDictionary<string, ChartTable> Charts { get; init; }

    /// <summary>The figures of every crosstab of the report, by its id.</summary>
    public required IReadOnlyDictionary<string, CrosstabFigures> Crosstabs { get; init; }

    /// <summary>A frame that stands at the rows of a chart's own that belong to what is around it; null where there are none.</summary>
    /// <param name="around">The keys that they are matched to, read in the frame around.</param>
    public Frame? OwnRows(string chart, IReadOnlyList<Compiled> around, Frame outside)
    {
        if (Sections.FirstOrDefault(s => s.Plan.Section.Id == chart) is not { } own || own.Tree.Order.Length == 0) return null;
        var group = 0;
        if (around.Count > 0)
        {
            if (SectionContent.KeyOf(around, outside) is not { } key || !own.Content.Matches.TryGetValue(key, out group)) return null;
        }
        var frame = own.NewFrame();
        frame.StandAt(own.Plan.Base, group);
        return frame;
    }

    public IEnumerable<ISized> Parts => Sections.SelectMany(s => s.Parts).Distinct(ReferenceEqualityComparer.Instance).Cast<ISized>();

    /// <summary>False if the same run may give other rows though nothing changed.</summary>
    public bool IsRepeatable => Sections.All(s => s.Rows.IsRepeatable);

    /// <summary>How many rows the first section prints.</summary>
    public int Rows => _sections[Plan.Sheets[0].First].Tree.Order.Length;

    /// <param name="read">Gives the rows of a section, with one column for each field of its dataset.</param>
    public static RunData Compute(ReportPlan plan, Func<SectionPlan, RowSet> read, RunContext run, List<Problem> problems)
    {
        var charts = new Dictionary<string, ChartTable>();
        var crosstabs = new Dictionary<string, CrosstabFigures>();
        var data = new RunData(plan) { Charts = charts, Crosstabs = crosstabs };
        foreach (var section in plan.Sections)
        {
            var made = SectionSteps.Run(section, read(section), run);
            data._sections[section] = made;
            foreach (var (id, table) in made.Charts) charts[id] = table;
            foreach (var (id, figures) in made.Crosstabs) crosstabs[id] = figures;
            problems.AddRange(made.Problems());
        }
        return data;
    }
}
