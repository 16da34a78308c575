import { api } from '../../api/client';
import type { CsvPreview } from '../../api/generated';

export const isCsv = (file: File) => /\.(csv|tsv|txt)$/i.test(file.name);
export const isSpreadsheet = (file: File) => /\.xlsx$/i.test(file.name);
export const isDatabase = (file: File) => /\.(sqlite3?|db3?)$/i.test(file.name);

/** A file that holds one table, with what its columns seem to be; of a workbook, the first sheet. */
export async function previewed(file: File): Promise<{ file: File; preview: CsvPreview }> {
  const csv = isSpreadsheet(file) ? new File([await api.spreadsheet(file)], file.name.replace(/\.[^.]*$/, '.csv')) : file;
  return { file: csv, preview: await api.previewCsv(csv) };
}

/** The name of the table that a file becomes. */
export const tableName = (file: string) =>
  file
    .replace(/\.[^.]*$/, '')
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_|_$/g, '')
    .toLowerCase() || 'table';
