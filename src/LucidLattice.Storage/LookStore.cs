using LucidLattice.Drawing;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Files;
using static LucidLattice.Storage.AppDatabase;

namespace LucidLattice.Storage;

/// <summary>A look of charts that is kept by name.</summary>
/// <param name="IsDefault">True for the one that new charts begin with.</param>
public sealed record KeptLook(string Name, ChartLook Look, bool IsDefault);

/// <summary>Colours that are kept by name.</summary>
/// <param name="Alike">The two that are hardest to tell apart, where they are hard to tell apart; null where all are told apart.</param>
public sealed record KeptPalette(string Name, IReadOnlyList<string> Colors, IReadOnlyList<string>? Alike);

/// <summary>Looks of charts and palettes that are kept by name, for every report. A report that uses one holds what it says, so that
/// nothing happens to the report when it goes.</summary>
public sealed class LookStore(AppDatabase app)
{
    public const int MostKept = 200, LongestName = 80;

    /// <summary>In the order of their names; those that cannot be read are left out.</summary>
    public IReadOnlyList<KeptLook> Looks() => app.Read(connection =>
    {
        using var command = Command(connection, "SELECT name, content, is_default FROM looks ORDER BY name");
        using var reader = command.ExecuteReader();
        var looks = new List<KeptLook>();
        while (reader.Read())
            if (Readable(reader.GetString(1), LookFile.Read) is { } look)
                looks.Add(new KeptLook(reader.GetString(0), look, reader.GetBoolean(2)));
        return looks;
    });

    /// <summary>Looks of reports, in the order of their names; those that cannot be read are left out.</summary>
    public IReadOnlyList<CarriedLook> ReportLooks() => app.Read(connection =>
    {
        using var command = Command(connection, "SELECT content FROM report_looks ORDER BY name");
        using var reader = command.ExecuteReader();
        var looks = new List<CarriedLook>();
        while (reader.Read())
            if (Readable(reader.GetString(0), LookFile.ReadReportLook) is { } look) looks.Add(look);
        return looks;
    });

    /// <summary>Keeps a look of reports under its name, in the place of one of the same name.</summary>
    public void Keep(CarriedLook look) => app.Write(connection => Execute(connection,
        "INSERT INTO report_looks VALUES ($name, $content) ON CONFLICT (name) DO UPDATE SET content = excluded.content",
        ("$name", look.Look.Name), ("$content", LookFile.Write(look))));

    /// <summary>False if there is none of this name.</summary>
    public bool RemoveReportLook(string name) =>
        app.Write(connection => Execute(connection, "DELETE FROM report_looks WHERE name = $name", ("$name", name))) > 0;

    public IReadOnlyList<KeptPalette> OwnPalettes() => app.Read(connection =>
    {
        using var command = Command(connection, "SELECT name, colors FROM palettes ORDER BY name");
        using var reader = command.ExecuteReader();
        var palettes = new List<KeptPalette>();
        while (reader.Read())
        {
            var colors = reader.GetString(1).Split(' ', StringSplitOptions.RemoveEmptyEntries);
            palettes.Add(new KeptPalette(reader.GetString(0), colors, Palettes.Alike(colors)));
        }
        return palettes;
    });

    /// <summary>Keeps a look, in the place of one of the same name.</summary>
    /// <param name="isDefault">True makes it the one that new charts begin with.</param>
    public void Keep(string name, ChartLook look, bool isDefault) => app.Write(connection =>
    {
        if (isDefault) Execute(connection, "UPDATE looks SET is_default = 0");
        return Execute(connection, "INSERT INTO looks VALUES ($name, $content, $default) ON CONFLICT (name) DO UPDATE SET content = "
            + "excluded.content, is_default = excluded.is_default", ("$name", name), ("$content", LookFile.Write(look)),
            ("$default", isDefault));
    });

    public void KeepPalette(string name, IReadOnlyList<string> colors) => app.Write(connection =>
        Execute(connection, "INSERT INTO palettes VALUES ($name, $colors) ON CONFLICT (name) DO UPDATE SET colors = excluded.colors",
            ("$name", name), ("$colors", string.Join(' ', colors))));

    /// <summary>False if there is none of this name.</summary>
    public bool Remove(string name) => app.Write(connection => Execute(connection, "DELETE FROM looks WHERE name = $name", ("$name", name)))
        > 0;

    /// <summary>False if there is none of this name.</summary>
    public bool RemovePalette(string name) =>
        app.Write(connection => Execute(connection, "DELETE FROM palettes WHERE name = $name", ("$name", name))) > 0;

    private static T? Readable<T>(string content, Func<string, T> read) where T : class
    {
        try
        {
            return read(content);
        }
        catch (DefinitionFormatException)
        {
            return null;
        }
    }
}
