import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../../shell/whenOpen';
import { useState } from 'react';
import type { EditAddSection } from '../../../api/generated';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { useRowSources } from '../../store/useRowSources';

type Place = Pick<EditAddSection, 'place' | 'section' | 'band' | 'level'>;

/** A button that adds a list of the rows of a dataset, of the report's own or of the library. */
export function AddList({ words, place, variant = 'outlined' }: { words: string; place: Place; variant?: 'outlined' | 'text' }) {
  const { edit } = useCompose('edit');
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const sources = useRowSources(undefined, anchor !== null);
  const add = async (value: string) => {
    setAnchor(null);
    try {
      void edit({ type: 'addSection', ...place, ...(await sources.sourceOf(value)) });
    } catch (error) {
      useCompose.setState({ failure: (error as Error).message });
    }
  };
  return (
    <>
      <Button variant={variant} aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        {words}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)} slotProps={{ paper: { sx: { maxHeight: 380 } } }}>
        <MenuItem disabled sx={{ opacity: '1 !important', color: color.muted }}>
          List the rows of
        </MenuItem>
        {sources.choices.map((c) => (
          <MenuItem key={c.value} onClick={() => void add(c.value)}>
            {c.label}
            {c.hint && (
              <Box component="span" sx={{ ml: 1.5, color: color.muted, fontSize: 12 }}>
                {c.hint}
              </Box>
            )}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
