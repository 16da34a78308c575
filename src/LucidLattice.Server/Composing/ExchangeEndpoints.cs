using LucidLattice.Datasets;
using LucidLattice.Model.Definitions;
using LucidLattice.Planning.Copies;
using LucidLattice.Server.Web;
using LucidLattice.Storage;

namespace LucidLattice.Server.Composing;

/// <summary>A dataset of a report that is not as it is kept any more.</summary>
/// <param name="Id">In the report.</param>
/// <param name="Next">As it is kept now.</param>
/// <param name="Fields">New names by old ones, of the fields that are still there.</param>
public sealed record OutdatedCopy(string Id, string Name, Dataset Next, CopyState State, IReadOnlyDictionary<string, string> Fields);

public sealed record CopiesRequest(ReportDefinition Definition);

/// <summary>Asks which fields of a kept dataset could take the places of a report's.</summary>
/// <param name="Old">The id, in the report, of the dataset that goes.</param>
/// <param name="Dataset">The id of the kept dataset.</param>
public sealed record ExchangeRequest(ReportDefinition Definition, string Old, string Dataset);

/// <param name="Fields">The fields that the report uses, with their proposed counterparts.</param>
public sealed record ExchangeProposal(Dataset Next, IReadOnlyList<FieldChange> Fields);

/// <summary>Holding a report's datasets against those that are kept, and proposing what could take their place.</summary>
public static class ExchangeEndpoints
{
    public static void MapExchanges(this WebApplication app)
    {
        var compose = app.MapGroup("/api/compose").WithTags("Compose");
        compose.MapPost("/copies", Outdated).TakesTurn().WithName("listOutdatedCopies")
                .WithSummary("The datasets of a report that differ from those that they are copies of.");
        compose.MapPost("/exchange", Propose).TakesTurn().WithName("proposeExchange")
                .WithSummary("How the fields of a dataset of the report match those of another one.");
    }

    private static IReadOnlyList<OutdatedCopy> Outdated(CopiesRequest request, DatasetStore store)
        => [.. from copy in request.Definition.Datasets
               where copy.CopyOf is not null
               let kept = store.FindReadable(copy.CopyOf!)?.Definition
               where kept is not null
               let state = ReportCopies.StateOf(request.Definition, copy, kept)
               where !state.UpToDate
               select new OutdatedCopy(copy.Id, kept.Name, kept, state, Known(copy, kept))];

    private static ExchangeProposal Propose(ExchangeRequest request, DatasetStore store)
    {
        var old = request.Definition.Datasets.FirstOrDefault(d => d.Id == request.Old)
            ?? throw ApiException.NotFound($"The report has no dataset “{request.Old}”.");
        var next = store.Find(request.Dataset)?.Definition ?? throw ApiException.NotFound($"There is no dataset “{request.Dataset}”.");
        var (uses, map) = (ReportCopies.Uses(request.Definition, old), FieldMapping.Propose(old, next));
        return new ExchangeProposal(next,
            [.. old.Fields.Where(f => uses.ContainsKey(f.Name))
            .Select(f => new FieldChange(f.Name, f.Caption, map[f.Name], uses[f.Name]))]);
    }

    private static Dictionary<string, string> Known(Dataset copy, Dataset kept) =>
        FieldMapping.Propose(copy, kept).Where(m => m.Value is not null).ToDictionary(m => m.Key, m => m.Value!);
}
