import type { TableInfo } from '../api/generated';
import { count } from '../shell/count';

/** What a table is, in a word or two: a view, how many rows it has, or that it cannot be read. */
export const tableWords = (table: TableInfo) =>
  table.problem ? 'cannot be read' : table.isView ? 'view' : table.rows == null ? 'large table' : count(table.rows, 'row');
