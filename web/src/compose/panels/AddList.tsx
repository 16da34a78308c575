import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../shell/whenOpen';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { EditAddSection } from '../../api/generated';
import { listDatasetsOptions } from '../../api/generated/@tanstack/react-query.gen';
import { color } from '../../theme/tokens';
import { useCompose } from '../composeStore';

type Place = Pick<EditAddSection, 'place' | 'section' | 'band' | 'level'>;

/** A button that adds a list of the rows of a dataset, of the report's own or of the library. */
export function AddList({ words, place, variant = 'outlined' }: { words: string; place: Place; variant?: 'outlined' | 'text' }) {
  const { definition, edit } = useCompose('definition', 'edit');
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const kept = useQuery({ ...listDatasetsOptions(), staleTime: 10_000, enabled: anchor !== null }).data ?? [];
  const own = definition?.datasets ?? [];
  const copied = new Set(own.map((d) => d.copyOf));
  const add = (what: Pick<EditAddSection, 'dataset' | 'kept'>) => void edit({ type: 'addSection', ...place, ...what });
  const addKept = async (id: string) => {
    try {
      const { definition: dataset } = await api.dataset(id);
      add({ kept: dataset });
    } catch (error) {
      useCompose.setState({ failure: (error as Error).message });
    }
  };
  const choose = (pick: () => void) => () => {
    setAnchor(null);
    pick();
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
        {own.map((d) => (
          <MenuItem key={d.id} onClick={choose(() => add({ dataset: d.id }))}>
            {d.name}
          </MenuItem>
        ))}
        {kept
          .filter((d) => !copied.has(d.id))
          .map((d) => (
            <MenuItem key={d.id} onClick={choose(() => void addKept(d.id))}>
              {d.definition.name}
              <Box component="span" sx={{ ml: 1.5, color: color.muted, fontSize: 12 }}>
                from the library
              </Box>
            </MenuItem>
          ))}
      </Menu>
    </>
  );
}
