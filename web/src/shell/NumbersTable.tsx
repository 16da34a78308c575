import Box from '@mui/material/Box';
import { color } from '../theme/tokens';
import { count } from './count';

/** Figures as people read them: names at the left, numbers flush at the right, and how many more rows the table has no room for. */
export function NumbersTable({ head, rows, leftOut = 0 }: { head: string[]; rows: string[][]; leftOut?: number }) {
  return (
    <>
      <Figures head={head} rows={rows} />
      {leftOut > 0 && (
        <Box role="note" sx={{ mt: 1 }}>{`${count(leftOut, 'more row')}: save the chart’s numbers as CSV to see all of them.`}</Box>
      )}
    </>
  );
}

function Figures({ head, rows }: { head: string[]; rows: string[][] }) {
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        borderCollapse: 'collapse',
        fontVariantNumeric: 'tabular-nums',
        '& td, & th': { p: 0, py: 0.2, pr: 1, textAlign: 'right', fontWeight: 400 },
        '& td:first-of-type, & th:first-of-type': { textAlign: 'left' },
        '& th': { color: color.muted, fontSize: 12 },
      }}
    >
      <thead>
        <tr>
          {head.map((name, i) => (
            <th key={i} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row, i) => (
          <tr key={i}>
            {row.map((cell, k) => (
              <td key={k}>{cell}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
