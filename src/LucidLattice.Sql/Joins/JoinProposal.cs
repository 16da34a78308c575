using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Sql.Catalogue;

namespace LucidLattice.Sql.Joins;

/// <summary>Adds a table to a dataset, with the join and the fields that suit it.</summary>
public static class JoinProposal
{
    /// <summary>
    /// The join follows a foreign key in either direction, the next one if the table is there already, else columns of equal name and type
    /// that are a key of one of the two;
    /// without any, the author draws it. A table that is not joined before starts the dataset.
    /// </summary>
    public static Dataset Add(Dataset dataset, string table, IReadOnlyList<TableInfo> schema)
    {
        var info = schema.FirstOrDefault(t => t.Name == table)
            ?? throw new DataException("unknown-table", $"There is no table or view “{table}”.");
        var join = dataset.Source as JoinSource ?? new JoinSource();
        var id = FreeId(table, join);
        var proposed = join.Tables.Count == 0 ? null : Propose(info, join, schema);
        var (x, y) = CardPlaces.Next(join, proposed, schema);
        var added = new JoinedTable { Id = id, Table = table, X = x, Y = y, Join = proposed };
        var fields = dataset.Fields.ToList();
        foreach (var field in info.Fields)
        {
            // A key that is equal to one that is there already says nothing new.
            if (added.Join?.On.Any(p => p.Column == field.Name) == true) continue;
            // “Name” alone says little beside other names; the name of a vessel is the vessel, and that of a route's from_port_id its
            // from_port.
            var plain = Same(field.Name, "name")
                ? Stem(added.Join) ?? Singular(info.Name).ToLowerInvariant().Replace(' ', '_')
                : field.Name;
            fields.Add(field with { Name = FreeName(plain, info.Name, fields), Table = id, Column = field.Name,
                Label = fields.Any(f => Same(f.Name, plain)) ? $"{Singular(info.Name)} {field.Caption.ToLowerInvariant()}" : field.Label });
        }
        return dataset with { Source = join with { Tables = [.. join.Tables, added] },
            Fields = [.. fields.Select(f => f.Column == f.Name ? f with { Column = null } : f)] };
    }

    private static Join? Propose(TableInfo added, JoinSource join, IReadOnlyList<TableInfo> schema)
    {
        foreach (var there in join.Tables)
        {
            if (schema.FirstOrDefault(t => t.Name == there.Table) is not { } info) continue;
            if (info.References.FirstOrDefault(r => Same(r.Table, added.Name) && !IsFollowed(join, there, r)) is { } outgoing)
                return new Join { To = there.Id, On = [.. outgoing.Columns.Select(p => new KeyPair(p.To, p.Column))],
                    Kind = MayBeEmpty(info, outgoing) ? JoinKind.Left : JoinKind.Inner };
            if (added.References.FirstOrDefault(r => Same(r.Table, there.Table)) is { } incoming)
                return new Join { To = there.Id, On = incoming.Columns };
        }
        // A table beside itself on its own key says nothing new.
        foreach (var there in join.Tables.Where(t => !Same(t.Table, added.Name)))
        {
            if (schema.FirstOrDefault(t => t.Name == there.Table) is not { } info) continue;
            var equal = added.Fields.FirstOrDefault(f => (added.Keys.Contains(f.Name) || info.Keys.Contains(f.Name))
                && info.Fields.Any(o => Same(o.Name, f.Name) && o.Type == f.Type));
            if (equal is not null)
                return new Join { To = there.Id, On = [new KeyPair(equal.Name, info.Fields.First(o => Same(o.Name, equal.Name)).Name)] };
        }
        return null;
    }

    private static bool IsFollowed(JoinSource join, JoinedTable from, TableReference reference)
        => join.Tables.Any(t => Same(t.Table, reference.Table) && t.Join is { } how && how.To == from.Id
            && how.On.Select(p => p.To).Order().SequenceEqual(reference.Columns.Select(c => c.Column).Order()));

    /// <summary>What a key that looks a table up calls it, if it is not the table's own key: from_port for from_port_id.</summary>
    private static string? Stem(Join? how)
        => how?.On is [var pair] && !Same(pair.To, pair.Column) && pair.To.EndsWith("_id", StringComparison.OrdinalIgnoreCase)
            ? pair.To[..^3]
            : null;

    /// <summary>Rows that refer to nothing should not be lost by looking up what they refer to.</summary>
    private static bool MayBeEmpty(TableInfo info, TableReference reference) =>
        reference.Columns.Any(p => info.Optional.Contains(p.Column));

    private static string FreeId(string table, JoinSource join)
    {
        var first = new string([.. table.Where(char.IsAsciiLetterOrDigit)]).ToLowerInvariant();
        first = first.Length == 0 ? "t" : first[..Math.Min(3, first.Length)];
        return join.Tables.All(t => t.Id != first)
            ? first
            : Enumerable.Range(2, 1000).Select(n => $"{first}{n}").First(n => join.Tables.All(t => t.Id != n));
    }

    private static string FreeName(string name, string table, List<Field> fields)
    {
        if (fields.All(f => !Same(f.Name, name))) return name;
        var longer = $"{Singular(table).ToLowerInvariant().Replace(' ', '_')}_{name}";
        return fields.All(f => !Same(f.Name, longer))
            ? longer
            : Enumerable.Range(2, 1000).Select(n => $"{longer}_{n}").First(n => fields.All(f => !Same(f.Name, n)));
    }

    private static string Singular(string table)
    {
        var words = table.Replace('_', ' ');
        words = words.EndsWith("ies", StringComparison.Ordinal)
            ? words[..^3] + "y"
            : words.EndsWith("sses", StringComparison.Ordinal)
            ? words[..^2]
            : words.EndsWith('s') && !words.EndsWith("ss", StringComparison.Ordinal)
            ? words[..^1]
            : words;
        return char.ToUpperInvariant(words[0]) + words[1..];
    }

    private static bool Same(string a, string b) => string.Equals(a, b, StringComparison.OrdinalIgnoreCase);
}
