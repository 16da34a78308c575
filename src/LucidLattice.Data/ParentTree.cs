using LucidLattice.Model.Values;

namespace LucidLattice.Data;

/// <summary>
/// Rows whose things name each other as parents, as an agency names the one above it: who stands above whom, from the rows of a dataset
/// alone. A parent without a row of its own is the top of those below it. Where things stand above each other in a circle, the one whose
/// row comes first is the top.
/// </summary>
public sealed class ParentTree
{
    private const int None = -1;

    /// <summary>Longer chains are cut at their upper ends.</summary>
    public const int MostDeep = 64;

    private readonly int[] _nodeOfRow;
    private readonly List<Value> _ids = [];
    private readonly List<int> _rows = [], _parents = [], _depths = [];

    /// <param name="ids">What a row stands for; several rows may stand for one thing, and the first of them names its parent.</param>
    public ParentTree(DataColumn ids, DataColumn parents, int count)
    {
        _nodeOfRow = new int[count];
        var known = new Dictionary<Value, int>();
        for (var row = 0; row < count; row++)
        {
            _nodeOfRow[row] = ids[row] is { IsNull: false } id ? Node(known, id) : None;
            if (_nodeOfRow[row] is var node && node != None && _rows[node] == None) _rows[node] = row;
        }
        for (int node = 0, own = _ids.Count; node < own; node++)
            if (parents[_rows[node]] is { IsNull: false } parent) _parents[node] = Node(known, parent);
        for (var node = 0; node < _ids.Count; node++) Settle(node);
    }

    /// <summary>How many stand above what a row stands for, with itself; 0 for a row that stands for nothing.</summary>
    public int DepthOf(int row) => _nodeOfRow[row] == None ? 0 : _depths[_nodeOfRow[row]];

    /// <summary>What stands at a depth above a row, or is what the row stands for: what it is, and the first row of it (-1 without one);
    /// null below it.</summary>
    /// <param name="depth">1 at the top.</param>
    public (Value Id, int Row)? At(int row, long depth)
    {
        var node = _nodeOfRow[row];
        if (node == None || depth < 1 || depth > _depths[node]) return null;
        for (var up = _depths[node] - depth; up > 0; up--) node = _parents[node];
        return (_ids[node], _rows[node]);
    }

    private int Node(Dictionary<Value, int> known, Value id)
    {
        if (known.TryGetValue(id, out var node)) return node;
        _ids.Add(id);
        _rows.Add(None);
        _parents.Add(None);
        _depths.Add(0);
        return known[id] = _ids.Count - 1;
    }

    /// <summary>Finds the depth of a node and of all above it; a circle is opened at its first node, and what is too deep
    /// begins anew.</summary>
    private void Settle(int node)
    {
        var chain = new List<int>();
        var seen = new HashSet<int>();
        for (var at = node; at != None && _depths[at] == 0; at = _parents[at])
        {
            if (!seen.Add(at))
            {
                _parents[chain.Skip(chain.IndexOf(at)).Min()] = None;
                Settle(node);
                return;
            }
            chain.Add(at);
        }
        for (var i = chain.Count - 1; i >= 0; i--)
        {
            var above = _parents[chain[i]];
            if (above != None && _depths[above] == MostDeep) above = _parents[chain[i]] = None;
            _depths[chain[i]] = above == None ? 1 : _depths[above] + 1;
        }
    }
}
