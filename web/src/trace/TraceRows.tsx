import Box from '@mui/material/Box';
import { StayButton } from '../shell/StayButton';
import Button from '@mui/material/Button';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import type { PrintedPlace } from '../api/generated';
import { color } from '../theme/tokens';

const atOnce = 100;

/** The rows behind a number, page by page, in any order, and as a file. */
export function TraceRows({ run, place, part }: { run: string; place: PrintedPlace; part: number }) {
  const [from, setFrom] = useState(0);
  const [sort, setSort] = useState<{ by: string; descending: boolean }>();
  const asked = { part, from, count: atOnce, sort: sort?.by, descending: sort?.descending ?? false };
  const rows = useQuery({
    queryKey: ['trace rows', run, place, asked],
    queryFn: ({ signal }) => api.traceRows(run, place, asked, signal),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  const put = (by: string) => {
    setFrom(0);
    setSort((was) => (was?.by !== by ? { by, descending: false } : was.descending ? undefined : { by, descending: true }));
  };
  if (rows.error)
    return (
      <Box role="alert" sx={{ color: color.problem }}>
        {rows.error.message}
      </Box>
    );
  const found = rows.data;
  if (!found) return <Box role="status">Reading the rows…</Box>;
  const last = Math.min(found.total, from + found.rows.length);
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        <Box role="status" sx={{ color: color.muted, fontSize: 13 }}>
          {found.total === 0
            ? 'No rows'
            : `Rows ${(from + 1).toLocaleString('en-GB')} to ${last.toLocaleString('en-GB')} of ${found.total.toLocaleString('en-GB')}`}
        </Box>
        <StayButton size="small" disabled={from === 0} onClick={() => setFrom(Math.max(0, from - atOnce))}>
          ← Earlier
        </StayButton>
        <StayButton size="small" disabled={last >= found.total} onClick={() => setFrom(from + atOnce)}>
          Later →
        </StayButton>
        <Button size="small" component="a" href={api.traceFile(run, place, asked)} sx={{ ml: 'auto' }}>
          Download as CSV
        </Button>
      </Box>
      <Box
        tabIndex={0}
        role="region"
        aria-label="Rows behind it"
        sx={{ overflow: 'auto', maxHeight: '60vh', bgcolor: color.paper, border: `1px solid ${color.line}`, borderRadius: 1 }}
      >
        <Box
          component="table"
          sx={{
            borderCollapse: 'collapse',
            fontSize: 12,
            '& th, & td': { px: 1, py: 0.25, borderBottom: `1px solid ${color.line}`, whiteSpace: 'nowrap' },
            '& th': { position: 'sticky', top: 0, bgcolor: color.panel, p: 0, textAlign: 'left' },
            '& th.number': { textAlign: 'right' },
            '& .used': { bgcolor: color.mainTint },
            '& td.number': { textAlign: 'right', fontVariantNumeric: 'tabular-nums' },
          }}
        >
          <thead>
            <tr>
              {found.head.map((h) => (
                <th
                  key={h.name}
                  scope="col"
                  className={h.isNumber ? 'number' : ''}
                  title={h.origin ?? 'Worked out'}
                  aria-sort={sort?.by === h.name ? (sort.descending ? 'descending' : 'ascending') : undefined}
                >
                  <Button
                    size="small"
                    color="inherit"
                    onClick={() => put(h.name)}
                    sx={{ fontSize: 12, fontWeight: h.used ? 700 : 500, py: 0.25, minWidth: 0, whiteSpace: 'nowrap' }}
                  >
                    {h.caption}
                    {sort?.by === h.name && (sort.descending ? ' ↓' : ' ↑')}
                  </Button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {found.rows.map((row, i) => (
              <tr key={i}>
                {row.map((cell, k) => (
                  <td key={k} className={[found.head[k].isNumber && 'number', found.head[k].used && 'used'].filter(Boolean).join(' ')}>
                    {cell || <span aria-label="no value">–</span>}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
    </>
  );
}
