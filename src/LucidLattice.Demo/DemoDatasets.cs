using LucidLattice.Model.Definitions;
using LucidLattice.Model.Values;

namespace LucidLattice.Demo;

/// <summary>The datasets that ship with the demo data.</summary>
public static class DemoDatasets
{
    private static Field Column(string name, string table, string column, DataType type, FieldKind kind = FieldKind.Plain,
        string? label = null) =>
        new() { Name = name, Table = table, Column = column == name ? null : column, Type = type, Kind = kind, Label = label };

    private static JoinedTable Table(string id, string table, string to, string column, string toColumn, double x, double y,
        JoinKind kind = JoinKind.Inner)
        => new() { Id = id, Table = table, X = x, Y = y, Join = new Join { To = to, Kind = kind, On = [new KeyPair(column, toColumn)] } };

    /// <summary>Every booking with its sailing, route, region and ticket class: five tables.</summary>
    public static Dataset Bookings { get; } = new()
    {
        Id = "bookings",
        Name = "Bookings",
        Description = "Every booking with its sailing, route, region and ticket class.",
        Database = DemoReports.Database,
        Source = new JoinSource
        {
            Tables =
            [
                new JoinedTable { Id = "b", Table = "bookings", X = 24, Y = 24 },
                Table("s", "sailings", "b", "sailing_id", "sailing_id", 264, 24),
                Table("r", "routes", "s", "route_id", "route_id", 504, 24),
                Table("g", "regions", "r", "region_id", "region_id", 744, 24),
                Table("t", "ticket_classes", "b", "ticket_class_id", "ticket_class_id", 264, 300),
            ],
        },
        Fields =
        [
            Column("booking_id", "b", "booking_id", DataType.Whole, FieldKind.Key, "Booking no."),
                Column("region", "g", "name", DataType.Text),
                Column("route", "r", "name", DataType.Text),
            Column("departs", "s", "departs", DataType.DateTime), Column("ticket_class", "t", "name", DataType.Text, label: "Ticket"),
            Column("booked_on", "b", "booked_on", DataType.Date),
            Column("people", "b", "people", DataType.Whole), Column("vehicles", "b", "vehicles", DataType.Whole),
            Column("fare", "b", "fare", DataType.Decimal, FieldKind.Money) with { Scale = 2 },
            Column("discount", "b", "discount", DataType.Decimal, FieldKind.Money) with { Scale = 2 },
            new Field
            {
                Name = "net_fare", Type = DataType.Decimal, Scale = 2, Kind = FieldKind.Money, Expression = "fare - coalesce(discount, 0)",
            },
            new Field { Name = "days_ahead", Type = DataType.Whole, Label = "Booked days ahead",
            Expression = "CAST(departs AS DATE) - booked_on" },
        ],
    };

    /// <summary>Every sailing with route, vessel, income and what became of it: a coded field with colours.</summary>
    public static Dataset Sailings { get; } = new()
    {
        Id = "sailings-with-income",
        Name = "Sailings with income",
        Description = "Every sailing with its route, vessel, income and what became of it.",
        Database = DemoReports.Database,
        Source = new JoinSource
        {
            Tables =
            [
                new JoinedTable { Id = "s", Table = "sailings", X = 24, Y = 24 },
                Table("r", "routes", "s", "route_id", "route_id", 264, 160),
                Table("g", "regions", "r", "region_id", "region_id", 504, 180),
                Table("v", "vessels", "s", "vessel_id", "vessel_id", 264, 370),
                Table("c", "delay_causes", "s", "delay_cause_id", "delay_cause_id", 504, 310, JoinKind.Left),
                Table("i", "sailing_income", "s", "sailing_id", "sailing_id", 264, 24, JoinKind.Left),
            ],
        },
        Fields =
        [
            Column("sailing_id", "s", "sailing_id", DataType.Whole, FieldKind.Key, "Sailing no."),
                Column("region", "g", "name", DataType.Text),
                Column("route", "r", "name", DataType.Text), Column("vessel", "v", "name", DataType.Text),
            Column("departs", "s", "departs", DataType.DateTime),
            new Field
            {
                Name = "outcome", Type = DataType.Text, Description = "Late is more than 15 minutes.",
                Expression = "CASE WHEN status = 'cancelled' THEN 'C' WHEN delay_minutes > 15 THEN 'L' ELSE 'T' END",
                Codes = [new("T", "On time", "#0B5D5B"), new("L", "Late", "#1F6FA8"), new("C", "Cancelled", "#565D61")],
            },
            Column("status", "s", "status", DataType.Text) with { Hidden = true }, Column("passengers", "s", "passengers", DataType.Whole),
            Column("seats", "v", "seats", DataType.Whole),
            Column("delay_minutes", "s", "delay_minutes", DataType.Whole, FieldKind.Duration),
            Column("delay_cause", "c", "name", DataType.Text),
            Column("net_fare", "i", "net_fare", DataType.Decimal, FieldKind.Money) with { Scale = 2, Currency = "EUR" },
            new Field { Name = "load_factor", Type = DataType.Decimal, Scale = 4, Kind = FieldKind.Share,
            Expression = "1.0 * passengers / NULLIF(seats, 0)" },
        ],
        Sort = [new SortKey { By = "departs" }],
        Starter = new Starter { Columns = ["departs", "vessel", "outcome", "passengers", "load_factor", "net_fare"],
        Totals = ["passengers", "load_factor", "net_fare"], GroupBy = "route", ChartOf = "outcome" },
    };

    /// <summary>Starts from the sailings, and asks the reader from which delay on.</summary>
    public static Dataset LateSailings { get; } = new()
    {
        Id = "late-sailings",
        Name = "Late sailings",
        Description = "Sailings that were late by more than the reader says, with the cause.",
        Database = DemoReports.Database,
        Source = new DerivedSource { Dataset = Sailings.Id, Base = Sailings },
        Fields = [.. Sailings.Fields.Where(
        f => f.Name is "sailing_id" or "region" or "route" or "vessel" or "departs" or "delay_minutes" or "delay_cause" or "passengers")
        .Select(f => new Field { Name = f.Name, Type = f.Type, Scale = f.Scale, Kind = f.Kind, Label = f.Label })],
        Filter = new AllOf {
        Conditions = [new FieldCondition { Field = "delay_minutes", Is = ConditionOperator.More, Parameter = "least_delay" },
        new FieldCondition { Field = "region", Is = ConditionOperator.OneOf, Parameter = "regions" }] },
        Parameters =
        [
            new Parameter { Name = "least_delay", Type = DataType.Whole, Label = "More than, minutes",
                Help = "Sailings that were late by no more are left out.", Default = "15", Required = true },
            new Parameter { Name = "regions", Type = DataType.Text, Shape = ParameterShape.Several, Label = "Region",
            Every = "every region", Default = "*",
            Choices = new DatasetChoices { Dataset = "late-sailings", Value = "region", Unfiltered = true } },
        ],
        Starter = new Starter { Columns = ["departs", "route", "vessel", "delay_minutes", "passengers"], Totals = ["passengers"],
        GroupBy = "delay_cause", ChartOf = "delay_cause" },
    };

    /// <summary>By SQL: what each vessel was used for, month by month.</summary>
    public static Dataset VesselMonths { get; } = new()
    {
        Id = "vessel-months",
        Name = "Vessels by month",
        Description = "Sailings and passengers of each vessel in each month, by SQL.",
        Database = DemoReports.Database,
        Source = new QuerySource {
        Sql = "SELECT v.name AS vessel, strftime('%Y-%m-01', s.departs) AS month, count(*) AS sailings, sum(s.passengers) AS "
        + "passengers\nFROM sailings s JOIN vessels v ON v.vessel_id = s.vessel_id\nWHERE s.status = 'sailed'\nGROUP BY v.name, month" },
        Fields = [new() { Name = "vessel", Type = DataType.Text }, new() { Name = "month", Type = DataType.Date },
        new() { Name = "sailings", Type = DataType.Whole }, new() { Name = "passengers", Type = DataType.Whole }],
    };

    public static IReadOnlyList<Dataset> All { get; } = [Bookings, Sailings, LateSailings, VesselMonths];
}
