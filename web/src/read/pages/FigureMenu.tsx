import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../shell/whenOpen';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { getChartOptions } from '../../api/generated/@tanstack/react-query.gen';
import { NumbersTable } from '../../shell/NumbersTable';
import { LookDialog } from '../../shell/LookDialog';
import { color } from '../../theme/tokens';

const formats = [
  { format: 'svg', label: 'Save as SVG' },
  { format: 'png', label: 'Save as PNG' },
  { format: 'csv', label: 'Save its numbers as CSV' },
];

/** What can be done with a chart or a crosstab: its numbers as a table, its picture and its numbers as files. */
export function FigureMenu({
  run,
  figure,
  at,
  mark,
  isTable,
  onTable,
  onTrace,
  onClose,
}: {
  run: string;
  figure: string;
  at: { x: number; y: number };
  /** What the mark is called that is meant. */
  mark?: string;
  /** True for a crosstab, which is a table already. */
  isTable?: boolean;
  onTable: () => void;
  onTrace: () => void;
  onClose: () => void;
}) {
  const [table, setTable] = useState(false);
  if (table) return <NumbersDialog run={run} figure={figure} onClose={onClose} />;
  return (
    <Menu open onClose={onClose} anchorReference="anchorPosition" anchorPosition={{ left: at.x, top: at.y }}>
      <MenuItem
        onClick={() => {
          onClose();
          onTrace();
        }}
      >
        {mark ? `Where does ${mark} come from?` : 'Where does it come from?'}
      </MenuItem>
      {isTable ? (
        <MenuItem
          onClick={() => {
            onClose();
            onTable();
          }}
        >
          Sort, fold and copy it as a table
        </MenuItem>
      ) : (
        <MenuItem onClick={() => setTable(true)}>Show its numbers</MenuItem>
      )}
      {isTable && (
        <MenuItem component="a" href={`/api/runs/${run}/crosstabs/${encodeURIComponent(figure)}/csv`} onClick={onClose}>
          Save it as CSV
        </MenuItem>
      )}
      {(isTable ? [] : formats).map(({ format, label }) => (
        <MenuItem key={format} component="a" href={`/api/runs/${run}/charts/${encodeURIComponent(figure)}/${format}`} onClick={onClose}>
          {label}
        </MenuItem>
      ))}
    </Menu>
  );
}

function NumbersDialog({ run, figure, onClose }: { run: string; figure: string; onClose: () => void }) {
  const { data, error } = useQuery(getChartOptions({ path: { id: run, figure } }));
  return (
    <LookDialog title="Numbers of the chart" onClose={onClose}>
      {error && <Box sx={{ color: color.problem }}>{(error as Error).message}</Box>}
      {data && <NumbersTable head={data.head} rows={data.rows} leftOut={Number(data.leftOut)} />}
    </LookDialog>
  );
}
