import Box from '@mui/material/Box';
import { useId, useState, type ReactNode } from 'react';
import { color } from '../theme/tokens';

interface Props {
  name: string;
  summary: ReactNode;
  children: ReactNode;
  /** True shows at once what can be set. */
  isOpen?: boolean;
}

/** A finer setting under the sentence: its name, one line that says what is set, and what can be set when opened. */
export function Setting({ name, summary, children, isOpen = false }: Props) {
  const [open, setOpen] = useState(isOpen);
  const id = useId();
  return (
    <Box sx={{ borderTop: `1px solid ${color.line}` }}>
      <Box
        component="button"
        type="button"
        aria-expanded={open}
        aria-controls={id}
        onClick={() => setOpen(!open)}
        sx={{
          display: 'flex',
          gap: 1,
          width: '100%',
          minHeight: 32,
          alignItems: 'center',
          font: 'inherit',
          border: 0,
          p: 0,
          bgcolor: 'transparent',
          cursor: 'pointer',
          textAlign: 'left',
          color: color.ink,
        }}
      >
        <b>{name}</b>
        <Box
          component="span"
          sx={{ ml: 'auto', color: color.muted, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap', minWidth: 0 }}
        >
          {summary}
        </Box>
      </Box>
      {open && (
        <Box id={id} sx={{ display: 'grid', gap: 1, pb: 1.5 }}>
          {children}
        </Box>
      )}
    </Box>
  );
}
