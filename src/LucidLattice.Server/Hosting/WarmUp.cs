using LucidLattice.Authoring.Composing;
using LucidLattice.Data;
using LucidLattice.Demo;
using LucidLattice.Drawing;
using LucidLattice.Drawing.Links;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Progress;
using LucidLattice.Model.Values;
using LucidLattice.Output.Svg;
using LucidLattice.Reports.Running;

namespace LucidLattice.Server.Hosting;

/// <summary>Runs and draws a report once, so that the first author does not wait for the compiler. The report and its rows are the
/// program's own: nothing that anybody saved can keep the server from starting.</summary>
public static class WarmUp
{
    private const int Rows = 300, Times = 30;

    public static void Run(ITypesetter typesetter)
    {
        var report = DemoReports.All.First(r => r.Id == "route-performance").Definition;
        var run = new ReportEngine(new MadeUpRows(), typesetter, NoReports.Instance)
            .Run(new RunRequest(report, new Dictionary<string, string>(), DateTime.UtcNow), CancellationToken.None, forAuthor: true);
        if (run.Data is null) return;
        for (var i = 0; i < Times; i++)
            foreach (var band in ComposeViewer.View(run, new Dictionary<string, IReadOnlyList<string?>>(), typesetter).Bands)
                SvgWriter.Write(band.Drawing, "");
        for (var number = 1; number <= Math.Min(3, run.PageCount); number++) SvgWriter.Write(run.Page(number), "");
    }

    /// <summary>Rows with a value of the right type in each field.</summary>
    private sealed class MadeUpRows : IRowReader
    {
        public void Require(DataQuery query)
        {
        }

        public RowSet Read(DataQuery query, RunProgress progress, CancellationToken cancel) => new([.. query.Fields.Select(field =>
        {
            var builder = new ColumnBuilder(field, Rows);
            for (var row = 0; row < Rows; row++) builder.Add(Of(field.Type, row));
            return builder.Build();
        })], Rows, []);

        private static Value Of(DataType type, int row) => type switch
        {
            DataType.Text => Value.Of($"Group {row / 30}"),
            DataType.Whole => Value.Of((long)row),
            DataType.Decimal => Value.Of((decimal)row),
            DataType.Double => Value.Of((double)row),
            DataType.Bool => Value.Of(row % 2 == 0),
            DataType.Date => Value.Of(new DateOnly(2025, 1, 1).AddDays(row % 360)),
            DataType.DateTime => Value.Of(new DateTime(2025, 1, 1).AddDays(row % 360)),
            _ => Value.Null,
        };
    }
}
