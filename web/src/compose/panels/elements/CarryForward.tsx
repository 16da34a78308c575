import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import type { Level } from '../../../api/generated';
import { midSentence } from '../../../shell/midSentence';
import { Menu } from '../../../shell/whenOpen';
import { useCompose } from '../../store/composeStore';

/** Carries the total of a column from page to page within a group, in one gesture; with several levels, it asks which. */
export function CarryForward({ column, levels }: { column: string; levels: Level[] }) {
  const { edit } = useCompose.getState();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (levels.length === 0) return null;
  const carry = (level: string) => void edit({ type: 'carryForward', column, level });
  if (levels.length === 1)
    return (
      <Button variant="outlined" onClick={() => carry(levels[0].id)}>
        {`Carry it forward in each ${midSentence(levels[0].name)}`}
      </Button>
    );
  return (
    <>
      <Button variant="outlined" aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Carry it forward…
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {levels.map((l) => (
          <MenuItem
            key={l.id}
            onClick={() => {
              setAnchor(null);
              carry(l.id);
            }}
          >
            {`From page to page in each ${midSentence(l.name)}`}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
