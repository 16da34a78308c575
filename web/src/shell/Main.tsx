import Box, { type BoxProps } from '@mui/material/Box';

/** What a screen is about, below its bar. It takes the focus when a screen is gone to. */
export const Main = ({ sx, ...props }: BoxProps) => (
  <Box
    component="main"
    id="content"
    tabIndex={-1}
    {...props}
    sx={{ flex: 1, minHeight: 0, display: 'flex', '&:focus-visible': { outlineOffset: -2 }, ...sx }}
  />
);
