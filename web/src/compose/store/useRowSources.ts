import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { Dataset } from '../../api/generated';
import { listDatabasesOptions, listDatasetsOptions, listReportDatasetsOptions } from '../../api/generated/@tanstack/react-query.gen';
import type { Choice } from '../../sentence/Blank';
import { useCompose } from './composeStore';

/** What a list or a chart can take rows from: a dataset of the report, or one that the report gets with it. */
export interface RowSource {
  dataset: string | null;
  kept: Dataset | null;
}

const title = (table: string) => {
  const words = table.replaceAll('_', ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
};

/**
 * Datasets of the report, of the library and of other reports, and the tables of all databases; and what a pick of one of them means.
 *
 * @param without The dataset whose rows are listed already.
 */
export function useRowSources(without?: string | null, enabled = true) {
  const id = useCompose((s) => s.id);
  const definition = useCompose((s) => s.definition);
  const settings = { staleTime: 10_000, enabled };
  const kept = useQuery({ ...listDatasetsOptions(), ...settings }).data ?? [];
  const ofReports = useQuery({ ...listReportDatasetsOptions(), ...settings }).data ?? [];
  const databases = useQuery({ ...listDatabasesOptions(), ...settings }).data ?? [];
  const own = definition?.datasets ?? [];
  const copied = new Set(own.map((d) => d.copyOf));
  const others = ofReports.filter((d) => d.report !== id);
  const choices: Choice[] = [
    ...own.filter((d) => d.id !== without).map((d) => ({ value: `own ${d.id}`, label: d.name })),
    ...kept.filter((d) => !copied.has(d.id)).map((d) => ({ value: `kept ${d.id}`, label: d.definition.name, hint: 'from the library' })),
    ...others.map((d, i) => ({ value: `report ${i}`, label: d.dataset.name, hint: `from “${d.title}”` })),
    ...databases.flatMap((database, i) =>
      database.tables
        .filter((t) => !t.problem)
        .map((t) => ({ value: `table ${i} ${t.name}`, label: title(t.name), hint: `${t.isView ? 'view' : 'table'} of ${database.name}` })),
    ),
  ];
  const sourceOf = async (value: string): Promise<RowSource> => {
    const [kind, ...rest] = value.split(' ');
    const which = rest.join(' ');
    if (kind === 'own') return { dataset: which, kept: null };
    if (kind === 'kept') return { dataset: null, kept: (await api.dataset(which)).definition };
    if (kind === 'report') return { dataset: null, kept: { ...others[Number(which)].dataset, id: '', copyOf: null } };
    const database = databases[Number(rest[0])];
    const name = rest.slice(1).join(' ');
    const table = database.tables.find((t) => t.name === name)!;
    return {
      dataset: null,
      kept: { id: '', name: title(name), database: database.name, source: { type: 'table', table: name }, fields: table.fields },
    };
  };
  return { choices, sourceOf };
}
