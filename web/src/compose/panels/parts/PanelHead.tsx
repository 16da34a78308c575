import Box from '@mui/material/Box';
import { color } from '../../../theme/tokens';

/** What kind of thing is selected. */
export function PanelHead({ children }: { children: string }) {
  return (
    <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, mb: 0.75 }}>
      {children}
    </Box>
  );
}
