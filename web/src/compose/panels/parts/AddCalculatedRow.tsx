import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useId, useState } from 'react';
import type { Section } from '../../../api/generated';
import { midSentence } from '../../../shell/midSentence';
import { Dialog } from '../../../shell/whenOpen';
import { useCompose } from '../../store/composeStore';
import { calculatedRows, lineGroups, lineLevel, lineName } from '../../document/lineNames';

/** A button that adds a row that is calculated from other rows, as gross profit; it asks for its name, formula and place. */
export function AddCalculatedRow({ section }: { section: Section }) {
  const [open, setOpen] = useState(false);
  if (!section.levels?.length) return null;
  return (
    <>
      <Button variant="outlined" onClick={() => setOpen(true)}>
        Add calculated row…
      </Button>
      {open && <CalculatedRowDialog section={section} onClose={() => setOpen(false)} />}
    </>
  );
}

function CalculatedRowDialog({ section, onClose }: { section: Section; onClose: () => void }) {
  const { view, edit } = useCompose('view', 'edit');
  const id = useId();
  const [name, setName] = useState('');
  const [formula, setFormula] = useState('');
  const groups = lineGroups(section, view?.vantage);
  const [after, setAfter] = useState(groups.at(-1) ?? '');
  const names = [...groups, ...calculatedRows(section).map((p) => p.calculated!.name)];
  const level = lineLevel(section)!;
  const ready = name.trim() !== '' && formula.trim() !== '';
  const add = () => {
    if (!ready) return;
    onClose();
    void edit({
      type: 'addCalculatedRow',
      section: section.id,
      level: level.id,
      name: name.trim(),
      formula: formula.trim(),
      after: after || null,
    });
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby={id}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <DialogTitle id={id}>Add calculated row</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2 }}>
          <TextField
            label="Name"
            value={name}
            autoFocus
            placeholder="Gross profit"
            onChange={(e) => setName(e.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
            sx={{ mt: 1 }}
          />
          <TextField
            label="Formula"
            value={formula}
            placeholder={groups.slice(0, 2).map(lineName).join(' + ') || 'Revenue - "Cost of sales"'}
            onChange={(e) => setFormula(e.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
            helperText={`Names of ${midSentence(level.name)} groups and of other calculated rows, numbers, + - * / and parentheses.`}
          />
          <Names names={names} onPick={(n) => setFormula((now) => (now.trim() ? `${now.trimEnd()} ${joined(now)}${n}` : n))} />
          <TextField
            select
            label="Below"
            value={after}
            onChange={(e) => setAfter(e.target.value)}
            slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
          >
            {groups.map((g) => (
              <MenuItem key={g} value={g}>
                {g}
              </MenuItem>
            ))}
            <MenuItem value="">all lines, in the report footer</MenuItem>
          </TextField>
        </DialogContent>
        <DialogActions>
          <Button color="inherit" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={!ready}>
            Add row
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** A name that follows another one is added to it; one that follows a sign just follows. */
const joined = (formula: string) => (/[-+*/(]\s*$/.test(formula) ? '' : '+ ');

function Names({ names, onPick }: { names: string[]; onPick: (name: string) => void }) {
  return (
    <div role="group" aria-label="Insert a line" style={{ display: 'flex', flexWrap: 'wrap', gap: 4 }}>
      {names.slice(0, 30).map((n) => (
        <Button key={n} size="small" variant="outlined" color="inherit" onClick={() => onPick(lineName(n))}>
          {n}
        </Button>
      ))}
    </div>
  );
}
