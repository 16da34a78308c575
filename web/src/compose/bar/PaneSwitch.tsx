import Box from '@mui/material/Box';
import { color } from '../../theme/tokens';
import { usePane, type PaneName } from '../store/panes';

const names: [PaneName, string][] = [
  ['data', 'Data'],
  ['page', 'Page'],
  ['settings', 'Settings'],
];

/** Chooses the pane that is shown where there is room for one only. */
export function PaneSwitch() {
  const shown = usePane((s) => s.shown);
  return (
    <Box
      role="group"
      aria-label="Pane"
      sx={{ display: { xs: 'flex', md: 'none' }, flex: 'none', bgcolor: color.panel, borderBottom: `1px solid ${color.line}` }}
    >
      {names.map(([name, label]) => (
        <Box
          component="button"
          type="button"
          key={name}
          aria-pressed={shown === name}
          onClick={() => usePane.setState({ shown: name })}
          sx={{
            flex: 1,
            height: 36,
            border: 0,
            font: 'inherit',
            fontWeight: 600,
            bgcolor: 'transparent',
            color: color.muted,
            '&[aria-pressed=true]': { color: color.main, boxShadow: `inset 0 -2px ${color.main}` },
          }}
        >
          {label}
        </Box>
      ))}
    </Box>
  );
}

/** A pane of Compose: always there on a wide screen, and by choice on a narrow one. */
export function PanePlace({ name, grow, children }: { name: PaneName; grow?: boolean; children: React.ReactNode }) {
  const shown = usePane((s) => s.shown);
  return (
    <Box
      sx={{
        display: { xs: shown === name ? 'flex' : 'none', md: 'flex' },
        flex: { xs: 1, md: grow ? 1 : 'none' },
        minWidth: 0,
        minHeight: 0,
      }}
    >
      {children}
    </Box>
  );
}
