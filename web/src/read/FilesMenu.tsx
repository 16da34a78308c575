import { useQuery } from '@tanstack/react-query';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { listOutputsOptions } from '../api/generated/@tanstack/react-query.gen';
import { BarButton } from '../shell/BarButton';
import { Menu } from '../shell/whenOpen';

/** The report in other formats than the printed one. */
export function FilesMenu({ run }: { run?: string }) {
  const outputs = useQuery({ ...listOutputsOptions(), staleTime: Infinity });
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  return (
    <>
      <BarButton disabled={!run} aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Other files
      </BarButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={close}>
        {(outputs.data ?? [])
          .filter((o) => o.words)
          .map(({ name, words }) => (
            <MenuItem key={name} component="a" href={`/api/runs/${run}/${name}`} download onClick={close}>
              {words}
            </MenuItem>
          ))}
      </Menu>
    </>
  );
}
