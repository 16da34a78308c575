import Box from '@mui/material/Box';
import type { ParameterInfo } from '../../api/generated';
import { color } from '../../theme/tokens';

interface Props {
  parameter: ParameterInfo;
  /** What it says while nothing is chosen. */
  empty: string;
  opens: 'listbox' | 'dialog';
  onOpen: (anchor: HTMLElement) => void;
}

/** What a parameter is set to, in words; a click opens what it can be set to. */
export function StripButton({ parameter, empty, opens, onOpen }: Props) {
  return (
    <Box
      component="button"
      type="button"
      aria-label={`${parameter.caption}: ${parameter.words || empty}`}
      aria-haspopup={opens}
      data-parameter={parameter.name}
      onClick={(e: React.MouseEvent<HTMLElement>) => onOpen(e.currentTarget)}
      sx={{
        border: 0,
        bgcolor: 'transparent',
        font: 'inherit',
        color: parameter.words ? color.ink : color.muted,
        p: 0,
        cursor: 'pointer',
        maxWidth: 220,
        overflow: 'hidden',
        textOverflow: 'ellipsis',
        whiteSpace: 'nowrap',
      }}
    >
      {raised(parameter.words) || empty} ▾
    </Box>
  );
}

/** With its first letter raised. */
export const raised = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
