import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { memo } from 'react';
import { api } from '../../api/client';
import { color } from '../../theme/tokens';

interface Props {
  run: string;
  sheet: string;
  /** True once the last page is known: then the page is fetched again, with the number of pages on it. */
  complete: boolean;
  find: string;
  number: number;
  width: number;
  height: number;
  zoom: number;
  onGone: () => void;
}

/** One page of a run, drawn by the server as SVG in which every text is escaped. */
export const PageView = memo(function PageView({ run, sheet, complete, find, number, width, height, zoom, onGone }: Props) {
  const page = useQuery({
    queryKey: ['page', run, sheet, number, complete, find],
    queryFn: async ({ signal }) => {
      try {
        return await api.page(run, sheet, number, find, signal);
      } catch (error) {
        if ((error as { code?: string }).code === 'run-gone') onGone();
        throw error;
      }
    },
    placeholderData: (previous) => previous,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const size = { width: width * zoom, height: height * zoom };
  return (
    <Box
      sx={{
        ...size,
        bgcolor: color.paper,
        boxShadow: '0 1px 4px rgba(31,42,48,.18)',
        mx: 'auto',
        '& svg': { ...size, display: 'block' },
        '& .mark': { cursor: 'default' },
        '& .mark:focus': { outline: 'none' },
        '& .linked': { cursor: 'pointer' },
        '& .linked:hover': { stroke: color.linkMark, strokeWidth: 2 },
        '& .chosen': { stroke: color.link, strokeWidth: 2.5 },
        // Light within dark, so that one of them stands out from whatever is behind.
        '& .mark:focus-visible': { outline: `2px solid ${color.ink}`, outlineOffset: 1, stroke: '#fff', strokeWidth: 2 },
        '& .dimmed [data-series]:not(.lit):not([data-mark])': { opacity: 0.15 },
      }}
      data-page={number}
    >
      {page.data ? (
        <div dangerouslySetInnerHTML={{ __html: page.data }} />
      ) : (
        <Box sx={{ p: 3, color: color.muted }}>{page.error ? page.error.message : `Page ${number}`}</Box>
      )}
    </Box>
  );
});
