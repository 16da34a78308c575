using LucidLattice.Charts.Guides;
using LucidLattice.Charts.Scales;

namespace LucidLattice.Charts.Types;

/// <summary>
/// A type of chart: what it is called, which numbers suit it, and how it draws them. A new type is one file with a class of this, and
/// one line in <see cref="ChartTypes"/>. It knows no definition, no language and no report.
/// </summary>
public abstract class ChartType
{
    /// <summary>As definitions name it.</summary>
    public abstract string Id { get; }

    /// <summary>In a sentence: “as columns”.</summary>
    public abstract string Words { get; }

    /// <summary>As it is told to those who cannot see it: “Column chart”.</summary>
    public abstract string Kind { get; }

    /// <summary>True if its series can stand on top of one another.</summary>
    public virtual bool Stacks => false;

    /// <summary>True if it draws lines that can be bent.</summary>
    public virtual bool Bends => false;

    /// <summary>True if it can be drawn between the axes of another one.</summary>
    public virtual bool Mixes => false;

    /// <summary>True if it is made of others, one for each of its values.</summary>
    public virtual bool Combines => false;

    /// <summary>True if it is legible at the height of a line of text.</summary>
    public virtual bool FitsInLine => false;

    /// <summary>True if it has an axis of numbers that can be set.</summary>
    public virtual bool HasAxes => false;

    /// <summary>True if names or dates along one of its axes can be set.</summary>
    public virtual bool HasCategoryAxis => false;

    /// <summary>True if it draws lines and bands across, and trends.</summary>
    public virtual bool TakesLines => false;

    /// <summary>Which value lines across are measured by.</summary>
    public virtual int LineValue => 0;

    /// <summary>True if its marks wear labels.</summary>
    public virtual bool WearsLabels => false;

    /// <summary>True if it has columns, with room between them and, if wanted, a side.</summary>
    public virtual bool HasColumns => false;

    /// <summary>True if it is cut into slices.</summary>
    public virtual bool HasSlices => false;

    /// <summary>True if its categories are ranges of numbers.</summary>
    public virtual bool NeedsRanges => false;

    /// <summary>True if it draws the single numbers of each mark instead of their total.</summary>
    public virtual bool DrawsSingles => false;

    /// <summary>True if dates along its axis stand at true distances.</summary>
    public virtual bool KeepsDistances => false;

    /// <summary>How many values it draws of each category: a place, and a size.</summary>
    public virtual int ValuesNeeded => 1;

    /// <summary>Why some numbers do not suit it, in a sentence; null where they do.</summary>
    public virtual string? WhyNot(ChartNumbers numbers) =>
        numbers.ValueCount < ValuesNeeded && numbers.Marks.Count > 0
            ? $"It needs {ValuesNeeded} values: add {(ValuesNeeded - numbers.ValueCount == 1 ? "one" : "some")} in the chart’s sentence."
            : null;

    /// <summary>The numbers that are really drawn, where they are worked out from those of the table.</summary>
    public virtual ChartContent Arranged(ChartContent content) => content;

    /// <summary>What the numbers of a mark are called, and the numbers, where it stands for more than its value; null where it does
    /// not.</summary>
    public virtual (IReadOnlyList<string> Names, Func<Mark, IReadOnlyList<double>> Of)? Numbers => null;

    /// <summary>Draws the marks with all that stands around them, but for the title.</summary>
    public abstract void Draw(ChartContent content, Area area, ChartCanvas canvas);
}
