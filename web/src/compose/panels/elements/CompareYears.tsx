import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import type { Field } from '../../../api/generated';
import { caption } from '../../../shell/caption';
import { midSentence } from '../../../shell/midSentence';
import { Menu } from '../../../shell/whenOpen';
import { useCompose } from '../../store/composeStore';

/** Years are dates, or whole numbers that are called so. */
const hasYears = (f: Field) =>
  f.type === 'date' || f.type === 'dateTime' || (f.type === 'whole' && /(^|_)(year|yr|jahr|ann[ée]e|anno|año)($|_)/iu.test(f.name));

/** Adds the year before, the change and the percent change beside a column; with several dates, it asks by which. */
export function CompareYears({ column, fields }: { column: string; fields: Field[] }) {
  const { edit } = useCompose.getState();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const dates = fields.filter(hasYears);
  if (dates.length === 0) return null;
  const compare = (field: string) => void edit({ type: 'compareYears', column, field });
  if (dates.length === 1)
    return (
      <Button variant="outlined" onClick={() => compare(dates[0].name)}>
        Compare with the year before
      </Button>
    );
  return (
    <>
      <Button variant="outlined" aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Compare with the year before…
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {dates.map((f) => (
          <MenuItem
            key={f.name}
            onClick={() => {
              setAnchor(null);
              compare(f.name);
            }}
          >
            {`By the year of ${midSentence(caption(f))}`}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
