import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { color } from '../theme/tokens';
import { ShortcutList, type Shortcuts } from './ShortcutList';

/** The dark bar at the top: where one is, what one can do. */
export function TopBar({
  title,
  place = 'Library',
  note,
  middle,
  actions,
  screen,
  keys,
}: {
  /** What the screen is called, and the keys that only it has. */
  screen: string;
  keys?: Shortcuts;
  title?: ReactNode;
  place?: 'Library' | 'Data';
  note?: ReactNode;
  middle?: ReactNode;
  actions?: ReactNode;
}) {
  return (
    <Box
      component="header"
      data-region="bar"
      sx={{
        display: { xs: 'flex', md: 'grid' },
        flexWrap: 'wrap',
        gridTemplateColumns: '1fr auto 1fr',
        alignItems: 'center',
        columnGap: 2,
        rowGap: 0.5,
        minHeight: 46,
        flex: 'none',
        px: 1.75,
        py: 0.5,
        bgcolor: color.ink,
        color: color.paper,
        '& :focus-visible': { outlineColor: color.linkMark },
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, minWidth: 0 }}>
        <Link to="/" aria-label="Library" title="Library">
          <Box component="img" src="/mark.svg" alt="" sx={{ width: 24, height: 24, display: 'block' }} />
        </Link>
        {title === undefined ? (
          <>
            <Box component="h1" sx={{ fontSize: 15, fontWeight: 700, m: 0, mr: 1.5 }}>
              Lucid Lattice
            </Box>
            <Box component="nav" aria-label="Places" sx={{ display: 'flex', gap: 2 }}>
              {[
                ['Library', '/'],
                ['Data', '/data'],
                ['Links', '/links'],
              ].map(([name, to]) => (
                <Box
                  key={to}
                  component={NavLink}
                  to={to}
                  end={to === '/'}
                  sx={{
                    color: '#B9C0C3',
                    textDecoration: 'none',
                    py: 0.5,
                    borderBottom: '2px solid transparent',
                    '&:hover': { color: color.paper },
                    '&.active': { color: color.paper, borderColor: color.paper },
                  }}
                >
                  {name}
                </Box>
              ))}
            </Box>
          </>
        ) : (
          <>
            <Box
              component={Link}
              to={place === 'Data' ? '/data' : '/'}
              sx={{ color: '#B9C0C3', textDecoration: 'none', '&:hover': { color: color.paper } }}
            >
              {place} /
            </Box>
            <Box
              component="h1"
              sx={{
                fontWeight: 700,
                fontSize: 14,
                m: 0,
                minWidth: 0,
                overflow: 'hidden',
                textOverflow: 'ellipsis',
                whiteSpace: { xs: 'normal', md: 'nowrap' },
              }}
            >
              {title}
            </Box>
          </>
        )}
        <Box sx={{ color: '#B9C0C3', whiteSpace: 'nowrap' }} role="status">
          {note}
        </Box>
      </Box>
      <Box>{middle}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', justifyContent: 'flex-end', alignItems: 'center', gap: 1, ml: 'auto' }}>
        {actions}
        <ShortcutList screen={screen} keys={keys} />
      </Box>
    </Box>
  );
}
