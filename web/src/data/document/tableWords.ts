import type { TableInfo } from '../../api/generated';
import { count } from '../../shell/count';

/** What a table is, in a word or two: a view, how many rows it has, or that it could not be looked at. */
export const tableWords = (table: TableInfo) =>
  table.problem ? 'not looked at' : table.isView ? 'view' : table.rows == null ? 'large table' : count(table.rows, 'row');
