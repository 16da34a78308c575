import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { api } from '../../../api/client';
import { NumbersTable } from '../../../shell/NumbersTable';
import { saveFile } from '../../../shell/saveFile';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { requestOf } from '../../session/request';

const few = 6;

/** The table under a chart: what it draws at the vantage, all of it, and as a file. */
export function NumbersDrawn({ chart }: { chart: string }) {
  const { view } = useCompose('view');
  const [all, setAll] = useState(false);
  const table = view?.bands.flatMap((b) => b.charts).find((c) => c.id === chart)?.table;
  const rows = table?.rows ?? [];
  const save = async () => {
    const report = requestOf(useCompose.getState());
    if (!report) return;
    try {
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
          <NumbersTable head={table!.head} rows={all ? rows : rows.slice(0, few)} leftOut={all ? Number(table!.leftOut) : 0} />
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
