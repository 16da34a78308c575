using LucidLattice.Server.CommandLine;

return await Verbs.Run(args);
