import Box from '@mui/material/Box';
import { useState } from 'react';
import { numbers } from '../../shell/count';
import { color } from '../../theme/tokens';

/** The page that is read, and a way to any other: type its number. */
export function PageField({
  page,
  pages,
  complete,
  onGo,
}: {
  page: number;
  pages: number;
  complete: boolean;
  onGo: (page: number) => void;
}) {
  const [draft, setDraft] = useState<string>();
  const leave = () => setDraft(undefined);
  const go = () => {
    const wanted = Number(draft);
    if (draft && Number.isInteger(wanted) && wanted > 0) onGo(Math.min(wanted, pages));
    leave();
  };
  const step = (label: string, sign: string, to: number) => (
    <Box
      component="button"
      type="button"
      aria-label={label}
      title={label}
      aria-disabled={to < 1 || to > pages}
      onClick={() => to >= 1 && to <= pages && onGo(to)}
      sx={{
        border: 0,
        bgcolor: 'transparent',
        font: 'inherit',
        fontSize: 16,
        width: 26,
        height: 26,
        p: 0,
        cursor: 'pointer',
        color: color.main,
        '&[aria-disabled=true]': { color: color.muted, opacity: 0.6, cursor: 'default' },
      }}
    >
      {sign}
    </Box>
  );
  return (
    <Box sx={{ display: 'flex', alignItems: 'center' }}>
      {step('Previous page', '‹', page - 1)}
      <Box component="label" sx={{ color: color.muted, whiteSpace: 'nowrap' }} data-testid="page-of">
        Page{' '}
        <Box
          component="input"
          name="page"
          inputMode="numeric"
          aria-label="Page"
          value={draft ?? page}
          onFocus={(e: React.FocusEvent<HTMLInputElement>) => e.target.select()}
          onChange={(e: React.ChangeEvent<HTMLInputElement>) => setDraft(e.target.value)}
          onBlur={leave}
          onKeyDown={(e: React.KeyboardEvent) => {
            if (e.key === 'Enter') go();
            if (e.key === 'Escape') leave();
          }}
          sx={{
            font: 'inherit',
            color: color.ink,
            textAlign: 'right',
            border: `1px solid ${color.line}`,
            borderRadius: 1,
            height: 26,
            px: 0.5,
            bgcolor: color.paper,
          }}
          style={{ width: `${Math.max(2, String(pages).length) + 1.5}ch` }}
        />{' '}
        of {numbers.format(pages)}
        {complete ? '' : '…'}
      </Box>
      {step('Next page', '›', page + 1)}
    </Box>
  );
}
