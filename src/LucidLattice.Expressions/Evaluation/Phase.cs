namespace LucidLattice.Expressions.Evaluation;

/// <summary>When an expression can be worked out. Each may use its own and earlier phases only.</summary>
public enum Phase
{
    /// <summary>From literals and parameters alone.</summary>
    Constant,

    /// <summary>From the fields of one row.</summary>
    Row,

    /// <summary>From the totals of a group.</summary>
    Group,

    /// <summary>From the printed order of groups and rows: running totals, ranks, what comes before.</summary>
    Ordered,

    /// <summary>From the page it stands on.</summary>
    Page,
}
