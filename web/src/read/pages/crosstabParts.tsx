import Box from '@mui/material/Box';
import type { LinkAction } from '../../api/generated';
import { color } from '../../theme/tokens';

export const tableCell = { px: 1, py: 0.5, borderBottom: `1px solid ${color.line}`, whiteSpace: 'nowrap' } as const;

/** A button that looks like what stands around it. */
export function PlainButton({
  label,
  expanded,
  onClick,
  children,
}: {
  label: string;
  expanded?: boolean;
  onClick: () => void;
  children: string;
}) {
  return (
    <Box
      component="button"
      type="button"
      aria-label={label}
      aria-expanded={expanded}
      title={label}
      onClick={onClick}
      sx={{ font: 'inherit', color: 'inherit', border: 0, p: 0, background: 'none', cursor: 'pointer' }}
    >
      {children}
    </Box>
  );
}

/** The sign beside a heading that leads on. */
export function Follow({ action, of, onFollow }: { action: LinkAction; of: string; onFollow: (action: LinkAction) => void }) {
  return (
    <Box component="span" sx={{ color: color.link, ml: 0.5 }}>
      <PlainButton label={`${of}: open ${action.title}`} onClick={() => onFollow(action)}>
        ↘
      </PlainButton>
    </Box>
  );
}
