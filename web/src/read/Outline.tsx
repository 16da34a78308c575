import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import { color, levelColor } from '../theme/tokens';

/** The groups of the report with the pages on which they begin. */
export function Outline({ run, page, onGo }: { run: string; page: number; onGo: (page: number) => void }) {
  const outline = useQuery({ queryKey: ['outline', run], queryFn: () => api.outline(run), staleTime: Infinity });
  const entries = outline.data ?? [];
  const deepest = Math.max(1, ...entries.map((e) => e.level));
  const current = entries.findLastIndex((e) => e.page <= page);
  return (
    <Box component="nav" aria-label="In this report" sx={{ width: 190, flex: 'none', overflow: 'auto', p: 1.25, bgcolor: color.panel, borderRight: `1px solid ${color.line}` }}>
      <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, mb: 0.75 }}>In this report</Box>
      {outline.data && entries.length === 0 && <Box sx={{ color: color.muted }}>The rows are not grouped.</Box>}
      {entries.map((entry, i) => (
        <Box
          component="button"
          key={i}
          onClick={() => onGo(entry.page)}
          aria-current={i === current ? 'location' : undefined}
          sx={{ display: 'flex', gap: 1, width: '100%', border: 0, borderRadius: 1, font: 'inherit', textAlign: 'left', cursor: 'pointer', py: 0.25, pr: 0.75, pl: 0.75 + (entry.level - 1) * 1.5, bgcolor: i === current ? color.mainTint : 'transparent', color: entry.level < deepest || deepest === 1 ? levelColor(entry.level) : color.ink, fontWeight: entry.level < deepest ? 700 : 400, '&:hover': { bgcolor: color.mainTint } }}
        >
          <Box component="span" sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }} title={entry.label}>{entry.label}</Box>
          <Box component="span" sx={{ fontSize: 11, fontWeight: 400, color: color.muted, whiteSpace: 'nowrap' }}>p. {entry.page}</Box>
        </Box>
      ))}
    </Box>
  );
}
