import { api } from '../../api/client';
import type { Dataset } from '../../api/generated';

/** What a file with a definition became. */
export interface OpenedDefinition {
  kind: 'dataset' | 'report';
  id: string;
  name: string;
}

/** Makes a dataset or a report, as a draft, from the file that describes it. */
export async function openDefinition(file: File): Promise<OpenedDefinition> {
  const { format, version, ...rest } = JSON.parse(await file.text()) as Record<string, unknown>;
  if (format === 'lucid-lattice/dataset') {
    const made = await api.createDataset(rest as unknown as Dataset);
    return { kind: 'dataset', id: made.id, name: made.definition.name };
  }
  const made = await api.create({ definition: { format, version, ...rest } });
  return { kind: 'report', id: made.id, name: made.definition.title };
}
