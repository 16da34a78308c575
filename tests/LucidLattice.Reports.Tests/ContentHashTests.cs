using System.Collections;
using System.Reflection;
using LucidLattice.Testing;
using LucidLattice.Data;
using LucidLattice.Demo;
using LucidLattice.Expressions.Evaluation;
using LucidLattice.Model.Definitions;
using LucidLattice.Model.Hashing;
using LucidLattice.Model.Values;
using LucidLattice.Planning;
using LucidLattice.Reports.Running;
using Xunit;

namespace LucidLattice.Reports.Tests;

/// <summary>The identity by which results are kept: another one wherever anything differs that decides them.</summary>
public sealed class ContentHashTests
{
    /// <summary>What decides nothing, each for the reason that stands at the property. A new line here is a decision.</summary>
    private static readonly string[] Excluded =
    [
        "Compiled.Evaluate", "Compiled.Text", "DerivedSource.Written", "JoinedTable.X", "JoinedTable.Y", "LevelPlan.Level as declared",
        "Link.Former",
        "NameSyntax.InQuotes", "OverSyntax.Position", "Syntax.Position",
    ];

    [Fact]
    public void Each_property_of_each_record_that_steps_read_is_part_of_its_identity()
    {
        var samples = new Samples();
        foreach (var (_, report) in DemoReports.All)
        {
            samples.Add(new RunRequest(report, new Dictionary<string, string> { ["a"] = "1" }, Workshop.Now));
            foreach (var section in ReportPlanner.Plan(report, new DemoCatalog()).Plan!.Sections)
                samples.Add((section.Filter, section.Grouping, section.GroupTotals, section.Sort, section.Totals, section.Running,
                    section.Ranks,
                    section.Charts.Select(c => c.Query).ToList(), section.Crosstabs.Select(c => c.Query).ToList()));
        }
        samples.Add(new Narrowing(new Field { Name = "a", Type = DataType.Text }, NarrowingKind.OneOf, [Value.Of("x")]));
        var (changed, wrong) = (0, new List<string>());
        foreach (var sample in samples.All)
            foreach (var property in Properties(sample.GetType()))
            {
                // Of the few that are lists of something else, the walk comes to those by themselves.
                if (!Change.Of(property.PropertyType, property.GetValue(sample), out var other)) continue;
                var copy = sample.GetType().GetMethod("<Clone>$")!.Invoke(sample, null)!;
                property.SetValue(copy, other);
                // A property may pass over what does not suit another one, as the decimals of a whole number.
                if (Equals(property.GetValue(copy), property.GetValue(sample))) continue;
                changed++;
                if (ContentHash.Of(copy).Equals(ContentHash.Of(sample))) wrong.Add($"{sample.GetType().Name}.{property.Name}");
            }
        Assert.Empty(wrong);
        Assert.True(samples.All.Count > 60 && changed > 300, $"{changed} properties of {samples.All.Count} records");
    }

    [Fact]
    public void Whatever_is_left_out_is_left_out_knowingly()
    {
        var found = Computation().SelectMany(a => a.GetTypes()).SelectMany(t => t.GetProperties(BindingFlags.Public | BindingFlags.NonPublic
                | BindingFlags.Instance | BindingFlags.DeclaredOnly))
            .Where(p => p.IsDefined(typeof(ExcludedFromHashAttribute)) || p.IsDefined(typeof(HashedAsDeclaredAttribute)))
            .Select(p => $"{p.DeclaringType!.Name}.{p.Name}{(p.IsDefined(typeof(HashedAsDeclaredAttribute)) ? " as declared" : "")}");
        Assert.Equal(Excluded, found.Order(StringComparer.Ordinal));
    }

    /// <summary>The projects of the computation: the topmost, and those that it uses.</summary>
    private static IEnumerable<Assembly> Computation()
    {
        var top = typeof(Authoring.Editing.Edit).Assembly;
        var used = top.GetReferencedAssemblies().Where(a => a.Name!.StartsWith("LucidLattice.", StringComparison.Ordinal));
        return used.Select(Assembly.Load).Append(top);
    }

    [Fact]
    public void Nothing_is_written_like_something_else()
    {
        object?[] things =
        [
            null, "", " ", "a", "A", 0, 0.0, -0.0, 0m, 0.0m, false, true, DayOfWeek.Sunday, new DateOnly(1, 1, 1), Array.Empty<string>(),
            new[] { "" }, new[] { "a", "b" }, new[] { "ab" }, new[] { "b", "a" }, new object[] { new[] { "a" }, "b" }, ("a", "b"), ("ab",
            ""),
            new Dictionary<string, string> { ["a"] = "b" }, new Dictionary<string, string> { ["b"] = "a" }, new HashSet<string> { "a",
            "b" },
            Value.Null, Value.Empty, Value.Every, Value.Of(""), Value.Of("~empty"), Value.Of(0L), Value.Of(0m), Value.Of(0.00m),
            Value.Of(0.0),
            Value.Of(false), Value.Of("\ud800"), Value.Of("\ud801"), Value.Of("caf\u00e9"), Value.Of("cafe\u0301"),
            Value.Of(new Period(null, null)), Value.Of(new ValueList([Value.Of("a"), Value.Of("b")])), new SortKey { By = "a" },
            .. OddValues.Texts.Except(["", "a"]),
        ];
        var alike = things.GroupBy(t => ContentHash.Of(t)).Where(g => g.Count() > 1).Select(g => string.Join(" and ", g));
        Assert.Empty(alike);
        Assert.Equal(ContentHash.Of(new Dictionary<string, int> { ["a"] = 1, ["b"] = 2 }),
            ContentHash.Of(new Dictionary<string, int> { ["b"] = 2, ["a"] = 1 }));
        Assert.NotEqual(ContentHash.Of("a", "b"), ContentHash.Of("ab"));
    }

    [Fact]
    public void What_does_not_say_what_it_is_has_no_identity_or_none_that_comes_again()
    {
        Assert.Throws<InvalidOperationException>(() => ContentHash.Of((object)(() => 1)));
        Assert.Throws<InvalidOperationException>(() => ContentHash.Of(new object()));
        var unknown = new Compiled(DataType.Whole, Phase.Row, _ => Value.Null);
        Assert.NotEqual(ContentHash.Of(unknown), ContentHash.Of(unknown));
    }

    /// <summary>Everything that demo reports ask of their rows says what it was made from: else it would be worked out anew each
    /// time.</summary>
    [Fact]
    public void Every_expression_of_the_demo_has_a_source()
    {
        var samples = new Samples();
        foreach (var (_, report) in DemoReports.All)
            foreach (var section in ReportPlanner.Plan(report, new DemoCatalog()).Plan!.Sections)
                samples.Add((section.Filter, section.Grouping, section.Totals, section.Running, section.Ranks,
                    section.Charts.Select(c => c.Query).ToList(), section.Crosstabs.Select(c => c.Query).ToList()));
        Assert.All(samples.Expressions, e => Assert.True(e.Source.IsKnown, e.Text));
        Assert.True(samples.Expressions.Count > 200);
    }

    private static IEnumerable<PropertyInfo> Properties(Type type) => type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
        .Where(p => p.SetMethod is not null && !p.IsDefined(typeof(ExcludedFromHashAttribute)));

    /// <summary>A record of each type that is found in some things, the fullest one.</summary>
    private sealed class Samples
    {
        private readonly Dictionary<Type, object> _byType = [];
        private readonly HashSet<object> _seen = new(ReferenceEqualityComparer.Instance);

        public IReadOnlyCollection<object> All => _byType.Values;
        public List<Compiled> Expressions { get; } = [];

        public void Add(object? thing)
        {
            if (thing is null or string || thing.GetType().IsPrimitive || thing is Enum or Delegate || !_seen.Add(thing)) return;
            if (thing is System.Runtime.CompilerServices.ITuple tuple) for (var i = 0; i < tuple.Length; i++) Add(tuple[i]);
            else if (thing is IEnumerable list) foreach (var item in list) Add(item);
            else if (thing is IHashedContent own) Add(own.HashedContent);
            else if (thing.GetType().GetMethod("<Clone>$") is not null)
            {
                if (thing is Compiled compiled) Expressions.Add(compiled);
                _byType.TryAdd(thing.GetType(), thing);
                foreach (var property in Properties(thing.GetType())) Add(property.GetValue(thing));
            }
        }
    }

    /// <summary>Another value of the same type.</summary>
    private static class Change
    {
        public static bool Of(Type type, object? value, out object? other)
        {
            var plain = Nullable.GetUnderlyingType(type) ?? type;
            other = value switch
            {
                null when plain == typeof(string) => "x",
                null when plain.IsValueType => Activator.CreateInstance(plain),
                string text => text + "x",
                bool yes => !yes,
                int whole => whole + 1,
                long whole => whole + 1,
                double number => number + 1,
                decimal number => number + 1,
                DateTime time => time.AddDays(1),
                Enum choice => Enum.GetValues(plain).Cast<object>().First(c => !c.Equals(choice)),
                Value one => one.IsNull ? Value.Of("x") : Value.Null,
                IList { Count: > 0 } list => Without(list),
                not null when !type.IsValueType && TakesNothing(type) => null,
                _ => value,
            };
            return !ReferenceEquals(other, value) && !Equals(other, value);
        }

        private static object? Without(IList list)
        {
            var item = list.GetType().GetInterfaces().First(i => i.IsGenericType && i.GetGenericTypeDefinition() == typeof(IEnumerable<>))
                .GetGenericArguments()[0];
            return Array.CreateInstance(item, 0);
        }

        private static bool TakesNothing(Type type) => type != typeof(Type) && !typeof(IEnumerable).IsAssignableFrom(type);
    }
}
