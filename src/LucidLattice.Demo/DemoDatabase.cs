using System.Globalization;
using Microsoft.Data.Sqlite;

namespace LucidLattice.Demo;

/// <summary>
/// Makes the ferry company's database: two and a half years, about 9,000 sailings and 60,000 bookings unless more are asked for.
/// The same arguments always give the same rows.
/// </summary>
public sealed class DemoDatabase
{
    /// <summary>The number of bookings that is made by default, roughly.</summary>
    public const int UsualBookings = 60_000;
    private const double UsualSailings = 8_200;
    private readonly SeededRandom _random = new(20230701);
    private readonly SqliteConnection _connection;
    private readonly double _scale;
    private SqliteCommand _sailing = null!, _booking = null!;
    private long _sailings, _bookings;

    private DemoDatabase(SqliteConnection connection, int bookings)
    {
        _connection = connection;
        _scale = Math.Sqrt(bookings / (double)UsualBookings);
    }

    /// <summary>Writes the database; an existing file is replaced once the new one is complete.</summary>
    /// <param name="bookings">About how many bookings.</param>
    public static (long Sailings, long Bookings) Write(string path, int bookings = UsualBookings)
    {
        var unfinished = path + ".part";
        File.Delete(unfinished);
        using (var connection =
            new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = unfinished, Pooling = false }.ToString()))
        {
            connection.Open();
            var made = new DemoDatabase(connection, bookings);
            made.Fill();
            connection.Close();
            File.Move(unfinished, path, overwrite: true);
            return (made._sailings, made._bookings);
        }
    }

    private void Fill()
    {
        Execute("PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF;");
        using var transaction = _connection.BeginTransaction();
        Execute(DemoSchema.Tables);
        FillLookups();
        _sailing = Prepare("INSERT INTO sailings VALUES (@0, @1, @2, @3, @4, @5, @6, @7, @8, @9)", 10);
        _booking = Prepare("INSERT INTO bookings VALUES (@0, @1, @2, @3, @4, @5, @6, @7)", 8);
        for (var day = FerryCompany.FirstDay; day <= FerryCompany.LastDay; day = day.AddDays(1))
            for (var route = 0; route < FerryCompany.Routes.Length; route++)
                if (!(FerryCompany.Routes[route].Closes < day)) AddDay(day, route);
        Execute(DemoSchema.FirmBookings);
        Execute(DemoSchema.Ledger);
        Execute(DemoSchema.IndicesAndViews);
        transaction.Commit();
    }

    private void FillLookups()
    {
        for (var i = 0; i < FerryCompany.Regions.Length; i++) Insert("INSERT INTO regions VALUES (@0, @1)", i + 1, FerryCompany.Regions[i]);
        for (var i = 0; i < FerryCompany.Offices.Length; i++)
        {
            var office = FerryCompany.Offices[i];
            Insert("INSERT INTO offices VALUES (@0, @1, @2, @3)", i + 1, office.Above, office.Name, office.People);
        }
        for (var i = 0; i < FerryCompany.Ports.Length; i++) Insert("INSERT INTO ports VALUES (@0, @1)", i + 1, FerryCompany.Ports[i]);
        for (var i = 0; i < FerryCompany.Routes.Length; i++)
        {
            var route = FerryCompany.Routes[i];
            Insert("INSERT INTO routes VALUES (@0, @1, @2, @3, @4, @5, @6)", i + 1, route.Region + 1, route.Name,
                Array.IndexOf(FerryCompany.Ports, route.From) + 1, Array.IndexOf(FerryCompany.Ports, route.To) + 1, route.Minutes,
                Iso(route.Closes));
        }
        for (var i = 0; i < FerryCompany.Vessels.Length; i++)
        {
            var vessel = FerryCompany.Vessels[i];
            Insert("INSERT INTO vessels VALUES (@0, @1, @2, @3, @4, @5)", i + 1, vessel.Name, vessel.Seats, vessel.Lanes, vessel.Built,
                Iso(vessel.EntersService));
        }
        for (var i = 0; i < FerryCompany.TicketClasses.Length; i++)
            Insert("INSERT INTO ticket_classes VALUES (@0, @1, @2)", i + 1, FerryCompany.TicketClasses[i].Code,
                FerryCompany.TicketClasses[i].Name);
        for (var i = 0; i < FerryCompany.Firms.Length; i++)
        {
            var firm = FerryCompany.Firms[i];
            Insert("INSERT INTO firms VALUES (@0, @1, @2, @3)", i + 1, firm.Name, firm.Street, firm.Town);
        }
        for (var i = 0; i < FerryCompany.DelayCauses.Length; i++)
            Insert("INSERT INTO delay_causes VALUES (@0, @1)", i + 1, FerryCompany.DelayCauses[i]);
    }

    private void AddDay(DateOnly day, int routeIndex)
    {
        var route = FerryCompany.Routes[routeIndex];
        var days = FerryCompany.LastDay.DayNumber - FerryCompany.FirstDay.DayNumber + 1;
        var busy = FerryCompany.Busy(day);
        var expected = UsualSailings * _scale / days / FerryCompany.Routes.Length * route.Share * (0.7 + 0.3 * busy);
        var count = (int)expected + (_random.Chance(expected - (int)expected) ? 1 : 0);
        for (var i = 0; i < count; i++)
        {
            var minute = 375 + (int)(i * 900.0 / Math.Max(count, 3)) + 5 * _random.Below(9);
            AddSailing(day.ToDateTime(new TimeOnly(minute / 60, minute % 60)), day, routeIndex, route, busy);
        }
    }

    private void AddSailing(DateTime departs, DateOnly day, int routeIndex, FerryCompany.Route route, double busy)
    {
        int vessel;
        do vessel = _random.Below(FerryCompany.Vessels.Length);
        while (FerryCompany.Vessels[vessel].EntersService > day);
        var storm = FerryCompany.IsStorm(day);
        var cancelled = _random.Chance(storm ? 0.22 : 0.012);
        var delayed = !cancelled && _random.Chance(storm ? 0.45 : 0.16);
        int? passengers = cancelled ? null : Math.Min(FerryCompany.Vessels[vessel].Seats, (int)(route.Demand * busy * _random.Wobble()));
        // The count of vehicles was not written down on some sailings.
        int? vehicles = cancelled || _random.Chance(0.02)
            ? null
            : Math.Min(FerryCompany.Vessels[vessel].Lanes, (int)(passengers!.Value * 0.17 * _random.Wobble()));
        int? delay = cancelled ? null : delayed ? 3 + (int)(Math.Pow(_random.NextDouble(), 2) * (storm ? 180 : 70)) : 0;
        int? cause = cancelled || delayed ? storm && _random.Chance(0.75) ? 1 : 1 + _random.Below(FerryCompany.DelayCauses.Length) : null;
        if (_random.Chance(0.05)) cause = null;
        var remark = delayed && _random.Chance(0.2) ? _random.Pick(FerryCompany.Remarks) : null;
        _sailings++;
        Run(_sailing, _sailings, routeIndex + 1, vessel + 1, Iso(departs), cancelled ? "cancelled" : "sailed", passengers, vehicles, delay,
            cause, remark);
        if (!cancelled) AddBookings(day, route, passengers!.Value);
    }

    private void AddBookings(DateOnly day, FerryCompany.Route route, int passengers)
    {
        var count = (int)(passengers / 14.6 * _scale * _random.Wobble());
        for (var i = 0; i < count; i++)
        {
            var ticket = _random.Chance(0.45) ? 0 : _random.Below(FerryCompany.TicketClasses.Length);
            var people = ticket == 3 ? 6 + _random.Below(18) : 1 + _random.Below(4);
            var vehicles = ticket != 3 && _random.Chance(0.35) ? 1 : 0;
            var fare = decimal.Round((route.Fare * people + vehicles * route.Fare * 3.2m) * FerryCompany.TicketClasses[ticket].Factor, 2);
            decimal? discount = _random.Chance(0.25) ? decimal.Round(fare * (0.05m + 0.05m * _random.Below(4)), 2) : null;
            _bookings++;
            Run(_booking, _bookings, _sailings, ticket + 1, Iso(day.AddDays(-_random.Below(60))), people, vehicles, (double)fare,
                (double?)discount);
        }
    }

    private void Execute(string sql)
    {
        using var command = _connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private void Insert(string sql, params object?[] values)
    {
        using var command = Prepare(sql, values.Length);
        Run(command, values);
    }

    private SqliteCommand Prepare(string sql, int parameters)
    {
        var command = _connection.CreateCommand();
        command.CommandText = sql;
        for (var i = 0; i < parameters; i++) command.Parameters.Add(new SqliteParameter("@" + i, null));
        return command;
    }

    private static void Run(SqliteCommand command, params ReadOnlySpan<object?> values)
    {
        for (var i = 0; i < values.Length; i++) command.Parameters[i].Value = values[i] ?? DBNull.Value;
        command.ExecuteNonQuery();
    }

    private static string? Iso(DateOnly? day) => day?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static string Iso(DateTime time) => time.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture);
}
