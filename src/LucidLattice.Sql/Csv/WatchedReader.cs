using LucidLattice.Data;

namespace LucidLattice.Sql.Csv;

/// <summary>A reader whose beginning was read already, which sees to it that quotes are as RFC 4180 has them: a quote that is never closed
/// would swallow every row after it.</summary>
/// <exception cref="DataException">A quote that is not closed, or is closed within a cell; the message names its line.</exception>
internal sealed class WatchedReader(char[] head, TextReader rest, char delimiter) : TextReader
{
    private enum At { CellStart, Plain, Quoted, AfterQuote }

    private int _at;
    private At _state = At.CellStart;
    private long _line = 1, _opened;

    public override int Peek() => _at < head.Length ? head[_at] : rest.Peek();

    public override int Read()
    {
        var one = _at < head.Length ? head[_at++] : rest.Read();
        if (one < 0) Finish();
        else Watch((char)one);
        return one;
    }

    public override int Read(char[] buffer, int index, int count)
    {
        int length;
        if (_at < head.Length)
        {
            length = Math.Min(count, head.Length - _at);
            Array.Copy(head, _at, buffer, index, length);
            _at += length;
        }
        else length = rest.Read(buffer, index, count);
        if (length == 0 && count > 0) Finish();
        foreach (var c in buffer.AsSpan(index, length)) Watch(c);
        return length;
    }

    private void Watch(char c)
    {
        if (c == '\n') _line++;
        switch (_state)
        {
            case At.Quoted:
                if (c == '"') _state = At.AfterQuote;
                return;
            case At.AfterQuote when c == '"':
                // Two quotes within a quoted cell are one of its letters.
                _state = At.Quoted;
                return;
            case At.AfterQuote when c != delimiter && c is not ('\n' or '\r' or ' '):
                throw new DataException("csv-quote",
                    $"The quote that opens in line {_opened} is closed before the end of its cell, at “{c}”. A quote within a quoted text "
                    + "is written twice.");
        }
        if (c == delimiter || c is '\n' or '\r') _state = At.CellStart;
        else if (c == '"' && _state == At.CellStart) (_state, _opened) = (At.Quoted, _line);
        else if (_state == At.CellStart) _state = At.Plain;
    }

    private void Finish()
    {
        if (_state == At.Quoted)
            throw new DataException("csv-quote",
                $"The quote that opens in line {_opened} is never closed, so everything after it would be one cell. Close it, or "
                + "take it out.");
    }
}
