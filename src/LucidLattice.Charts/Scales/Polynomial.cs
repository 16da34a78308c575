namespace LucidLattice.Charts.Scales;

/// <summary>c₀ + c₁x + c₂x² + …</summary>
public sealed class Polynomial
{
    private readonly double[] _centred;
    private readonly double _middle, _half;

    private Polynomial(double[] centred, double middle, double half)
    {
        (_centred, _middle, _half) = (centred, middle, half);
        Coefficients = Expanded();
    }

    /// <summary>Of x⁰, x¹, …</summary>
    public IReadOnlyList<double> Coefficients { get; }

    public double At(double x)
    {
        var (t, sum) = ((x - _middle) / _half, 0.0);
        for (var i = _centred.Length - 1; i >= 0; i--) sum = sum * t + _centred[i];
        return sum;
    }

    /// <summary>
    /// Least squares by Householder reflections (QR), over x moved to −1 … 1, which keeps the columns well apart.
    /// </summary>
    /// <param name="points">With more different x than the degree.</param>
    public static Polynomial Fit(IReadOnlyList<(double X, double Y)> points, int degree)
    {
        var (least, most) = (points.Min(p => p.X), points.Max(p => p.X));
        var (middle, half) = ((least + most) / 2, Math.Max((most - least) / 2, double.Epsilon));
        var (rows, columns) = (points.Count, degree + 1);
        var a = new double[columns][];
        for (var j = 0; j < columns; j++)
            a[j] = [.. points.Select(p => Math.Pow((p.X - middle) / half, j))];
        var b = points.Select(p => p.Y).ToArray();
        var diagonal = new double[columns];
        for (var k = 0; k < columns; k++)
        {
            var norm = Math.Sqrt(a[k].Skip(k).Sum(v => v * v));
            if (a[k][k] > 0) norm = -norm;
            diagonal[k] = norm;
            var v = a[k];
            v[k] -= norm;
            var length = v.Skip(k).Sum(x => x * x);
            if (length == 0) continue;
            foreach (var column in a.Skip(k + 1).Append(b))
            {
                var dot = 0.0;
                for (var i = k; i < rows; i++) dot += v[i] * column[i];
                var scale = 2 * dot / length;
                for (var i = k; i < rows; i++) column[i] -= scale * v[i];
            }
        }
        var c = new double[columns];
        for (var k = columns - 1; k >= 0; k--)
        {
            var sum = b[k];
            for (var j = k + 1; j < columns; j++) sum -= a[j][k] * c[j];
            c[k] = sum / diagonal[k];
        }
        return new Polynomial(c, middle, half);
    }

    /// <summary>1 less the part of the squares around the mean that is left over; 1 where all points are equally high.</summary>
    public double RSquared(IReadOnlyList<(double X, double Y)> points)
    {
        var mean = points.Average(p => p.Y);
        var all = points.Sum(p => (p.Y - mean) * (p.Y - mean));
        return all == 0 ? 1 : Math.Max(0, 1 - points.Sum(p => (p.Y - At(p.X)) * (p.Y - At(p.X))) / all);
    }

    /// <summary>The powers of (x − middle) / half written out as powers of x.</summary>
    private double[] Expanded()
    {
        var result = new double[_centred.Length];
        var power = new double[_centred.Length];
        power[0] = 1;
        for (var n = 0; n < _centred.Length; n++)
        {
            for (var i = 0; i <= n; i++) result[i] += _centred[n] * power[i];
            for (var i = Math.Min(n + 1, power.Length - 1); i >= 0; i--)
                power[i] = ((i > 0 ? power[i - 1] : 0) - power[i] * _middle) / _half;
        }
        return result;
    }
}
