using LucidLattice.Core.Charts.Guides;

namespace LucidLattice.Core.Charts.Types;

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

    /// <summary>Why some numbers do not suit it, in a sentence; null where they do.</summary>
    public virtual string? WhyNot(ChartNumbers numbers) => null;

    /// <summary>Draws the marks with all that stands around them, but for the title.</summary>
    public abstract void Draw(ChartContent content, Area area, ChartCanvas canvas);
}
