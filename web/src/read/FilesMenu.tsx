import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { BarButton } from '../shell/BarButton';
import { Menu } from '../shell/whenOpen';

const files = [
  { kind: 'html', words: 'HTML, to be read on any screen' },
  { kind: 'json', words: 'JSON, for programs' },
];

/** The report in other formats than the printed one. */
export function FilesMenu({ run }: { run?: string }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  return (
    <>
      <BarButton disabled={!run} aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Other files
      </BarButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={close}>
        {files.map(({ kind, words }) => (
          <MenuItem key={kind} component="a" href={`/api/runs/${run}/${kind}`} download onClick={close}>
            {words}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
