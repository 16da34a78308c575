import Box from '@mui/material/Box';
import type { Join, JoinEffect } from '../../api/generated';
import { color } from '../../theme/tokens';
import { tableInWords, tablesOf, timesOf } from '../document/dataset';
import type { Dataset } from '../document/types';

/** The tables of a dataset in words, for those who do not reach for a line on the canvas: each opens how it is joined. */
export function JoinList({ dataset, effects, onSelect }: { dataset: Dataset; effects: JoinEffect[]; onSelect: (table: string) => void }) {
  const tables = tablesOf(dataset);
  const spoken = (id?: string) => tableInWords(tables.find((t) => t.id === id)?.table ?? '');
  const joinWords = (join: Join) =>
    `${join.kind === 'unmatched' ? 'missing for' : 'to'} ${spoken(join.to)} by ${(join.on ?? []).map((p) => p.to).join(' and ')}`;
  if (tables.length < 2) return null;
  return (
    <Box component="section" aria-label="Tables" sx={{ mb: 1 }}>
      <Box component="h2" sx={{ fontSize: 13, m: 0, mb: 0.5 }}>
        Tables
      </Box>
      {tables.map((t, i) => {
        const words = i === 0 ? 'the first' : !t.join ? 'joined to nothing yet' : joinWords(t.join);
        return i === 0 ? (
          <Box key={t.id} sx={row}>
            <b>{spoken(t.id)}</b>
            <Box sx={{ color: color.muted }}>{words}</Box>
          </Box>
        ) : (
          <Box
            component="button"
            key={t.id}
            data-join={t.id}
            onClick={() => onSelect(t.id)}
            sx={{ ...row, cursor: 'pointer', '&:hover': { color: color.main } }}
          >
            <b>{spoken(t.id)}</b>
            <Box component="span" sx={{ color: t.join ? color.muted : color.problem, flex: 1 }}>
              {words}
            </Box>
            <Box component="span" sx={{ color: color.muted }}>
              {timesOf(effects.find((e) => e.id === t.id))}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}

const row = {
  display: 'flex',
  gap: 1,
  width: '100%',
  border: 0,
  bgcolor: 'transparent',
  font: 'inherit',
  color: 'inherit',
  textAlign: 'left',
  px: 0.75,
  py: 0.25,
} as const;
