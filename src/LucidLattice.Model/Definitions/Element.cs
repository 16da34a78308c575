using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

/// <summary>
/// Something placed in a band part. It stands either in a column, which gives it place, width, alignment and pattern, or in a
/// rectangle of its own. Lengths are in points; Y is measured from the part's top edge, X from the left margin.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(TextElement), "text")]
[JsonDerivedType(typeof(HeadingElement), "heading")]
[JsonDerivedType(typeof(CellElement), "cell")]
[JsonDerivedType(typeof(TotalElement), "total")]
[JsonDerivedType(typeof(LineElement), "line")]
[JsonDerivedType(typeof(BoxElement), "box")]
[JsonDerivedType(typeof(ImageElement), "image")]
[JsonDerivedType(typeof(CodeElement), "code")]
[JsonDerivedType(typeof(CheckboxElement), "checkbox")]
[JsonDerivedType(typeof(ContentsElement), "contents")]
[JsonDerivedType(typeof(ChartElement), "chart")]
[JsonDerivedType(typeof(CrosstabElement), "crosstab")]
public abstract record Element
{
    public required string Id { get; init; }

    /// <summary>The id of the column in which it stands; null for a rectangle of its own.</summary>
    public string? Column { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public double X { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public double Width { get; init; }
    public double Y { get; init; }
    public double Height { get; init; } = 16;
    public Style? Style { get; init; }

    /// <summary>A condition; where it is not true, the element is not printed, and its place stays free. Null prints it always.</summary>
    [Holds(TextForm.Expression)]
    public string? When { get; init; }

    /// <summary>True keeps it where it is while an author works: it is neither dragged nor resized nor taken by a frame.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Locked { get; init; }

    /// <summary>What a click on it opens; of a chart, a click on one of its marks; of a crosstab, on a cell.</summary>
    public Link? Link { get; init; }

    /// <summary>Its id, and those of what is inside of it.</summary>
    public virtual IEnumerable<string> AllIds() => [Id];

    /// <summary>A copy under new ids.</summary>
    /// <param name="id">Gives a new id for an old one.</param>
    public virtual Element WithIds(Func<string, string> id) => this with { Id = id(Id) };

    /// <summary>Everything on it that may have a link, by the id of what that stands on.</summary>
    public virtual IEnumerable<(string On, Link? Link)> Links() => [(Id, Link)];

    /// <summary>It with each of these links, by its id, passed through <paramref name="change"/>.</summary>
    public virtual Element WithLinks(Func<string, Link?, Link?> change) => this with { Link = change(Id, Link) };
}
