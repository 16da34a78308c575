import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { color } from '../../theme/tokens';
import { useCompose } from '../composeStore';

const few = 6;

/** The table under a chart: what it draws at the vantage. */
export function NumbersDrawn({ chart }: { chart: string }) {
  const { view } = useCompose('view');
  const [all, setAll] = useState(false);
  const marks = view?.bands.flatMap((b) => b.charts).find((c) => c.id === chart)?.marks ?? [];
  return (
    <Box sx={{ borderTop: `1px solid ${color.line}`, pt: 1 }}>
      <Box component="h3" sx={{ fontSize: 13, m: 0, mb: 0.5 }}>
        Numbers drawn
      </Box>
      {marks.length === 0 && <Box sx={{ color: color.muted }}>There are no rows here.</Box>}
      <Box
        component="table"
        sx={{ width: '100%', borderCollapse: 'collapse', fontVariantNumeric: 'tabular-nums', '& td': { p: 0, py: 0.2 } }}
      >
        <tbody>
          {(all ? marks : marks.slice(0, few)).map((m, i) => (
            <tr key={i}>
              <td>{m.label}</td>
              <Box component="td" sx={{ textAlign: 'right' }}>
                {m.figure}
              </Box>
            </tr>
          ))}
        </tbody>
      </Box>
      {marks.length > few && !all && (
        <Button size="small" sx={{ ml: -0.75 }} onClick={() => setAll(true)}>
          {marks.length - few} more…
        </Button>
      )}
    </Box>
  );
}
