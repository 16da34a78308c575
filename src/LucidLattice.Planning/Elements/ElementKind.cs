using LucidLattice.Model.Definitions;

namespace LucidLattice.Planning.Elements;

/// <summary>
/// A kind of element: how its expressions are walked, how it is checked and planned. What its plan measures, cuts, paints and
/// tells to outputs stands in the same file. A new kind is one file with a class of this, its record in the definitions, and
/// one line in <see cref="ElementKinds"/>.
/// </summary>
public abstract class ElementKind
{
    /// <summary>The record that defines elements of this kind.</summary>
    public abstract Type Definition { get; }

    /// <summary>The role of the look that it takes by itself.</summary>
    public virtual StyleRole RoleAt(BandPlace place) => StyleRole.Body;

    /// <summary>True if it stands in a column, which is then required; false if it has a rectangle of its own.</summary>
    public virtual bool InColumn => false;

    /// <summary>Why an element of this kind cannot stand in a band; null if it can.</summary>
    public virtual string? WhyNotIn(BandPlace place) => null;

    /// <summary>The element with each of its expressions over rows passed through <paramref name="change"/>.</summary>
    public virtual Element MapExpressions(Element element, Func<ExpressionPlace, string, string> change) => element;

    /// <summary>What is wrong with it apart from its expressions.</summary>
    public virtual IEnumerable<Problem> Check(Element element, ReportDefinition report) => [];

    /// <summary>The element ready to be printed, or a <see cref="BrokenPlan"/>, with the reason among the problems.</summary>
    public abstract ElementPlan Plan(Element element, ElementPlace place);
}

/// <summary>A kind of element whose record is <typeparamref name="T"/>.</summary>
public abstract class ElementKind<T> : ElementKind where T : Element
{
    public sealed override Type Definition => typeof(T);

    public sealed override Element MapExpressions(Element element, Func<ExpressionPlace, string, string> change) =>
        Mapped((T)element, change);

    public sealed override IEnumerable<Problem> Check(Element element, ReportDefinition report) => Checked((T)element, report);

    public sealed override ElementPlan Plan(Element element, ElementPlace place) => Planned((T)element, place);

    protected virtual T Mapped(T element, Func<ExpressionPlace, string, string> change) => element;

    protected virtual IEnumerable<Problem> Checked(T element, ReportDefinition report) => [];

    protected abstract ElementPlan Planned(T element, ElementPlace place);
}

/// <summary>Every kind of element.</summary>
public static class ElementKinds
{
    private static readonly Dictionary<Type, ElementKind> All =
        new ElementKind[]
        {
            new TextKind(), new HeadingKind(), new CellKind(), new TotalKind(), new LineKind(), new BoxKind(), new ImageKind(),
            new CodeKind(), new CheckboxKind(), new ContentsKind(), new ChartKind(),
            new CrosstabKind(),
        }.ToDictionary(k => k.Definition);

    public static ElementKind KindOf(Element element) => All[element.GetType()];
}

/// <summary>A place in a report where an expression over a dataset's rows stands.</summary>
/// <param name="Words">For people: “column Delay”.</param>
/// <param name="Id">The id of the column, level, element, section or parameter.</param>
public readonly record struct ExpressionPlace(string Words, string Id);
