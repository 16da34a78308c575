import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { SavedDataset } from '../api/generated';
import { caption } from '../shell/caption';
import { color } from '../theme/tokens';
import { SmallLook } from './rows/SmallLook';

/** Whether a dataset is meant by what was typed: its name, what it is about, or one of its fields. */
export const isWanted = ({ definition: d }: SavedDataset, wanted: string) =>
  `${d.name} ${d.description ?? ''} ${(d.fields ?? []).map(caption).join(' ')}`.toLowerCase().includes(wanted.trim().toLowerCase());

/** Kept datasets to pick from, each with what it is about and a small look at its rows. */
export function DatasetPicks({ datasets, onPick }: { datasets: SavedDataset[]; onPick: (id: string) => void }) {
  const [looked, setLooked] = useState<string>();
  return datasets.map(({ id, definition: d }) => (
    <Box
      key={id}
      component="article"
      aria-label={d.name}
      sx={{ p: 1, bgcolor: color.paper, border: `1px solid ${color.line}`, borderRadius: 1, minWidth: 0 }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, '& button': { minWidth: 0, px: 1 } }}>
        <Box sx={{ fontWeight: 600, flex: 1 }}>{d.name}</Box>
        <Button size="small" color="inherit" aria-expanded={looked === id} onClick={() => setLooked(looked === id ? undefined : id)}>
          Rows
        </Button>
        <Button size="small" variant="outlined" onClick={() => onPick(id)}>
          Take it
        </Button>
      </Box>
      <Box sx={{ fontSize: 12, color: color.muted }}>{d.description}</Box>
      {looked === id && (
        <Box sx={{ mt: 0.5 }}>
          <SmallLook dataset={d} />
        </Box>
      )}
    </Box>
  ));
}
