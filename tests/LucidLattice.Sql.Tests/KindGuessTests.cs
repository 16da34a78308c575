using LucidLattice.Testing;
using LucidLattice.Authoring.Editing;
using LucidLattice.Datasets;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Sql.Tests;

/// <summary>What numbers of foreign tables mean, by their names; and the first report of a table.</summary>
public sealed class KindGuessTests
{
    /// <summary>Names of columns as open standards have them, from memory: GTFS (transit), Darwin Core (biology), the Open Contracting Data
    /// Standard, the Frictionless Fiscal Data Package, CF conventions (climate); and as tables of orders, payroll, schools, energy and
    /// accounts usually have them (common practice, no published source).</summary>
    [Theory]
    [InlineData(FieldKind.Rate, "stop_lat stop_lon fare_price decimalLatitude decimalLongitude minimumElevationInMeters")]
    [InlineData(FieldKind.Rate, "air_temperature wind_speed relative_humidity unit_price UnitPrice UNIT_PRICE")]
    [InlineData(FieldKind.Rate, "pricePerKilo exchange_rate vat_rate")]
    [InlineData(FieldKind.Rate, "rating averageScore pct_complete interest_rate hourlyRate age")]
    [InlineData(FieldKind.Money, "value_amount contract_amount total_cost netFare gross_salary invoice_total order_total")]
    [InlineData(FieldKind.Money, "tax_amount OutstandingBalance")]
    [InlineData(FieldKind.Money, "freight_charge debit credit revenue_2025 budget")]
    [InlineData(FieldKind.Plain, "quantity weight_kg energy_kwh hours distance_km area_ha x value measurementValue")]
    public void Decimals_are_money_rates_or_plain_numbers(FieldKind kind, string names)
    {
        foreach (var name in names.Split(' '))
            Assert.Equal((name, kind), (name, KindGuess.Of(name, DataType.Decimal, isKey: false)));
    }

    [Theory]
    [InlineData(FieldKind.Key, "year month fiscal_year trip_id routeId stop_code invoice_no OrderNumber postal_code week eventID sequence")]
    [InlineData(FieldKind.Plain, "individualCount passengers quantity seats pupils stock points")]
    [InlineData(FieldKind.Rate, "age rating speed price")]
    public void Whole_numbers_are_keys_counts_or_rates(FieldKind kind, string names)
    {
        foreach (var name in names.Split(' '))
            Assert.Equal((name, kind), (name, KindGuess.Of(name, DataType.Whole, isKey: false)));
        Assert.Equal(FieldKind.Key, KindGuess.Of("passengers", DataType.Whole, isKey: true));
        Assert.Equal(FieldKind.Plain, KindGuess.Of("price", DataType.Text, isKey: false));
    }

    [Fact]
    public void A_new_report_shows_names_before_references_and_adds_up_what_adds_up()
    {
        (string Name, DataType Type)[] columns =
            [("order_id", DataType.Whole), ("customer_id", DataType.Whole), ("clerk_id", DataType.Whole), ("year", DataType.Whole),
            ("unit_price", DataType.Decimal), ("discount_pct", DataType.Decimal), ("ordered_on", DataType.Date),
            ("customer", DataType.Text), ("town", DataType.Text), ("quantity", DataType.Whole), ("order_total", DataType.Decimal)];
        var dataset = new Dataset
        {
            Id = "d", Name = "Orders", Database = "memory", Source = new TableSource { Table = "orders" },
            Fields = [.. columns.Select(c => new Field { Name = c.Name, Type = c.Type, Kind = KindGuess.Of(c.Name, c.Type, false) })],
        };
        var report = StarterReport.Create("Orders", dataset);
        Assert.Equal(["unit_price", "ordered_on", "customer", "town", "quantity", "order_total"],
            report.MainSection().Columns.Select(c => c.Expression));
        Assert.Equal(["quantity", "order_total"], report.AllElements().OfType<TotalElement>()
            .Select(t => report.MainSection().Columns.First(c => c.Id == t.Column).Expression));
        Assert.All(report.AllElements().OfType<TotalElement>(), t => Assert.Equal("sum", t.Aggregate));
    }
}
