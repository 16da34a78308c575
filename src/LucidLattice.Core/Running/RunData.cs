using LucidLattice.Core.Caching;
using LucidLattice.Core.Charts;
using LucidLattice.Core.Data;
using LucidLattice.Core.Definitions;
using LucidLattice.Core.Planning;

namespace LucidLattice.Core.Running;

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

    public IEnumerable<ISized> Parts => Sections.SelectMany(s => s.Parts).Distinct(ReferenceEqualityComparer.Instance).Cast<ISized>();

    /// <summary>False if the same run may give other rows though nothing changed.</summary>
    public bool IsRepeatable => Sections.All(s => s.Rows.IsRepeatable);

    /// <summary>How many rows the first section prints.</summary>
    public int Rows => _sections[Plan.Sheets[0].First].Tree.Order.Length;

    /// <param name="read">Gives the rows of a section, with one column for each field of its dataset.</param>
    public static RunData Compute(ReportPlan plan, Func<SectionPlan, RowSet> read, RunContext run, List<Problem> problems)
    {
        var charts = new Dictionary<string, ChartTable>();
        var data = new RunData(plan) { Charts = charts };
        foreach (var section in plan.Sections)
        {
            var made = SectionSteps.Run(section, read(section), run);
            data._sections[section] = made;
            foreach (var (id, table) in made.Charts) charts[id] = table;
            problems.AddRange(made.Problems());
        }
        return data;
    }
}
