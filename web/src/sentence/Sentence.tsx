import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** A sentence with blanks. */
export function Sentence({ children }: { children: ReactNode }) {
  return (
    <Box component="p" sx={{ m: 0, mb: 1.5, fontSize: 15, lineHeight: 1.75 }}>
      {children}
    </Box>
  );
}
