import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../../shell/whenOpen';
import { useState } from 'react';
import type { ChartSpot } from '../../../api/generated';
import { useCompose } from '../../store/composeStore';
import { selectingNew } from '../../store/useAddCrosstab';

const spots: { spot: ChartSpot; label: string }[] = [
  { spot: 'above', label: 'Above the crosstab' },
  { spot: 'below', label: 'Below it' },
  { spot: 'sheet', label: 'On a sheet of its own' },
];

/** Makes a chart that follows the crosstab. */
export function ChartOfCrosstab({ crosstab }: { crosstab: string }) {
  const { edit } = useCompose('edit');
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button variant="outlined" aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Make a chart of it
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {spots.map(({ spot, label }) => (
          <MenuItem
            key={spot}
            onClick={() => {
              setAnchor(null);
              void selectingNew(() => edit({ type: 'chartOfCrosstab', crosstab, at: spot }));
            }}
          >
            {label}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
