using System.Text;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Output;
using LucidLattice.Sql.Csv;
using Microsoft.Data.Sqlite;
using Xunit;

namespace LucidLattice.Sql.Tests;

public sealed class CsvTests : IDisposable
{
    private readonly string _file = Workshop.TempFile(".sqlite");

    public void Dispose() => File.Delete(_file);

    private static CsvPreview Preview(string text) => CsvFile.Preview(new MemoryStream(Encoding.UTF8.GetBytes(text)));

    private List<object?[]> Imported(string text, out CsvImport import)
    {
        import = CsvFile.Import(new MemoryStream(Encoding.UTF8.GetBytes(text)), _file, "t", Preview(text).Columns, CancellationToken.None);
        using var connection = new SqliteConnection($"Data Source={_file};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT * FROM t";
        using var reader = command.ExecuteReader();
        var rows = new List<object?[]>();
        while (reader.Read())
            rows.Add([.. Enumerable.Range(0, reader.FieldCount).Select(i => reader.IsDBNull(i) ? null : reader.GetValue(i))]);
        return rows;
    }

    /// <summary>RFC 4180, section 2: line ends, the last line without one, quotes around commas, quotes and line ends, quotes
    /// doubled.</summary>
    [Theory]
    [InlineData("a,b\r\naaa,bbb\r\nzzz,yyy\r\n", "aaa|bbb;zzz|yyy")]
    [InlineData("a,b\r\naaa,bbb\r\nzzz,yyy", "aaa|bbb;zzz|yyy")]
    [InlineData("a,b\r\n\"aaa\",\"b \r\nbb\"\r\nzzz,yyy", "aaa|b \r\nbb;zzz|yyy")]
    [InlineData("a,b\r\n\"aaa\",\"b\"\"bb\"", "aaa|b\"bb")]
    [InlineData("a,b\r\n\"a,a\", b ", "a,a| b ")]
    [InlineData("a,b\n'x',\"\"\n", "'x'|")]
    public void Rows_are_cut_as_the_standard_has_it(string text, string expected)
        => Assert.Equal(expected, string.Join(';', Imported(text, out _).Select(r => string.Join('|', r))));

    [Theory]
    [InlineData("1;2,5;31.12.2025\n3;1.234,50;1.2.2025", DataType.Whole, DataType.Decimal, true, DateOrder.DayFirst)]
    [InlineData("1,2.5,12/31/2025\n3,\"1,234.50\",1/2/2025", DataType.Whole, DataType.Decimal, false, DateOrder.MonthFirst)]
    [InlineData("1\t2.5\t2025-12-31\n-3\t0.1\t2024-02-29", DataType.Whole, DataType.Decimal, false, DateOrder.YearFirst)]
    public void Types_decimal_signs_and_date_orders_are_recognised(string rows, DataType first, DataType second, bool comma,
        DateOrder order)
    {
        var separator = rows.IndexOfAny([';', '\t']) is >= 0 and var at ? rows[at] : ',';
        var columns = Preview($"n{separator}price{separator}day\n{rows}").Columns;
        Assert.Equal([first, second, DataType.Date], columns.Select(c => c.Type));
        Assert.Equal((comma, order), (columns[1].DecimalComma, columns[2].Dates));
        var imported = Imported($"n{separator}price{separator}day\n{rows}", out var result);
        Assert.Equal(0, result.Bad);
        Assert.Matches("^\\d{4}-\\d{2}-\\d{2}$", (string)imported[0][2]!);
        Assert.Equal(2.5, imported[0][1]);
    }

    [Fact]
    public void What_does_not_fit_is_listed_and_kept_as_it_was_written()
    {
        var text = new StringBuilder("no,code,day\n");
        for (var i = 1; i <= 100; i++)
            text.Append(i == 40 ? "n/a,007,2025-01-01\n" : i == 50 ? "50,007,soon\n" : $"{i},{i:000},2025-01-{1 + i % 28:00}\n");
        var preview = Preview(text.ToString());
        // Codes with zeros before them stay texts.
        Assert.Equal([DataType.Whole, DataType.Text, DataType.Date], preview.Columns.Select(c => c.Type));
        Assert.Equal([(40, "no", "n/a"), (50, "day", "soon")], preview.BadCells.Select(b => (b.Row, b.Column, b.Text)));
        var rows = Imported(text.ToString(), out var import);
        Assert.Equal((100, 2), (import.Rows, import.Bad));
        Assert.Equal("n/a", rows[39][0]);
        Assert.Equal("soon", rows[49][2]);
        Assert.Equal(41L, rows[40][0]);
        Assert.Equal("041", rows[40][1]);
    }

    [Theory]
    [InlineData("", "csv-empty")]
    [InlineData("a,b\n1,2,3", "csv-row")]
    [InlineData("a\0b", "not-csv")]
    public void What_is_no_table_is_refused_with_a_sentence(string text, string code)
        => Assert.Equal(code, Assert.Throws<DataException>(() => Imported(text, out _)).Code);

    [Fact]
    public void Another_encoding_is_named_and_names_that_come_twice_are_told_apart()
    {
        Assert.Equal("csv-encoding",
            Assert.Throws<DataException>(() => CsvFile.Preview(new MemoryStream([(byte)'a', (byte)'\n', 0xE9, (byte)'x']))).Code);
        Assert.Equal(["a", "a_2", "column_3"], Preview("a,a,\n1,2,3").Columns.Select(c => c.Name));
    }

    /// <summary>What is written as CSV is read back as it was, whatever the texts hold; formulas of spreadsheets are kept from being
    /// any.</summary>
    [Fact]
    public void Rows_written_as_CSV_are_read_back()
    {
        string[] texts = ["a,b", "\"quoted\"", "two\r\nlines", "", "Ωμέγα", "-5 °C", " spaces "];
        var builder = new ColumnBuilder(new Field { Name = "t", Type = DataType.Text });
        var numbers = new ColumnBuilder(new Field { Name = "n", Type = DataType.Whole });
        foreach (var (text, i) in texts.Select((t, i) => (t, i)))
        {
            builder.Add(Value.Of(text));
            numbers.Add(Value.Of((long)-i));
        }
        using var stream = new MemoryStream();
        RowsCsv.Write(new RowSet([builder.Build(), numbers.Build()], texts.Length, []), ["t", "n"], stream, CancellationToken.None,
            asIs: true);
        var rows = Imported(Encoding.UTF8.GetString(stream.ToArray()), out _);
        Assert.Equal(texts, rows.Select(r => (string?)r[0] ?? ""));
        Assert.Equal(Enumerable.Range(0, texts.Length).Select(i => (long)-i), rows.Select(r => (long)r[1]!));
        var danger = new ColumnBuilder(new Field { Name = "t", Type = DataType.Text });
        string[] formulas = ["=1+1", "@x", "+1-1", "-cmd", "|x", "-5 °C"], plain = ["-5", "+5.5", "-1e3", "a-b", "'"];
        foreach (var text in formulas.Concat(plain)) danger.Add(Value.Of(text));
        using var escaped = new MemoryStream();
        RowsCsv.Write(new RowSet([danger.Build()], formulas.Length + plain.Length, []), ["t"], escaped, CancellationToken.None);
        Assert.Equal([.. formulas.Select(f => "'" + f), .. plain], Encoding.UTF8.GetString(escaped.ToArray()).TrimEnd().Split("\r\n")
            .Skip(1).Select(line => line.Trim('"')));
    }

    /// <summary>Property: what is loaded and read as the proposed type is the number that was written; the reference is
    /// System.Decimal.</summary>
    [Fact]
    public void Numbers_are_not_changed_by_loading()
    {
        var random = new Random(3);
        for (var round = 0; round < 60; round++)
        {
            var digits = 1 + round % 28;
            var numbers = Enumerable.Range(0, 20).Select(_ =>
            {
                var text = string.Concat(Enumerable.Range(0, digits).Select(i => random.Next(i == 0 ? 1 : 0, 10)));
                var cut = random.Next(0, digits);
                var fraction = cut > 0 && round % 2 == 0 ? "." + text[(digits - cut)..] : "";
                return (random.Next(3) == 0 ? "-" : "") + text[..(digits - cut)] + fraction;
            }).Where(n => !n.StartsWith('.') && !n.StartsWith("-.")).ToList();
            Imported("n\n" + string.Join('\n', numbers), out var import);
            Assert.Equal(0, import.Bad);
            var field = Workshop.Database(_file).Tables(_file).Single().Fields.Single();
            Assert.True(field.Type.IsNumber(), $"{numbers[0]} is read as {field.Type}");
            var read = Workshop.Database(_file).Read(Query(field), new(), CancellationToken.None);
            var longer = numbers.Count(n => decimal.Parse(n, System.Globalization.CultureInfo.InvariantCulture) is var v
                && decimal.Round(v, 12) != v);
            Assert.Equal(longer == 0 ? [] : [$"{longer:N0} values"], read.Problems.Select(p => p.Message[..p.Message.IndexOf(" of")]));
            Assert.Equal(numbers.Select(n => decimal.Round(decimal.Parse(n, System.Globalization.CultureInfo.InvariantCulture), 12)),
                Enumerable.Range(0, numbers.Count).Select(r => read.Columns[0][r].Decimal));
            File.Delete(_file);
        }
    }

    private static DataQuery Query(Field field)
    {
        var dataset = new Dataset { Id = "d", Name = "d", Database = "d", Source = new TableSource { Table = "t" }, Fields = [field] };
        return new DataQuery(dataset, [field], new Dictionary<string, Value>());
    }

    [Theory]
    [InlineData("n\n99999999999999.99\n1.5", "99999999999999.99|1.5")]
    [InlineData("n\n12345678901234567890\n1", "12345678901234567890|1")]
    [InlineData("n\n9223372036854775807\n1", "9223372036854775807|1")]
    [InlineData("n\n123456789012345678901234567890\n1", "123456789012345678901234567890|1")]
    public void Long_numbers_keep_their_digits(string text, string expected) =>
        Assert.Equal(expected, string.Join('|', Imported(text, out _).Select(r => r[0])));

    /// <summary>What does not fit is kept as it was written, even if SQLite would take it for a number.</summary>
    [Fact]
    public void A_misfit_that_looks_like_a_number_is_kept_as_it_is_written()
    {
        var rows = Enumerable.Range(1, 60).Select(i => i.ToString()).ToList();
        rows[30] = "1e5";
        var kept = Imported("n\n" + string.Join('\n', rows), out var import);
        Assert.Equal(1, import.Bad);
        Assert.Equal("1e5", kept[30][0]);
    }

    [Theory]
    [InlineData("a,b\n1,\"x\n2,y\n3,z\n", "line 2 is never closed")]
    [InlineData("a,b\n1,x\n2,\"y\n3,\"z\"\n", "line 3 is closed before the end of its cell, at “z”")]
    [InlineData("a,b\n\"1\"5,x\n", "line 2 is closed before")]
    public void A_broken_quote_is_named_with_its_line_and_nothing_is_loaded(string text, string expected)
    {
        var columns = new[] { new CsvColumn("a", DataType.Text), new CsvColumn("b", DataType.Text) };
        var wrong = Assert.Throws<DataException>(() =>
            CsvFile.Import(new MemoryStream(Encoding.UTF8.GetBytes(text)), _file, "t", columns, CancellationToken.None));
        Assert.Equal("csv-quote", wrong.Code);
        Assert.Contains(expected, wrong.Message);
    }

    [Fact]
    public void A_preview_says_what_could_be_read_otherwise()
    {
        var notes = string.Join(' ', Preview("day,at,n\n1/2/2025,2025-01-01 10:00,1\n3/4/2025,2025-01-02 11:30\n").Notes);
        Assert.Contains("1 row has fewer cells", notes);
        Assert.Contains("“day” are read day first; they could be month first as well", notes);
        Assert.Contains("without a zone", notes);
    }

    private static MemoryStream Workbook(string rows, string? extra = null)
    {
        const string Main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
        const string Package = "http://schemas.openxmlformats.org/package/2006";
        const string Office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
        var file = new MemoryStream();
        using (var zip = new System.IO.Compression.ZipArchive(file, System.IO.Compression.ZipArchiveMode.Create, leaveOpen: true))
        {
            Put("xl/workbook.xml", $"<workbook xmlns='{Main}' xmlns:r='{Office}'><sheets><sheet name='a' sheetId='1' r:id='r1'/></sheets>"
                + "</workbook>");
            Put("xl/_rels/workbook.xml.rels", $"<Relationships xmlns='{Package}/relationships'><Relationship Id='r1' "
                + $"Type='{Office}/worksheet' Target='worksheets/sheet1.xml'/></Relationships>");
            Put("_rels/.rels", $"<Relationships xmlns='{Package}/relationships'><Relationship Id='r1' "
                + $"Type='{Office}/officeDocument' Target='xl/workbook.xml'/></Relationships>");
            Put("[Content_Types].xml", $"<Types xmlns='{Package}/content-types'/>");
            Put("xl/worksheets/sheet1.xml", $"<worksheet xmlns='{Main}'><sheetData>{rows}</sheetData></worksheet>");
            if (extra is not null) Put("xl/media/big.bin", extra);

            void Put(string name, string text)
            {
                using var writer = new StreamWriter(zip.CreateEntry(name).Open());
                writer.Write(text);
            }
        }
        file.Position = 0;
        return file;
    }

    private static string ReadWorkbook(Stream file)
    {
        using var csv = new StringWriter();
        SpreadsheetFile.ToCsv(file, csv, CancellationToken.None);
        return csv.ToString().ReplaceLineEndings("\n");
    }

    /// <summary>Outside reference: ECMA-376-1, 18.3 (cells with inline texts, numbers, booleans).</summary>
    [Fact]
    public void A_workbook_becomes_the_CSV_of_its_first_sheet()
    {
        static string Text(string text) => $"<c t='inlineStr'><is><t>{text}</t></is></c>";
        var rows = $"<row>{Text("port")}{Text("metres")}{Text("open")}{Text("note")}</row>"
            + $"<row>{Text("Aith, east")}<c><v>84.5</v></c><c t='b'><v>1</v></c></row>"
            + $"<row>{Text("Voe")}<c><v>1234567</v></c><c t='b'><v>0</v></c>{Text("=1+1")}{Text("beside")}</row>";
        Assert.Equal("port,metres,open,note\n\"Aith, east\",84.5,true,\nVoe,1234567,false,=1+1\n", ReadWorkbook(Workbook(rows)));
    }

    [Fact]
    public void What_is_no_workbook_or_too_large_a_one_is_refused_with_a_sentence()
    {
        var random = new Random(4);
        var whole = Workbook("<row><c><v>1</v></c></row>").ToArray();
        for (var round = 0; round < 150; round++)
        {
            var bytes = round < 5 ? new byte[round * 100] : [.. whole];
            if (round < 5) random.NextBytes(bytes);
            else
                for (var i = 0; i < 1 + round / 30; i++) bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
            try
            {
                ReadWorkbook(new MemoryStream(bytes));
            }
            catch (DataException e)
            {
                Assert.NotEmpty(e.Message);
            }
        }
        var bomb = Workbook("<row><c><v>1</v></c></row>", new string('x', 1 << 20));
        Assert.Equal("1\n", ReadWorkbook(bomb));
        Assert.Throws<DataException>(() => ReadWorkbook(Workbook("")));
        var wide = string.Concat(Enumerable.Repeat("<c><v>1</v></c>", 2_001));
        Assert.Throws<DataException>(() => ReadWorkbook(Workbook($"<row>{wide}</row>")));
    }

    /// <summary>Headings that are all the same, or all empty, are told apart in linear work: a million of them are counted, and refused
    /// by their number.</summary>
    [Fact]
    public void Many_equal_headings_get_names_of_their_own()
    {
        static CsvPreview Look(string text) => CsvFile.Preview(new MemoryStream(System.Text.Encoding.UTF8.GetBytes(text)));
        var same = Look(string.Join(',', Enumerable.Repeat("pier", CsvFile.MostColumns)) + "\n");
        Assert.Equal(["pier", "pier_2", "pier_3"], same.Columns.Take(3).Select(c => c.Name));
        Assert.Equal(CsvFile.MostColumns, same.Columns.Select(c => c.Name.ToLowerInvariant()).Distinct().Count());
        var mixed = Look("a,A,a_2,,column_5,,a\n");
        Assert.Equal(["a", "A_2", "a_2_2", "column_4", "column_5", "column_6", "a_3"], mixed.Columns.Select(c => c.Name));
        Assert.Equal("csv-columns", Assert.Throws<DataException>(() => Look(new string(',', 1_000_000) + "\n")).Code);
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_row_without_an_end_is_refused_with_a_sentence(bool inHeading)
    {
        var text = (inHeading ? "" : "a,b\n1,2\n") + new string('x', 5_000_000) + ",b\n1,2\n";
        var refused = Assert.Throws<DataException>(() => CsvFile.Preview(new MemoryStream(Encoding.UTF8.GetBytes(text))));
        Assert.Equal("csv-row", refused.Code);
        Assert.Contains("4,000,000 characters", refused.Message);
    }
}
