import { api } from '../../api/client';
import type { Dataset } from '../../api/generated';
import { count } from '../../shell/count';
import { openDefinition } from './openDefinition';
import { toApi } from '../document/types';
import { isCsv, isDatabase, isSpreadsheet, previewed, tableName } from './files';

/** What became of one of several files. */
export interface TakenFile {
  name: string;
  words: string;
  failed?: boolean;
  /** The table that holds its rows now. */
  table?: string;
  rows?: number;
}

const isDefinition = (file: File) => /\.json$/i.test(file.name);

/** Takes one file of several in: a table of the database, a database of its own, or a definition. */
async function takeOne(file: File, database: string): Promise<TakenFile> {
  if (isCsv(file) || isSpreadsheet(file)) {
    const { file: csv, preview } = await previewed(file);
    const table = tableName(file.name);
    const made = await api.uploadCsv(database, table, preview.columns, csv);
    const bad = made.bad
      ? `; ${count(made.bad, 'cell')} did not fit the type of the column, and ${made.bad === 1 ? 'is' : 'are'} kept as written`
      : '';
    return { name: file.name, words: `table “${table}” with ${count(made.rows, 'row')}${bad}`, table, rows: Number(made.rows) };
  }
  if (isDatabase(file)) {
    const made = await api.uploadDatabase(file.name.replace(/\.[^.]*$/, ''), file);
    return { name: file.name, words: `database “${made.name}” with ${count(made.tables.length, 'table')}` };
  }
  if (!isDefinition(file)) return { name: file.name, words: 'not taken: it is no table, database or definition', failed: true };
  const made = await openDefinition(file);
  return { name: file.name, words: made.kind === 'dataset' ? `dataset “${made.name}”` : `report “${made.name}”, as a draft` };
}

/** Takes several files in, one after the other, and says of each what became of it; one that fails keeps no other one back. */
export async function takeFiles(files: File[], database: string, onTaken: (taken: TakenFile[]) => void): Promise<TakenFile[]> {
  const taken: TakenFile[] = [];
  for (const file of files) {
    try {
      taken.push(await takeOne(file, database));
    } catch (error) {
      const words = error instanceof SyntaxError ? 'it is no definition: it is not JSON' : (error as Error).message;
      taken.push({ name: file.name, words: `not taken: ${words}`, failed: true });
    }
    onTaken([...taken]);
  }
  return taken;
}

/** A dataset of the tables that were taken in, joined where columns have the same names; the one with the most rows begins. */
export async function joinTables(database: string, taken: TakenFile[]): Promise<{ id: string; left: string[] }> {
  const tables = taken.filter((t) => t.table).sort((a, b) => (b.rows ?? 0) - (a.rows ?? 0));
  const left: string[] = [];
  let dataset: Dataset = { id: 'new', name: database, database, source: { type: 'join', tables: [] }, fields: [] };
  for (const { table } of tables) {
    const next = await api.addTable(dataset, table!);
    const joined = next.source.type === 'join' ? next.source.tables?.at(-1) : undefined;
    const isFirst = next.source.type === 'join' && next.source.tables?.length === 1;
    if (!isFirst && !joined?.join) left.push(table!);
    else dataset = next;
  }
  const made = await api.createDataset(toApi(dataset as never));
  return { id: made.id, left };
}
