using LucidLattice.Bench;

// Without arguments: every benchmark, each in a process of its own, as a table. With a name: that one alone.
return args.Length == 0
    ? Table.Print(Benchmarks.All.Select(b => b.Name))
    : args[0] == "one"
    ? Benchmarks.RunOne(args[1])
    : Table.Print(args);
