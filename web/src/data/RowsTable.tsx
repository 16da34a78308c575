import Box from '@mui/material/Box';
import type { DatasetView } from '../api/generated';
import { color } from '../theme/tokens';
import type { Field } from './types';

const numbersAreRight = (field?: Field) => field?.type === 'whole' || field?.type === 'decimal' || field?.type === 'double';

/** The first rows as they are now. */
export function RowsTable({ view, fields, selected, onSelect }: { view: DatasetView; fields: Field[]; selected?: string; onSelect: (field: string) => void }) {
  return (
    <Box component="table" aria-label="First rows" sx={{ borderCollapse: 'collapse', fontSize: 12, '& th, & td': { px: 1, py: 0.25, borderBottom: `1px solid ${color.line}`, whiteSpace: 'nowrap', maxWidth: 260, overflow: 'hidden', textOverflow: 'ellipsis' }, '& th': { position: 'sticky', top: 0, bgcolor: color.panel, textAlign: 'left', cursor: 'pointer' } }}>
      <thead>
        <tr>{view.columns.map((name) => <Box component="th" key={name} onClick={() => onSelect(name)} sx={{ color: name === selected ? color.main : color.ink }} style={{ textAlign: numbersAreRight(fields.find((f) => f.name === name)) ? 'right' : undefined }}>{name}</Box>)}</tr>
      </thead>
      <tbody>
        {view.rows.map((row, i) => <tr key={i}>{row.map((value, k) => <td key={k} style={{ textAlign: numbersAreRight(fields.find((f) => f.name === view.columns[k])) ? 'right' : undefined, color: value === null ? color.muted : undefined }}>{value ?? '–'}</td>)}</tr>)}
      </tbody>
    </Box>
  );
}
