using Mono.Cecil;
using Mono.Cecil.Cil;

namespace LucidLattice.Product.Tests;

/// <summary>Which rooms (namespaces) of compiled assemblies use which, found in what the compiler made: a name that is seen without a
/// <c>using</c> counts as well as any other.</summary>
internal static class RoomUses
{
    /// <summary>Each use of one room by another, with a type that makes it.</summary>
    /// <param name="assemblies">Paths of assemblies.</param>
    /// <param name="isRoom">Which namespaces count.</param>
    public static IReadOnlyDictionary<(string From, string To), string> In(IEnumerable<string> assemblies, Func<string, bool> isRoom)
    {
        var uses = new Dictionary<(string, string), string>();
        foreach (var path in assemblies)
        {
            using var assembly = AssemblyDefinition.ReadAssembly(path);
            foreach (var type in assembly.MainModule.GetTypes())
            {
                var from = RoomOf(type);
                if (!isRoom(from)) continue;
                foreach (var used in Types(type).SelectMany(Parts))
                    if (RoomOf(used) is var to && to != from && isRoom(to))
                        uses.TryAdd((from, to), $"{Outermost(type).Name} uses {used.Name}");
            }
        }
        return uses;
    }

    /// <summary>The circles among uses: sets of rooms in which each reaches each other one (Tarjan 1972, by reachability).</summary>
    public static IReadOnlyList<string> Circles(IEnumerable<(string From, string To)> uses)
    {
        var next = uses.ToLookup(u => u.From, u => u.To);
        var reached = next.ToDictionary(n => n.Key, n => Reached(n.Key, next));
        return [.. reached.Where(r => r.Value.Contains(r.Key))
            .Select(r => string.Join(" ", r.Value.Where(o => reached.TryGetValue(o, out var back) && back.Contains(r.Key)).Order()))
            .Distinct()];
    }

    private static HashSet<string> Reached(string from, ILookup<string, string> next)
    {
        var reached = new HashSet<string>();
        var open = new Stack<string>(next[from]);
        while (open.TryPop(out var room))
            if (reached.Add(room))
                foreach (var further in next[room]) open.Push(further);
        return reached;
    }

    private static string RoomOf(TypeReference type) => Outermost(type).Namespace;

    private static TypeReference Outermost(TypeReference type)
    {
        while (type.DeclaringType is { } outer) type = outer;
        return type;
    }

    private static IEnumerable<TypeReference?> Types(TypeDefinition type) =>
    [
        type.BaseType,
        .. type.Interfaces.Select(i => i.InterfaceType),
        .. type.CustomAttributes.Select(a => a.AttributeType),
        .. type.Fields.Select(f => f.FieldType),
        .. type.Properties.Select(p => p.PropertyType),
        .. type.Methods.SelectMany(Types),
    ];

    private static IEnumerable<TypeReference?> Types(MethodDefinition method) =>
    [
        method.ReturnType,
        .. method.Parameters.Select(p => p.ParameterType),
        .. method.HasBody ? method.Body.Variables.Select(v => v.VariableType) : [],
        .. method.HasBody ? method.Body.Instructions.SelectMany(Types) : [],
    ];

    private static IEnumerable<TypeReference?> Types(Instruction step) => step.Operand switch
    {
        MethodReference method => [method.DeclaringType, method.ReturnType, .. method.Parameters.Select(p => p.ParameterType),
            .. method is GenericInstanceMethod generic ? generic.GenericArguments : []],
        FieldReference field => [field.DeclaringType, field.FieldType],
        TypeReference type => [type],
        _ => [],
    };

    /// <summary>A type, and what its arrays and generic arguments are made of.</summary>
    private static IEnumerable<TypeReference> Parts(TypeReference? type) => type switch
    {
        null or GenericParameter => [],
        GenericInstanceType generic => generic.GenericArguments.SelectMany(Parts).Prepend(generic.ElementType),
        TypeSpecification made => Parts(made.ElementType),
        _ => [type],
    };
}
