using System.Globalization;

namespace LucidLattice.Drawing;

/// <summary>How far apart two colours are for readers who see all colours, and for those who see fewer: sight is simulated as by Machado,
/// Oliveira and Fernandes 2009 at full severity, on linear sRGB; differences are CIEDE2000 (Sharma, Wu, Dalal 2005).</summary>
public static class ColorSight
{
    /// <summary>Machado's matrices for severity 1.0, row by row (from memory of the published table).</summary>
    private static readonly Dictionary<string, double[]> Matrices = new()
    {
        ["normal"] = [1, 0, 0, 0, 1, 0, 0, 0, 1],
        ["protanopia"] = [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
        ["deuteranopia"] = [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.011820, 0.042940, 0.968881],
        ["tritanopia"] = [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.303900],
    };

    public static IReadOnlyCollection<string> Sights => Matrices.Keys;

    /// <summary>The difference of two colours, as #RRGGBB, for a sight; 2.3 is about the least that is seen.</summary>
    public static double Difference(string one, string other, string sight) => Difference(Lab(Seen(one, sight)), Lab(Seen(other, sight)));

    private static (double R, double G, double B) Seen(string color, string sight)
    {
        double Channel(int at)
        {
            var share = int.Parse(color.AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
            return share <= 0.04045 ? share / 12.92 : Math.Pow((share + 0.055) / 1.055, 2.4);
        }
        var (r, g, b, m) = (Channel(1), Channel(3), Channel(5), Matrices[sight]);
        double Row(int at) => Math.Clamp(m[at] * r + m[at + 1] * g + m[at + 2] * b, 0, 1);
        return (Row(0), Row(3), Row(6));
    }

    /// <summary>CIELAB under D65, from linear sRGB (IEC 61966-2-1).</summary>
    private static (double L, double A, double B) Lab((double R, double G, double B) c)
    {
        static double F(double t) => t > 216.0 / 24389 ? Math.Cbrt(t) : (24389.0 / 27 * t + 16) / 116;
        var x = F((0.4124564 * c.R + 0.3575761 * c.G + 0.1804375 * c.B) / 0.95047);
        var y = F(0.2126729 * c.R + 0.7151522 * c.G + 0.0721750 * c.B);
        var z = F((0.0193339 * c.R + 0.1191920 * c.G + 0.9503041 * c.B) / 1.08883);
        return (116 * y - 16, 500 * (x - y), 200 * (y - z));
    }

    /// <summary>CIEDE2000, from CIELAB.</summary>
    public static double Difference((double L, double A, double B) one, (double L, double A, double B) other)
    {
        static double Radians(double degrees) => degrees * Math.PI / 180;
        static double Hue(double b, double a) => a == 0 && b == 0 ? 0 : (Math.Atan2(b, a) * 180 / Math.PI + 360) % 360;
        var meanC = (Math.Sqrt(one.A * one.A + one.B * one.B) + Math.Sqrt(other.A * other.A + other.B * other.B)) / 2;
        var g = 0.5 * (1 - Math.Sqrt(Math.Pow(meanC, 7) / (Math.Pow(meanC, 7) + Math.Pow(25, 7))));
        var (a1, a2) = ((1 + g) * one.A, (1 + g) * other.A);
        var (c1, c2) = (Math.Sqrt(a1 * a1 + one.B * one.B), Math.Sqrt(a2 * a2 + other.B * other.B));
        var (h1, h2) = (Hue(one.B, a1), Hue(other.B, a2));
        var turn = c1 * c2 == 0 ? 0 : h2 - h1 > 180 ? h2 - h1 - 360 : h2 - h1 < -180 ? h2 - h1 + 360 : h2 - h1;
        var (dl, dc, dh) = (other.L - one.L, c2 - c1, 2 * Math.Sqrt(c1 * c2) * Math.Sin(Radians(turn / 2)));
        var (l, c) = ((one.L + other.L) / 2, (c1 + c2) / 2);
        var h = c1 * c2 == 0 ? h1 + h2
            : Math.Abs(h1 - h2) <= 180 ? (h1 + h2) / 2
            : h1 + h2 < 360 ? (h1 + h2 + 360) / 2 : (h1 + h2 - 360) / 2;
        var t = 1 - 0.17 * Math.Cos(Radians(h - 30)) + 0.24 * Math.Cos(Radians(2 * h)) + 0.32 * Math.Cos(Radians(3 * h + 6))
            - 0.20 * Math.Cos(Radians(4 * h - 63));
        var sl = 1 + 0.015 * Math.Pow(l - 50, 2) / Math.Sqrt(20 + Math.Pow(l - 50, 2));
        var (sc, sh) = (1 + 0.045 * c, 1 + 0.015 * c * t);
        var rc = 2 * Math.Sqrt(Math.Pow(c, 7) / (Math.Pow(c, 7) + Math.Pow(25, 7)));
        var rt = -Math.Sin(Radians(60 * Math.Exp(-Math.Pow((h - 275) / 25, 2)))) * rc;
        return Math.Sqrt(Math.Pow(dl / sl, 2) + Math.Pow(dc / sc, 2) + Math.Pow(dh / sh, 2) + rt * (dc / sc) * (dh / sh));
    }
}
