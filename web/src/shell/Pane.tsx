import Box from '@mui/material/Box';
import type { KeyboardEventHandler, ReactNode } from 'react';
import { color } from '../theme/tokens';

interface Props {
  /** What it is called, and its name as a region for F6. */
  label: string;
  region: string;
  /** On which side of the page it stands. */
  side: 'left' | 'right';
  width: number;
  /** True for places to go to; otherwise it is about what is beside it. */
  isNavigation?: boolean;
  onKeyDown?: KeyboardEventHandler;
  children: ReactNode;
}

/** A pane beside what a screen is about; on a narrow screen, as wide as that. */
export const Pane = ({ label, region, side, width, isNavigation, onKeyDown, children }: Props) => (
  <Box
    component={isNavigation ? 'nav' : 'aside'}
    aria-label={label}
    data-region={region}
    onKeyDown={onKeyDown}
    sx={{
      width: { xs: '100%', md: width },
      flex: 'none',
      minHeight: 0,
      overflow: 'auto',
      p: side === 'left' ? 1.25 : 2,
      bgcolor: color.panel,
      [side === 'left' ? 'borderRight' : 'borderLeft']: `1px solid ${color.line}`,
    }}
  >
    {children}
  </Box>
);
