import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { api } from '../../../api/client';
import { saveFile } from '../../../shell/saveFile';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../composeStore';

const few = 6;

/** The table under a chart: what it draws at the vantage, all of it, and as a file. */
export function NumbersDrawn({ chart }: { chart: string }) {
  const { view } = useCompose('view');
  const [all, setAll] = useState(false);
  const table = view?.bands.flatMap((b) => b.charts).find((c) => c.id === chart)?.table;
  const rows = table?.rows ?? [];
  const save = async () => {
    const { definition, vantage, values, sheet } = useCompose.getState();
    if (!definition) return;
    try {
      const report = { definition, vantage: vantage as Record<string, string[]>, values, sheet };
      saveFile(await api.chartNumbers({ report, chart }), 'chart.csv', 'text/csv');
    } catch (error) {
      useCompose.setState({ failure: (error as Error).message });
    }
  };
  return (
    <Box sx={{ borderTop: `1px solid ${color.line}`, pt: 1 }}>
      <Box component="h3" sx={{ fontSize: 13, m: 0, mb: 0.5 }}>
        Numbers drawn
      </Box>
      {rows.length === 0 && <Box sx={{ color: color.muted }}>There are no rows here.</Box>}
      {rows.length > 0 && (
        <Box sx={{ overflow: 'auto', maxHeight: 360 }}>
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
                {table!.head.map((name, i) => (
                  <th key={i} scope="col">
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {(all ? rows : rows.slice(0, few)).map((row, i) => (
                <tr key={i}>
                  {row.map((cell, k) => (
                    <td key={k}>{cell}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      )}
      {rows.length > few && !all && (
        <Button size="small" sx={{ ml: -0.75 }} onClick={() => setAll(true)}>
          {rows.length - few} more…
        </Button>
      )}
      {rows.length > 0 && (
        <Button size="small" onClick={() => void save()}>
          Save as CSV
        </Button>
      )}
    </Box>
  );
}
