import { createTheme } from '@mui/material/styles';
import { color } from './tokens';

export const theme = createTheme({
  palette: {
    primary: { main: color.main },
    warning: { main: color.rows },
    error: { main: color.problem },
    text: { primary: color.ink, secondary: color.muted },
    background: { default: color.desk, paper: color.paper },
    divider: color.line,
  },
  typography: { fontFamily: 'Commissioner, sans-serif', fontSize: 13, button: { textTransform: 'none', fontWeight: 600 } },
  shape: { borderRadius: 6 },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        html: { height: '100%' },
        body: { height: '100%', fontSize: 13, lineHeight: 1.45, overflow: 'hidden' },
        '#root': { height: '100%' },
        // On a telephone, or zoomed to 400 %, bars scroll with the page, and what a screen is about fills all of it.
        '@media (max-height: 500px), (max-width: 600px)': {
          body: { overflow: 'auto !important', height: 'auto !important' },
          '#root': { height: 'auto !important' },
          main: { flex: 'none !important', minHeight: '100vh !important' },
          '[data-body]': { flex: 'none !important', height: '100vh !important' },
        },
        '@media (prefers-reduced-motion: reduce)': {
          '*, *::before, *::after': { animation: 'none !important', transition: 'none !important', scrollBehavior: 'auto !important' },
        },
        ':focus-visible': { outline: `2px solid ${color.main}`, outlineOffset: 1 },
        // Of messages, too, amber is none and red is for problems.
        '.notistack-MuiContent.notistack-MuiContent-default, .notistack-MuiContent.notistack-MuiContent-warning': {
          backgroundColor: color.ink,
        },
        '.notistack-MuiContent.notistack-MuiContent-success': { backgroundColor: color.fine },
        '.notistack-MuiContent.notistack-MuiContent-error': { backgroundColor: color.problem },
        // Report texts are measured with kerning and without ligatures, and drawn in the same way here.
        'svg.drawing text': { fontKerning: 'normal', fontVariantLigatures: 'none', textRendering: 'geometricPrecision' },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: { defaultProps: { disableElevation: true, size: 'small' }, styleOverrides: { root: { minHeight: 30, transition: 'none' } } },
    // What opens is there at once, and stays where it is; nor do buttons fade, which would leave them hard to read for a moment.
    // Whatever is in the page is in a region of it.
    MuiPopover: { defaultProps: { transitionDuration: 0, slotProps: { root: { role: 'region', 'aria-label': 'Choices' } } } },
    MuiMenu: { defaultProps: { transitionDuration: 0 } },
    MuiMenuItem: { styleOverrides: { root: { fontSize: 13, minHeight: 30 } } },
    MuiTooltip: {
      defaultProps: { arrow: true, enterDelay: 500 },
      styleOverrides: { tooltip: { fontSize: 12, backgroundColor: color.ink } },
    },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiOutlinedInput: {
      styleOverrides: { root: { fontSize: 13, backgroundColor: color.paper }, input: { paddingTop: 5, paddingBottom: 5 } },
    },
    MuiInputLabel: { styleOverrides: { root: { fontSize: 13 } } },
  },
});
