using LucidLattice.Data;
using LucidLattice.Data.Grouping;
using LucidLattice.Model.Values;

namespace LucidLattice.Expressions.Evaluation;

/// <summary>Where an evaluation stands: the row, the groups around it, the page. Reused from one evaluation to the next.</summary>
public sealed class Frame
{
    public RowSet Rows { get; init; } = RowSet.Empty;

    /// <summary>The row in the dataset's order; -1 if there is none.</summary>
    public int Row { get; set; } = -1;

    /// <summary>The current group of each level, the whole section at 0.</summary>
    public int[] Groups { get; init; } = [0];

    /// <summary>The section's groups; null where rows stand alone.</summary>
    public GroupTree? Tree { get; init; }

    /// <summary>How many rows are printed up to here: before a header, up to and with a row, through a footer.</summary>
    public int Place { get; set; }

    /// <summary>The first row, by its place in the printed order, that begins on the page (or in its column).</summary>
    public int PageFrom { get; set; }

    /// <summary>The totals of the section's groups.</summary>
    public Totals? Totals { get; set; }

    /// <summary>What is known from the printed order of the section's rows and groups.</summary>
    public IReadOnlyList<RunningTotals> Running { get; set; } = [];
    public IReadOnlyList<GroupRanks> Ranks { get; set; } = [];

    /// <summary>The totals of the rows that start on the page; known for page bands alone.</summary>
    public Totals? PageTotals { get; set; }

    /// <summary>The rows that start on the page, as a range of the printed order; known for page bands alone.</summary>
    public (int From, int To) PageRows { get; set; }

    /// <summary>Takes down every total that evaluations look up, for whoever traces a number; null takes down nothing.</summary>
    public List<AskedTotal>? Asked { get; set; }

    /// <summary>The totals of a chart's marks or of a crosstab's cells, and the one that is asked for.</summary>
    public Totals? MarkTotals { get; set; }
    public int MarkLevel { get; set; }
    public int Mark { get; set; }

    /// <summary>In the order of the definition.</summary>
    public Value[] Parameters { get; init; } = [];

    /// <summary>The value of a parameter as people read it, in a pattern or in what suits it.</summary>
    public Func<int, string?, string> ParameterWords { get; init; } = (_, _) => "";

    /// <summary>What a group of a level of the tree is called.</summary>
    public Func<int, int, string> GroupName { get; init; } = (_, _) => "";

    /// <summary>The group of a level of the tree that is the same a year before; null where there is none.</summary>
    public Func<int, int, int?> YearBefore { get; init; } = (_, _) => null;
    public DateTime Now { get; init; }
    public Collation Collation { get; init; } = new("");

    /// <summary>True while a header is printed again on a page that goes on with its group.</summary>
    public bool IsContinued { get; set; }

    /// <summary>From 1.</summary>
    public int PageNumber { get; set; }

    /// <summary>Null until the last page is known.</summary>
    public int? PageCount { get; set; }

    /// <summary>The pages on which a group of a level of the tree begins and ends, the last one null until it is known; null where no
    /// pages are laid out.</summary>
    public Func<int, int, (int First, int? Last)?> PagesOf { get; set; } = (_, _) => null;

    /// <summary>In page bands: whether the group of a level of the tree has rows before the page and is not at its end (in a header), or
    /// goes
    /// on on the next page (in a footer).</summary>
    public Func<int, bool> GoesOn { get; set; } = _ => false;

    /// <summary>How often something was divided by zero; each time the result was NULL.</summary>
    public int DivisionsByZero { get; set; }

    /// <summary>How many values did not fit their type; each printed as nothing.</summary>
    public int Overflows { get; set; }

    /// <summary>Moves to the first row of a group, with the groups around it; to no row in a group without rows.</summary>
    /// <param name="level">Of the tree.</param>
    public void StandAt(int level, int group)
    {
        Tree!.Path(level, group, Groups);
        Place = Tree.Levels[level].Start[group];
        Row = Tree.HasRows(level, group) ? Tree.Order[Place] : -1;
    }

    /// <summary>The value of an expression, or NULL, counted, if it does not fit its type.</summary>
    public Value Try(Compiled expression)
    {
        try
        {
            return expression.Evaluate(this);
        }
        catch (Exception e) when (e is OverflowException or ArgumentOutOfRangeException)
        {
            Overflows++;
            return Value.Null;
        }
    }
}
