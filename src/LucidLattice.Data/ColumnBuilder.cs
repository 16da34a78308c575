using System.Globalization;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Data;

/// <summary>Collects one field's values, row by row, into its column. What does not fit the declared type becomes empty and is
/// counted.</summary>
/// <param name="expected">About how many rows will come, so that arrays need not grow; 0 if nobody knows.</param>
public sealed partial class ColumnBuilder(Field field, int expected = 0)
{
    /// <summary>Memory for more rows than this is not set aside on an estimate alone.</summary>
    private const int MostExpected = 8_000_000;

    private readonly BitSet _nulls = new();
    private readonly Dictionary<string, int> _codes = new(StringComparer.Ordinal);
    private readonly List<string> _texts = [];
    /// <summary>Of all different texts of a column together.</summary>
    public const long MostCharacters = 128 << 20;

    private readonly RecentTexts _recent = new();
    private long _characters, _worked;

    /// <summary>Of all texts that are worked out for a column, also of those that come again.</summary>
    public const long MostWorked = 512 << 20;
    private char[] _chars = [];
    private long[] _longs = [];
    private double[] _doubles = [];

    private int[] _codesOfRows = [];

    /// <summary>Texts that are not in normal form C, each with the one that stands for it; and the rows in which they are.</summary>
    private Dictionary<string, (string Stored, string Normal)>? _foreign;
    private Dictionary<int, string>? _stored;

    public Field Field { get; } = field;
    public int Count { get; private set; }

    /// <summary>How many values did not fit the declared type.</summary>
    public int Misfits { get; private set; }

    /// <summary>The first value that did not fit.</summary>
    public string? FirstMisfit { get; private set; }

    /// <summary>True if some texts are not in normal form C.</summary>
    public bool IsForeign => _stored is not null;

    public void AddNull()
    {
        _nulls[Count] = true;
        Grow();
        // Arrays come uninitialised, and an empty row's place is read by nobody who looks at the nulls first.
        switch (Field.Type)
        {
            case DataType.Text: _codesOfRows[Count++] = 0; break;
            case DataType.Double: _doubles[Count++] = 0; break;
            default:
                if (_wide is not null) _wide[Count++] = 0;
                else _longs[Count++] = 0;
                break;
        }
    }

    /// <summary>Adds a value that already has the field's type.</summary>
    public void Add(in Value value)
    {
        switch (value.Type)
        {
            case DataType.Null: AddNull(); break;
            case DataType.Text:
                // The same long text again and again is work too.
                if ((_worked += value.Text.Length) > MostWorked) throw TooMuch(MostWorked);
                Put(value.Text);
                break;
            case DataType.Decimal: Put(value.Decimal); break;
            case DataType.Double: Put(value.Double); break;
            default: Put(value.Bits); break;
        }
    }

    public void Add(long value)
    {
        switch (Field.Type)
        {
            case DataType.Whole: Put(value); break;
            case DataType.Decimal: Put((decimal)value); break;
            case DataType.Double: Put((double)value); break;
            case DataType.Bool when value is 0 or 1: Put(value); break;
            case DataType.Text: Put(value.ToString(CultureInfo.InvariantCulture)); break;
            case DataType.Date or DataType.DateTime when Field.Dates == DateEncoding.Unix && value is > -62135596800 and < 253402300800:
                PutTime(DateTime.UnixEpoch.AddSeconds(value));
                break;
            case DataType.Date or DataType.DateTime when Field.Dates == DateEncoding.Julian: Add((double)value); break;
            default: AddMisfit(value.ToString(CultureInfo.InvariantCulture)); break;
        }
    }

    public void Add(double value)
    {
        switch (Field.Type)
        {
            case DataType.Double when double.IsFinite(value): Put(value); break;
            case DataType.Whole when value == Math.Floor(value) && Math.Abs(value) < 9.2e18: Put((long)value); break;
            // A REAL read as decimal goes by its shortest text, so 0.1 is 0.1.
            case DataType.Decimal when Shortest(value, out var exact):
                Put(exact, Counted(value, exact));
                break;
            case DataType.Text: Put(value.ToString("R", CultureInfo.InvariantCulture)); break;
            case DataType.Date or DataType.DateTime when Field.Dates == DateEncoding.Julian && value is > 1721426 and < 5373484:
                // Day 2440587.5 is midnight of 1 January 1970; rounded to the millisecond, which is what a double holds.
                PutTime(DateTime.UnixEpoch.AddMilliseconds(Math.Round((value - 2440587.5) * 86400000)));
                break;
            default: AddMisfit(value.ToString("R", CultureInfo.InvariantCulture)); break;
        }
    }

    /// <summary>Adds a text as the database holds it, in UTF-8: as it is, or read as the declared type.</summary>
    public void AddUtf8(ReadOnlySpan<byte> utf8)
    {
        var isText = Field.Type == DataType.Text;
        if (isText && _recent.Find(utf8) is >= 0 and var known)
        {
            PutCode(known);
            return;
        }
        if (utf8.Length > _chars.Length) _chars = new char[Math.Max(64, utf8.Length * 2)];
        Add(_chars.AsSpan(0, System.Text.Encoding.UTF8.GetChars(utf8, _chars)));
        if (isText && _stored?.ContainsKey(Count - 1) != true) _recent.Remember(utf8, _codesOfRows[Count - 1]);
    }

    /// <summary>Adds a text: as it is, or read as the declared type.</summary>
    public void Add(ReadOnlySpan<char> chars)
    {
        if (Field.Type == DataType.Text && _codes.GetAlternateLookup<ReadOnlySpan<char>>().TryGetValue(chars, out var code)) PutCode(code);
        else if (Field.Type.IsTime() && IsoTime.TryParse(chars, out var time)) PutTime(time);
        else AddText(chars.ToString());
    }

    private void AddText(string text)
    {
        if (Field.Type == DataType.Text) Put(text);
        else if (text.Length > 64 || text.Trim().Length == 0
            || !ValueText.TryParse(text, Field.Type == DataType.Date ? DataType.DateTime : Field.Type, out var value)) AddMisfit(text);
        else
        {
            switch (Field.Type)
            {
                case DataType.Decimal: Put(value.Decimal); break;
                case DataType.Double: Put(value.Double); break;
                case DataType.Date or DataType.DateTime: PutTime(value.DateTime); break;
                default: Put(value.Bits); break;
            }
        }
    }

    public void AddMisfit(string shown)
    {
        Misfits++;
        FirstMisfit ??= shown.Length > 40 ? shown[..40] + "…" : shown;
        AddNull();
    }

    /// <summary>The finished column; the builder is not used afterwards.</summary>
    public DataColumn Build()
    {
        var field = Field.Type == DataType.Decimal ? Field with { Scale = _scale } : Field;
        switch (Field.Type)
        {
            case DataType.Text:
                Trim(ref _codesOfRows);
                return new TextColumn(field, _codesOfRows, _texts, _nulls) { Misfits = Misfits, Stored = _stored };
            case DataType.Double:
                Trim(ref _doubles);
                return new DoubleColumn(field, _doubles, _nulls) { Misfits = Misfits };
            default:
                if (_wide is not null)
                {
                    Trim(ref _wide);
                    for (var i = 0; i < Count; i++) _wide[i] += WithPlaces(0, _scale);
                    return new WideColumn(field, _wide, _nulls) { Misfits = Misfits };
                }
                Trim(ref _longs);
                return new LongColumn(field, _longs, _nulls) { Misfits = Misfits };
        }
    }

    private void Put(long bits)
    {
        Grow();
        _longs[Count++] = bits;
    }

    private void Put(double value)
    {
        Grow();
        _doubles[Count++] = value;
    }

    private void PutTime(DateTime time)
    {
        if (Field.Type == DataType.DateTime) Put(time.Ticks);
        else if (time.TimeOfDay == TimeSpan.Zero) Put((long)DateOnly.FromDateTime(time).DayNumber);
        else AddMisfit(time.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture));
    }

    private void Put(string text)
    {
        // Codes are kept for normal forms alone.
        if (_codes.TryGetValue(text, out var code))
        {
            PutCode(code);
            return;
        }
        var normal = text;
        if (!NormalForm.Is(text))
        {
            // Kept as it is stored, once for all rows.
            if (!(_foreign ??= []).TryGetValue(text, out var forms)) _foreign[text] = forms = (text, NormalForm.Of(text));
            (_stored ??= [])[Count] = forms.Stored;
            normal = forms.Normal;
        }
        if (!_codes.TryGetValue(normal, out code))
        {
            if ((_characters += normal.Length) > MostCharacters) throw TooMuch(MostCharacters);
            code = _texts.Count;
            _texts.Add(normal);
            _codes[normal] = code;
        }
        PutCode(code);
    }

    private DataException TooMuch(long most) => new("too-much-text",
        $"The texts of “{Field.Caption}” have more than {most:N0} characters together; make them shorter, or read fewer rows.");

    private void PutCode(int code)
    {
        Grow();
        _codesOfRows[Count++] = code;
    }

    private void Grow()
    {
        switch (Field.Type)
        {
            case DataType.Text: Grow(ref _codesOfRows); break;
            case DataType.Double: Grow(ref _doubles); break;
            default:
                if (_wide is not null) Grow(ref _wide);
                else Grow(ref _longs);
                break;
        }
    }

    private void Grow<T>(ref T[] values)
    {
        if (Count < values.Length) return;
        // Growing copies, and the copy has to fit beside what is there: hence by half once there is much.
        var next = Math.Max(256,
            values.Length == 0
            ? Math.Min(expected, MostExpected)
            : values.Length < 100_000
            ? values.Length * 2
            : values.Length + values.Length / 2);
        var grown = GC.AllocateUninitializedArray<T>(next);
        values.AsSpan(0, Count).CopyTo(grown);
        values = grown;
    }

    /// <summary>A little slack costs less than a copy.</summary>
    private void Trim<T>(ref T[] values)
    {
        if (values.Length - Count > values.Length / 8) Array.Resize(ref values, Count);
    }
}
