using System.Text.Json.Serialization;

namespace LucidLattice.Model.Definitions;

/// <summary>A rectangle behind what else stands in its part. It grows with the texts that lie in it.</summary>
public sealed record BoxElement : Element
{
    /// <summary>#RRGGBB; null leaves it open.</summary>
    public string? Fill { get; init; }

    /// <summary>#RRGGBB; null draws no edge, which is written out, since left out it is grey.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public string? Edge { get; init; } = "#8A9095";

    /// <summary>Of the edge, in points.</summary>
    public double Thickness { get; init; } = 0.75;

    /// <summary>How round the corners are, in points.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public double Corner { get; init; }
}

/// <summary>A picture: one of the report's own, or one that a field holds.</summary>
public sealed record ImageElement : Element
{
    /// <summary>The id of one of the report's images.</summary>
    public string? Image { get; init; }

    /// <summary>An expression of one row that gives a PNG, JPEG or SVG file in Base64 (RFC 4648), alone or as a data address.</summary>
    [Holds(TextForm.Expression)]
    public string? From { get; init; }

    /// <summary>True stretches it to its rectangle, false keeps its proportions.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Stretch { get; init; }

    /// <summary>1 draws it in full, less lets what is behind it shine through.</summary>
    public double Opacity { get; init; } = 1;

    /// <summary>What it shows, for those who do not see it.</summary>
    public string? Words { get; init; }
}

/// <summary>A PNG, JPEG or SVG file that the report holds, known by its content.</summary>
/// <param name="Id">The beginning of the SHA-256 of the file, in hexadecimal digits.</param>
/// <param name="Name">For people: the name of the file.</param>
/// <param name="Data">The file in Base64 (RFC 4648).</param>
public sealed record ReportImage(string Id, string Name, string Data)
{
    /// <summary>Of one image and of all of a report, in bytes of the files.</summary>
    public const int MostBytes = 1 << 20, MostBytesOfAll = 4 << 20;
}

/// <summary>A barcode, or a code of squares, that a machine reads.</summary>
public sealed record CodeElement : Element
{
    public CodeForm Form { get; init; } = CodeForm.Qr;

    /// <summary>What it says, with values in double braces.</summary>
    [Holds(TextForm.Template)]
    public required string Text { get; init; }

    /// <summary>True prints what it says below its bars.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Readable { get; init; }
}

/// <summary>Codes by their standards: QR (ISO/IEC 18004), Data Matrix (16022), Aztec (24778), PDF417 (15438), Code 128 (15417), Code 39
/// (16388), EAN and UPC (15420), interleaved 2 of 5 (16390).</summary>
public enum CodeForm { Qr, DataMatrix, Aztec, Pdf417, Code128, Code39, Ean13, Ean8, UpcA, Itf }

/// <summary>A box that is ticked where a condition holds, crossed where it does not if wanted, and empty without a value.</summary>
public sealed record CheckboxElement : Element
{
    /// <summary>A condition over the row, or the totals of the group.</summary>
    [Holds(TextForm.Expression)]
    public required string Checked { get; init; }

    /// <summary>True draws a cross where the condition does not hold.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Crossed { get; init; }
}
