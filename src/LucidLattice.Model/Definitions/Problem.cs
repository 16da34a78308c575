namespace LucidLattice.Model.Definitions;

/// <summary>Something wrong with a definition, a link, a parameter or the data, in a sentence that says what, where and what to
/// do.</summary>
/// <param name="Code">Stable and for machines: <c>unknown-field</c>.</param>
/// <param name="Severity">An error keeps the place from being printed; a warning does not.</param>
/// <param name="Message">For people.</param>
/// <param name="Place">The id of the element, level, column, dataset or parameter, or null for the whole report.</param>
/// <param name="Property">The property of that place, in the words of the format: <c>filter</c>.</param>
/// <param name="Position">The character of the expression at which it was noticed, from 0; null if it is no expression.</param>
/// <param name="Mends">What would mend it, as sentences.</param>
public sealed record Problem(
    string Code, Severity Severity, string Message, string? Place = null, string? Property = null, int? Position = null,
    IReadOnlyList<string>? Mends = null)
{
    public bool IsError => Severity == Severity.Error;

    /// <summary>True if the program can mend it by itself when it is told to; the first of the mends says how.</summary>
    [System.Text.Json.Serialization.JsonIgnore(Condition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingDefault)]
    public bool CanMend { get; init; }
}

public enum Severity { Warning, Error }
