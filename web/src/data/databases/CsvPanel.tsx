import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import { useState } from 'react';
import { api } from '../../api/client';
import type { CsvColumn, CsvImport, CsvPreview, DatabaseInfo } from '../../api/generated';
import { Blank } from '../../sentence/Blank';
import { TextSetting } from '../../sentence/TextSetting';
import { count } from '../../shell/count';
import { useOpened } from '../../focus/useOpened';
import { color } from '../../theme/tokens';
import { tableWords } from '../document/tableWords';
import { tableName } from './files';

const readings: { label: string; column: Omit<CsvColumn, 'name'> }[] = [
  { label: 'text', column: { type: 'text', decimalComma: false, dates: 'yearFirst' } },
  { label: 'whole number', column: { type: 'whole', decimalComma: false, dates: 'yearFirst' } },
  { label: 'number, 1,234.50', column: { type: 'decimal', decimalComma: false, dates: 'yearFirst' } },
  { label: 'number, 1.234,50', column: { type: 'decimal', decimalComma: true, dates: 'yearFirst' } },
  { label: 'date, 2025-01-31', column: { type: 'date', decimalComma: false, dates: 'yearFirst' } },
  { label: 'date, 31.1.2025', column: { type: 'date', decimalComma: false, dates: 'dayFirst' } },
  { label: 'date, 1/31/2025', column: { type: 'date', decimalComma: false, dates: 'monthFirst' } },
  { label: 'date and time, 2025-01-31 06:15', column: { type: 'dateTime', decimalComma: false, dates: 'yearFirst' } },
  { label: 'date and time, 31.1.2025 06:15', column: { type: 'dateTime', decimalComma: false, dates: 'dayFirst' } },
  { label: 'date and time, 1/31/2025 06:15', column: { type: 'dateTime', decimalComma: false, dates: 'monthFirst' } },
  { label: 'yes or no', column: { type: 'bool', decimalComma: false, dates: 'yearFirst' } },
];

const wordsOf = (c: CsvColumn) =>
  (
    readings.find(
      (r) =>
        r.column.type === c.type &&
        (c.type !== 'decimal' || r.column.decimalComma === c.decimalComma) &&
        (!c.type.startsWith('date') || r.column.dates === c.dates),
    ) ?? readings[0]
  ).label;
interface Props {
  file: File;
  preview: CsvPreview;
  /** The databases that can take a table in. */
  own: DatabaseInfo[];
  onClose: () => void;
  /** The database and the table that hold its rows now. */
  onDone: (words: string, database: string, table: string) => void;
}

const tableIn = (database: DatabaseInfo | undefined, table: string) =>
  database?.tables.find((t) => t.name.toLowerCase() === table.trim().toLowerCase());

const misfits = ({ bad, badCells: [first] }: CsvImport) =>
  bad
    ? ` ${count(bad, 'cell')} did not fit ${bad === 1 ? 'its' : 'their'} type and ${bad === 1 ? 'is' : 'are'} kept as written, ` +
      `the first in row ${first.row}: “${first.text}”.`
    : '';

/**
 * What a CSV file seems to hold, column by column, before it becomes a table: of a database of its own, or of one that
 * was uploaded before.
 */
export function CsvPanel({ file, preview, own, onClose, onDone }: Props) {
  const [columns, setColumns] = useState(preview.columns);
  const [table, setTable] = useState(tableName(file.name));
  const [name, setName] = useState(file.name.replace(/\.[^.]*$/, ''));
  // A file that comes again most likely brings newer rows.
  const [into, setInto] = useState(() => own.find((d) => tableIn(d, tableName(file.name)))?.name ?? '');
  const [failure, setFailure] = useState('');
  const [busy, setBusy] = useState(false);
  const database = own.find((d) => d.name === (into || name.trim()));
  const replaced = tableIn(database, table);
  const set = (i: number, change: Partial<CsvColumn>) => setColumns(columns.map((c, k) => (k === i ? { ...c, ...change } : c)));
  const take = async () => {
    setBusy(true);
    try {
      const made = await api.uploadCsv(into || name.trim(), table.trim(), columns, file, replaced !== undefined);
      onDone(`${count(made.rows, 'row')} are in “${into || name.trim()}”.${misfits(made)}`, into || name.trim(), table.trim());
    } catch (error) {
      setFailure((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const bad = (row: number, column: string) => preview.badCells.some((b) => b.row === row && b.column === column);
  const panel = useOpened<HTMLDivElement>();
  return (
    <Drawer
      anchor="bottom"
      variant="persistent"
      open
      slotProps={{
        paper: {
          ref: panel,
          'aria-label': 'CSV file',
          onKeyDown: (e: React.KeyboardEvent) => {
            if (e.key === 'Escape') onClose();
          },
          sx: { maxHeight: '70%', p: 2, bgcolor: color.panel, boxShadow: '0 -4px 16px rgba(31,42,48,.25)' },
        },
      }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 1 }}>
        <Box component="h2" sx={{ fontSize: 15, m: 0 }}>
          {file.name}
        </Box>
        <Box>
          into{' '}
          <Blank
            label="Database"
            choices={[
              { value: '', label: 'a database of its own' },
              ...own.map((d) => ({ value: d.name, label: d.name, hint: count(d.tables.length, 'table') })),
            ]}
            onPick={setInto}
          >
            {into || 'a database of its own'}
          </Blank>
        </Box>
        {!into && (
          <Box sx={{ width: 170 }}>
            <TextSetting label="Name of the database" value={name} onCommit={setName} />
          </Box>
        )}
        <Box sx={{ width: 170 }}>
          <TextSetting label="Name of the table" value={table} onCommit={setTable} />
        </Box>
        <Box sx={{ color: color.muted }}>
          {count(columns.length, 'column')}, with {preview.delimiter === '\t' ? 'tabs' : `“${preview.delimiter}”`} between. Click a type to
          read a column otherwise. {preview.notes.join(' ')}
        </Box>
        <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
          <Button variant="contained" disabled={busy || !name.trim() || !table.trim()} onClick={() => void take()}>
            {busy ? 'Reading…' : replaced ? `Replace ${tableWords(replaced)}` : database ? 'Add the table' : 'Make a database from it'}
          </Button>
          <Button color="inherit" onClick={onClose}>
            Leave it
          </Button>
        </Box>
      </Box>
      {failure && (
        <Box role="alert" sx={{ color: color.problem, mb: 1 }}>
          {failure}
        </Box>
      )}
      {replaced && (
        <Box role="status" sx={{ mb: 1 }}>
          “{database!.name}” has a table <b>{replaced.name}</b> already; what this file holds takes its place.
        </Box>
      )}
      {preview.badCells.length > 0 && (
        <Box role="status" sx={{ mb: 1 }}>
          Marked cells are not what their column is read as. They are kept as they are written.
        </Box>
      )}
      <Box sx={{ overflow: 'auto' }}>
        <Box
          component="table"
          aria-label="First rows of the file"
          sx={{
            borderCollapse: 'collapse',
            fontSize: 12,
            bgcolor: color.paper,
            '& th, & td': { px: 1, py: 0.25, border: `1px solid ${color.line}`, whiteSpace: 'nowrap', textAlign: 'left' },
          }}
        >
          <thead>
            <tr>
              {columns.map((c, i) => (
                <th key={i}>
                  <Blank
                    label="Column name"
                    typed={c.name}
                    onPick={(next) => {
                      if (next.trim()) set(i, { name: next.trim() });
                    }}
                  >
                    {c.name}
                  </Blank>
                </th>
              ))}
            </tr>
            <tr>
              {columns.map((c, i) => (
                <Box component="th" key={i} sx={{ fontWeight: 400 }}>
                  <Blank
                    label={`Type of ${c.name}`}
                    choices={readings.map((r) => ({ value: r.label, label: r.label }))}
                    onPick={(label) => set(i, readings.find((r) => r.label === label)!.column)}
                  >
                    {wordsOf(c)}
                  </Blank>
                </Box>
              ))}
            </tr>
          </thead>
          <tbody>
            {preview.rows.map((row, r) => (
              <tr key={r}>
                {row.map((cell, i) => (
                  <td key={i} style={bad(r + 1, preview.columns[i].name) ? { background: color.problemTint } : undefined}>
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
    </Drawer>
  );
}
